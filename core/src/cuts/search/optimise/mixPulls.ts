import type { Demand } from '../../cost/demand.ts';
import type { LinearSolver } from '../../cost/linearSolver.ts';
import type { Arrangement, BuiltPull } from './builtPull.ts';
import { aboveBy, costAbove, type PoolEffort, type PullPool, type Solved } from './pullPool.ts';
import { programmeOver, type FixedWays, type PullProgramme } from './pullProgramme.ts';

/** Rounds of making pulls for all ways, the first time and later; while ways are settled; once all are. */
const FIRST_ROUNDS = 15;
const LATER_ROUNDS = 3;
const ROUNDS_SETTLING = 2;
const ROUNDS_SETTLED = 8;
/** Columns of the programme in whole numbers, its seconds, and parts of its tree. */
const MOST_COLUMNS = 300;
const LONGEST_SOLVE_S = 1.5;
const MOST_NODES = 400;
/** Kinds whose ways lie as near to whole copies are settled together. */
const NEARLY_WHOLE = 0.02;
/** How much chance there is in which kind is settled next. */
const SHAKEN = 0.1;
/** Shares of kinds that keep the ways they go now, one mix after the other. */
const SHARES_KEPT: readonly number[] = [0, 0.5, 0.8];
/** Kinds sent another way at the most, where what is settled was mixed before; and the chance of each next best way. */
const MOST_SENT = 2;
const NEXT_BEST = 0.4;
/** How often the same ways are mixed: pulls come to the pool in between. */
const MOST_TIMES = 2;

/** Pulls that a programme chose, with how many copies of each kind are made which way. */
export interface ChosenPulls {
  readonly pulls: readonly BuiltPull[];
  readonly ways: readonly (readonly number[])[];
}

/** How many copies of each kind go which way, of what a programme says in fractions: as near as whole copies come to it. */
export function roundedWays(
  { kinds }: Pick<Demand, 'kinds'>,
  columns: PullProgramme['wayColumns'],
  values: readonly number[],
): number[][] {
  const shares = kinds.map(({ copies, ways }) => (ways.length === 1 ? [copies.length] : ways.map(() => 0)));
  columns.forEach(({ kind, way }, at) => {
    const of = shares[kind];
    if (of) of[way] = values[at] ?? 0;
  });
  return shares.map((of, kind) => {
    const counts = of.map((each) => Math.floor(each + 1e-6));
    const lacking = () => (kinds[kind]?.copies.length ?? 0) - counts.reduce((sum, each) => sum + each, 0);
    const ranked = of
      .map((each, way) => ({ way, part: each - (counts[way] ?? 0) }))
      .sort((a, b) => b.part - a.part);
    for (const { way } of ranked) if (lacking() > 0) counts[way] = (counts[way] ?? 0) + 1;
    for (const { way } of [...ranked].reverse())
      while (lacking() < 0 && (counts[way] ?? 0) > 0) counts[way] = (counts[way] ?? 0) - 1;
    return counts;
  });
}

const keyOf = (fixed: FixedWays) => JSON.stringify([...fixed].sort(([one], [other]) => one - other));

/**
 * Puts the best of all pulls found so far together anew: the programme in fractions says which ways panes go, one kind after
 * the other (diving); for those an integer programme takes the pulls.
 */
export class PullMixer {
  private mixes = 0;
  private readonly times = new Map<string, number>();

  constructor(
    private readonly pool: PullPool,
    private readonly effort: PoolEffort,
  ) {}

  /** The next mix; null without a solver, or where it came to nothing new. */
  mix(now: Arrangement): ChosenPulls | null {
    const { solver, random } = this.effort;
    if (!solver) return null;
    const rounds = this.mixes === 0 ? FIRST_ROUNDS : LATER_ROUNDS;
    const share = SHARES_KEPT[this.mixes % SHARES_KEPT.length] ?? 0;
    this.mixes += 1;
    const kept: FixedWays = new Map(
      now.ways.flatMap((counts, kind) =>
        counts.length > 1 && random() < share ? [[kind, counts] as const] : [],
      ),
    );
    let fixed = this.settled(now, solver, rounds, kept, 0);
    for (let sent = 1; fixed && this.isKnown(fixed) && sent <= MOST_SENT; sent += 1)
      fixed = this.settled(now, solver, 1, kept, sent);
    return fixed && this.chosen(now, solver, fixed);
  }

