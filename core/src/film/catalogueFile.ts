import { z } from 'zod';
import { FILM_COLUMNS, type FilmColumn, type FilmLine } from './catalogue.ts';

const cell = z.union([z.string(), z.number(), z.boolean(), z.null()]);
const rollInFile = z.strictObject({
  rollWidthMm: cell,
  rollLengthMm: cell,
  rollPrice: cell.optional(),
  priceFrom: cell.optional(),
  soldBy: cell.optional(),
});

/** A catalogue as JSON: films by the columns of the sheet, their rolls in a list. */
export const catalogueFileSchema = z.strictObject({
  format: z.literal('neat-sill/films'),
  version: z.literal(1),
  films: z.array(
    z.strictObject({
      ...(Object.fromEntries(FILM_COLUMNS.map((column) => [column, cell.optional()])) as Record<
        FilmColumn,
        z.ZodOptional<typeof cell>
      >),
      rolls: z.array(rollInFile).optional(),
    }),
  ),
});

const text = (value: z.infer<typeof cell> | undefined) =>
  value === null || value === undefined
    ? ''
    : typeof value === 'boolean'
      ? value
        ? 'yes'
        : 'no'
      : String(value);

/** The lines of a sheet that say the same as a catalogue file. */
export function linesOfFile({ films }: z.infer<typeof catalogueFileSchema>): FilmLine[] {
  return films.flatMap(({ rolls = [], ...film }): FilmLine[] => {
    const own: FilmLine = Object.fromEntries(
      Object.entries(film).map(([column, value]) => [column, text(value)]),
    );
    const named = rolls.map((roll): FilmLine =>
      Object.fromEntries(Object.entries(roll).map(([column, value]) => [column, text(value)])),
    );
    const [first, ...others] = named;
    return [
      { ...own, ...first },
      ...others.map((roll) => ({ id: own.id ?? '', name: own.name ?? '', ...roll })),
    ];
  });
}

export interface SheetLines {
  readonly lines: readonly FilmLine[];
  /** Headings that are no column; what stands below them is not read. */
  readonly unknown: readonly string[];
}

const plain = (heading: string) => heading.toLowerCase().replaceAll(/[^a-z0-9*]/g, '');

/** The lines of a table whose first row names its columns, by their names or by what they are called in `names`. */
export function linesOfTable(
  table: readonly (readonly string[])[],
  names: Readonly<Record<FilmColumn, string>>,
): SheetLines {
  const [heading = [], ...rows] = table;
  const columns = heading.map(
    (title) =>
      FILM_COLUMNS.find(
        (column) => plain(column) === plain(title) || plain(names[column]) === plain(title),
      ) ?? null,
  );
  return {
    lines: rows.map((row) =>
      Object.fromEntries(columns.flatMap((column, at) => (column ? [[column, row[at] ?? '']] : []))),
    ),
    unknown: heading.filter((title, at) => columns[at] === null && title.trim() !== ''),
  };
}
