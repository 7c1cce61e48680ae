import type { Side } from '../../survey/index.ts';

/* What is drawn at a step: strokes, points and labels on the glass that film covers. mm from its top left corner, x to the right, y down. */

export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface Area {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** What a stroke is: how water is spread, a squeegee goes, a blade cuts, an edge is wicked, a bead is gunned. */
export const STROKE_ROLES = [
  'wet',
  'scrape',
  'set',
  'squeegee',
  'relief',
  'cut',
  'meet',
  'level',
  'seam',
  'wick',
  'bead',
  'start',
  'stop',
  'gap',
  'look',
  'lead',
  'roll',
] as const;
export type StrokeRole = (typeof STROKE_ROLES)[number];

export interface Stroke {
  readonly kind: 'stroke';
  readonly role: StrokeRole;
  readonly path: readonly Point[];
  /** How broad the tool is; 0 for a line. */
  readonly widthMm: number;
  /** Where it comes in the order of the hands; null for what is only a line to go by. */
  readonly order: number | null;
}

/** A place to mind: where hands change, tape holds, a mark is made, a corner is met. */
export interface Spot {
  readonly kind: 'spot';
  readonly role: 'changeHands' | 'tape' | 'mark' | 'patternStart' | 'moveStraightEdge';
  readonly at: Point;
}

export interface Label {
  readonly kind: 'label';
  readonly at: Point;
  readonly says:
    | { readonly code: 'stopShort' | 'gap' | 'seamAt' | 'overlap' | 'wickFrom' | 'legs'; readonly mm: number }
    | {
        readonly code: 'level';
        readonly side: Side;
        readonly mm: number;
        readonly overFloorMm: number | null;
      }
    | { readonly code: 'factoryEdge' | 'changeHands' | 'startHere' }
    | { readonly code: 'pattern'; readonly acrossMm: number; readonly alongMm: number }
    | { readonly code: 'straightEdge'; readonly moves: number };
}

export type Mark = Stroke | Spot | Label;

export const stroke = (
  role: StrokeRole,
  path: readonly Point[],
  order: number | null = null,
  widthMm = 0,
): Stroke => ({ kind: 'stroke', role, path, order, widthMm });

export function lengthOf(path: readonly Point[]): number {
  return path.slice(1).reduce((sum, { x, y }, at) => {
    const before = path[at] ?? { x, y };
    return sum + Math.hypot(x - before.x, y - before.y);
  }, 0);
}

/** The strokes that hands make, in their order. */
export function handsWay(marks: readonly Mark[]): readonly Stroke[] {
  return marks
    .flatMap((mark) => (mark.kind === 'stroke' && mark.order !== null ? [mark] : []))
    .sort((one, other) => (one.order ?? 0) - (other.order ?? 0));
}

/** Where the hand is after a share (0 to 1) of its way, and how far along which stroke; null where hands make none. */
export function handAt(
  marks: readonly Mark[],
  share: number,
): { readonly at: Point; readonly stroke: number; readonly shareOfStroke: number } | null {
  const way = handsWay(marks);
  const lengths = way.map(({ path }) => Math.max(1, lengthOf(path)));
  const all = lengths.reduce((sum, each) => sum + each, 0);
  let left = Math.min(1, Math.max(0, share)) * all;
  for (const [number, each] of way.entries()) {
    const length = lengths[number] ?? 1;
    if (left > length && number < way.length - 1) {
      left -= length;
      continue;
    }
    const part = Math.min(1, left / length);
    let along = part * lengthOf(each.path);
    for (const [at, to] of each.path.slice(1).entries()) {
      const from = each.path[at] ?? to;
      const leg = Math.hypot(to.x - from.x, to.y - from.y);
      if (along > leg && at < each.path.length - 2) {
        along -= leg;
        continue;
      }
      const t = leg === 0 ? 0 : Math.min(1, along / leg);
      const point = { x: from.x + (to.x - from.x) * t, y: from.y + (to.y - from.y) * t };
      return { at: point, stroke: number, shareOfStroke: part };
    }
    return each.path[0] ? { at: each.path[0], stroke: number, shareOfStroke: part } : null;
  }
  return null;
}
