import { checkPlan } from '../../check/index.ts';
import { jobForTest, paneForTest, randomJob } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { planCuts, freezeAndReplan, type PlanJob } from '../index.ts';

const plan = (job: PlanJob) =>
  planCuts(job, { random: seededRandom(3), rounds: 60, shouldStop: () => false });

const roll = {
  id: 'R1',
  filmId: 'F1',
  kind: 'roll',
  width: 1524,
  length: 20_000,
  factoryEdges: ['left', 'right'],
} as const;
const four = jobForTest({
  rules: { ...jobForTest().rules, seamPlaces: 'equal' },
  stock: [{ ...roll, factoryEdges: [...roll.factoryEdges] }],
  panes: [
    paneForTest({ id: 'P1', count: 3 }),
    paneForTest({ id: 'P2', width: 500, height: 900, count: 4 }),
    paneForTest({ id: 'W', width: 2000, height: 1800, seams: { allowed: true, axis: 'vertical' } }),
  ],
});

describe('what is cut stays, the rest is planned anew', () => {
  const kept = plan(four);
  const [firstPull] = kept.pulls;
  if (!firstPull) throw new Error('no pull');
  const half = { job: four, plan: kept, cutPullIds: kept.pulls.slice(0, 2).map(({ id }) => id) };

  test('a changed pane is laid again, what was cut for others stays where it was, and the whole passes the check', () => {
    const now = {
      ...four,
      panes: four.panes.map((pane) => (pane.id === 'P2' ? { ...pane, height: 960 } : pane)),
    };
    const rest = freezeAndReplan(half, now);
    expect(rest.job.panes.find(({ id }) => id === 'P2')?.count).toBe(4);
    const { job, plan: whole } = rest.merge(plan(rest.job));
    expect(checkPlan(job, whole)).toEqual([]);
    for (const { id, sourceId, start, length } of rest.frozen)
      expect(whole.pulls).toContainEqual(expect.objectContaining({ id, sourceId, start, length }));
  });

  test('a spoiled piece is made again, and only it', () => {
    const [piece] = firstPull.pieces.filter(({ panels }) => panels === 1);
    if (!piece) throw new Error('no whole piece in the first pull');
    const rest = freezeAndReplan({ ...half, cutPullIds: kept.pulls.map(({ id }) => id) }, four, [piece.id]);
    expect(rest.job.panes.map(({ id, count }) => [id, count])).toEqual([[piece.paneId, 1]]);
    const { job, plan: whole } = rest.merge(plan(rest.job));
    expect(checkPlan(job, whole)).toEqual([]);
    expect(whole.pulls.flatMap(({ pieces }) => pieces).filter(({ id }) => id === piece.id)).toHaveLength(1);
  });

  test('what is made again comes off the smallest offcut that takes it', () => {
    const offcut = (id: string, width: number, length: number) =>
      ({ id, filmId: 'F1', kind: 'offcut', width, length, factoryEdges: [] }) as const;
    const job = jobForTest({
      stock: [offcut('small', 700, 900), offcut('large', 1400, 2000), offcut('right', 800, 1500)].map(
        (each) => ({ ...each, factoryEdges: [] }),
      ),
      panes: [paneForTest({ id: 'P1' }), paneForTest({ id: 'P2', width: 500, height: 900 })],
    });
    // Planned and cut while there was nothing on the rack.
    const before = { ...job, stock: [] };
    const made = plan(before);
    const all = made.pulls.map(({ id }) => id);
    const rest = freezeAndReplan({ job: before, plan: made, cutPullIds: all }, job, ['P1.1']);
    const { job: whole, plan: merged } = rest.merge(plan(rest.job));
    expect(checkPlan(whole, merged)).toEqual([]);
    const again = merged.pulls.find(({ pieces }) => pieces.some(({ id }) => id === 'P1.1'));
    expect(again?.sourceId).toBe('right');
  });

  test('with one panel of a pane cut its sister stays as it was planned, so that the seam still meets', () => {
    const withPanel = kept.pulls.find(({ pieces }) =>
      pieces.some(({ paneId, panel }) => paneId === 'W' && panel === 1),
    );
    const rest = freezeAndReplan({ ...half, cutPullIds: [withPanel?.id ?? ''] }, four);
    expect(rest.job.panes.some(({ id }) => id === 'W')).toBe(false);
    const panels = rest.frozen.flatMap(({ pieces }) => pieces).filter(({ paneId }) => paneId === 'W');
    expect(panels).toHaveLength(2);
    const { job, plan: whole } = rest.merge(plan(rest.job));
    expect(checkPlan(job, whole)).toEqual([]);
  });
});

test('of odd jobs with some pulls cut and panes changed the whole always passes the check', () => {
  for (let seed = 1; seed <= 60; seed += 1) {
    const job = randomJob(seed);
    const kept = plan(job);
    const random = seededRandom(seed + 500);
    const cutPullIds = kept.pulls.filter(() => random() < 0.5).map(({ id }) => id);
    const pieces = kept.pulls.filter(({ id }) => cutPullIds.includes(id)).flatMap((pull) => pull.pieces);
    const spoiled = pieces.filter(() => random() < 0.2).map(({ id }) => id);
    const now = {
      ...job,
      panes: job.panes.map((pane) => (random() < 0.2 ? { ...pane, width: pane.width + 7 } : pane)),
    };
    const rest = freezeAndReplan({ job, plan: kept, cutPullIds }, now, spoiled);
    const { job: whole, plan: merged } = rest.merge(plan(rest.job));
    expect(checkPlan(whole, merged)).toEqual([]);
  }
});
