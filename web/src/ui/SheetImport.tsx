import {
  guessColumns,
  headingAt,
  sheetLines,
  unreadHeadings,
  type BadLine,
  type ColumnMap,
  type ColumnNames,
} from '@neat-sill/core/sheet';
import { useState, type ComponentProps } from 'react';
import { ENCODINGS, type Encoding } from '../files/decode.ts';
import { readTables, type ReadTables, type Table } from '../files/tables.ts';
import { UnreadableFile } from '../files/unreadable.ts';
import { DataTable } from './DataTable.tsx';
import { Choice } from './Field.tsx';
import { countOf } from '@neat-sill/core/units';
import { Note } from './Note.tsx';

/** A file with tables: which sheet, which line is its heading, and which of its columns is which. */
export interface ChosenSheet<Name extends string> {
  readonly source: File;
  readonly file: string;
  readonly read: ReadTables;
  readonly sheetAt: number;
  /** Line of the heading, counted from 0. */
  readonly heading: number;
  readonly table: Table;
  readonly map: ColumnMap<Name>;
}

function withSheet<Name extends string>(
  source: File,
  read: ReadTables,
  names: ColumnNames<Name>,
  sheetAt: number,
): ChosenSheet<Name> {
  const { table } = read.sheets[sheetAt] ?? read.sheets[0];
  const heading = headingAt(table, names);
  const map = guessColumns(table[heading] ?? [], names);
  return { source, file: source.name, read, sheetAt, heading, table, map };
}

/** Reads a file of tables; throws `UnreadableFile` where it can't be. */
export async function chosenSheet<Name extends string>(
  source: File,
  names: ColumnNames<Name>,
  encoding: Encoding | null = null,
): Promise<ChosenSheet<Name>> {
  return withSheet(source, await readTables(source, encoding), names, 0);
}

export const linesOfSheet = <Name extends string>({ table, map, heading }: ChosenSheet<Name>) =>
  sheetLines(table, map, heading);

/** A heading may stand so far down. */
const HEADINGS = 20;
/** So much of a line is shown where the heading is chosen. */
const SHOWN_CELLS = 4;

interface SourceProps<Name extends string> {
  readonly sheet: ChosenSheet<Name>;
  readonly names: ColumnNames<Name>;
  readonly onMap: (sheet: ChosenSheet<Name>) => void;
}

/** Which sheet of a workbook, which line is the heading, and how its letters are written: guessed, to be put right. */
function SheetSource<Name extends string>({ sheet, names, onMap }: SourceProps<Name>) {
  const [problem, setProblem] = useState<string>();
  const { source, read, sheetAt, heading, table } = sheet;
  const readAgain = (encoding: Encoding) => {
    setProblem(undefined);
    chosenSheet(source, names, encoding).then(onMap, (error: unknown) => {
      if (!(error instanceof UnreadableFile)) throw error;
      setProblem(error.message);
    });
  };
  return (
    <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
      {read.sheets.length > 1 && (
        <Choice
          label="Sheet"
          value={String(sheetAt)}
          options={read.sheets.map(({ name }, at): [string, string] => [String(at), name])}
          onChoose={(at) => onMap(withSheet(source, read, names, Number(at)))}
        />
      )}
      <Choice
        label="Heading"
        value={String(heading)}
        options={table.slice(0, HEADINGS).map((row, at): [string, string] => {
          const cells = row.filter((cell) => cell.trim() !== '').slice(0, SHOWN_CELLS);
          return [String(at), `line ${at + 1}: ${cells.join(', ') || 'empty'}`];
        })}
        onChoose={(at) => {
          const line = Number(at);
          onMap({ ...sheet, heading: line, map: guessColumns(table[line] ?? [], names) });
        }}
      />
      {read.encoding !== null && (
        <Choice
          label="Letters are written in"
          value={read.encoding}
          options={ENCODINGS}
          onChoose={readAgain}
        />
      )}
      {problem && <Note tone="no">{problem}</Note>}
    </div>
  );
}

const sentenceCase = (text: string) => text.slice(0, 1).toUpperCase() + text.slice(1);

