import loadHighs from 'highs';
import { paneForTest } from '../../../testing/planJobs.ts';
import { ownPulls as alone } from '../../../testing/ownPulls.ts';
import { pricedRowFilm as film, rowJob } from '../../../testing/rowJobs.ts';
import { seededRandom } from '../../../units/index.ts';
import { demandOf, withMorePlaces } from '../../cost/demand.ts';
import type { LinearSolver } from '../../cost/linearSolver.ts';
import { solverOfText, type PaneForPlan } from '../../index.ts';
import { formsOf, type BuiltPull } from './builtPull.ts';
import { PullBuilder } from './pull.ts';
import { aboveBy, costAbove, PullPool, type PoolEffort } from './pullPool.ts';

/* Rows of a roll 1000 wide at 10 a metre of run: what anything costs is reckoned in the head. */

const solver = solverOfText(await loadHighs());
const pane = (id: string, width: number, height: number, count = 1) =>
  paneForTest({ id, label: id, width, height, count, seams: { allowed: true, axis: 'vertical' } });

const effort: PoolEffort = {
  ...{ random: seededRandom(1), shouldStop: () => false, secondsLeft: () => 60 },
  ...{ solver, worth: null },
};

function poolOf(panes: readonly PaneForPlan[], more: Partial<PoolEffort> = {}) {
  const job = rowJob(panes, film);
  const demand = demandOf(film, job);
  const builder = new PullBuilder(demand);
  return { job, demand, builder, pool: new PullPool(demand, builder, { ...effort, ...more }) };
}

test('pulls that are lacking are made until the programme costs what the best pulls do', () => {
  // Two of 400 beside each other, and one of 200 beside both: four pulls of 1 m for eight and four of them.
  const { demand, pool } = poolOf([pane('a', 400, 1000, 8), pane('b', 200, 1000, 4)]);
  const now = alone(demand);
  expect(now.cost).toBeCloseTo(120, 6);
  const solved = pool.solve(now, solver, 20, new Map());
  expect(solved?.answer.objective).toBeCloseTo(40, 6);
  // What is lost by such a pull is nothing, by one of a single piece what is beside it.
  if (!solved) throw new Error('no answer');
  const above = aboveBy(solved);
  const sorted = pool.best(now, above, 1, new Map());
  expect(sorted).toHaveLength(now.pulls.length + 1);
  expect(above(sorted.at(-1) as BuiltPull)).toBeCloseTo(0, 6);
  const [single] = now.pulls;
  expect(above(single as BuiltPull)).toBeGreaterThan(0);
  expect(pool.solve(now, solver, 1, new Map())?.answer.objective).toBeLessThan(120);
});

test('without time, or where it is stopped, nothing is solved', () => {
  const { demand, pool } = poolOf([pane('a', 400, 1000, 2)], { secondsLeft: () => 0 });
  expect(pool.solve(alone(demand), solver, 5, new Map())).toBeNull();
  const stopped = poolOf([pane('a', 400, 1000, 2)], { shouldStop: () => true });
  expect(stopped.pool.solve(alone(stopped.demand), solver, 5, new Map())).toBeNull();
});

test('a pull is taken in once, and again only where it costs less', () => {
  const { demand, pool } = poolOf([pane('a', 400, 1000, 2), pane('b', 300, 1000)]);
  const [one, , other] = alone(demand).pulls as [BuiltPull, BuiltPull, BuiltPull];
  expect([pool.remember(one), pool.remember(one)]).toEqual([true, false]);
  expect(pool.remember({ ...one, cost: one.cost - 1 })).toBe(true);
  expect(pool.remember({ ...one, supply: 1 })).toBe(true);
  expect(pool.remember(other)).toBe(true);
  // Of two pulls the one that loses less by its film comes first.
  const now = { pulls: [], ways: [[2], [1]], film: 0, cost: 0 };
  const lost = pool.best(now, (pull) => pool.lossOf(pull), 9, new Map()).map((pull) => pool.lossOf(pull));
  expect(lost).toEqual([...lost].sort((a, b) => a - b));
  expect(pool.lossOf(other)).toBeCloseTo(10 - 3, 6);
  expect(pool.lossOf(one)).toBeCloseTo(10 - 4, 6);
});

