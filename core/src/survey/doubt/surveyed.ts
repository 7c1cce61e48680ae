import type { AnyPlace, OpeningKind, Readings, Size } from '../pane.ts';
import type { PaneShape } from '../shape.ts';
import type { Slip } from './slips.ts';

/** A pane as the doubt engine looks at it: its readings, and what else is known that they must agree with. */
export interface SurveyedPane {
  readonly id: string;
  readonly wallId: string;
  readonly opening: OpeningKind;
  readonly readings: Readings;
  readonly shape: PaneShape;
  /** Panes said to be alike carry the same name here. */
  readonly twinSet: string | null;
  readonly sillMm: number;
  /** Its wall, where somebody has measured it. */
  readonly wall: Size | null;
  /** The hole in the frame, where it was measured: the glass can't be larger. */
  readonly hole: Size | null;
  /** Lights of one grid: what this light's row and column leave for it, where the whole was measured. */
  readonly gridLeaves: { readonly widthMm: number | null; readonly heightMm: number | null } | null;
}

/** A pane with the middle values of its width and height, mm; null while unread. */
export interface SizedPane extends SurveyedPane {
  readonly widthMm: number | null;
  readonly heightMm: number | null;
}

export interface DoubtRules {
  /** Sister readings (the same dimension at another place) further apart than this are asked about. */
  readonly sisterToleranceMm: number;
  /** Two readings at one place must agree within this. */
  readonly agreementMm: number;
  /** Twins may differ by this and still be twins. */
  readonly twinToleranceMm: number;
}

export const DOUBT_CODES = [
  'reading.apartFromSisters',
  'reading.apartFromTwins',
  'reading.secondDisagrees',
  'reading.offGrid',
  'reading.implausible',
  'diagonal.impossible',
  'reading.offOutline',
  'pane.offBlocks',
  'pane.exchanged',
  'pane.offWall',
  'pane.largerThanHole',
] as const;
export type DoubtCode = (typeof DOUBT_CODES)[number];

/** A reading that looks wrong. It is asked about and never changed by itself. Lengths mm. */
export interface Doubt {
  readonly code: DoubtCode;
  readonly paneId: string;
  readonly place: AnyPlace;
  readonly gotMm: number;
  /** What the evidence says it should be: sisters, twins, grid, wall, hole or diagonal. */
  readonly expectedMm: number;
  readonly apartMm: number;
  readonly toleranceMm: number;
  readonly slip: Slip | 'exchanged';
  /** The likeliest true value, or null where none can be named. */
  readonly likelyMm: number | null;
}
