import { guessColumns, type ColumnNames } from './sheet.ts';

/** A heading stands among the first lines of a file, below a title or two. */
const LOOKED_AT = 20;

/**
 * Which line of a table is its heading, counted from 0: the one in which most columns are known by name, the first where
 * several have as many or none has any.
 */
export function headingAt<Name extends string>(
  table: readonly (readonly string[])[],
  names: ColumnNames<Name>,
): number {
  const known = table
    .slice(0, LOOKED_AT)
    .map((row) => Object.values(guessColumns(row, names)).filter((at) => at !== null).length);
  return Math.max(0, known.indexOf(Math.max(...known, 1)));
}
