import { checkPlan } from '../../../check/index.ts';
import loadHighs from 'highs';
import { filmForTest, jobForTest, paneForTest, randomJob } from '../../../testing/planJobs.ts';
import { leastLength } from '../../../testing/leastLength.ts';
import { seededRandom } from '../../../units/index.ts';
import {
  planCostLowerBound,
  planCuts,
  solverOfText,
  costPlan,
  type CutPlan,
  type LinearSolver,
  type PlanJob,
} from '../../index.ts';
import { boundBySections } from '../../cost/crossSections.ts';
import { demandOf } from '../../cost/demand.ts';
import { formsOf } from './builtPull.ts';
import { exactPulls } from './exactSmall.ts';

let solver: LinearSolver;
beforeAll(async () => {
  solver = solverOfText(await loadHighs());
});

const plan = (job: PlanJob, steps = 200, lent: LinearSolver | null = solver, seed = 7): CutPlan =>
  planCuts(job, { random: seededRandom(seed), rounds: steps, solver: lent, shouldStop: () => false });

/** Up to five pieces of sizes that windows have. */
function smallJob(seed: number): PlanJob {
  const random = seededRandom(Math.imul(seed, 0x9e3779b1));
  const size = () => 300 + Math.floor(random() * 1100);
  const kinds = 1 + Math.floor(random() * 4);
  let left = 5;
  const panes = Array.from({ length: kinds }, (_, at) => {
    const count = Math.max(1, Math.min(left - (kinds - at - 1), 1 + Math.floor(random() * 2)));
    left -= count;
    return paneForTest({ id: `P${at}`, label: `${at}`, width: size(), height: size(), count });
  });
  return jobForTest({ panes });
}

test('of small jobs no plan is below the bound or refused, and all are the best there is', () => {
  const jobs = Array.from({ length: 150 }, (_, seed) => smallJob(seed + 1));
  const missed = jobs.filter((job) => {
    const made = plan(job);
    expect(checkPlan(job, made)).toEqual([]);
    const [film] = made.summary.byFilm;
    const pieces = job.panes.flatMap(({ width, height, count }) =>
      Array.from({ length: count }, () => [width + 50, height + 50] as const),
    );
    const best = leastLength(pieces, 1524);
    expect(film?.lowerBoundLength ?? 0).toBeLessThanOrEqual(best + 0.01);
    expect(film?.usedLength ?? 0).toBeGreaterThan(best - 0.05);
    return (film?.usedLength ?? 0) > best + 0.05;
  });
  expect(missed).toEqual([]);
});

test('going through all sets finds what trying everything finds', () => {
  for (let seed = 300; seed < 340; seed += 1) {
    const job = smallJob(seed);
    const pieces = job.panes.flatMap(({ width, height, count }) =>
      Array.from({ length: count }, () => [width + 50, height + 50] as const),
    );
    const [film] = job.films;
    if (!film) throw new Error('no film');
    const exact = exactPulls(demandOf(film, job), () => false);
    expect(((exact?.cost ?? 0) / 412) * 30480).toBeCloseTo(leastLength(pieces, 1524), 1);
    // The pulls it gives are as long as it says, and make everything.
    expect(exact?.pulls.reduce((sum, pull) => sum + pull.cost, 0)).toBeCloseTo(exact?.cost ?? 0, 6);
    expect(exact?.pulls.flatMap(formsOf)).toHaveLength(pieces.length);
  }
});

