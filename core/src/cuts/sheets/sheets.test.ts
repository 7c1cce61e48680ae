import { checkPlan } from '../../check/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import {
  costPlan,
  cutList,
  divide,
  planCuts,
  planFigures,
  type FilmForPlan,
  type PlanJob,
} from '../index.ts';
import { describeSheet, describeTrimOff } from '../../words/index.ts';

/* Film in sheets of fixed sizes. */

const SIZES = [
  { width: 500, height: 1000, price: 20 },
  { width: 700, height: 1400, price: 38 },
  { width: 1000, height: 2000, price: 70 },
];
const panel: FilmForPlan = { ...filmForTest, rolls: [], sheets: SIZES, turn: 'none', matchEdges: false };
const net = { ...jobForTest().rules, allowance: 0, factoryEdgeAllowance: 0 };
const glass = (id: string, width: number, height: number, more = {}) =>
  paneForTest({ id, label: id, width, height, ...more });
const jobOf = (panes: PlanJob['panes'], film: Partial<FilmForPlan> = {}, more: Partial<PlanJob> = {}) =>
  jobForTest({ films: [{ ...panel, ...film }], panes, rules: net, ...more });
const planOf = (job: PlanJob, rounds = 30) => {
  const plan = planCuts(job, { random: seededRandom(7), rounds, shouldStop: () => false });
  expect(checkPlan(job, plan)).toEqual([]);
  return plan;
};
const sizesOf = (job: PlanJob) =>
  planOf(job)
    .sources.map(({ width, length }) => `${width} × ${length}`)
    .sort();

test('each pane takes the next size up, which is paid whole', () => {
  const job = jobOf([glass('a', 500, 1000), glass('b', 501, 1000), glass('c', 900, 1500)]);
  const plan = planOf(job);
  expect(sizesOf(job)).toEqual(['1000 × 2000', '500 × 1000', '700 × 1400']);
  expect(plan.summary).toMatchObject({
    cost: 128,
    byFilm: [{ usedLength: 4400, gap: expect.closeTo(0.6, 1) }],
  });
  expect(plan.sources.every(({ kind }) => kind === 'new')).toBe(true);
  expect(planFigures(job, plan)).toMatchObject({ toBuy: 128, newRolls: 0, newSheets: 3, cost: 128 });
  expect(costPlan(job, plan)).toMatchObject({ newFilm: 128, boughtRest: 0, onHand: 0 });
});

test('small panes share a sheet where that is cheaper, and the last sheet is no larger than it must be', () => {
  // Four quarters of the largest sheet cost less there than on four small ones.
  expect(sizesOf(jobOf([glass('a', 500, 1000, { count: 4 })]))).toEqual(['1000 × 2000']);
  // Three of them leave a quarter, and still are cheaper by it.
  expect(planOf(jobOf([glass('a', 490, 990, { count: 3 })])).summary.cost).toBe(60);
  expect(planOf(jobOf([glass('a', 500, 1000, { count: 5 })])).summary.cost).toBe(90);
});

test('the margin counts, and film that may be turned lies on its side', () => {
  const margin = { ...net, allowance: 10 };
  expect(planOf(jobOf([glass('a', 480, 980)], {}, { rules: margin })).summary.cost).toBe(20);
  expect(planOf(jobOf([glass('a', 481, 980)], {}, { rules: margin })).summary.cost).toBe(38);
  const lying = jobOf([glass('a', 1000, 500)], { turn: 'any' });
  expect(planOf(lying).pulls[0]?.pieces[0]).toMatchObject({ turn: 90, w: 500, l: 1000 });
  expect(planOf(jobOf([glass('a', 1000, 500)])).summary.cost).toBe(70);
});

test('with a film that is sold both ways the cheaper is taken, and what no roll is as wide as goes on a sheet undivided', () => {
  const both = { rolls: [{ width: 600, length: 10_000, price: 240 }] };
  // 24 € a metre: a pane of 1 m is cheaper off a sheet for 20 €, one of 0.6 m off the roll.
  expect(planOf(jobOf([glass('a', 500, 1000)], both)).summary.cost).toBe(20);
  expect(planOf(jobOf([glass('a', 500, 600)], both)).summary.cost).toBeCloseTo(14.4, 6);
  const wide = glass('wide', 900, 1900);
  expect(divide(wide, { ...panel, ...both }, net)).toEqual({ kind: 'whole' });
  const plan = planOf(jobOf([wide, glass('b', 600, 300, { count: 2 })], both));
  expect(plan.pulls.flatMap(({ pieces }) => pieces.map(({ panels }) => panels))).toEqual([1, 1, 1]);
  expect(plan.summary.cost).toBeCloseTo(70 + 2 * 7.2, 6);
});

