import type { Size } from './sizes.ts';

/** Where an opening stands on its wall, seen from inside: measured from the wall's left end and from the floor. */
export interface PlacedOpening<Id extends string> {
  readonly id: Id;
  readonly leftMm: number;
  readonly sillMm: number;
  readonly size: Size;
  /** False while the size is only assumed, since nothing has been read yet. */
  readonly measured: boolean;
}

export interface OpeningToPlace<Id extends string> {
  readonly id: Id;
  /** Width of wall or frame between this opening and the one before it (or the wall's left end). */
  readonly gapBeforeMm: number;
  readonly sillMm: number;
  readonly size: Size | null;
}

/** What an opening is drawn at until it is measured; only the drawing uses it. */
export const UNMEASURED_SIZE: Size = { widthMm: 800, heightMm: 1200 };

/**
 * Places openings along a wall in their order, left to right as seen from inside. Gives the places and the extent of
 * the wall in mm, which is never less than what the openings need.
 */
export function placeOpenings<Id extends string>(
  wall: { readonly widthMm: number; readonly heightMm: number },
  openings: readonly OpeningToPlace<Id>[],
): { openings: PlacedOpening<Id>[]; widthMm: number; heightMm: number } {
  let fromLeft = 0;
  let top = 0;
  const placed = openings.map(({ id, gapBeforeMm, sillMm, size }): PlacedOpening<Id> => {
    const drawn = size ?? UNMEASURED_SIZE;
    const leftMm = fromLeft + gapBeforeMm;
    fromLeft = leftMm + drawn.widthMm;
    top = Math.max(top, sillMm + drawn.heightMm);
    return { id, leftMm, sillMm, size: drawn, measured: size !== null };
  });
  return {
    openings: placed,
    widthMm: Math.max(wall.widthMm, fromLeft),
    heightMm: Math.max(wall.heightMm, top),
  };
}
