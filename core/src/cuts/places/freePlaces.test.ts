import loadHighs from 'highs';
import { checkPlan } from '../../check/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/index.ts';
import { seededRandom } from '../../units/index.ts';
import { planCuts, solverOfText, type PaneForPlan, type PlanJob } from '../index.ts';
import { boundOverPlaces } from './boundOverPlaces.ts';
import { dividesAny } from './divided.ts';
import { demandWithFreePlaces } from './freePlaces.ts';

/** Film without prices costs its area: figures can be reckoned in the head. Rolls 1000 wide, no margins, no overlap. */
const film = {
  ...filmForTest,
  turn: 'half' as const,
  matchEdges: false,
  rolls: [{ width: 1000, length: 30_000 }],
};
const rules = {
  ...{ allowance: 0, factoryEdgeAllowance: 0, seamOverlap: 0, minPanel: 150 },
  minOffcut: { width: 300, length: 600 },
};
const pane = (id: string, width: number, height: number, more: Partial<PaneForPlan> = {}) =>
  paneForTest({ id, label: id, width, height, seams: { allowed: true, axis: 'vertical' }, ...more });
const jobOf = (panes: readonly PaneForPlan[], more: Partial<PlanJob['rules']> = {}): PlanJob =>
  jobForTest({ films: [film], panes: [...panes], rules: { ...rules, ...more } });
const plan = (job: PlanJob, rounds = 300) =>
  planCuts(job, { random: seededRandom(1), rounds, solver: null, shouldStop: () => false });
const usedMm = (job: PlanJob) => plan(job).summary.byFilm[0]?.usedLength;

test('a full width and a strip save what equal panels waste', () => {
  // 1600 wide: equal panels of 800 stand one behind the other; 1000 and 600 leave room for the strip of 400.
  const job = jobOf([pane('wide', 1600, 2000), pane('slim', 400, 2000)]);
  expect(usedMm(job)).toBe(4000);
  const equal = { ...job, rules: { ...job.rules, seamPlaces: 'equal' as const } };
  expect(
    plan(equal).pulls.flatMap(({ pieces }) => pieces.flatMap(({ panels, w }) => (panels > 1 ? [w] : []))),
  ).toEqual([800, 800]);
  expect(usedMm(jobOf([pane('wide', 1600, 2000), pane('slim', 250, 2000), pane('more', 150, 2000)]))).toBe(
    4000,
  );
});

test('two wide panes share the rest of a roll', () => {
  // Two of 1500: two full widths, and their rests of 500 beside each other.
  const job = jobOf([pane('a', 1500, 1800, { count: 2 })]);
  expect(usedMm(job)).toBe(5400);
  expect(checkPlan(job, plan(job))).toEqual([]);
  expect(usedMm({ ...job, rules: { ...job.rules, seamPlaces: 'equal' } })).toBe(7200);
});

test('no panel is narrower than the rules let it be, and wishes for a place stay', () => {
  const covers = (job: PlanJob) =>
    plan(job)
      .pulls.flatMap(({ pieces }) => pieces)
      .filter(({ panels }) => panels > 1)
      .map(({ cover }) => cover.width);
  for (const width of covers(jobOf([pane('a', 1100, 1800)]))) expect(width).toBeGreaterThanOrEqual(150);
  const wished = pane('a', 1600, 1800, { seams: { allowed: true, axis: 'vertical', at: [700] } });
  expect(covers(jobOf([wished, pane('slim', 400, 1800)])).sort((a, b) => a - b)).toEqual([700, 900]);
});

test('what is not divided, or is to be equal, has no more ways than before', () => {
  const whole = jobOf([pane('a', 900, 1800)]);
  const ways = (job: PlanJob) =>
    demandWithFreePlaces(film, job, null, () => false).demand.kinds[0]?.ways.length ?? 0;
  expect([dividesAny(film, whole), ways(whole)]).toEqual([false, 1]);
  const wide = jobOf([pane('a', 1600, 1800)]);
  expect([dividesAny(film, wide), ways(wide) > 2]).toEqual([true, true]);
  expect(ways({ ...wide, rules: { ...wide.rules, seamPlaces: 'equal' } })).toBe(1);
});

