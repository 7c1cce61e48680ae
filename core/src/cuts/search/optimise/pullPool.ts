import type { Demand } from '../../cost/demand.ts';
import { filmOfParts } from '../../cost/filmOfParts.ts';
import type { LinearAnswer, LinearSolver } from '../../cost/linearSolver.ts';
import type { MorePlaces, PanelPrices } from '../../places/placesThatPay.ts';
import { formsOf, type Arrangement, type BuiltPull } from './builtPull.ts';
import { PullBuilder } from './pull.ts';
import { lengthsThatPaid, lengthsToTry, worthOfRound, type TriedLength } from './pricingRounds.ts';
import { programmeOver, type FixedWays, type PullProgramme } from './pullProgramme.ts';

const LARGEST_POOL = 20_000;
/** Columns of a programme in fractions: of all ways that panes may go, or where some of them are settled. */
const MOST_COLUMNS = 600;
const MOST_COLUMNS_SETTLED = 500;
/** Seconds that such a programme may take. */
const LONGEST_SOLVE_S = 1;
/** How often in a row it may lack no pull. */
const STILL_ROUNDS = 2;
/** Lengths of several pieces that are tried for new pulls, the fewer the more is settled. */
const LENGTHS_A_ROUND = 100;
const LENGTHS_SETTLED = 40;
/** What a part counts for that has to be in a pull. */
const WANTED_MOST = 1000;

export interface PoolEffort {
  readonly random: () => number;
  readonly shouldStop: () => boolean;
  readonly secondsLeft: () => number;
  readonly solver: LinearSolver | null;
  /** What the bound says a part is worth; null where there is none. */
  readonly worth: readonly number[] | null;
  /** The demand with further places for seams, of those that would pay by such prices; the same one where none does. */
  readonly morePlaces?: MorePlaces;
}

/** A programme in fractions, solved, with all pulls that came of it. */
export interface Solved {
  readonly programme: PullProgramme;
  readonly answer: LinearAnswer;
}

/** What a column costs above what an answer says the rows it is in are worth. */
export const costAbove = (
  { cost, entries }: { readonly cost: number; readonly entries: readonly (readonly [number, number])[] },
  { duals }: Pick<LinearAnswer, 'duals'>,
): number => cost - entries.reduce((sum, [row, each]) => sum + each * (duals[row] ?? 0), 0);

/** All pulls that were built for a demand, and what programmes over the best of them lack. */
export class PullPool {
  private readonly pulls = new Map<string, BuiltPull>();
  /** What pulls cost above what the last programme of all ways says. */
  private above: ((pull: BuiltPull) => number) | null = null;
  /** Lengths by supply at which pulls paid best. */
  private readonly paid = new Map<number, readonly number[]>();
  /** What a piece of each part is worth by its film alone. */
  film: Float64Array;

  constructor(
    /** With the places that were found to pay: its first parts and ways stay what they were. */
    public demand: Demand,
    public builder: PullBuilder,
    private readonly effort: PoolEffort,
  ) {
    this.film = filmOfParts(demand);
  }

  /** Takes a pull in; says whether it is new, or cheaper than what was known. */
  remember(pull: BuiltPull): boolean {
    if (this.pulls.size > LARGEST_POOL) return false;
    const parts = formsOf(pull)
      .map(({ part }) => part)
      .sort((a, b) => a - b);
    const key = `${pull.supply}:${parts.join(',')}`;
    const known = this.pulls.get(key);
    const isBetter = !known || pull.cost < known.cost - 1e-9;
    if (isBetter) this.pulls.set(key, pull);
    return isBetter;
  }

  /** The pulls of `now`, and those that lose least of all that have nothing but what is wanted. */
  best(now: Arrangement, lossOf: (pull: BuiltPull) => number, most: number, fixed: FixedWays): BuiltPull[] {
    const current = new Set(now.pulls);
    const wanted = this.wanted(fixed);
    const isWanted = (pull: BuiltPull) => formsOf(pull).every(({ part }) => (wanted[part] ?? 0) > 0);
    return [
      ...now.pulls,
      ...[...this.pulls.values()]
        .filter((pull) => !current.has(pull) && isWanted(pull))
        .map((pull) => ({ pull, loss: lossOf(pull) }))
        .sort((a, b) => a.loss - b.loss)
        .slice(0, most)
        .map(({ pull }) => pull),
    ];
  }

  /** What a pull costs above what its pieces are worth, by the bound or by their film: the less of the two. */
  lossOf(pull: BuiltPull): number {
    const forms = formsOf(pull);
    const over = (worth: (part: number) => number) =>
      pull.cost - forms.reduce((sum, { part }) => sum + worth(part), 0);
    const byFilm = over((part) => this.film[part] ?? 0);
    const byBound = over((part) => this.effort.worth?.[part] ?? this.film[part] ?? 0);
    return Math.min(byFilm, byBound) / Math.max(1, forms.length);
  }

  /** How often a part may be wanted at the most. */
  private wanted(fixed: FixedWays): Int32Array {
    const { kinds, parts } = this.demand;
    return Int32Array.from(parts, ({ kind, way }) => {
      const settled = fixed.get(kind);
      // What is settled says nothing of places that came later: nobody goes there.
      return settled ? (settled[way] ?? 0) : (kinds[kind]?.copies.length ?? 0);
    });
  }

