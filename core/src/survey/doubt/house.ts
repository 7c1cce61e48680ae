import type { Axis, Readings } from '../pane.ts';
import { medianOf, placesOf } from './evidence.ts';
import type { DoubtRules, SizedPane } from './surveyed.ts';

/** What the readings of a house scatter by of themselves, one standard deviation, mm. */
export interface Unevenness {
  /** Readings of one dimension at different places of a pane, a lean set aside. */
  readonly sisters: number;
  /** Sizes of panes that are meant to be alike. */
  readonly twins: number;
  /** Diagonals against the sides, by the parallelogram law. */
  readonly diagonals: number;
}

/** A tolerance of the house rules stands for so many standard deviations: what honest readings hardly ever exceed. */
export const SIGMAS = 3.9;
/** What is taken before anything is known weighs as much as so many readings. */
const PRIOR_WEIGHT = 6;
/** Fewer readings than this teach nothing: a single slip among them would pass for unevenness. */
const LEAST_OF = { house: 8, wall: 16 };
/** Turns a median of absolute values into the standard deviation of a normal distribution (1/0.6745). */
const MAD_TO_SIGMA = 1.4826;
const DIAGONAL_PRIOR_MM = 5 / SIGMAS;

interface Scatter {
  readonly sigmaMm: number;
  /** How many of the figures it was learnt from. */
  readonly count: number;
}

/** What figures with a mean of nothing scatter by, a quarter of them wrong or not. */
function scatterOf(deviations: readonly number[]): Scatter {
  return {
    sigmaMm: deviations.length === 0 ? 0 : MAD_TO_SIGMA * medianOf(deviations.map(Math.abs)),
    count: deviations.length,
  };
}

/** A scatter that was learnt, held together with what is taken before anything is known. */
function withPrior({ sigmaMm, count }: Scatter, priorMm: number, least: number): number {
  if (count < least) return priorMm;
  return Math.sqrt((count * sigmaMm ** 2 + PRIOR_WEIGHT * priorMm ** 2) / (count + PRIOR_WEIGHT));
}

/**
 * What three readings of one dimension are off a straight line, or two off each other, as deviations of a single reading
 * (the second difference of three independent readings has six times the variance of one, the difference of two twice).
 */
function sisterDeviations(readings: Readings, axis: Axis): { of3: number[]; of2: number[] } {
  const lengths = placesOf(axis).map((place) => readings[place]?.mm ?? null);
  const [first = null, middle = null, last = null] = lengths;
  if (first !== null && middle !== null && last !== null)
    return { of3: [(first - 2 * middle + last) / Math.sqrt(6)], of2: [] };
  const [one, other] = lengths.filter((mm) => mm !== null);
  return { of3: [], of2: one === undefined || other === undefined ? [] : [(one - other) / Math.SQRT2] };
}

function learnSisters(panes: readonly SizedPane[], priorMm: number, least: number): number {
  const all = panes
    .filter(({ shape }) => shape.kind === 'rectangle')
    .flatMap(({ readings }) => [sisterDeviations(readings, 'width'), sisterDeviations(readings, 'height')]);
  // A lean stands in the difference of two readings: they are asked only where there are no threes to speak of.
  const [of3, of2] = [all.flatMap((each) => each.of3), all.flatMap((each) => each.of2)];
  return withPrior(scatterOf(of3.length >= least ? of3 : [...of3, ...of2]), priorMm, least);
}

/** Panes of one declared set, each against the middle of the others of its set. */
function learnTwins(panes: readonly SizedPane[], priorMm: number, least: number): number {
  const sets = new Map<string, SizedPane[]>();
  for (const pane of panes)
    if (pane.twinSet !== null) sets.set(pane.twinSet, [...(sets.get(pane.twinSet) ?? []), pane]);
  const deviations = [...sets.values()].flatMap((set) =>
    (['widthMm', 'heightMm'] as const).flatMap((side) => {
      const sizes = set.flatMap((pane) => pane[side] ?? []);
      const middle = medianOf(sizes);
      // The middle of n scatters itself: what is left of a deviation is that much smaller.
      const share = Math.sqrt(1 - 1 / Math.max(2, sizes.length));
      return sizes.length < 3 ? [] : sizes.map((mm) => (mm - middle) / share);
    }),
  );
  return withPrior(scatterOf(deviations), priorMm, least);
}

function learnDiagonals(panes: readonly SizedPane[], priorMm: number, least: number): number {
  const deviations = panes.flatMap(({ shape, widthMm, heightMm, readings }) => {
    const { diagonalDown, diagonalUp } = readings;
    if (shape.kind !== 'rectangle' || widthMm === null || heightMm === null) return [];
    if (!diagonalDown || !diagonalUp) return [];
    const squareMm = Math.hypot(widthMm, heightMm);
    return [Math.sqrt((diagonalDown.mm ** 2 + diagonalUp.mm ** 2) / 2) - squareMm];
  });
  return withPrior(scatterOf(deviations), priorMm, least);
}

/**
 * Learns from the readings of a house what they scatter by, robustly (median absolute deviation), with the house rules for
 * what is taken before anything was read. Wrong readings among them do not matter while they are fewer than half.
 */
export function learnUnevenness(panes: readonly SizedPane[], rules: DoubtRules): Unevenness {
  const least = LEAST_OF.house;
  const sisters = learnSisters(panes, rules.sisterToleranceMm / SIGMAS, least);
  return {
    sisters,
    twins: learnTwins(panes, Math.max(rules.twinToleranceMm / SIGMAS, sisters), least),
    diagonals: learnDiagonals(panes, Math.max(DIAGONAL_PRIOR_MM, sisters), least),
  };
}

/** The same wall by wall: what the house has taught is what is taken before anything of the wall was read. */
export function unevennessByWall(
  panes: readonly SizedPane[],
  rules: DoubtRules,
): { readonly house: Unevenness; readonly ofWall: (wallId: string) => Unevenness } {
  const house = learnUnevenness(panes, rules);
  const walls = new Map<string, SizedPane[]>();
  for (const pane of panes) walls.set(pane.wallId, [...(walls.get(pane.wallId) ?? []), pane]);
  const known = new Map<string, Unevenness>();
  return {
    house,
    ofWall: (wallId) => {
      const before = known.get(wallId);
      if (before) return before;
      const on = walls.get(wallId) ?? [];
      const learnt: Unevenness = {
        sisters: learnSisters(on, house.sisters, LEAST_OF.wall),
        twins: learnTwins(on, house.twins, LEAST_OF.wall),
        diagonals: learnDiagonals(on, house.diagonals, LEAST_OF.wall),
      };
      known.set(wallId, learnt);
      return learnt;
    },
  };
}
