import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import type { PaneForPlan, PlanJob } from '../index.ts';
import { demandOf, type Supply } from './demand.ts';
import { fillingOf, panelPrice } from './filling.ts';

/** Rolls 1000 wide, no margins: widths add up in the head. */
const film = {
  ...filmForTest,
  ...{ turn: 'half' as const, matchEdges: false },
  rolls: [{ width: 1000, length: 30_000 }],
};
const pane = (id: string, width: number, height: number, more: Partial<PaneForPlan> = {}) =>
  paneForTest({ id, label: id, width, height, ...more });
const demandFor = (panes: readonly PaneForPlan[], more: Partial<PlanJob> = {}) => {
  const rules = { allowance: 0, factoryEdgeAllowance: 0, minPanel: 100, seamOverlap: 0 };
  const job = jobForTest({ films: [film], panes: [...panes], ...more });
  return demandOf(film, { ...job, rules: { ...job.rules, ...rules } });
};
const sold = (demand: ReturnType<typeof demandOf>) =>
  demand.supplies.find(({ kind }) => kind === 'new') as Supply;

test('a width is worth the best of what stands beside each other in it, by the mm of its length', () => {
  // 400 wide is worth 4 a mm of length, 300 wide 2.5.
  const demand = demandFor([pane('a', 400, 1000), pane('b', 300, 800)]);
  const filling = fillingOf(demand, sold(demand), [4000, 2000]);
  const worth = [299, 300, 399, 400, 600, 700, 800, 999, 1000, 5000, -5].map(filling.worthAt);
  expect(worth).toEqual([0, 2.5, 2.5, 4, 5, 6.5, 8, 8, 9, 9, 0]);
  // 900 is three of 300, and two of 400 are worth more.
  expect(filling.sums).toEqual([300, 400, 600, 700, 800, 1000]);
});

test('a part without worth, too long for the roll, or bound to another one fills nothing', () => {
  const offcut = { id: 'o', filmId: film.id, kind: 'offcut' as const, width: 900, length: 2000 };
  const stock = [{ ...offcut, factoryEdges: [] }];
  const demand = demandFor(
    [pane('a', 400, 1000, { from: { kind: 'onHand', id: 'o' } }), pane('b', 300, 800)],
    {
      stock,
    },
  );
  const none = fillingOf(demand, sold(demand), [4000, 0]);
  expect([none.worthAt(1000), none.sums]).toEqual([0, []]);
  const long = demandFor([pane('b', 300, 29_000), pane('c', 250, 2000)]);
  const short = fillingOf(long, { ...sold(long), longestPullMm: 5000 }, [29_000, 1000]);
  expect(short.sums).toEqual([250, 500, 750, 1000]);
  expect(short.worthAt(1000)).toBe(2);
});

test('a part bound to this roll fills it, one bound to another does not', () => {
  const from = { kind: 'new' as const, width: 1000 };
  const demand = demandFor([pane('a', 400, 1000, { from }), pane('b', 700, 1000)]);
  expect(fillingOf(demand, sold(demand), [4000, 1000]).sums).toEqual([400, 800]);
  const elsewhere = { ...sold(demand), index: 7 };
  expect(fillingOf(demand, elsewhere, [4000, 1000]).sums).toEqual([700]);
});

test('what fills a width to the fraction of a mm counts there, and no less wide', () => {
  const demand = demandFor([pane('a', 400.5, 1000)]);
  const filling = fillingOf(demand, sold(demand), [4000]);
  expect([400.2, 400.5, 401].map(filling.worthAt)).toEqual([0, 4, 4]);
  expect(filling.sums).toEqual([400.5, 801]);
});

test('a panel costs the film that it takes less what could have stood beside it, never less than nothing', () => {
  const demand = demandFor([pane('a', 400, 1000)]);
  const supply = { ...sold(demand), costPerMm: 10 };
  const price = panelPrice({ supply, alongMm: 2000 }, fillingOf(demand, supply, [4000]));
  expect([1000, 601, 600, 200, 199].map(price)).toEqual([20_000, 20_000, 12_000, 4000, 4000]);
  const dear = panelPrice({ supply, alongMm: 2000 }, fillingOf(demand, supply, [40_000]));
  expect(dear(100)).toBe(0);
});
