import {
  guessColumns,
  sheetLines,
  unreadHeadings,
  type BadLine,
  type ColumnMap,
  type ColumnNames,
} from '@neat-sill/core/sheet';
import { useState } from 'react';
import type { Table } from '../files/tables.ts';
import { DataTable } from './DataTable.tsx';
import { Choice } from './Field.tsx';
import { countOf } from '@neat-sill/core/units';
import { Note } from './Note.tsx';

/** A table from a file, and which of its columns is which. */
export interface ChosenSheet<Name extends string> {
  readonly file: string;
  readonly table: Table;
  readonly map: ColumnMap<Name>;
}

export const chosenSheet = <Name extends string>(
  file: string,
  table: Table,
  names: ColumnNames<Name>,
): ChosenSheet<Name> => ({ file, table, map: guessColumns(table[0] ?? [], names) });

export const linesOfSheet = <Name extends string>({ table, map }: ChosenSheet<Name>) =>
  sheetLines(table, map);

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
  const [heading = []] = sheet.table;
  const unread = unreadHeadings(heading, sheet.map);
  const missing = needed.filter((column) => sheet.map[column] === null);
  const [open, setOpen] = useState(missing.length > 0);
  const nameOf = (column: Name) => sentenceCase(names[column][0] ?? column);
  return (
    <>
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
