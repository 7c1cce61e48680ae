import type { SheetToCut } from '../cuts/index.ts';
import { SIDES } from '../survey/index.ts';
import { countOf, formatLength, listOf, type LengthUnit } from '../units/index.ts';
import { SIDE_NAMES } from './names.ts';

/** What film a piece is cut of, where that is a sheet: its size as it is sold. */
export function describeSheet({ widthMm, heightMm, motif }: SheetToCut, unit: LengthUnit): string {
  const show = (mm: number) => formatLength(mm, { unit });
  return `sheet of ${show(widthMm)} × ${show(heightMm)}${motif ? ' with its motif' : ''}`;
}

/** How much new film is bought: rolls and sheets, as far as there are any. */
export function describeBought(rolls: number, sheets: number): string {
  const parts = [
    ...(rolls > 0 ? [countOf(rolls, 'roll')] : []),
    ...(sheets > 0 ? [countOf(sheets, 'sheet')] : []),
  ];
  return parts.length > 0 ? listOf(parts) : 'nothing';
}

/** What comes off a sheet around its one piece; null where several are cut of it, or nothing comes off. */
export function describeTrimOff({ trimOff }: SheetToCut, unit: LengthUnit): string | null {
  if (!trimOff) return null;
  const off = SIDES.filter((side) => trimOff[side] >= 0.5);
  if (off.length === 0) return null;
  const parts = off.map(
    (side) => `${formatLength(trimOff[side], { unit, denominator: 16 })} at the ${SIDE_NAMES[side]}`,
  );
  return `Trim off ${listOf(parts)}`;
}
