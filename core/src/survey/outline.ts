import type { Size } from './pane.ts';

/** A corner of an outline, mm, x to the right and y down, seen from inside. */
export interface OutlineCorner {
  readonly x: number;
  readonly y: number;
  /**
   * The arc to the next corner, bowing outwards: tangent of a quarter of its angle (rise over half the chord); 0 for a
   * straight side.
   */
  readonly bulge: number;
}

/** The true outline of a pane, clockwise as seen from inside, in the corner of its bounding box. */
export interface Outline {
  readonly corners: readonly OutlineCorner[];
  readonly areaMm2: number;
  readonly bounding: Size;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

interface Arc {
  readonly centre: Point;
  readonly radiusMm: number;
  /** Angle of its first point as seen from the centre, and how far it goes, radians, clockwise on the drawing. */
  readonly from: number;
  readonly sweep: number;
}

function arcOf(a: OutlineCorner, b: Point): Arc | null {
  if (a.bulge === 0) return null;
  const chord = Math.hypot(b.x - a.x, b.y - a.y);
  const sweep = 4 * Math.atan(a.bulge);
  const radiusMm = chord / (2 * Math.sin(sweep / 2));
  const inward = { x: -(b.y - a.y) / chord, y: (b.x - a.x) / chord };
  const toCentre = radiusMm * Math.cos(sweep / 2);
  const centre = {
    x: (a.x + b.x) / 2 + inward.x * toCentre,
    y: (a.y + b.y) / 2 + inward.y * toCentre,
  };
  return { centre, radiusMm, from: Math.atan2(a.y - centre.y, a.x - centre.x), sweep };
}

const sides = (corners: readonly OutlineCorner[]) =>
  corners.map((corner, at) => ({ corner, next: corners[(at + 1) % corners.length] ?? corner }));

/** Where an arc reaches furthest left, right, up and down. */
function extremesOf({ centre, radiusMm, from, sweep }: Arc): Point[] {
  return [0, 1, 2, 3, 4, 5, 6, 7].flatMap((quarter) => {
    const angle = -2 * Math.PI + (quarter * Math.PI) / 2;
    const within = (((angle - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
    return within <= sweep
      ? [{ x: centre.x + radiusMm * Math.cos(angle), y: centre.y + radiusMm * Math.sin(angle) }]
      : [];
  });
}

/**
 * Area within an outline in mm²: the shoelace formula for its corners and the circular segment r²/2 (θ - sin θ) for each
 * arc.
 */
function areaOf(corners: readonly OutlineCorner[]): number {
  return sides(corners).reduce((sum, { corner, next }) => {
    const arc = arcOf(corner, next);
    const segment = arc ? (arc.radiusMm ** 2 / 2) * (arc.sweep - Math.sin(arc.sweep)) : 0;
    return sum + (corner.x * next.y - next.x * corner.y) / 2 + segment;
  }, 0);
}

/** An outline from its corners, clockwise; it is moved so that its bounding box begins at 0. */
export function outlineOf(corners: readonly OutlineCorner[]): Outline {
  const reach = sides(corners).flatMap(({ corner, next }) => {
    const arc = arcOf(corner, next);
    return arc ? [corner, ...extremesOf(arc)] : [corner];
  });
  const left = Math.min(...reach.map(({ x }) => x));
  const top = Math.min(...reach.map(({ y }) => y));
  return {
    corners: corners.map(({ x, y, bulge }) => ({ x: x - left, y: y - top, bulge })),
    areaMm2: areaOf(corners),
    bounding: {
      widthMm: Math.max(...reach.map(({ x }) => x)) - left,
      heightMm: Math.max(...reach.map(({ y }) => y)) - top,
    },
  };
}

/** The path of closed corners for SVG, arcs as arcs. `place` puts a corner where it is drawn, `scale` goes with it. */
export function svgPath(
  corners: readonly OutlineCorner[],
  place: (corner: Pick<OutlineCorner, 'x' | 'y'>) => Pick<OutlineCorner, 'x' | 'y'> = (corner) => corner,
  scale = 1,
): string {
  const at = (corner: OutlineCorner) => {
    const { x, y } = place(corner);
    return `${Number(x.toFixed(3))} ${Number(y.toFixed(3))}`;
  };
  const [first] = corners;
  if (!first) return '';
  const sides = corners.map((corner, index) => {
    const next = corners[(index + 1) % corners.length] ?? corner;
    if (corner.bulge === 0) return `L${at(next)}`;
    const sweep = 4 * Math.atan(corner.bulge);
    const radius = (Math.hypot(next.x - corner.x, next.y - corner.y) / (2 * Math.sin(sweep / 2))) * scale;
    return `A${Number(radius.toFixed(3))} ${Number(radius.toFixed(3))} 0 ${sweep > Math.PI ? 1 : 0} 1 ${at(next)}`;
  });
  return `M${at(first)}${sides.join('')}Z`;
}

/** An arc of an outline, as it is struck with a string: its centre and radius, mm. */
export interface StruckArc {
  readonly centre: { readonly x: number; readonly y: number };
  readonly radiusMm: number;
}

/** The arcs of an outline in the order of its corners. */
export function arcsOf(corners: readonly OutlineCorner[]): StruckArc[] {
  return sides(corners).flatMap(({ corner, next }) => {
    const arc = arcOf(corner, next);
    return arc ? [{ centre: arc.centre, radiusMm: arc.radiusMm }] : [];
  });
}

const NEARLY = 1e-6;

/** Where the sides of an outline cross an upright line, y from the top down, in rising order; an upright side gives its ends. */
export function crossingsAt(corners: readonly OutlineCorner[], x: number): number[] {
  const found = sides(corners).flatMap(({ corner, next }): number[] => {
    const arc = arcOf(corner, next);
    if (!arc) {
      const [from, to] = [Math.min(corner.x, next.x), Math.max(corner.x, next.x)];
      if (x < from - NEARLY || x > to + NEARLY) return [];
      if (to - from < NEARLY) return [corner.y, next.y];
      return [corner.y + ((next.y - corner.y) * (x - corner.x)) / (next.x - corner.x)];
    }
    const { centre, radiusMm, from, sweep } = arc;
    const across = x - centre.x;
    if (Math.abs(across) > radiusMm + NEARLY) return [];
    const half = Math.sqrt(Math.max(0, radiusMm ** 2 - across ** 2));
    return [centre.y - half, centre.y + half].filter((y) => {
      const angle = Math.atan2(y - centre.y, across);
      const into = (((angle - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
      return into <= sweep + NEARLY || into >= 2 * Math.PI - NEARLY;
    });
  });
  return found.sort((a, b) => a - b).filter((y, at, all) => at === 0 || y - (all[at - 1] ?? 0) > NEARLY);
}

/** An outline as points, arcs as so many short straight pieces. */
export function outlinePoints(
  { corners }: { readonly corners: readonly OutlineCorner[] },
  arcParts: number,
): Point[] {
  return sides(corners).flatMap(({ corner, next }) => {
    const arc = arcOf(corner, next);
    if (!arc) return [{ x: corner.x, y: corner.y }];
    return Array.from({ length: arcParts }, (_, part) => {
      const angle = arc.from + (arc.sweep * part) / arcParts;
      return {
        x: arc.centre.x + arc.radiusMm * Math.cos(angle),
        y: arc.centre.y + arc.radiusMm * Math.sin(angle),
      };
    });
  });
}
