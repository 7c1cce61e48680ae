import { fail, succeed, type Result } from '../units/index.ts';
import { plainName, type CellProblem, type ReadCell } from './cells.ts';

/** Headings under which files carry the columns, the name that people are shown first. */
export type ColumnNames<Name extends string> = Readonly<Record<Name, readonly string[]>>;

/** Which column of a file holds what; null where none does. */
export type ColumnMap<Name extends string> = Readonly<Record<Name, number | null>>;

/** A line of a sheet: what stands in its columns. */
export interface SheetLine<Name extends string> {
  /** Line in the file, the heading being line 1. */
  readonly line: number;
  readonly text: Readonly<Partial<Record<Name, string>>>;
}

export type ProblemAt<Name extends string> = CellProblem & { readonly column: Name };

/** A line that can't be taken, with all that is wrong with it. */
export interface BadLine<Problem> {
  readonly line: number;
  readonly text: Readonly<Partial<Record<string, string>>>;
  readonly problems: readonly Problem[];
}

/** How the cells of each column are understood. */
export type Columns = Readonly<Record<string, ReadCell<unknown>>>;
export type RowOf<Cells extends Columns> = {
  readonly [Name in keyof Cells]: Cells[Name] extends ReadCell<infer Value> ? Value : never;
};

const wordsOf = (text: string) =>
  text
    .split(/[^\p{L}\p{N}]+/u)
    .map(plainName)
    .filter(Boolean);

/** Guesses which column of a heading is which: by a name of it, else where it begins with the words of the first one. */
export function guessColumns<Name extends string>(
  heading: readonly string[],
  names: ColumnNames<Name>,
): ColumnMap<Name> {
  const columns = Object.keys(names) as Name[];
  const map = new Map<Name, number>();
  const claim = (column: Name, is: (title: string) => boolean) => {
    const taken = new Set(map.values());
    const at = heading.findIndex((title, place) => plainName(title) !== '' && !taken.has(place) && is(title));
    if (!map.has(column) && at >= 0) map.set(column, at);
  };
  for (const column of columns) {
    const known = [column, ...names[column]].map(plainName);
    claim(column, (title) => known.includes(plainName(title)));
  }
  for (const column of columns) {
    const begins = wordsOf(names[column][0] ?? column);
    claim(column, (title) => {
      const words = wordsOf(title);
      return begins.every((word, at) => word === words[at]);
    });
  }
  return Object.fromEntries(columns.map((column) => [column, map.get(column) ?? null])) as ColumnMap<Name>;
}

/** The headings of a file that are no column of ours; what stands below them is not read. */
export function unreadHeadings(heading: readonly string[], map: ColumnMap<string>): readonly string[] {
  const read = new Set(Object.values(map));
  return heading.filter((title, at) => !read.has(at) && title.trim() !== '');
}

/** The lines of a table below its heading, which is its line `heading`; empty ones are nothing, but count as lines of the file. */
export function sheetLines<Name extends string>(
  table: readonly (readonly string[])[],
  map: ColumnMap<Name>,
  heading = 0,
): readonly SheetLine<Name>[] {
  const columns = Object.entries(map) as [Name, number | null][];
  return table.slice(heading + 1).flatMap((cells, at) =>
    cells.every((cell) => cell.trim() === '')
      ? []
      : [
          {
            line: heading + at + 2,
            text: Object.fromEntries(
              columns.map(([column, place]) => [column, place === null ? '' : (cells[place] ?? '')]),
            ) as Record<Name, string>,
          },
        ],
  );
}

/** Understands the cells of one line; all that is wrong with them is said, not the first thing only. */
export function readCells<Cells extends Columns>(
  columns: Cells,
  text: Readonly<Partial<Record<keyof Cells & string, string>>>,
): Result<RowOf<Cells>, readonly ProblemAt<keyof Cells & string>[]> {
  const problems: ProblemAt<keyof Cells & string>[] = [];
  const row: Partial<Record<keyof Cells, unknown>> = {};
  for (const column of Object.keys(columns) as (keyof Cells & string)[]) {
    const read = columns[column]?.((text[column] ?? '').trim());
    if (read?.ok) row[column] = read.value;
    else if (read) problems.push({ ...read.problem, column });
  }
  return problems.length > 0 ? fail(problems) : succeed(row as RowOf<Cells>);
}
