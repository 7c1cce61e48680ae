import { SMALLEST_LACK_MM } from '../../units/index.ts';
import type { PlanSource } from '../format/cutPlan.ts';
import { phaseOf, type Layout } from './layouts.ts';
import { type Shape } from './shapes.ts';
import type { RollEdge } from '../format/planJob.ts';

/** A piece in its place: `x` across the roll, `y` along it from the free end of its pull. */
export interface PlacedShape {
  readonly copyKey: string;
  readonly panel: number;
  readonly panels: number;
  readonly shape: Shape;
  readonly acrossAtMm: number;
  readonly alongAtMm: number;
}

/** A strip between two slits of a pull; pieces stand in it one after the other from the free end. */
export interface OpenStrip {
  readonly fromMm: number;
  readonly widthMm: number;
  /** The side of the strip along which its pieces are lined up. */
  readonly lineUp: RollEdge;
  readonly filled: number;
  readonly pieces: readonly PlacedShape[];
}

export interface OpenPull {
  readonly startMm: number;
  readonly lengthMm: number;
  /** Strips from the left roll edge inward, and from the right roll edge inward. */
  readonly left: readonly OpenStrip[];
  readonly right: readonly OpenStrip[];
}

/** A roll or offcut with what is cut from it so far. Values are replaced, never changed. */
export interface OpenSource {
  readonly source: PlanSource;
  readonly factoryEdges: readonly RollEdge[];
  readonly costPerMm: number;
  /** No pull is slit at more places. */
  readonly mostSlits: number;
  /** No pull is longer. */
  readonly longestPullMm: number;
  readonly usedMm: number;
  readonly pulls: readonly OpenPull[];
}

interface Spot {
  readonly addedCost: number;
  /** Film this spot wastes or keeps from others, mm²: the second thing to go by. */
  readonly waste: number;
  readonly place: (piece: Omit<PlacedShape, 'acrossAtMm' | 'alongAtMm'>) => OpenSource;
}

const innerLeft = (pull: OpenPull) => pull.left.at(-1)?.fromMm ?? 0;
const leftEnd = (pull: OpenPull) => {
  const strip = pull.left.at(-1);
  return strip ? innerLeft(pull) + strip.widthMm : 0;
};
const rightEnd = (pull: OpenPull, width: number) => pull.right.at(-1)?.fromMm ?? width;

function replaced<Item>(list: readonly Item[], at: number, item: Item): Item[] {
  return list.map((old, index) => (index === at ? item : old));
}

function withPull(source: OpenSource, at: number, pull: OpenPull): OpenSource {
  return { ...source, pulls: replaced(source.pulls, at, pull) };
}

/** Whether a strip lies where the shape's lane asks for. Strip 0 of a side is the one on the roll's edge. */
function stripSuits(shape: Shape, side: RollEdge, index: number, strip: OpenStrip, width: number): boolean {
  switch (shape.lane) {
    case 'free':
      return true;
    case 'both':
      return Math.abs(strip.widthMm - width) < SMALLEST_LACK_MM;
    case 'left':
    case 'right':
      return index === 0 && side === shape.lane && (side === 'right' || strip.fromMm === 0);
  }
}

interface Room {
  /** Behind the pieces of its strips, at the most. */
  readonly behindMm: number;
  /** Beside its strips. */
  readonly besideMm: number;
}

/** What is free in a pull. Pulls are values that are replaced: most of them stay full, and are looked at for every piece. */
const roomOf = new WeakMap<OpenPull, Room>();

function roomIn(pull: OpenPull, width: number): Room {
  const known = roomOf.get(pull);
  if (known) return known;
  const rooms = [...pull.left, ...pull.right].map(({ filled }) => pull.lengthMm - filled);
  const room = { behindMm: Math.max(0, ...rooms), besideMm: rightEnd(pull, width) - leftEnd(pull) };
  roomOf.set(pull, room);
  return room;
}

function stripSpots(source: OpenSource, shape: Shape): Spot[] {
  const { width } = source.source;
  return source.pulls.flatMap((pull, pullAt) => {
    if (shape.alongMm > roomIn(pull, width).behindMm + SMALLEST_LACK_MM) return [];
    return (['left', 'right'] as const).flatMap((side) =>
      pull[side].flatMap((strip, stripAt): Spot[] => {
        const room = pull.lengthMm - strip.filled;
        if (shape.alongMm > room + SMALLEST_LACK_MM || shape.acrossMm > strip.widthMm + SMALLEST_LACK_MM)
          return [];
        if (!stripSuits(shape, side, stripAt, strip, width)) return [];
        const x = strip.lineUp === 'left' ? strip.fromMm : strip.fromMm + strip.widthMm - shape.acrossMm;
        const waste =
          (strip.widthMm - shape.acrossMm) * shape.alongMm +
          Math.min(room - shape.alongMm, shape.alongMm / 4) * strip.widthMm * 0.01;
        const place: Spot['place'] = (piece) => {
          const placed = { ...piece, acrossAtMm: x, alongAtMm: strip.filled };
          const grown = { ...strip, filled: strip.filled + shape.alongMm, pieces: [...strip.pieces, placed] };
          return withPull(source, pullAt, { ...pull, [side]: replaced(pull[side], stripAt, grown) });
        };
        return [{ addedCost: 0, waste, place }];
      }),
    );
  });
}

