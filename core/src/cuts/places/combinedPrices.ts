import type { Supply } from '../cost/demand.ts';
import type { LinearModel, LinearSolver } from '../cost/linearSolver.ts';
import { bestPricesFor, stepsOf, stepsOfRoll, type WidthPrices } from './widthPrices.ts';

/** A strip of a pane: so many steps of width, mm long. */
interface Strip {
  readonly steps: number;
  readonly lengthMm: number;
}

/** One way a pane may be cut off a supply: its strips, and their area at the cheapest rate, money. */
export interface CutWay {
  readonly supply: Supply;
  readonly strips: readonly Strip[];
  readonly area: number;
}

/** A pane divided anywhere: the first and the last panel share a width, full ones between them. */
export interface FreeSeam {
  readonly supply: Supply;
  readonly togetherMm: number;
  readonly alongMm: number;
  readonly fullPanels: number;
  readonly area: number;
}

/** Panes that are alike in all that counts here. */
export interface PaneWays {
  readonly copies: number;
  readonly ways: readonly CutWay[];
  readonly seams: readonly FreeSeam[];
}

/** Rounds of new prices, and of ways for them, at the most. */
const MOST_ROUNDS = 12;
const WAYS_ROUNDS = 10;
const NEAR = 1e-4;

/** The way of a pane that is worth least by some prices, with the least of each stretch of places between two steps. */
function cheapestWay(
  { ways, seams }: PaneWays,
  byWidth: (supply: Supply) => Float64Array,
  areaShare: number,
): { readonly way: CutWay; readonly worth: number } | null {
  let best: CutWay | null = null;
  let least = Infinity;
  for (const way of ways) {
    const worth = byWidth(way.supply);
    const sum = way.strips.reduce(
      (all, { steps, lengthMm }) => all + (worth[steps] ?? 0) * lengthMm,
      areaShare * way.area,
    );
    if (sum >= least) continue;
    [best, least] = [way, sum];
  }
  for (const { supply, togetherMm, alongMm, fullPanels, area } of seams) {
    const worth = byWidth(supply);
    const [roll, together] = [stepsOfRoll(supply), stepsOf(togetherMm)];
    const between = fullPanels * (worth[roll] ?? 0);
    let [first, fewest] = [-1, Infinity];
    for (let at = Math.max(0, together - 1 - roll); at <= Math.min(roll, together / 2); at += 1) {
      const two = (worth[at] ?? 0) + (worth[together - at - 1] ?? Infinity);
      if (two < fewest) [first, fewest] = [at, two];
    }
    const sum = areaShare * area + alongMm * (between + fewest);
    if (first < 0 || sum >= least) continue;
    const widths = [first, together - first - 1, ...Array.from({ length: fullPanels }, () => roll)];
    best = { supply, area, strips: widths.map((steps) => ({ steps, lengthMm: alongMm })) };
    least = sum;
  }
  return best && { way: best, worth: least };
}

/** What panes are worth by some prices and a share of their area, each the way it is worth least; money. */
export function worthOfPanes(panes: readonly PaneWays[], prices: WidthPrices, areaShare = 0): number {
  const known = new Map<Supply, Float64Array>();
  const byWidth = (supply: Supply) => {
    const worth = known.get(supply) ?? prices(supply);
    known.set(supply, worth);
    return worth;
  };
  return panes.reduce(
    (sum, pane) => sum + pane.copies * (cheapestWay(pane, byWidth, areaShare)?.worth ?? 0),
    0,
  );
}

const wayName = ({ supply, strips }: CutWay) =>
  `${supply.index} ${strips.map(({ steps, lengthMm }) => `${steps}x${lengthMm}`).join()}`;

/**
 * The most that panes are worth by any mean of prices that hold, in which each goes the way it is worth least: such a mean
 * holds too. Further prices are made for the ways that panes go by the last mean, until no better one is found. What it
 * gives is proven at each moment; money.
 */
