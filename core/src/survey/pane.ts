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
  'hardLowEDouble',
  'laminated',
  'wired',
  'patterned',
  'tempered',
  'plastic',
  'block',
] as const;
export type GlassKind = (typeof GLASS_KINDS)[number];

/** How strong one pane of a unit is, apart from how the unit is built. */
export const PANE_STRENGTHS = ['annealed', 'heatStrengthened', 'tempered', 'laminated', 'wired'] as const;
export type PaneStrength = (typeof PANE_STRENGTHS)[number];

/** How the glass sits in its frame. */
export const GLASS_JOINTS = ['gasket', 'bead', 'putty', 'silicone'] as const;
export type GlassJoint = (typeof GLASS_JOINTS)[number];

/** What else about a pane decides which film may go on it. */
export const CIRCUMSTANCES = ['wetRoom', 'wayOut', 'fireRated'] as const;
export type Circumstance = (typeof CIRCUMSTANCES)[number];

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

/** Diagonals, seen from inside: from the top left down to the right, and from the bottom left up to the right. */
export const DIAGONAL_PLACES = ['diagonalDown', 'diagonalUp'] as const;
export type DiagonalPlace = (typeof DIAGONAL_PLACES)[number];
export const ALL_PLACES = [...READING_PLACES, ...DIAGONAL_PLACES] as const;
export type AnyPlace = ReadingPlace | DiagonalPlace;

export const READING_TOOLS = ['tape', 'laser'] as const;
export type ReadingTool = (typeof READING_TOOLS)[number];

/** A length as it was read: `typed` is kept as it was written; `mm` is what was understood. */
export interface TakenLength {
  readonly mm: number;
  readonly typed: string;
  /** Who read it, when and with what; null where it is not known. */
  readonly by: string | null;
  readonly at: string | null;
  readonly how: ReadingTool;
}

/** What was read at one place, with the further readings that were taken to check it. */
export interface Reading extends TakenLength {
  /** Why the reading stands although it is in doubt, in the surveyor's words; null while nobody has said so. */
  readonly keptBecause: string | null;
  readonly again: readonly TakenLength[];
}

export type Readings = { readonly [place in AnyPlace]: Reading | null };

export const NO_READINGS: Readings = {
  widthTop: null,
  widthMiddle: null,
  widthBottom: null,
  heightLeft: null,
  heightMiddle: null,
  heightRight: null,
  diagonalDown: null,
  diagonalUp: null,
};

/** A first reading at a place, off the tape if nothing else is said. */
export function readingOf(mm: number, typed: string, taken: Partial<TakenLength> = {}): Reading {
  return { by: null, at: null, how: 'tape', ...taken, mm, typed, keptBecause: null, again: [] };
}

/** All lengths that were read at a place, mm. */
export function lengthsAt(reading: Reading | null): number[] {
  return reading ? [reading.mm, ...reading.again.map(({ mm }) => mm)] : [];
}

export interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}