describe('odd jobs: stock, inches, oversize, patterns, wishes for edges', () => {
  const jobs = Array.from({ length: 60 }, (_, seed) => randomJob(seed + 1));

  test('every plan passes its check, and none costs less than the bound by cross-sections', () => {
    for (const job of jobs) {
      const made = plan(job, 60);
      expect(checkPlan(job, made)).toEqual([]);
      for (const { gap } of made.summary.byFilm) expect(gap ?? 0).toBeGreaterThanOrEqual(0);
    }
  });

  test('searching never makes a plan dearer than the first, nor leaves out what the first lays', () => {
    for (const job of jobs.slice(0, 30)) {
      const [first, then] = [plan(job, 0), plan(job, 60)];
      expect(then.unplaced).toHaveLength(first.unplaced.length);
      if (first.summary.cost !== null && then.summary.cost !== null)
        expect(then.summary.cost).toBeLessThanOrEqual(first.summary.cost + 1e-6);
    }
  });
});

test('the bound is what is known by other ways: pieces that stand behind each other, and a roll cut up without rest', () => {
  const bound = (job: PlanJob) => {
    const [film] = job.films;
    if (!film) throw new Error('no film');
    const found = boundBySections(demandOf(film, job), solver, () => false);
    return ((found?.cost ?? 0) / 412) * 30480;
  };
  const half = { ...filmForTest, turn: 'half' } as const;
  // 800 + 50 is more than half a roll: three stand behind each other.
  const wide = jobForTest({ films: [half], panes: [paneForTest({ width: 800, height: 950, count: 3 })] });
  expect(bound(wide)).toBeCloseTo(3000, 1);
  // Two strips of 762 beside each other: exactly half as long as one by one.
  const two = jobForTest({ films: [half], panes: [paneForTest({ width: 712, height: 950, count: 6 })] });
  expect(bound(two)).toBeCloseTo(3000, 1);
  // One alone cannot stand beside itself.
  const one = jobForTest({ films: [half], panes: [paneForTest({ width: 300, height: 950, count: 1 })] });
  expect(bound(one)).toBeCloseTo(1000, 1);
});

test('the same seed and steps give the same plan, another solver-less run a right one', () => {
  const job = randomJob(11);
  expect(plan(job, 80)).toEqual(plan(job, 80));
  const without = plan(job, 80, null);
  expect(checkPlan(job, without)).toEqual([]);
});

test('stopped at once there is still a right plan; better ones are told as they come', () => {
  const job = jobForTest({
    panes: [paneForTest({ count: 40 }), paneForTest({ id: 'P2', width: 500, height: 700, count: 30 })],
  });
  const told: number[] = [];
  const made = planCuts(job, {
    random: seededRandom(1),
    rounds: 50,
    solver,
    shouldStop: () => false,
    onProgress: (better) => told.push(better.summary.byFilm[0]?.usedLength ?? 0),
  });
  expect(told).toEqual([...told].sort((a, b) => b - a));
  expect(told.at(-1)).toBe(made.summary.byFilm[0]?.usedLength);
  const stopped = planCuts(job, { random: seededRandom(1), rounds: 50, solver, shouldStop: () => true });
  expect(checkPlan(job, stopped)).toEqual([]);
  expect(stopped.unplaced).toEqual([]);
});

test('a film of few pieces is settled before one of many, wherever it stands in the list', () => {
  const large = { ...filmForTest, id: 'F2', name: 'Tern Silver 30' };
  const roll = { id: 'R1', filmId: 'F1', kind: 'roll' as const, width: 1524, length: 6200, factoryEdges: [] };
  const job = jobForTest({
    films: [large, filmForTest],
    stock: [roll],
    panes: [
      ...Array.from({ length: 24 }, (_, at) =>
        paneForTest({ id: `L${at}`, filmId: 'F2', width: 400 + 31 * at, height: 700 + 57 * at }),
      ),
      paneForTest({ id: 'S1', width: 560, height: 900 }),
      paneForTest({ id: 'S2', width: 610, height: 1100 }),
      paneForTest({ id: 'S3', width: 1300, height: 480 }),
    ],
  });
  const bounds: (readonly [string, number | null | undefined])[][] = [];
  planCuts(job, {
    random: seededRandom(1),
    rounds: 40,
    solver,
    shouldStop: () => false,
    onProgress: ({ summary }) => bounds.push(summary.byFilm.map(({ filmId, gap }) => [filmId, gap])),
  });
  const gapOf = (at: number, film: string) => bounds[at]?.find(([id]) => id === film)?.[1];
  const firstOfLarge = bounds.findIndex((_, at) => gapOf(at, 'F2') !== gapOf(0, 'F2'));
  expect(firstOfLarge).toBeGreaterThan(0);
  // By then nothing is left to do on the small one.
  expect(gapOf(firstOfLarge, 'F1')).toBe(gapOf(bounds.length - 1, 'F1'));
});