test('a pull of the same parts in another order is no new one; the cheapest of them is kept, up to a great number', () => {
  const { demand, pool } = poolOf([pane('a', 400, 1000), pane('b', 300, 1000)]);
  const [a, b] = alone(demand).pulls as [BuiltPull, BuiltPull];
  const both = { ...a, strips: [...a.strips, ...b.strips] };
  expect(pool.remember(both)).toBe(true);
  expect(pool.remember({ ...both, strips: [...b.strips, ...a.strips] })).toBe(false);
  expect(pool.remember({ ...both, cost: 99 })).toBe(false);
  const now = { pulls: [a], ways: [[1], [1]], film: 0, cost: 0 };
  expect(pool.remember(a)).toBe(true);
  // The pull that is there already comes once.
  expect(pool.best(now, (pull) => pool.lossOf(pull), 9, new Map())).toEqual([a, both]);
  let taken = 0;
  for (let supply = 1; supply <= 20_100; supply += 1) taken += pool.remember({ ...b, supply }) ? 1 : 0;
  expect(taken).toBe(19_999);
});

test('a pull loses what it costs above its film or above the worth of its parts, the less of both, a piece', () => {
  const panes = [pane('a', 400, 1000), pane('b', 300, 1000)];
  const lost = (worth: readonly number[] | null) => {
    const { demand, pool } = poolOf(panes, { worth });
    const [a, b] = alone(demand).pulls as [BuiltPull, BuiltPull];
    return pool.lossOf({ ...a, strips: [...a.strips, ...b.strips] });
  };
  // 10 for film of 4 and 3.
  expect(lost(null)).toBeCloseTo(1.5, 6);
  expect(lost([6, 2])).toBeCloseTo(1, 6);
  expect(lost([1, 1])).toBeCloseTo(1.5, 6);
  expect(lost([6])).toBeCloseTo(0.5, 6);
});

/** Writes down what is asked of it. */
class WatchedBuilder extends PullBuilder {
  readonly asked: {
    readonly mm: number;
    readonly wanted: readonly number[];
    readonly worth: readonly number[];
  }[] = [];
  /** Lengths at which nothing is built. */
  unbuilt: readonly number[] = [];

  override build(...[supply, mm, wanted, worth]: Parameters<PullBuilder['build']>): BuiltPull | null {
    this.asked.push({ mm, wanted: [...wanted], worth: [...worth] });
    return this.unbuilt.includes(mm) ? null : super.build(supply, mm, wanted, worth);
  }
}

/** A pool whose programmes and pulls are counted. */
function watched(panes: readonly PaneForPlan[], more: Partial<PoolEffort> = {}, isSolved = true) {
  const { job, demand } = poolOf(panes);
  const builder = new WatchedBuilder(demand);
  const limits: unknown[] = [];
  const counted: LinearSolver = {
    solve: (model, limit) => {
      limits.push(limit);
      return isSolved ? solver.solve(model, limit) : null;
    },
  };
  const pool = new PullPool(demand, builder, { ...effort, random: () => 0.999, ...more });
  return { job, demand, builder, limits, counted, pool };
}

test('it is solved until twice in a row no pull is lacking, or as often as asked, in the time there is', () => {
  const one = watched([pane('a', 400, 1000)]);
  one.pool.solve(alone(one.demand), one.counted, 20, new Map());
  expect(one.limits).toEqual([
    { seconds: 1, nodes: 0 },
    { seconds: 1, nodes: 0 },
  ]);
  const short = watched([pane('a', 400, 1000)], { secondsLeft: () => 0.25 });
  short.pool.solve(alone(short.demand), short.counted, 1, new Map());
  expect(short.limits).toEqual([{ seconds: 0.25, nodes: 0 }]);
  // Asked once, no pull is built for a next round.
  expect(short.builder.asked).toEqual([]);
  const none = watched([pane('a', 400, 1000)], {}, false);
  expect(none.pool.solve(alone(none.demand), none.counted, 20, new Map())).toBeNull();
  expect(none.limits).toHaveLength(1);
});

