import type { OutlineCorner } from './outline.ts';

interface Point {
  readonly x: number;
  readonly y: number;
}

/** One side of an outline moved inward: a straight line, or an arc about the same centre. */
interface MovedSide {
  readonly from: Point;
  /** Unit vector along the side at its first and at its last corner, and square to it into the outline. */
  readonly startAlong: Point;
  readonly endAlong: Point;
  readonly arc: { readonly centre: Point; readonly radiusMm: number } | null;
  readonly gapMm: number;
}

const unit = (x: number, y: number): Point => ({ x: x / Math.hypot(x, y), y: y / Math.hypot(x, y) });
/** Into an outline that runs clockwise with y down: to the right of the way along it. */
const inward = ({ x, y }: Point): Point => ({ x: -y, y: x });
const moved = ({ x, y }: Point, along: Point, mm: number): Point => {
  const into = inward(along);
  return { x: x + into.x * mm, y: y + into.y * mm };
};

function sideOf(corner: OutlineCorner, next: OutlineCorner, gapMm: number): MovedSide {
  const chord = unit(next.x - corner.x, next.y - corner.y);
  if (corner.bulge === 0)
    return { from: moved(corner, chord, gapMm), startAlong: chord, endAlong: chord, arc: null, gapMm };
  const sweep = 4 * Math.atan(corner.bulge);
  const chordMm = Math.hypot(next.x - corner.x, next.y - corner.y);
  const radiusMm = chordMm / (2 * Math.sin(sweep / 2));
  const centre = moved(
    { x: (corner.x + next.x) / 2, y: (corner.y + next.y) / 2 },
    chord,
    radiusMm * Math.cos(sweep / 2),
  );
  // Along an arc that bows outward one turns right: the way at a corner stands square to its radius.
  const alongAt = ({ x, y }: Point) => unit(-(y - centre.y), x - centre.x);
  const arc = { centre, radiusMm: radiusMm - gapMm };
  return {
    from: moved(corner, alongAt(corner), gapMm),
    startAlong: alongAt(corner),
    endAlong: alongAt(next),
    arc,
    gapMm,
  };
}

const NEARLY_TANGENT = 1e-6;

function lineMeetsLine(one: MovedSide, other: MovedSide): Point | null {
  const [a, b] = [one.startAlong, other.startAlong];
  const cross = a.x * b.y - a.y * b.x;
  if (Math.abs(cross) < NEARLY_TANGENT) return null;
  const share = ((other.from.x - one.from.x) * b.y - (other.from.y - one.from.y) * b.x) / cross;
  return { x: one.from.x + a.x * share, y: one.from.y + a.y * share };
}

function lineMeetsArc(line: MovedSide, arc: NonNullable<MovedSide['arc']>, near: Point): Point | null {
  const along = line.startAlong;
  const toCentre = { x: arc.centre.x - line.from.x, y: arc.centre.y - line.from.y };
  const foot = toCentre.x * along.x + toCentre.y * along.y;
  const apart = toCentre.x * -along.y + toCentre.y * along.x;
  const half = Math.sqrt(Math.max(0, arc.radiusMm ** 2 - apart ** 2));
  if (Math.abs(apart) > arc.radiusMm + 1e-3) return null;
  return nearest(
    [foot - half, foot + half].map((mm) => ({
      x: line.from.x + along.x * mm,
      y: line.from.y + along.y * mm,
    })),
    near,
  );
}

function arcMeetsArc(
  one: NonNullable<MovedSide['arc']>,
  other: NonNullable<MovedSide['arc']>,
  near: Point,
): Point | null {
  const [dx, dy] = [other.centre.x - one.centre.x, other.centre.y - one.centre.y];
  const apart = Math.hypot(dx, dy);
  if (apart < NEARLY_TANGENT) return null;
  const along = (apart ** 2 + one.radiusMm ** 2 - other.radiusMm ** 2) / (2 * apart);
  const square = one.radiusMm ** 2 - along ** 2;
  if (square < 0) return null;
  const up = Math.sqrt(square);
  const at = { x: one.centre.x + (dx / apart) * along, y: one.centre.y + (dy / apart) * along };
  return nearest(
    [up, -up].map((mm) => ({ x: at.x - (dy / apart) * mm, y: at.y + (dx / apart) * mm })),
    near,
  );
}

function nearest(points: readonly Point[], to: Point): Point | null {
  const apart = ({ x, y }: Point) => Math.hypot(x - to.x, y - to.y);
  return [...points].sort((a, b) => apart(a) - apart(b))[0] ?? null;
}

/** Where two neighbouring sides meet once they are moved inward, near the corner they had. */
function cornerOf(before: MovedSide, after: MovedSide): Point {
  const { endAlong: a } = before;
  const { startAlong: b } = after;
  const tangent = Math.abs(a.x * b.y - a.y * b.x) < NEARLY_TANGENT && a.x * b.x + a.y * b.y > 0;
  if (tangent && before.gapMm === after.gapMm) return after.from;
  const met =
    before.arc && after.arc
      ? arcMeetsArc(before.arc, after.arc, after.from)
      : before.arc
        ? lineMeetsArc(after, before.arc, after.from)
        : after.arc
          ? lineMeetsArc(before, after.arc, after.from)
          : lineMeetsLine(before, after);
  return met ?? after.from;
}

/** The bulge of an arc about a centre from one point clockwise to the next. */
function bulgeBetween(centre: Point, from: Point, to: Point): number {
  const angle = (at: Point) => Math.atan2(at.y - centre.y, at.x - centre.x);
  const sweep = (((angle(to) - angle(from)) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  return Math.tan(sweep / 4);
}

/**
 * The outline that lies inside another by a gap square to each side, mm: straight sides move in parallel, arcs keep their
 * centre. Takes a convex outline, clockwise with y down (as `paneOutline` gives it), and the gap at each of its sides; an
 * arc tighter than its gap becomes a corner. Parallel curves of lines and arcs: any textbook of plane geometry.
 */
export function outlineInside(
  corners: readonly OutlineCorner[],
  gapMmAt: (side: number) => number,
): OutlineCorner[] {
  const all = corners.map((corner, at) =>
    sideOf(corner, corners[(at + 1) % corners.length] ?? corner, gapMmAt(at)),
  );
  const sides = all.filter(({ arc }) => arc === null || arc.radiusMm > NEARLY_TANGENT);
  const points = sides.map((side, at) => cornerOf(sides.at(at - 1) ?? side, side));
  return sides.map((side, at): OutlineCorner => {
    const from = points[at] ?? side.from;
    const to = points[(at + 1) % points.length] ?? side.from;
    return { ...from, bulge: side.arc ? bulgeBetween(side.arc.centre, from, to) : 0 };
  });
}