function newStrip(
  piece: Omit<PlacedShape, 'acrossAtMm' | 'alongAtMm'>,
  side: RollEdge,
  x: number,
  y: number,
): OpenStrip {
  const { acrossMm: w, alongMm: l } = piece.shape;
  return {
    fromMm: x,
    widthMm: w,
    lineUp: side,
    filled: y + l,
    pieces: [{ ...piece, acrossAtMm: x, alongAtMm: y }],
  };
}

function newStripSpots(source: OpenSource, shape: Shape): Spot[] {
  const { width } = source.source;
  const side: RollEdge = shape.lane === 'right' ? 'right' : 'left';
  return source.pulls.flatMap((pull, pullAt): Spot[] => {
    const room = roomIn(pull, width).besideMm;
    if (shape.acrossMm > room + SMALLEST_LACK_MM || shape.alongMm > pull.lengthMm + SMALLEST_LACK_MM)
      return [];
    if (shape.lane === 'both' || (shape.lane !== 'free' && pull[side].length > 0)) return [];
    const strips = pull.left.length + pull.right.length;
    const slits = strips + (room - shape.acrossMm > SMALLEST_LACK_MM ? 1 : 0);
    if (strips > 0 && slits > source.mostSlits) return [];
    const x = side === 'left' ? leftEnd(pull) : rightEnd(pull, width) - shape.acrossMm;
    const waste = (pull.lengthMm - shape.alongMm) * shape.acrossMm * 0.5;
    const place: Spot['place'] = (piece) =>
      withPull(source, pullAt, { ...pull, [side]: [...pull[side], newStrip(piece, side, x, 0)] });
    return [{ addedCost: 0, waste, place }];
  });
}

/** Where the pattern of the first panel begins along its roll, so that its sisters can follow. */
type PatternStart = number | null;

function newPullSpot(source: OpenSource, shape: Shape, patternStart: PatternStart): Spot | null {
  const { width, length } = source.source;
  const { phase } = shape;
  const offset =
    phase && patternStart !== null
      ? phaseOf(patternStart + phase.along - source.usedMm, phase.repeatAlong)
      : 0;
  const pullLength = offset + shape.alongMm;
  const edgesMissing =
    (shape.lane === 'left' && phase !== null && phase.x > 0) ||
    (shape.lane === 'both' && Math.abs(shape.acrossMm - width) > SMALLEST_LACK_MM);
  if (
    source.usedMm + pullLength > length + SMALLEST_LACK_MM ||
    pullLength > source.longestPullMm + SMALLEST_LACK_MM ||
    shape.acrossMm > width + SMALLEST_LACK_MM ||
    edgesMissing
  )
    return null;
  const side: RollEdge = shape.lane === 'right' ? 'right' : 'left';
  const x = phase ? phase.x : side === 'left' ? 0 : width - shape.acrossMm;
  return {
    addedCost: source.costPerMm * pullLength,
    waste: (width - shape.acrossMm) * pullLength * 0.5,
    place: (piece) => {
      const strips = [newStrip(piece, side, x, offset)];
      const pull: OpenPull = {
        startMm: source.usedMm,
        lengthMm: pullLength,
        left: [],
        right: [],
        [side]: strips,
      };
      return { ...source, usedMm: source.usedMm + pullLength, pulls: [...source.pulls, pull] };
    },
  };
}

function edgesAreThere(shape: Shape, source: OpenSource): boolean {
  const has = (edge: RollEdge) => source.factoryEdges.includes(edge);
  if (shape.lane === 'both') return has('left') && has('right');
  return shape.lane === 'free' || has(shape.lane);
}

function bestSpot(source: OpenSource, shape: Shape, patternStart: PatternStart): Spot | null {
  if (!edgesAreThere(shape, source)) return null;
  const fresh = newPullSpot(source, shape, patternStart);
  const inPulls = shape.phase ? [] : [...stripSpots(source, shape), ...newStripSpots(source, shape)];
  return [...inPulls, ...(fresh ? [fresh] : [])].reduce<Spot | null>(
    (best, spot) => (best === null || isBetter(spot, best) ? spot : best),
    null,
  );
}

interface Scored {
  readonly addedCost: number;
  readonly waste: number;
}

export function isBetter(one: Scored, other: Scored): boolean {
  return one.addedCost < other.addedCost || (one.addedCost === other.addedCost && one.waste < other.waste);
}

export interface PlacedCopy extends Scored {
  readonly source: OpenSource;
}

/**
 * Lays all panels of one copy on one source, each in its best spot; null when they do not all go. `favour` weighs the
 * cost of each shape, so that a search can try other turns first; 1 leaves it as it is.
 */
export function layCopy(
  source: OpenSource,
  copyKey: string,
  layout: Layout,
  favour: (shape: Shape) => number,
): PlacedCopy | null {
  let at = source;
  let addedCost = 0;
  let waste = 0;
  let patternStart: PatternStart = null;
  for (const [panel, shapes] of layout.entries()) {
    let best: (Spot & { shape: Shape; weighed: number }) | null = null;
    for (const shape of shapes) {
      const spot = bestSpot(at, shape, patternStart);
      if (!spot) continue;
      const weighed = spot.addedCost * favour(shape);
      if (!best || isBetter({ ...spot, addedCost: weighed }, { ...best, addedCost: best.weighed }))
        best = { ...spot, shape, weighed };
    }
    if (!best) return null;
    if (best.shape.phase && patternStart === null) patternStart = at.usedMm - best.shape.phase.along;
    at = best.place({ copyKey, panel: panel + 1, panels: layout.length, shape: best.shape });
    addedCost += best.weighed;
    waste += best.waste;
  }
  return { source: at, addedCost, waste };
}