test('film on hand comes first, and sheets of another film do not touch what is planned off rolls', () => {
  const stock: PlanJob['stock'] = [
    { id: 'O1', filmId: 'F1', kind: 'offcut', width: 520, length: 1000, factoryEdges: [] },
  ];
  const plan = planOf(jobOf([glass('a', 500, 1000, { count: 2 })], {}, { stock }));
  expect(plan.sources.map(({ kind }) => kind).sort()).toEqual(['new', 'offcut']);
  expect(plan.summary.cost).toBe(20);
  const roll = { ...filmForTest, id: 'F2' };
  const two = jobOf(
    [glass('a', 500, 1000), paneForTest({ id: 'r', filmId: 'F2' })],
    {},
    { films: [panel, roll] },
  );
  const alone = jobForTest({ films: [roll], panes: [paneForTest({ id: 'r', filmId: 'F2' })], rules: net });
  const byFilm = (job: PlanJob) => planOf(job).summary.byFilm.find(({ filmId }) => filmId === 'F2');
  expect(byFilm(two)).toEqual(byFilm(alone));
});

test('without prices sheets go by their area', () => {
  const unpriced = { sheets: SIZES.map(({ width, height }) => ({ width, height })) };
  const plan = planOf(jobOf([glass('a', 500, 1000), glass('b', 700, 1001)], unpriced));
  expect(plan.summary.cost).toBeNull();
  expect(plan.summary.byFilm[0]?.usedArea).toBe(500 * 1000 + 700 * 1400);
});

describe('a sheet with a motif', () => {
  const motif = { sheets: [{ width: 900, height: 1400, price: 80, motif: true }] };

  test('takes one piece, from its middle or from where somebody wants it; what comes off is told', () => {
    const job = jobOf([glass('a', 700, 1100, { count: 2 })], motif);
    const plan = planOf(job);
    expect(plan.summary.cost).toBe(160);
    expect(plan.pulls.map(({ pieces }) => pieces.map(({ x, y }) => [x, y]))).toEqual([
      [[100, 150]],
      [[100, 150]],
    ]);
    const placed = jobOf([glass('a', 700, 1100, { motif: { left: 60, top: 280 } })], motif, {
      rules: { ...net, allowance: 20 },
    });
    const [step] = cutList(planOf(placed), placed);
    expect(step?.sheet).toEqual({
      ...{ widthMm: 900, heightMm: 1400, motif: true },
      trimOff: { left: 40, top: 260, right: 120, bottom: 0 },
    });
    if (!step?.sheet) throw new Error('no sheet');
    expect(describeSheet(step.sheet, 'mm').replaceAll('\u00a0', ' ')).toBe(
      'sheet of 900 mm × 1400 mm with its motif',
    );
    expect(describeTrimOff(step.sheet, 'mm')?.replaceAll('\u00a0', ' ')).toBe(
      'Trim off 260 mm at the top, 120 mm at the right and 40 mm at the left',
    );
  });

  test('is taken by a pane that says where its motif goes, although a plain sheet is cheaper', () => {
    const mixed = { sheets: [...SIZES, ...motif.sheets] };
    expect(planOf(jobOf([glass('a', 600, 1100)], mixed)).summary.cost).toBe(38);
    expect(planOf(jobOf([glass('a', 600, 1100, { motif: { left: 0, top: 0 } })], mixed)).summary.cost).toBe(
      80,
    );
  });

  test('ends before a pane that wants its motif too far out, and is said to', () => {
    const job = jobOf(
      [
        glass('a', 700, 1100, { motif: { left: 60, top: 301 } }),
        glass('b', 700, 1401),
        glass('c', 700, 1100, { factoryEdge: 'left' }),
        glass('d', 700, 1100, { motif: { left: 60, top: 300 } }),
      ],
      motif,
    );
    const plan = planOf(job);
    expect(new Map(plan.unplaced.map(({ paneId, reason }) => [paneId, reason]))).toEqual(
      new Map([
        ['a', 'sheet.motif'],
        ['b', 'sheet.tooSmall'],
        ['c', 'edge.notAvailable'],
      ]),
    );
    expect(plan.pulls).toHaveLength(1);
  });
});

test('any job with sheets is proven by the checker, is no cheaper than its bound, and the same each time', () => {
  for (let seed = 1; seed <= 10; seed += 1) {
    const random = seededRandom(seed);
    const size = (least: number, most: number) => Math.round(least + random() * (most - least));
    const panes = Array.from({ length: size(1, 7) }, (_, at) =>
      glass(`p${at}`, size(120, 1100), size(150, 2100), { count: size(1, 3) }),
    );
    const film: Partial<FilmForPlan> = {
      sheets: SIZES.slice(0, size(1, 3)),
      turn: random() < 0.5 ? 'any' : 'none',
      ...(random() < 0.4 ? { rolls: [{ width: 914, length: 30_000, price: size(200, 900) }] } : {}),
    };
    const stock: PlanJob['stock'] =
      random() < 0.4
        ? [{ id: 'O1', filmId: 'F1', kind: 'offcut', width: 600, length: 900, factoryEdges: [] }]
        : [];
    const rules = { ...net, allowance: size(0, 25) };
    const job = jobOf(panes, film, { stock, rules });
    const plan = planOf(job, 3);
    expect(planOf(job, 3)).toEqual(plan);
    const [figures] = plan.summary.byFilm;
    if (figures) expect(figures.gap ?? 0).toBeGreaterThanOrEqual(0);
  }
});
