import { outlinePoints as pointsOf, type Outline, type Side, type Size } from '../../survey/index.ts';
import type { Area, Point } from './marks.ts';

/** Straight pieces that stand for an arc. */
const ARC_PARTS = 24;

/** An outline as points, arcs as short straight pieces. */
export const outlinePoints = (outline: Pick<Outline, 'corners'>): readonly Point[] =>
  pointsOf(outline, ARC_PARTS);

export const rectanglePoints = ({ left, top, width, height }: Area): readonly Point[] => [
  { x: left, y: top },
  { x: left + width, y: top },
  { x: left + width, y: top + height },
  { x: left, y: top + height },
];

/** An outline (clockwise) drawn in by a distance, mm: each corner along the bisector of its sides. */
export function drawnIn(points: readonly Point[], mm: number): readonly Point[] {
  const normal = (from: Point, to: Point): Point => {
    const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
    return { x: -(to.y - from.y) / length, y: (to.x - from.x) / length };
  };
  return points.map((point, at) => {
    const before = points[(at + points.length - 1) % points.length] ?? point;
    const next = points[(at + 1) % points.length] ?? point;
    const [a, b] = [normal(before, point), normal(point, next)];
    const sum = { x: a.x + b.x, y: a.y + b.y };
    const scale = (2 * mm) / (sum.x ** 2 + sum.y ** 2 || 1);
    return { x: point.x + sum.x * scale, y: point.y + sum.y * scale };
  });
}

/** Which side of its box a piece of an outline faces: by its outward normal; a slope belongs where it looks most. */
function facing(from: Point, to: Point): Side {
  const [nx, ny] = [to.y - from.y, -(to.x - from.x)];
  if (Math.abs(ny) >= Math.abs(nx)) return ny < 0 ? 'top' : 'bottom';
  return nx < 0 ? 'left' : 'right';
}

/** How long each side of an outline is, mm; an arc belongs to the sides that its pieces face. */
export function sideLengths(outline: Pick<Outline, 'corners'>): Readonly<Record<Side, number>> {
  const points = outlinePoints(outline);
  const lengths = { left: 0, top: 0, right: 0, bottom: 0 };
  points.forEach((from, at) => {
    const to = points[(at + 1) % points.length] ?? from;
    lengths[facing(from, to)] += Math.hypot(to.x - from.x, to.y - from.y);
  });
  return lengths;
}

/** The uprights of an outline at a height: where it begins and ends from the left; null above or below it. */
export function acrossAt(points: readonly Point[], y: number): readonly [number, number] | null {
  const hits = points.flatMap((from, at) => {
    const to = points[(at + 1) % points.length] ?? from;
    if (from.y === to.y || y < Math.min(from.y, to.y) || y > Math.max(from.y, to.y)) return [];
    return [from.x + ((to.x - from.x) * (y - from.y)) / (to.y - from.y)];
  });
  return hits.length < 2 ? null : [Math.min(...hits), Math.max(...hits)];
}

export const wholeArea = ({ widthMm, heightMm }: Size): Area => ({
  left: 0,
  top: 0,
  width: widthMm,
  height: heightMm,
});