  private isKnown = (fixed: FixedWays) => fixed.size > 0 && this.times.has(keyOf(fixed));

  /** Settles the ways of all kinds beside those kept, some of them sent elsewhere first. */
  private settled(
    now: Arrangement,
    solver: LinearSolver,
    rounds: number,
    kept: FixedWays,
    sent: number,
  ): FixedWays | null {
    const { random } = this.effort;
    const fixed = new Map(kept);
    let solved = this.pool.solve(now, solver, rounds, fixed);
    if (solved && sent > 0) {
      for (let times = 0; times < sent; times += 1) this.sendElsewhere(fixed, solved);
      solved = this.pool.solve(now, solver, 1, fixed);
    }
    for (;;) {
      if (!solved) return null;
      const { kinds } = this.pool.demand;
      const { programme, answer } = solved;
      const ways = roundedWays(this.pool.demand, programme.wayColumns, answer.values);
      const off = new Map<number, number>();
      programme.wayColumns.forEach(({ kind, way }, at) => {
        const lacking = Math.abs((answer.values[at] ?? 0) - (ways[kind]?.[way] ?? 0));
        if (!fixed.has(kind)) off.set(kind, Math.max(off.get(kind) ?? 0, lacking));
      });
      const ranked = [...off]
        .filter(([kind]) => (kinds[kind]?.ways.length ?? 0) > 1)
        .map(([kind, each]) => ({ kind, off: each + SHAKEN * random() }))
        .sort((a, b) => a.off - b.off);
      ranked.forEach(({ kind, off: each }, at) => {
        if (at === 0 || each <= NEARLY_WHOLE) fixed.set(kind, ways[kind] ?? []);
      });
      if (ranked.every(({ kind }) => fixed.has(kind))) return fixed;
      solved = this.pool.solve(now, solver, ROUNDS_SETTLING, fixed);
    }
  }

  /** Sends all copies of one kind that is not settled a way that costs little more. */
  private sendElsewhere(fixed: Map<number, readonly number[]>, { programme, answer }: Solved): void {
    const { random } = this.effort;
    const { wayColumns, model } = programme;
    const open = [...new Set(wayColumns.map(({ kind }) => kind))].filter((kind) => !fixed.has(kind));
    const chosen = open[Math.floor(random() * open.length)];
    const kind = chosen === undefined ? undefined : this.pool.demand.kinds[chosen];
    if (chosen === undefined || !kind) return;
    const ranked = wayColumns
      .flatMap(({ kind: of, way }, at) => {
        const column = model.columns[at];
        return of === chosen && column ? [{ way, over: costAbove(column, answer) }] : [];
      })
      .sort((a, b) => a.over - b.over);
    const rank = Math.floor(Math.log(1 - random()) / Math.log(NEXT_BEST));
    const way = ranked[Math.min(rank, ranked.length - 1)]?.way ?? 0;
    fixed.set(
      chosen,
      kind.ways.map((_, at) => (at === way ? kind.copies.length : 0)),
    );
  }

  /** The cheapest pulls for panes that go the ways that are settled. */
  private chosen(now: Arrangement, solver: LinearSolver, fixed: FixedWays): ChosenPulls | null {
    const key = keyOf(fixed);
    const times = this.times.get(key) ?? 0;
    if (fixed.size > 0 && times >= MOST_TIMES) return null;
    this.times.set(key, times + 1);
    const { pool } = this;
    const solved = pool.solve(now, solver, ROUNDS_SETTLED, fixed);
    const lossOf = solved ? aboveBy(solved) : (pull: BuiltPull) => pool.lossOf(pull);
    const pulls = pool.best(now, lossOf, MOST_COLUMNS, fixed);
    const { model, wayColumns } = programmeOver(pool.demand, pulls, true, fixed);
    const seconds = Math.min(LONGEST_SOLVE_S, this.effort.secondsLeft());
    const answer = seconds > 0 ? solver.solve(model, { seconds, nodes: MOST_NODES }) : null;
    if (!answer) return null;
    const ways = roundedWays(pool.demand, wayColumns, answer.values);
    return {
      ways: ways.map((counts, kind) => fixed.get(kind) ?? counts),
      pulls: pulls.flatMap((pull, at) =>
        Array.from({ length: Math.round(answer.values[wayColumns.length + at] ?? 0) }, () => pull),
      ),
    };
  }
}
