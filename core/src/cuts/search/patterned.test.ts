import { checkPlan } from '../../check/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { planCuts, seamsOfPlan, type CutPlan, type PlanJob } from '../index.ts';

/** Rolls 1000 wide with a repeat of 200 by 300, no margins; film without prices goes by area. */
const film = (drop: 'straight' | 'half' = 'straight') => ({
  ...filmForTest,
  turn: 'none' as const,
  matchEdges: false,
  rolls: [{ width: 1000, length: 60_000 }],
  pattern: { across: 200, along: 300, drop },
});
const rules = {
  ...{ allowance: 0, factoryEdgeAllowance: 0, seamOverlap: 0, minPanel: 100 },
  minOffcut: { width: 300, length: 600 },
};
const upright = { allowed: true, axis: 'vertical' as const };
const pane = (id: string, width: number, height: number, count = 1) =>
  paneForTest({ id, label: id, width, height, count, seams: upright });
const planOf = (job: PlanJob, rounds: number): CutPlan => {
  const plan = planCuts(job, { random: seededRandom(4), rounds, solver: null, shouldStop: () => false });
  expect(checkPlan(job, plan)).toEqual([]);
  expect(plan.unplaced).toEqual([]);
  return plan;
};
const used = (plan: CutPlan) => plan.summary.byFilm[0]?.usedLength ?? 0;

test('panels of patterned film share their pulls with what goes whole, seams on lines of the pattern', () => {
  // 1400 wide: 1000 and 400, or 600 and 800; a strip of 600 goes beside the panel of 400.
  const job = jobForTest({
    films: [film()],
    panes: [pane('wide', 1400, 1500), pane('slim', 600, 1500)],
    rules,
  });
  const plan = planOf(job, 200);
  expect(used(plan)).toBe(3000);
  const [seam] = seamsOfPlan(film(), job, plan);
  expect([400, 1000]).toContain(seam?.place.atMm[0]);
  // Packed for themselves, as before there was a search, they take three pulls.
  expect(used(planOf({ ...job, rules: { ...rules, seamPlaces: 'equal' } }, 0))).toBeGreaterThan(3000);
});

test('pulls begin on a repeat, and the rest before the next line is left in its pull', () => {
  const job = jobForTest({ films: [film()], panes: [pane('wide', 1900, 1400, 2)], rules });
  const plan = planOf(job, 200);
  const phases = (copy: number) =>
    plan.pulls.flatMap(({ start, pieces }) =>
      pieces.filter((each) => each.copy === copy).map(({ y }) => (start + y) % 300),
    );
  expect(new Set(phases(1)).size).toBe(1);
  expect(new Set(phases(2)).size).toBe(1);
  // Of each pane one pull of 1400, and one to the next line at 1500.
  expect(used(plan)).toBe(2 * (1500 + 1400));
});

test('at a half drop each next panel begins half a repeat later', () => {
  const job = jobForTest({ films: [film('half')], panes: [pane('wide', 1900, 1400)], rules });
  const plan = planOf(job, 100);
  const at = (panel: number) =>
    plan.pulls.flatMap(({ start, pieces }) =>
      pieces.filter((each) => each.panel === panel).map(({ y }) => start + y),
    )[0] ?? 0;
  expect((((at(2) - at(1)) % 300) + 300) % 300).toBe(150);
});

test('random jobs of patterned, plain and mixed panes are right, and never longer than what is packed', () => {
  const random = seededRandom(9);
  const between = (from: number, to: number) => Math.round(from + random() * (to - from));
  for (let round = 0; round < 12; round += 1) {
    const drop = round % 2 ? ('half' as const) : ('straight' as const);
    const panes = [
      pane('a', between(1050, 1900), between(600, 2200), 1 + (round % 3)),
      pane('b', between(1050, 1700), between(600, 2200)),
      pane('c', between(200, 900), between(300, 1500), 3),
    ];
    const more = { allowance: 25, seamOverlap: round % 3 ? 20 : 0 };
    const job = jobForTest({ films: [film(drop)], panes, rules: { ...rules, ...more } });
    const tooWide = panes.some(({ width }) => width + 50 + more.seamOverlap > 1980);
    const plan = planCuts(job, {
      random: seededRandom(round),
      rounds: 120,
      solver: null,
      shouldStop: () => false,
    });
    expect(checkPlan(job, plan)).toEqual([]);
    const packed = planCuts(job, {
      random: seededRandom(round),
      rounds: 0,
      solver: null,
      shouldStop: () => true,
    });
    if (!tooWide) expect(plan.unplaced.length).toBeLessThanOrEqual(packed.unplaced.length);
    if (plan.unplaced.length === packed.unplaced.length)
      expect(used(plan)).toBeLessThanOrEqual(used(packed) + 0.5);
  }
});
