import { READING_PLACES, axisOf, type Axis, type ReadingPlace, type Readings } from '../pane.ts';
import type { SizedPane } from './surveyed.ts';

/** The other places where a dimension is read, and what they say at this one. */
export interface Sisters {
  readonly expectedMm: number;
  readonly apartMm: number;
  readonly count: number;
}

export const placesOf = (axis: Axis): readonly ReadingPlace[] =>
  READING_PLACES.filter((place) => axisOf(place) === axis);

export function medianOf(lengths: readonly number[]): number {
  const sorted = [...lengths].sort((a, b) => a - b);
  const low = sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
  const high = sorted[Math.ceil((sorted.length - 1) / 2)] ?? 0;
  return (low + high) / 2;
}

/** Where along the pane a place lies, from 0 to 1. */
const ALONG: Readonly<Record<ReadingPlace, number>> = {
  widthTop: 0,
  widthMiddle: 0.5,
  widthBottom: 1,
  heightLeft: 0,
  heightMiddle: 0.5,
  heightRight: 1,
};

/**
 * What the sister readings say a reading should be: their middle value or, for a pane that leans evenly, the straight
 * line through them, whichever is nearer. Null without sisters.
 */
export function sistersSay(place: ReadingPlace, readings: Readings): Sisters | null {
  const own = readings[place];
  const others = placesOf(axisOf(place)).flatMap((other) => {
    const reading = other === place ? null : readings[other];
    return reading ? [{ at: ALONG[other], mm: reading.mm }] : [];
  });
  const [first, second] = others;
  if (!own || !first) return null;
  const level = medianOf(others.map(({ mm }) => mm));
  const candidates = [level];
  if (second) {
    const slope = (second.mm - first.mm) / (second.at - first.at);
    candidates.push(first.mm + slope * (ALONG[place] - first.at));
  }
  const off = (mm: number) => Math.abs(own.mm - mm);
  const expectedMm = candidates.reduce((best, mm) => (off(mm) < off(best) ? mm : best));
  return { expectedMm, apartMm: off(expectedMm), count: others.length };
}

/** The middle value of all that was read of a dimension. */
export function sizeAlong(axis: Axis, readings: Readings): number | null {
  const lengths = placesOf(axis).flatMap((place) => readings[place]?.mm ?? []);
  return lengths.length > 0 ? medianOf(lengths) : null;
}

export interface TwinSize {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly count: number;
}

/** Middle sizes of panes, in groups that agree within a tolerance; the largest group first. */
export function sizeGroups(panes: readonly SizedPane[], toleranceMm: number): TwinSize[] {
  const groups: { widths: number[]; heights: number[]; widthMm: number; heightMm: number }[] = [];
  for (const { widthMm, heightMm } of panes) {
    if (widthMm === null || heightMm === null) continue;
    const found = groups.find(
      (group) =>
        Math.abs(group.widthMm - widthMm) <= toleranceMm &&
        Math.abs(group.heightMm - heightMm) <= toleranceMm,
    );
    if (found) {
      found.widths.push(widthMm);
      found.heights.push(heightMm);
    } else groups.push({ widths: [widthMm], heights: [heightMm], widthMm, heightMm });
  }
  return groups
    .map(({ widths, heights }) => ({
      widthMm: medianOf(widths),
      heightMm: medianOf(heights),
      count: widths.length,
    }))
    .sort((a, b) => b.count - a.count);
}
