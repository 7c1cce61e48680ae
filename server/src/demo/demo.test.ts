import { checkPlan } from '@neat-sill/core/check';
import { deriveJob, type JobRecords, type ShopData } from '@neat-sill/core/job';
import { DEFAULT_RULE_SETS } from '@neat-sill/core/rules';
import { STAGES } from '@neat-sill/core/stage';
import { DEMO_FILMS } from './films.ts';
import { DEMO_JOBS } from './jobs.ts';

const shop: ShopData = { films: DEMO_FILMS, stock: [], cutBefore: {}, ruleSets: DEFAULT_RULE_SETS };
const named = new Map(
  DEMO_JOBS.map(({ records }) => {
    const { customer, name } = Object.values(records.job)[0] ?? { customer: '', name: '' };
    return [`${customer}, ${name}`, records];
  }),
);
const jobOf = (name: string) => {
  const records: JobRecords | undefined = named.get(name);
  if (!records) throw new Error(`No demo job ${name}`);
  return deriveJob(records, shop);
};

test.each([...named.keys()])(
  '%s is such as a shop would have: within its walls, its kept plan sound',
  (name) => {
    const job = jobOf(name);
    for (const { record, placed } of job.walls) {
      expect(placed.widthMm).toBe(record.widthMm);
      expect(placed.heightMm).toBe(record.heightMm);
    }
    for (const { record } of job.panes)
      if (record.filmId !== null) expect(DEMO_FILMS.map(({ id }) => id)).toContain(record.filmId);
    // Film that hangs was cut before.
    if (job.panes.some(({ fitting }) => fitting.doneAt !== null)) expect(job.kept.kind).toBe('holds');
    if (job.kept.kind === 'holds') expect(checkPlan(job.kept.kept.job, job.kept.kept.plan)).toEqual([]);
  },
);

test('one is a house of thirty panes with a fanlight over its door, without a doubt', () => {
  const job = jobOf('Alder Row No. 4, House, three films');
  expect(job.panes).toHaveLength(30);
  expect(new Set(job.panes.map(({ film }) => film?.id)).size).toBe(3);
  expect(job.panes.flatMap(({ doubts }) => doubts)).toEqual([]);
  const over = job.panes.filter(({ record }) => record.over !== null);
  expect(over.map(({ record }) => record.opening)).toEqual(Array(4).fill('fanlight'));
  const [hall] = job.walls;
  const door = hall?.placed.openings.find(({ id }) => id === 'pane-1');
  const light = hall?.placed.openings.find(({ id }) => id === 'pane-2');
  expect([light?.leftMm, light?.isOver]).toEqual([door?.leftMm, true]);
  expect(light?.sillMm).toBeGreaterThan(2000);
});

test('one is finished with its whole record: measured, put right, cut, fitted, dry', () => {
  const job = jobOf('Lantern Quay Library, Staff room');
  const kept = job.kept.kind === 'holds' ? job.kept.kept : null;
  expect(kept?.cutPullIds).toEqual(kept?.plan.pulls.map(({ id }) => id));
  for (const { id, standing } of STAGES)
    if (['survey', 'film', 'cuts', 'fitting'].includes(id))
      expect(job.panes.map((pane) => standing(pane, job))).toEqual(job.panes.map(() => 'done'));
  const remedies = job.panes.flatMap(({ record }) => record.condition.map(({ remedy }) => remedy?.kind));
  expect(remedies).toEqual(['fix', 'accepted']);
});

test('the cling of the nursery goes on in one piece', () => {
  const job = jobOf('Harbour Nursery, Garden side');
  expect(job.panes.map(({ division }) => division?.kind)).toEqual(['whole', 'whole', 'whole']);
});