test('further places are asked for only where a round lacked nothing, and where nothing is settled', () => {
  const asking = (fixed: ReadonlyMap<number, readonly number[]>, rounds: number) => {
    const places = [600, 650, 700, 750];
    let asked = 0;
    const of = watched([pane('wide', 1600, 1000), pane('b', 400, 1000)], {
      morePlaces: (now) => {
        const at = places[asked];
        asked += 1;
        return at === undefined ? now : withMorePlaces(now, of.job, () => [{ axis: 'vertical', at: [at] }]);
      },
    });
    of.pool.solve(alone(of.demand), of.counted, rounds, fixed);
    return { asked, solved: of.limits.length, ways: of.pool.demand.kinds[0]?.ways.length };
  };
  const few = asking(new Map(), 3);
  expect(few.solved).toBe(3);
  expect(few.asked).toBeLessThanOrEqual(1);
  const all = asking(new Map(), 90);
  expect(all).toMatchObject({ asked: 5, ways: 5 });
  expect(all.solved).toBeLessThan(20);
  expect(asking(new Map([[0, [1]]]), 90)).toMatchObject({ asked: 0, ways: 1 });
});

test('parts count what the bound says at first, then what the programme says; a length that gives no pull is passed over', () => {
  const { demand, builder, counted, pool } = watched([pane('a', 400, 1000), pane('b', 300, 500)], {
    worth: [110, 105],
  });
  builder.unbuilt = [500];
  pool.solve(alone(demand), counted, 20, new Map());
  const [first] = builder.asked;
  // Alone they cost 10 and 5.
  expect(first?.worth).toEqual([
    expect.closeTo(0.2 * 10 + 0.8 * 110, 6),
    expect.closeTo(0.2 * 5 + 0.8 * 105, 6),
  ]);
  expect(first?.wanted).toEqual([1, 1]);
  expect(builder.asked.at(-1)?.worth.every((each) => each <= 10 + 1e-6)).toBe(true);
  expect(new Set(builder.asked.map(({ mm }) => mm))).toContain(500);
});

test('where it is stopped while pulls are made, the last programme stands', () => {
  let left = 4;
  const { demand, builder, counted, pool } = watched(
    [pane('a', 400, 1000), pane('b', 300, 500), pane('c', 200, 700)],
    { shouldStop: () => (left -= 1) < 0 },
  );
  expect(pool.solve(alone(demand), counted, 20, new Map())?.answer.objective).toBeCloseTo(22, 6);
  expect(builder.asked).toHaveLength(3);
});

test('settled, a pull is made for each part that none has, worth so much that it is in it, and none for others', () => {
  const { job, demand } = watched([pane('wide', 1600, 1000), pane('b', 400, 700)]);
  const more = withMorePlaces(demand, job, () => [{ axis: 'vertical', at: [1000] }]);
  const builder = new WatchedBuilder(more);
  const pool = new PullPool(more, builder, { ...effort, random: () => 0.999 });
  const now = alone(more);
  const parts = more.kinds[0]?.ways.map((way) => way.parts) ?? [];
  const other = [...(parts[1] ?? [])];
  pool.solve(now, solver, 1, new Map([[0, [0, 1]]]));
  // `now` has the equal panels and the pane of 400: what lacks are the two of the other way.
  expect(builder.asked.map(({ mm }) => mm)).toEqual([1000, 1000]);
  builder.asked.forEach(({ wanted, worth }, at) => {
    const own = other[at] ?? -1;
    expect(worth[own]).toBeCloseTo(1000 * (pool.film[own] ?? NaN), 6);
    worth.forEach((each, part) => {
      if (part !== own) expect(each).toBeCloseTo(pool.film[part] ?? NaN, 6);
    });
    expect([wanted[own], ...(parts[0] ?? []).map((part) => wanted[part])]).toEqual([1, 0, 0]);
  });
  const known = pool.best({ ...now, pulls: [] }, (pull) => pull.cost, 99, new Map());
  expect(known.map((pull) => formsOf(pull).some(({ part }) => other.includes(part)))).toEqual([true, true]);
  // In what is settled otherwise a pull that has some of it is not taken.
  expect(pool.best({ ...now, pulls: [] }, (pull) => pull.cost, 99, new Map([[0, [1, 0]]]))).toEqual([]);
});

