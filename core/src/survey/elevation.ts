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
  let before = Math.min(0, ...innermost.map(({ left }) => left));
  return innermost
    .sort((a, b) => a.left - b.left || b.high - a.high)
    .map(({ left, right, low, high }) => {
      const gapBeforeMm = Math.max(0, left - before);
      before = Math.max(before, right);
      return { leftMm: left, sillMm: low - zero, widthMm: right - left, heightMm: high - low, gapBeforeMm };
    });
}
