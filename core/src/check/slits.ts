import type { Pull } from '../cuts/format/index.ts';
import { SAME_PLACE_MM } from '../units/index.ts';

export interface Slits {
  /** Where the pull has to be slit over its whole length, mm from the roll's left edge. */
  readonly atMm: readonly number[];
  /** Whether a slit has pieces on both sides; one strip beside a leftover can always be slit off. */
  readonly partPieces: boolean;
}

/** The slits of a pull: every edge of a piece that runs along the roll, is not the roll's own and cuts through no piece. */
export function slitsOf({ pieces }: Pick<Pull, 'pieces'>, rollWidthMm: number): Slits {
  const inside = pieces
    .flatMap(({ x, w }) => [x, x + w])
    .filter((edgeMm) => edgeMm > SAME_PLACE_MM && edgeMm < rollWidthMm - SAME_PLACE_MM)
    .filter((edgeMm) =>
      pieces.every(({ x, w }) => edgeMm <= x + SAME_PLACE_MM || edgeMm >= x + w - SAME_PLACE_MM),
    )
    .sort((a, b) => a - b);
  const atMm = inside.filter((edgeMm, at) => edgeMm - (inside[at - 1] ?? -Infinity) > SAME_PLACE_MM);
  const partPieces = atMm.some(
    (slitMm) =>
      pieces.some(({ x, w }) => x + w <= slitMm + SAME_PLACE_MM) &&
      pieces.some(({ x }) => x >= slitMm - SAME_PLACE_MM),
  );
  return { atMm, partPieces };
}