  /** Takes up places that would pay, by what a programme says parts and kinds are worth; says whether there were any. */
  private takeUpPlaces({ programme, answer }: Solved, worth: Float64Array): boolean {
    const { demand, builder, effort } = this;
    if (!effort.morePlaces) return false;
    const wanted = this.wanted(NONE_SETTLED);
    const priceOf: PanelPrices = (supply, alongMm) => {
      const lengths = [...(this.paid.get(supply.index) ?? []), alongMm];
      return builder.panelPrices(supply, alongMm, lengths, wanted, worth);
    };
    const more = effort.morePlaces(
      demand,
      priceOf,
      (kind) => answer.duals[programme.kindRow[kind] ?? -1] ?? 0,
    );
    if (more.parts.length === demand.parts.length) return false;
    this.demand = more;
    this.builder = new PullBuilder(more);
    this.film = filmOfParts(more);
    return true;
  }

  /** Pulls for parts that are wanted and in none of some pulls: without them a programme has no solution. */
  private pullsOfMissing(pulls: readonly BuiltPull[], wanted: Int32Array): BuiltPull[] {
    const there = new Set(pulls.flatMap((pull) => formsOf(pull).map(({ part }) => part)));
    return this.demand.parts.flatMap(({ index, forms }) => {
      if ((wanted[index] ?? 0) === 0 || there.has(index)) return [];
      const worth = this.film.map((each, at) => (at === index ? WANTED_MOST * each : each));
      return this.demand.supplies.flatMap((supply) =>
        forms.flatMap(({ alongMm }) => {
          const pull = this.builder.build(supply, alongMm, wanted.slice(), worth);
          if (pull) this.remember(pull);
          return pull ?? [];
        }),
      );
    });
  }

  /**
   * Solves the programme in fractions for what is not settled yet, and makes the pulls that it lacks by what it says parts
   * are worth (columns by Gilmore and Gomory 1965), for some rounds or until it lacks none. Null where there is no solution.
   */
  solve(now: Arrangement, solver: LinearSolver, rounds: number, fixed: FixedWays): Solved | null {
    const { effort } = this;
    const isWhole = fixed.size === 0;
    const wanted = () => this.wanted(fixed);
    const paid = isWhole ? this.paid : new Map<number, readonly number[]>();
    const lossOf = this.above ?? ((pull: BuiltPull) => this.lossOf(pull));
    let pulls = this.best(now, lossOf, isWhole ? MOST_COLUMNS : MOST_COLUMNS_SETTLED, fixed);
    if (!isWhole) pulls = [...pulls, ...this.pullsOfMissing(pulls, wanted())];
    let before: Float64Array | null = null;
    let solved: Solved | null = null;
    for (let round = 0, still = 0; round < rounds && still < STILL_ROUNDS; round += 1) {
      const seconds = Math.min(LONGEST_SOLVE_S, effort.secondsLeft());
      if (effort.shouldStop() || seconds <= 0) break;
      const programme = programmeOver(this.demand, pulls, false, fixed);
      const answer = solver.solve(programme.model, { seconds, nodes: 0 });
      if (!answer) break;
      solved = { programme, answer };
      if (rounds === 1) break;
      const worthNow = Float64Array.from(programme.partRow, (row) => Math.max(0, answer.duals[row] ?? 0));
      const centre: ArrayLike<number> | null = isWhole ? (effort.worth ?? before) : before;
      const worth = worthOfRound(worthNow, centre, round, still > 0);
      before = worth;
      const tries = isWhole ? LENGTHS_A_ROUND : LENGTHS_SETTLED;
      const fresh = this.lacking(solved, worth, wanted(), paid, tries);
      const hasPlaces = isWhole && still > 0 && this.takeUpPlaces(solved, worthNow);
      still = fresh.length === 0 && !hasPlaces ? still + 1 : 0;
      pulls = [...pulls, ...fresh];
    }
    if (isWhole && solved) this.above = aboveBy(solved);
    return solved;
  }

  /** New pulls that cost less than a programme says their parts are worth. */
  private lacking(
    solved: Solved,
    worth: Float64Array,
    wanted: Int32Array,
    paid: Map<number, readonly number[]>,
    tries: number,
  ): BuiltPull[] {
    const above = aboveBy(solved);
    const fresh: BuiltPull[] = [];
    for (const supply of this.demand.supplies) {
      const tried: TriedLength[] = [];
      const forms = this.builder.formsOn(supply).filter(({ part }) => (wanted[part] ?? 0) > 0);
      const alongs = [...new Set(forms.map(({ alongMm }) => alongMm))];
      const { random } = this.effort;
      const lengths = lengthsToTry(alongs, supply.longestPullMm, paid.get(supply.index), { tries, random });
      for (const lengthMm of lengths) {
        if (this.effort.shouldStop()) return fresh;
        const pull = this.builder.build(supply, lengthMm, wanted.slice(), worth);
        if (!pull) continue;
        const over = above(pull);
        tried.push({ lengthMm, overPerMm: over / pull.lengthMm });
        if (over < -1e-6 && this.remember(pull)) fresh.push(pull);
      }
      paid.set(supply.index, lengthsThatPaid(tried));
    }
    return fresh;
  }
}

const NONE_SETTLED: FixedWays = new Map();

/** What pulls cost above what a programme says their parts are worth. */
export const aboveBy =
  ({ programme, answer }: Solved) =>
  (pull: BuiltPull): number =>
    costAbove(programme.columnOf(pull), answer);
