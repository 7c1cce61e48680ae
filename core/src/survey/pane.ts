/** What there is at an opening, in the trade's words. A pane's sides are named as seen from inside the room. */

export const SIDES = ['top', 'right', 'bottom', 'left'] as const;
export type Side = (typeof SIDES)[number];

export const OPENING_KINDS = [
  'fixed',
  'casement',
  'sash',
  'slider',
  'frenchDoor',
  'sidelight',
  'fanlight',
  'shopfront',
  'partition',
  'roofLight',
  'blockWall',
] as const;
export type OpeningKind = (typeof OPENING_KINDS)[number];

export const GLASS_KINDS = [
  'single',
  'double',
  'triple',
  'tintedSingle',
  'tintedDouble',
  'lowEDouble',
  'laminated',
  'wired',
  'patterned',
  'tempered',
  'plastic',
  'block',
] as const;
export type GlassKind = (typeof GLASS_KINDS)[number];

export const FRAME_KINDS = ['timber', 'aluminium', 'pvc', 'steel', 'none'] as const;
export type FrameKind = (typeof FRAME_KINDS)[number];

/** The places where the tape is laid, in the order in which it goes: widths from the top, heights from the left. */
export const READING_PLACES = [
  'widthTop',
  'widthMiddle',
  'widthBottom',
  'heightLeft',
  'heightMiddle',
  'heightRight',
] as const;
export type ReadingPlace = (typeof READING_PLACES)[number];
export type Axis = 'width' | 'height';

export function axisOf(place: ReadingPlace): Axis {
  return place.startsWith('width') ? 'width' : 'height';
}

/** One reading off the tape. `typed` is kept as it was written; `mm` is what was understood. */
export interface Reading {
  readonly mm: number;
  readonly typed: string;
  /** Why the reading stands although it is in doubt, in the surveyor's words; null while nobody has said so. */
  readonly keptBecause: string | null;
}

export type Readings = { readonly [place in ReadingPlace]: Reading | null };

export const NO_READINGS: Readings = {
  widthTop: null,
  widthMiddle: null,
  widthBottom: null,
  heightLeft: null,
  heightMiddle: null,
  heightRight: null,
};

/** Whether and along which axis a pane may be divided; `vertical` seams stand upright. */
export interface SeamWish {
  readonly allowed: boolean;
  readonly axis: 'any' | 'vertical' | 'horizontal';
}