export function boundByPrices(
  panes: readonly PaneWays[],
  supplies: readonly Supply[],
  begin: readonly WidthPrices[],
  solver: LinearSolver,
  shouldStop: () => boolean,
): number {
  const known: ReadonlyMap<Supply, Float64Array>[] = [];
  const learn = (prices: WidthPrices) => known.push(new Map(supplies.map((each) => [each, prices(each)])));
  for (const prices of begin) learn(prices);
  const ways = panes.map((): CutWay[] => []);
  const names = new Set<string>();
  /** Shares of the mean: of the area first, then of the prices. */
  let shares: readonly number[] = [1];
  let proven = 0;
  let promised = Infinity;
  let taken: readonly { readonly way: CutWay; readonly times: number }[] = [];
  const worthOf = (way: CutWay, prices: ReadonlyMap<Supply, Float64Array>) =>
    way.strips.reduce(
      (sum, { steps, lengthMm }) => sum + (prices.get(way.supply)?.[steps] ?? 0) * lengthMm,
      0,
    );
  const prove = () => {
    const mean = new Map(
      supplies.map((supply) => [supply, new Float64Array(stepsOfRoll(supply) + 1)] as const),
    );
    for (const [supply, sum] of mean)
      known.forEach((prices, at) => {
        const share = shares[at + 1] ?? 0;
        const each = prices.get(supply);
        if (share > 0 && each)
          each.forEach((worth, steps) => (sum[steps] = (sum[steps] ?? 0) + share * worth));
      });
    const empty = new Float64Array();
    let found = false;
    const all = panes.reduce((sum, pane, at) => {
      const cheapest = cheapestWay(pane, (supply) => mean.get(supply) ?? empty, shares[0] ?? 0);
      if (!cheapest) return sum;
      const name = `${at} ${wayName(cheapest.way)}`;
      if (!names.has(name)) {
        names.add(name);
        ways[at]?.push(cheapest.way);
        found = true;
      }
      return sum + pane.copies * cheapest.worth;
    }, 0);
    proven = Math.max(proven, all);
    return found;
  };
  /** The mean by which panes are worth most, over the ways known so far. */
  const choose = (): boolean => {
    const rows: LinearModel['rows'][number][] = [{ sense: '<=', bound: 1 }];
    const entries: [number, number][][] = [[], ...known.map((): [number, number][] => [])].map(() => [
      [0, 1],
    ]);
    const ofPanes = panes.flatMap(({ copies }, at) => {
      const own: [number, number][] = [];
      for (const way of ways[at] ?? []) {
        const row = rows.push({ sense: '>=', bound: 0 }) - 1;
        own.push([row, -1]);
        entries[0]?.push([row, way.area]);
        known.forEach((prices, index) => entries[index + 1]?.push([row, worthOf(way, prices)]));
      }
      // A pane that goes nowhere has no worth.
      return own.length > 0 ? [{ cost: -copies, entries: own, whole: false }] : [];
    });
    const columns = [...entries.map((each) => ({ cost: 0, entries: each, whole: false })), ...ofPanes];
    const answer = solver.solve({ columns, rows }, { seconds: 5, nodes: 0 });
    if (!answer) return false;
    const given = entries.map((_, at) => Math.max(0, answer.values[at] ?? 0));
    // The solver keeps to 1 within a tolerance; a mean may not be more.
    const all = Math.max(
      1,
      given.reduce((sum, share) => sum + share, 0),
    );
    shares = given.map((share) => share / all);
    promised = -answer.objective;
    let row = 0;
    taken = ways.flat().flatMap((way) => {
      row += 1;
      const times = Math.abs(answer.duals[row] ?? 0);
      return times > 1e-7 ? [{ way, times }] : [];
    });
    return true;
  };
  prove();
  for (let round = 0; round < MOST_ROUNDS && !shouldStop(); round += 1) {
    const before = proven;
    for (let more = 0; more < WAYS_ROUNDS && !shouldStop(); more += 1) {
      if (!choose()) return proven;
      if (!prove() || promised - proven <= NEAR * promised) break;
    }
    if (round > 0 && promised - before <= NEAR * promised) break;
    const wanted = new Map<number, number>();
    for (const { way, times } of taken)
      for (const { steps, lengthMm } of way.strips)
        if (steps > 0) wanted.set(steps, (wanted.get(steps) ?? 0) + times * lengthMm);
    const fresh = bestPricesFor(
      [...wanted].map(([steps, lengthMm]) => ({ steps, lengthMm })),
      supplies,
      solver,
      shouldStop,
    );
    if (!fresh) break;
    learn(fresh);
  }
  return proven;
}
