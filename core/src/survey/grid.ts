import { medianOf } from './doubt/evidence.ts';
import type { Size } from './pane.ts';

/** Lights behind bars, as one opening of a wall. Columns from the left, rows from the top, seen from inside. */
export interface Grid {
  readonly columns: number;
  readonly rows: number;
  /** Width of a bar or muntin between two lights, mm. */
  readonly barMm: number;
  /** The whole opening over all lights and bars, where it was measured. */
  readonly whole: Size | null;
}

/** Where a light stands in its grid; both count from 0. */
export interface GridCell {
  readonly gridId: string;
  readonly column: number;
  readonly row: number;
}

/** The size of each light when all are equal; mm. */
export function equalGridCells(
  whole: Size,
  { columns, rows, barMm }: Pick<Grid, 'columns' | 'rows' | 'barMm'>,
): Size {
  return {
    widthMm: (whole.widthMm - (columns - 1) * barMm) / columns,
    heightMm: (whole.heightMm - (rows - 1) * barMm) / rows,
  };
}

/**
 * Of the lights along one row (or column) the one that does not fit the whole, and what the others leave for it; null
 * while one is unread, or when they and the bars add up to the whole within `toleranceMm`. Lengths mm.
 */
export function gridLeaves(
  lengths: readonly (number | null)[],
  wholeMm: number,
  barMm: number,
  toleranceMm: number,
): { readonly at: number; readonly leavesMm: number } | null {
  const read = lengths.filter((mm) => mm !== null);
  if (read.length < lengths.length || read.length < 2) return null;
  const sum = read.reduce((total, mm) => total + mm, 0) + (read.length - 1) * barMm;
  if (Math.abs(sum - wholeMm) <= toleranceMm) return null;
  const middle = medianOf(read);
  const off = read.map((mm) => Math.abs(mm - middle));
  const at = off.lastIndexOf(Math.max(...off));
  return { at, leavesMm: (read[at] ?? 0) - (sum - wholeMm) };
}