describe('the bound over all places', () => {
  test('is the area where that can be reached, and what stands one behind the other where not', () => {
    expect(boundOverPlaces(film, jobOf([pane('a', 1500, 1800, { count: 2 })]))).toBeCloseTo(5400 * 1000, 3);
    // One panel of 1100 is wider than half a roll wherever its seam is, and so is each whole pane of 600.
    const stacked = jobOf([pane('a', 1100, 1000), pane('b', 600, 1000, { count: 3 })]);
    expect(boundOverPlaces(film, stacked)).toBeCloseTo(4000 * 1000, 3);
    const dear = { ...film, rolls: [] };
    expect(boundOverPlaces(dear, { ...stacked, films: [dear] })).toBe(0);
  });

  test('film on hand is taken off it by what it can give', () => {
    const job = jobOf([pane('a', 1500, 1800)]);
    const offcut = {
      id: 'o',
      filmId: film.id,
      kind: 'offcut' as const,
      width: 500,
      length: 1800,
      factoryEdges: [],
    };
    const without = boundOverPlaces(film, job);
    expect(without - boundOverPlaces(film, { ...job, stock: [offcut] })).toBeLessThanOrEqual(
      500 * 1800 + 1e-6,
    );
  });

  test('no plan of random jobs lies below it, and none takes more than with equal panels', () => {
    const random = seededRandom(11);
    const between = (from: number, to: number) => Math.round(from + random() * (to - from));
    for (let round = 0; round < 12; round += 1) {
      const panes = Array.from({ length: 4 }, (_, at) =>
        pane(`p${at}`, at < 2 ? between(1050, 2800) : between(200, 900), between(600, 2200)),
      );
      const job = jobOf(panes, { allowance: 25, seamOverlap: 20 });
      const free = plan(job, 60);
      expect(checkPlan(job, free)).toEqual([]);
      const used = free.summary.byFilm[0]?.usedLength ?? 0;
      expect(used).toBeGreaterThanOrEqual(boundOverPlaces(film, job) / 1000 - 0.5);
      const equal = plan({ ...job, rules: { ...job.rules, seamPlaces: 'equal' } }, 60);
      expect(used).toBeLessThanOrEqual((equal.summary.byFilm[0]?.usedLength ?? 0) + 0.5);
    }
  });

  test('what a programme says parts are worth raises it, never over a plan, also where panes are no whole mm wide', async () => {
    const solver = solverOfText(await loadHighs());
    const random = seededRandom(5);
    const between = (from: number, to: number) => Math.round((from + random() * (to - from)) * 10) / 10;
    let raised = 0;
    for (let round = 0; round < 12; round += 1) {
      const panes = Array.from({ length: 7 }, (_, at) =>
        pane(`p${at}`, at < 1 ? between(1050, 1700) : between(240, 620), between(600, 2200), { count: 2 }),
      );
      const job = jobOf(panes, { allowance: 10, seamOverlap: 20 });
      const { demand, worth } = demandWithFreePlaces(film, job, solver, () => false);
      if (!worth) throw new Error('the programme was not solved');
      const plain = boundOverPlaces(film, job);
      const bound = boundOverPlaces(film, job, undefined, {
        known: { demand, worth },
        ...{ solver, shouldStop: () => false },
      });
      expect(bound).toBeGreaterThanOrEqual(plain);
      if (bound < plain * 1.002) continue;
      raised += 1;
      expect(plan(job, 60).summary.byFilm[0]?.usedLength ?? 0).toBeGreaterThanOrEqual(bound / 1000 - 0.5);
    }
    expect(raised).toBeGreaterThan(2);
  });
});