test('what is settled bounds what is wanted: only pulls of those parts are taken, and such that were missing are made', () => {
  // 1600 wide: equal panels of 800 each, or as `more` has it 1000 with 600.
  const { job, demand } = poolOf([pane('wide', 1600, 1000), pane('b', 400, 1000)]);
  const more = withMorePlaces(demand, job, () => [{ axis: 'vertical', at: [1000] }]);
  const [kind] = more.kinds;
  expect(kind?.ways.map(({ place }) => place?.atMm)).toEqual([[800], [1000]]);
  // Parts and ways so far stay what they were; what is known is not taken up again.
  expect(more.parts.slice(0, demand.parts.length)).toEqual(demand.parts);
  expect(withMorePlaces(more, job, () => [{ axis: 'vertical', at: [1000.005] }]).parts).toHaveLength(
    more.parts.length,
  );
  const pool = new PullPool(more, new PullBuilder(more), effort);
  const now = alone(more);
  const settled = new Map([[0, [0, 1]]]);
  const solved = pool.solve(now, solver, 10, settled);
  // 1000 alone, 600 beside 400.
  expect(solved?.answer.objective).toBeCloseTo(20, 6);
  const first = pool.solve(now, solver, 10, new Map([[0, [1, 0]]]));
  expect(first?.answer.objective).toBeCloseTo(30, 6);
  const fresh = pool.best({ ...now, pulls: [] }, (pull) => pull.cost, 99, settled);
  const taken = new Set(
    fresh.flatMap(({ strips }) => strips.flatMap(({ stack }) => stack)).map(({ part }) => part),
  );
  expect([...taken].some((part) => more.kinds[0]?.ways[0]?.parts.includes(part))).toBe(false);
});

test('places that would pay are asked for once no pull is lacking, by what a panel costs in the pulls there are', () => {
  const asked: { price: readonly number[]; worth: number }[] = [];
  const { job, demand, builder } = poolOf([pane('wide', 1600, 1000), pane('b', 400, 1000)]);
  const pool = new PullPool(demand, builder, {
    ...effort,
    morePlaces: (of, priceOf, worthOfKind) => {
      const [supply] = of.supplies;
      if (!supply) return of;
      const prices = priceOf(supply, 1000);
      asked.push({ price: [600, 601, 1000].map((mm) => prices[mm] ?? NaN), worth: worthOfKind(0) });
      return withMorePlaces(of, job, () => [{ axis: 'vertical', at: [600] }]);
    },
  });
  const solved = pool.solve(alone(demand), solver, 20, new Map());
  expect(asked.length).toBeGreaterThan(0);
  // Beside a panel of 600 goes the pane of 400 that costs 10 alone; one mm more, and it does not.
  expect(asked[0]?.price.map((each) => Math.round(each))).toEqual([0, 10, 10]);
  expect(asked[0]?.worth).toBeCloseTo(20, 6);
  expect(pool.demand.kinds[0]?.ways.map(({ place }) => place?.atMm)).toEqual([[800], [600]]);
  expect(solved?.answer.objective).toBeCloseTo(20, 6);
});

test('a column costs above the worth of its rows', () => {
  const column = { cost: 12, entries: [[0, 2] as const, [3, 1] as const] };
  expect(costAbove(column, { duals: [4, 9, 9, 1] })).toBe(3);
});
