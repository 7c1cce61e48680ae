import { MM_PER_UNIT } from '../units/index.ts';
import type { Size } from './pane.ts';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** An opening as it stands on a drawn elevation, mm; x from the left, the sill from the drawing's zero line. */
export interface DrawnOpening extends Size {
  readonly leftMm: number;
  readonly sillMm: number;
  readonly gapBeforeMm: number;
  /** The opening below it, as an index into the list, and how far its left is from that one's; null on its own along the wall. */
  readonly over: { readonly at: number; readonly fromLeftMm: number } | null;
}

export type DrawingUnit = keyof typeof MM_PER_UNIT;
/** What drawings are made in, the likelier first. */
export const DRAWING_UNITS = Object.keys(MM_PER_UNIT) as readonly DrawingUnit[];

/** Openings of most elevations are within these, mm. */
const USUAL_SIDE_MM = { from: 250, to: 4000 };

/** The unit a drawing is most likely made in, by its outlines; the first of those in which most of them are usual openings. */
export function likelyDrawingUnit(outlines: readonly (readonly Point[])[]): DrawingUnit {
  const longest = outlines.map((points) => {
    const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
    return Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  });
  const usual = (unit: DrawingUnit) =>
    longest.filter((side) => {
      const mm = side * MM_PER_UNIT[unit];
      return mm >= USUAL_SIDE_MM.from && mm <= USUAL_SIDE_MM.to;
    }).length;
  return DRAWING_UNITS.reduce((best, unit) => (usual(unit) > usual(best) ? unit : best));
}

/** Lines shorter than this are no glass: marks, hatching, arrow heads. */
const SMALLEST_OPENING_MM = 60;

/**
 * Turns the closed outlines of an elevation (x to the right, y up, in units of `mmPerUnit`) into openings from left to
 * right, each the box around its outline. An outline that lies inside another, as a pane in its frame, takes its place.
 */
export function openingsOfOutlines(
  outlines: readonly (readonly Point[])[],
  mmPerUnit: number,
): DrawnOpening[] {
  const boxes = outlines
    .filter((points) => points.length >= 3)
    .map((points) => {
      const xs = points.map(({ x }) => x * mmPerUnit);
      const ys = points.map(({ y }) => y * mmPerUnit);
      const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
      return { left, right, low, high };
    })
    .filter(
      ({ left, right, low, high }) =>
        right - left >= SMALLEST_OPENING_MM && high - low >= SMALLEST_OPENING_MM,
    );
  const holds = (outer: (typeof boxes)[number], inner: (typeof boxes)[number]) =>
    outer !== inner &&
    outer.left <= inner.left &&
    outer.right >= inner.right &&
    outer.low <= inner.low &&
    outer.high >= inner.high;
  const innermost = boxes.filter((box) => !boxes.some((other) => holds(box, other)));
  const zero = Math.min(0, ...innermost.map(({ low }) => low));
  const boxesByLeft = innermost.sort((a, b) => a.left - b.left || a.low - b.low);
  type OuterBox = (typeof boxesByLeft)[number];
  const shared = (one: OuterBox, other: OuterBox) =>
    Math.min(one.right, other.right) - Math.max(one.left, other.left);
  /** The nearest below it that most of it stands over. */
  const below = (box: OuterBox) =>
    boxesByLeft
      .filter((other) => other.high <= box.low && shared(box, other) > (box.right - box.left) / 2)
      .sort((a, b) => b.high - a.high)[0];
  let before = Math.min(0, ...innermost.map(({ left }) => left));
  return boxesByLeft.map((box) => {
    const { left, right, low, high } = box;
    const base = below(box);
    const gapBeforeMm = base ? 0 : Math.max(0, left - before);
    if (!base) before = Math.max(before, right);
    return {
      leftMm: left,
      sillMm: low - zero,
      widthMm: right - left,
      heightMm: high - low,
      gapBeforeMm,
      over: base ? { at: boxesByLeft.indexOf(base), fromLeftMm: left - base.left } : null,
    };
  });
}
