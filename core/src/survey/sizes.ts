import { roundLength } from '../units/index.ts';
import {
  DIAGONAL_PLACES,
  READING_PLACES,
  axisOf,
  lengthsAt,
  type Axis,
  type ReadingPlace,
  type Readings,
  type Size,
} from './pane.ts';
import {
  RECTANGLE,
  paneOutline,
  placesOfShape,
  readingsOfShape,
  sizeOfBlocks,
  type PaneShape,
} from './shape.ts';

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
  /** By how much opposite sides, or the diagonals where both are read, differ at the most; 0 for shapes whose sides are not meant to agree. */
  readonly outOfSquareMm: number;
  /** The glass within the true outline; for a glass-block wall that of its blocks. */
  readonly areaMm2: number;
  readonly missing: readonly ReadingPlace[];
}

function lengthsAlong(axis: Axis, readings: Readings): number[] {
  return READING_PLACES.flatMap((place) => {
    return axisOf(place) === axis ? lengthsAt(readings[place]) : [];
  });
}

const spread = (lengths: readonly number[]) => Math.max(...lengths) - Math.min(...lengths);

/**
 * Takes readings in mm, the shop's rounding and the pane's shape; gives the cutting size (of the box around the true
 * outline), the net size, how far the pane is out of square and its area, or null until there is at least one width and
 * one height. A glass-block wall has its size from its blocks. Readings in doubt count: doubt asks, it never changes a
 * figure. A shape that its readings contradict is taken as its readings alone say.
 */
export function paneSizes(
  readings: Readings,
  rules: SizeRules,
  shape: PaneShape = RECTANGLE,
): PaneSizes | null {
  const counted = readingsOfShape(shape, readings);
  const widths = lengthsAlong('width', counted);
  const heights = lengthsAlong('height', counted);
  const blocks = shape.kind === 'blocks' ? sizeOfBlocks(shape) : null;
  if (!blocks && (widths.length === 0 || heights.length === 0)) return null;
  const up = (mm: number) => roundLength(mm, rules.roundingStepMm, 'up');
  const down = (mm: number) => roundLength(mm, rules.roundingStepMm, 'down');
  const missing = blocks ? [] : placesOfShape(shape).filter((place) => readings[place] === null);
  const square = shape.kind === 'rectangle' && shape.cornerRadiusMm === 0;
  const outline = square ? null : paneOutline(shape, counted);
  const largest = blocks ?? { widthMm: Math.max(...widths), heightMm: Math.max(...heights) };
  const areaMm2 = outline?.ok ? outline.value.areaMm2 : largest.widthMm * largest.heightMm;
  const rounded = (most: Size, least: Size) => ({
    cutting: { widthMm: up(most.widthMm), heightMm: up(most.heightMm) },
    net: { widthMm: down(least.widthMm), heightMm: down(least.heightMm) },
    areaMm2,
    missing,
  });
  if (blocks || (outline?.ok && shape.kind !== 'rectangle')) {
    const box = blocks ?? (outline?.ok ? outline.value.bounding : largest);
    return { ...rounded(box, box), outOfSquareMm: 0 };
  }
  const smallest = { widthMm: Math.min(...widths), heightMm: Math.min(...heights) };
  const [falling, rising] = DIAGONAL_PLACES.map((place) => readings[place]?.mm);
  const lean = falling === undefined || rising === undefined ? 0 : Math.abs(falling - rising);
  return { ...rounded(largest, smallest), outOfSquareMm: Math.max(spread(widths), spread(heights), lean) };
}

/** The place where the tape goes next, or null when all of the shape are read. */
export function nextReadingPlace(readings: Readings, shape: PaneShape = RECTANGLE): ReadingPlace | null {
  if (shape.kind === 'blocks') return null;
  return placesOfShape(shape).find((place) => readings[place] === null) ?? null;
}