interface SheetColumnsProps<Name extends string> {
  readonly sheet: ChosenSheet<Name>;
  readonly names: ColumnNames<Name>;
  /** Columns without which nothing can be taken. */
  readonly needed: readonly Name[];
  readonly onMap: (sheet: ChosenSheet<Name>) => void;
}

/** Which column of a sheet is which: guessed from its heading, to be put right where that went wrong. */
export function SheetColumns<Name extends string>({ sheet, names, needed, onMap }: SheetColumnsProps<Name>) {
  const heading = sheet.table[sheet.heading] ?? [];
  const unread = unreadHeadings(heading, sheet.map);
  const missing = needed.filter((column) => sheet.map[column] === null);
  const [open, setOpen] = useState(missing.length > 0);
  const nameOf = (column: Name) => sentenceCase(names[column][0] ?? column);
  return (
    <>
      <SheetSource sheet={sheet} names={names} onMap={onMap} />
      {missing.length > 0 && (
        <Note tone="doubt">Say which column holds: {missing.map(nameOf).join(', ')}.</Note>
      )}
      {unread.length > 0 && (
        <Note tone="doubt">Not read, since no such column is known: {unread.join(', ')}.</Note>
      )}
      <details className="shrink-0" open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary className="min-h-9 cursor-pointer font-bold">Which column is which</summary>
        <div className="grid grid-cols-2 gap-3 pt-2 sm:grid-cols-4">
          {(Object.keys(names) as Name[]).map((column) => (
            <Choice
              key={column}
              label={nameOf(column)}
              value={String(sheet.map[column] ?? 'none')}
              options={[
                ['none', 'not in the file'],
                ...heading.map((title, at): [string, string] => [String(at), title || `Column ${at + 1}`]),
              ]}
              onChoose={(value) =>
                onMap({ ...sheet, map: { ...sheet.map, [column]: value === 'none' ? null : Number(value) } })
              }
            />
          ))}
        </div>
      </details>
    </>
  );
}

/** So many of the lines that can be taken are shown before they are. */
const SHOWN_LINES = 12;

interface UnderstoodProps<Line> {
  readonly lines: readonly Line[];
  readonly keyOf: (line: Line, at: number) => string;
  readonly columns: ComponentProps<typeof DataTable<Line>>['columns'];
}

/** The first lines as they were understood, before anything is taken. */
export function Understood<Line>({ lines, keyOf, columns }: UnderstoodProps<Line>) {
  if (lines.length === 0) return null;
  const label = 'As it is understood';
  const many = lines.length > SHOWN_LINES;
  return (
    <DataTable
      label={label}
      caption={many ? `${label}, the first ${SHOWN_LINES} of ${countOf(lines.length, 'line')}` : label}
      items={lines.slice(0, SHOWN_LINES)}
      keyOf={keyOf}
      columns={columns}
    />
  );
}

/** The lines of a sheet that can’t be taken, each with all that is wrong with it. */
export function BadLines<Problem>({
  bad,
  place,
  describe,
}: {
  bad: readonly BadLine<Problem>[];
  /** What is counted: lines of a sheet, films of a file. */
  place: 'line' | 'film';
  describe: (problem: Problem) => string;
}) {
  if (bad.length === 0) return null;
  return (
    <DataTable
      stacks
      label={`${place === 'line' ? 'Lines' : 'Films'} left out`}
      maxHeight="max-h-60"
      caption={`${countOf(bad.length, place)} left out, to fix in the file`}
      items={bad}
      keyOf={({ line }) => String(line)}
      columns={[
        {
          key: 'line',
          title: 'Where',
          cell: ({ line }) => `${place} ${line}`,
          className: 'whitespace-nowrap',
        },
        {
          key: 'text',
          title: 'What stands there',
          cell: ({ text }) =>
            Object.values(text)
              .filter((cell) => cell?.trim())
              .slice(0, 6)
              .join(' · '),
        },
        {
          key: 'problems',
          title: 'What is wrong',
          cell: ({ problems }) => problems.map(describe).join(' '),
          className: 'text-brick',
        },
      ]}
    />
  );
}
