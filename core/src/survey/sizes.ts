import { roundLength } from '../units/index.ts';
import { READING_PLACES, axisOf, lengthsAt, type Axis, type ReadingPlace, type Readings } from './pane.ts';

export interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}

export interface SizeRules {
  /** Cutting sizes go up and net sizes down to a whole number of these steps. */
  readonly roundingStepMm: number;
}

/** The sizes that follow from a pane's readings. */
export interface PaneSizes {
  /** The largest width and height, rounded up: what a piece must cover. */
  readonly cutting: Size;
  /** The smallest width and height, rounded down: what a bench-cut piece must fit into. */
  readonly net: Size;
  /** By how much opposite sides differ at the most. */
  readonly outOfSquareMm: number;
  readonly missing: readonly ReadingPlace[];
}

function lengthsAlong(axis: Axis, readings: Readings): number[] {
  return READING_PLACES.flatMap((place) => {
    return axisOf(place) === axis ? lengthsAt(readings[place]) : [];
  });
}

/**
 * Takes readings in mm and the shop's rounding; gives the cutting size, the net size and how far the pane is out of
 * square, or null until there is at least one width and one height. Readings in doubt count: doubt asks, it never
 * changes a figure.
 */
export function paneSizes(readings: Readings, rules: SizeRules): PaneSizes | null {
  const widths = lengthsAlong('width', readings);
  const heights = lengthsAlong('height', readings);
  if (widths.length === 0 || heights.length === 0) return null;
  const up = (mm: number) => roundLength(mm, rules.roundingStepMm, 'up');
  const down = (mm: number) => roundLength(mm, rules.roundingStepMm, 'down');
  const spread = (lengths: number[]) => Math.max(...lengths) - Math.min(...lengths);
  return {
    cutting: { widthMm: up(Math.max(...widths)), heightMm: up(Math.max(...heights)) },
    net: { widthMm: down(Math.min(...widths)), heightMm: down(Math.min(...heights)) },
    outOfSquareMm: Math.max(spread(widths), spread(heights)),
    missing: READING_PLACES.filter((place) => readings[place] === null),
  };
}

/** The place where the tape goes next, or null when all six are read. */
export function nextReadingPlace(readings: Readings): ReadingPlace | null {
  return READING_PLACES.find((place) => readings[place] === null) ?? null;
}
