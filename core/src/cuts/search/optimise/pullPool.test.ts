import loadHighs from 'highs';
import { paneForTest } from '../../../testing/planJobs.ts';
import { pricedRowFilm as film, rowJob } from '../../../testing/rowJobs.ts';
import { seededRandom } from '../../../units/index.ts';
import { demandOf, withMorePlaces, type Demand } from '../../cost/demand.ts';
import { solverOfText, type PaneForPlan } from '../../index.ts';
import { arrangementOf, pullOf, type Arrangement, type BuiltPull } from './builtPull.ts';
import { PullBuilder } from './pull.ts';
import { aboveBy, costAbove, filmOfParts, PullPool, type PoolEffort } from './pullPool.ts';

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

/** Every piece of the first way in a pull of its own. */
function alone(demand: Demand): Arrangement {
  const [supply] = demand.supplies;
  if (!supply) throw new Error('no supply');
  const pulls = demand.kinds.flatMap(({ copies, ways }) =>
    copies.flatMap(() =>
      (ways[0]?.parts ?? []).flatMap((part): BuiltPull[] => {
        const form = demand.parts[part]?.forms[0];
        return form ? [pullOf(demand, supply, [{ widthMm: form.acrossMm, lane: null, stack: [form] }])] : [];
      }),
    ),
  );
  return arrangementOf(demand, pulls);
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

test('film of a part is that of the supply whose film costs least; a column costs above the worth of its rows', () => {
  const { demand } = poolOf([pane('a', 400, 1500)]);
  expect([...filmOfParts(demand)].map((each) => Math.round(each * 1e6) / 1e6)).toEqual([6]);
  const free = { ...demand, supplies: demand.supplies.map((each) => ({ ...each, costPerMm: 0 })) };
  expect([...filmOfParts(free)]).toEqual([600_000]);
  const column = { cost: 12, entries: [[0, 2] as const, [3, 1] as const] };
  expect(costAbove(column, { duals: [4, 9, 9, 1] })).toBe(3);
});
