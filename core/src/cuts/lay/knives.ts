import { SAME_PLACE_MM } from '../../units/index.ts';
import type { Piece, Pull } from '../format/cutPlan.ts';

/** Groups pieces that no slit along the pull can part, from the roll's left. */
function sideBySide(pieces: readonly Piece[]): Piece[][] {
  const groups: Piece[][] = [];
  let endMm = -Infinity;
  for (const piece of [...pieces].sort((a, b) => a.x - b.x)) {
    if (piece.x >= endMm - SAME_PLACE_MM) groups.push([piece]);
    else groups.at(-1)?.push(piece);
    endMm = Math.max(endMm, piece.x + piece.w);
  }
  return groups;
}

export interface StripOfPull {
  readonly fromMm: number;
  readonly widthMm: number;
  /** From the free end. */
  readonly pieces: readonly Piece[];
}

/** The strips of a pull between its slits, from the roll's left. */
export function stripsOf({ pieces }: Pick<Pull, 'pieces'>): StripOfPull[] {
  return sideBySide(pieces).map((group) => {
    const fromMm = Math.min(...group.map(({ x }) => x));
    const widthMm = Math.max(...group.map(({ x, w }) => x + w)) - fromMm;
    return { fromMm, widthMm, pieces: group.sort((a, b) => a.y - b.y) };
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