describe('panes that the search cannot lay do not keep it from the others', () => {
  const easy = Array.from({ length: 6 }, (_, at) =>
    paneForTest({ id: `E${at}`, label: String(at), width: 380 + 97 * at, height: 640 + 131 * at, count: 3 }),
  );
  const best = (job: PlanJob) => plan(job, 400).summary.byFilm[0];

  test('beside a pane that no roll covers the others are laid and proven as if it were not there', () => {
    const never = paneForTest({
      id: 'never',
      width: 1700,
      height: 1700,
      seams: { allowed: false, axis: 'any' },
    });
    const alone = best(jobForTest({ panes: easy }));
    const beside = best(jobForTest({ panes: [never, ...easy] }));
    expect(beside?.usedLength).toBeCloseTo(alone?.usedLength ?? 0, 3);
    expect(beside?.gap).toBeCloseTo(alone?.gap ?? -1, 6);
  });

  test('panels that follow a pattern stand on their own, and the plan passes its check', () => {
    const film = {
      ...filmForTest,
      turn: 'half' as const,
      matchEdges: false,
      pattern: { across: 300, along: 420, drop: 'straight' as const },
    };
    const panels = paneForTest({ id: 'panels', width: 2300, height: 2100 });
    const job = jobForTest({ films: [film], panes: [panels, ...easy] });
    const made = plan(job, 400);
    expect(checkPlan(job, made)).toEqual([]);
    expect(made.unplaced).toEqual([]);
    const first = plan(job, 0).summary.byFilm[0]?.usedLength ?? 0;
    expect(made.summary.byFilm[0]?.usedLength).toBeLessThan(first * 0.97);
  });
});

describe('what no plan can count less than', () => {
  const withWork = (job: PlanJob, random: () => number): PlanJob => ({
    ...job,
    rules: {
      ...job.rules,
      bookValue: 0.6,
      work: {
        perPull: random() * 3,
        perKnifeSetting: random() * 2,
        mostSlits: 2 + Math.floor(random() * 4),
        leftoverWorth: random() * 0.5,
        sliver: { underMm: 20, cost: random() },
        perExtraLot: random() * 40,
      },
    },
  });

  test('lies under every plan that is found, and close under it where little else counts', () => {
    let proven = 0;
    for (let seed = 1; seed <= 40; seed += 1) {
      const job = withWork(seed % 2 === 0 ? randomJob(seed) : smallJob(seed), seededRandom(seed));
      const made = plan(job, 60);
      for (const film of job.films) {
        const least = planCostLowerBound(film, job, solver, () => false);
        if (least === null) continue;
        proven += 1;
        expect(costPlan({ ...job, films: [film] }, made).total).toBeGreaterThanOrEqual(least - 1e-6);
      }
    }
    expect(proven).toBeGreaterThan(20);
  });

  test('with one roll to buy it counts that roll', () => {
    const job = withWork(jobForTest({ panes: [paneForTest({ count: 6 })] }), () => 0);
    const [film] = job.films;
    if (!film) throw new Error('no film');
    const least = planCostLowerBound(film, job, solver, () => false) ?? 0;
    const total = costPlan(job, plan(job, 200)).total;
    expect(least).toBeGreaterThan(412 * 0.4);
    expect(total / least - 1).toBeLessThan(0.01);
  });
});
