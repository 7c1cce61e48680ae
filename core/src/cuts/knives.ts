import { SAME_PLACE_MM } from '../units/index.ts';
import { inseparable } from './checkStages.ts';
import type { Piece, Pull } from './cutPlan.ts';

export interface StripOfPull {
  readonly fromMm: number;
  readonly widthMm: number;
  /** From the free end. */
  readonly pieces: readonly Piece[];
}

/** The strips of a pull between its slits, from the roll's left. */
export function stripsOf({ pieces }: Pick<Pull, 'pieces'>): StripOfPull[] {
  const rects = pieces.map((piece) => ({ ...piece, name: piece.id, kind: 'piece' as const }));
  return inseparable(
    rects,
    (r) => r.x,
    (r) => r.w,
  ).map((group) => {
    const fromMm = Math.min(...group.map((r) => r.x));
    const widthMm = Math.max(...group.map((r) => r.x + r.w)) - fromMm;
    const ids = new Set(group.map((r) => r.name));
    return { fromMm, widthMm, pieces: pieces.filter(({ id }) => ids.has(id)).sort((a, b) => a.y - b.y) };
  });
}

/** Where knives stand in the box for a pull, mm from the roll's left edge, film face up. Empty: pulled at full width. */
export function knivesOf(pull: Pick<Pull, 'pieces'>, rollWidthMm: number): number[] {
  const slits = stripsOf(pull)
    .flatMap(({ fromMm, widthMm }) => [fromMm, fromMm + widthMm])
    .sort((a, b) => a - b);
  return slits.filter(
    (at, index) =>
      at > SAME_PLACE_MM && at < rollWidthMm - SAME_PLACE_MM && at - (slits[index - 1] ?? -1) > SAME_PLACE_MM,
  );
}

/** Whether a pull asks for more slits than allowed. One strip beside a leftover can always be slit off. */
export function tooManySlits(pull: Pick<Pull, 'pieces'>, rollWidthMm: number, mostSlits: number): boolean {
  return stripsOf(pull).length > 1 && knivesOf(pull, rollWidthMm).length > mostSlits;
}
