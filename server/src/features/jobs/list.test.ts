import type { JobSummary, SentChange } from '@neat-sill/core/contract';
import { shopDataFor } from '@neat-sill/core/contract';
import { PLAN_ID, planCuts } from '@neat-sill/core/cuts';
import { deriveJob, frozenWith, outlineOfJob, shopDataOfJob, type JobRecords } from '@neat-sill/core/job';
import type { RuleSet } from '@neat-sill/core/rules';
import type { Pane } from '@neat-sill/core/survey';
import { jobFileForTest, readingsForTest, recordsForTest, silverForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { sql } from 'drizzle-orm';
import { signedIn, type ApiCaller } from '../../testing/caller.ts';
import { startTestServer, testNow, type TestServer, type TestShop } from '../../testing/server.ts';

/* How far each job is: what the list tells is what core makes of the records, however they came to be so. */

let server: TestServer;
let shop: TestShop;
let owner: ApiCaller;
beforeAll(async () => {
  server = await startTestServer();
  shop = await server.makeShop();
  owner = await signedIn(server, shop.emails.owner);
});
afterAll(() => server.stop());

async function importJob(records: JobRecords): Promise<string> {
  const file = JSON.stringify(jobFileForTest(records));
  return (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
}
async function listed(id: string): Promise<JobSummary | undefined> {
  const { jobs } = (await owner.get('/jobs')).body as { jobs: JobSummary[] };
  return jobs.find((job) => job.id === id);
}
/** As the list has it, which leaves out what jobs are found by. */
async function byCore(id: string) {
  const { records } = (await owner.get(`/jobs/${id}`)).body as { records: JobRecords };
  const book = shopDataFor((await owner.get('/shop-book')).body, id);
  const day = testNow.toISOString().slice(0, 10);
  const told = outlineOfJob(deriveJob(records, shopDataOfJob(records, book, day)));
  if (!told) throw new Error('a job has a header');
  return Object.fromEntries(Object.entries(told).filter(([name]) => name !== 'search'));
}

const ROUND: Pane['shape'] = { kind: 'circle' };
const BLOCKS: Pane['shape'] = {
  kind: 'blocks',
  columns: 3,
  rows: 2,
  block: { widthMm: 190, heightMm: 190 },
  jointMm: 10,
  cornerRadiusMm: 0,
};
const ARCH: Pane['shape'] = { kind: 'arch', riseMm: 200 };

/** A pane as it may come: of any shape, read anywhere or nowhere, with a film or without. */
function randomPane(random: () => number): Partial<Pane> {
  const pick = <Item>(items: readonly [Item, ...Item[]]): Item =>
    items[Math.floor(random() * items.length)] ?? items[0];
  const mm = () => (random() < 0.4 ? 0 : 400 + Math.round(random() * 9000) / 10);
  const lengths = Array.from({ length: 6 }, mm);
  const all = readingsForTest(lengths.map((each) => each || 1));
  const places = Object.entries(all).map(([place, reading], at) => [place, lengths[at] ? reading : null]);
  return {
    shape: pick<Pane['shape']>([{ kind: 'rectangle', cornerRadiusMm: 0 }, ROUND, BLOCKS, ARCH]),
    readings: { ...readingsForTest([]), ...Object.fromEntries(places) },
    filmId: pick([silverForTest.id, 'plover-frost', 'heron-neutral-40', null]),
    glass: pick<Pane['glass']>(['double', 'single', 'block', 'tempered']),
  };
}

test.each(Array.from({ length: 12 }, (_, at) => at + 1))(
  'after a walk of random edits the list tells what core makes of the job (seed %i)',
  async (seed) => {
    const random = seededRandom(seed);
    const id = await importJob(recordsForTest());
    for (let step = 0; step < 5; step += 1) {
      const { versions, records } = (await owner.get(`/jobs/${id}`)).body as {
        versions: Record<string, number>;
        records: JobRecords;
      };
      const paneId = `p${1 + Math.floor(random() * 4)}`;
      const before = records.pane[paneId] ?? records.pane['p1'] ?? recordsForTest().pane['p1'];
      if (!before) throw new Error('no pane to begin with');
      const gone = random() < 0.15 && paneId in records.pane && !(paneId in records.fitting);
      const fitted = random() < 0.5 && paneId in records.pane;
      const changes: SentChange[] = [
        {
          kind: 'pane',
          id: paneId,
          baseVersion: versions[`pane/${paneId}`] ?? 0,
          after: gone ? null : { ...before, ...randomPane(random), label: paneId, order: step },
        },
      ];
      if (fitted && !gone)
        changes.push({
          kind: 'fitting',
          id: paneId,
          baseVersion: versions[`fitting/${paneId}`] ?? 0,
          after: {
            ticks: {},
            faults: [{ id: 'f', kind: 'speck', x: 0.5, y: 0.5, note: '', notedAt: '2026-05-04T10:00:00Z' }],
            doneAt: random() < 0.6 ? `2026-05-0${1 + Math.floor(random() * 4)}T03:30:00Z` : null,
          },
        });
      expect((await owner.edit(id, ...changes)).status).toBe(200);
      expect(await listed(id)).toMatchObject(await byCore(id));
    }
  },
);

test('a job with a wall of glass blocks is measured without a reading', async () => {
  const records = recordsForTest({ panes: { p1: { shape: BLOCKS, readings: readingsForTest([]) } } });
  expect(await listed(await importJob(records))).toMatchObject({ panes: 3, measured: 3 });
});

test('dry days come from the film as it was sold, not from what the catalogue says now', async () => {
  const slow = { ...silverForTest, cureDays: 60 };
  const records: JobRecords = {
    ...recordsForTest(),
    sold: { [silverForTest.id]: { film: slow, soldAt: '2026-05-01T10:00:00Z' } },
    fitting: { p1: { ticks: {}, faults: [], doneAt: '2026-05-04T15:00:00Z' } },
  };
  const id = await importJob(records);
  expect((await listed(id))?.curesOn).toBe('2026-07-03');
});

describe('house rules that change', () => {
  test('are told of every job when the list is next read', async () => {
    const records: JobRecords = {
      ...recordsForTest(),
      fitting: { p1: { ticks: {}, faults: [], doneAt: '2026-05-04T15:00:00Z' } },
    };
    const id = await importJob(records);
    const before = (await listed(id))?.curesOn;
    const [{ rules, version }] = (await owner.get('/shop-book')).body.ruleSets;
    const byThickness = rules.cure.byThickness.map((step: { days: number }) => ({
      ...step,
      days: step.days + 10,
    }));
    const changed = { ...rules, cure: { ...rules.cure, byThickness } };
    const saved = await owner.put(`/rule-sets/${rules.id}`, { baseVersion: version, rules: changed });
    expect(saved.status).toBe(200);
    const after = (await listed(id))?.curesOn;
    const days = (Date.parse(after ?? '') - Date.parse(before ?? '')) / 86_400_000;
    expect(days).toBe(10);
  });
});

test('a job written before outlines were stored is told, and stored, when the list is read', async () => {
  const id = await importJob(recordsForTest());
  const told = await listed(id);
  await server.db.inShop(shop.id, (tx) =>
    tx.execute(sql`update jobs set outline = null, outline_stale = true where id = ${id}`),
  );
  expect(await listed(id)).toEqual(told);
  const stored = await server.db.inShop(shop.id, (tx) =>
    tx.execute<{ outline: unknown }>(sql`select outline from jobs where id = ${id}`),
  );
  expect(stored.rows[0]?.outline).toMatchObject({ panes: 3, measured: 3 });
});

test('jobs whose plan is kept with a rule set are named when it is changed', async () => {
  const id = await importJob(recordsForTest());
  const records = (await owner.get(`/jobs/${id}`)).body.records as JobRecords;
  const book = shopDataFor((await owner.get('/shop-book')).body, id);
  const derived = deriveJob(records, { ...book, stock: [] });
  const { job } = derived.plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const frozen = frozenWith(derived);
  const after = { job, plan, keptAt: '2026-05-04T15:00:00Z', cutPullIds: [], lockedPullIds: [], frozen };
  expect((await owner.edit(id, { kind: 'plan', id: PLAN_ID, baseVersion: 0, after })).status).toBe(200);
  const sets = (await owner.get('/shop-book')).body.ruleSets as { version: number; rules: RuleSet }[];
  const staying = async ({ version, rules }: (typeof sets)[number]) => {
    const cutting = { ...rules.cutting, marginMm: rules.cutting.marginMm + 1 };
    return (await owner.put(`/rule-sets/${rules.id}`, { baseVersion: version, rules: { ...rules, cutting } }))
      .body.staying;
  };
  const its = sets.find(({ rules }) => rules.id === frozen.rules.id);
  const another = sets.find(({ rules }) => rules.id !== frozen.rules.id);
  if (!its || !another) throw new Error('two rule sets are needed');
  expect(await staying(its)).toEqual({ names: ['Lantern Quay Library, Reading room'], total: 1 });
  expect(await staying(another)).toEqual({ names: [], total: 0 });
  expect((await listed(id))?.planKept).toBe(true);
});

test('a plan that is kept is told until the job changes under it', async () => {
  const id = await importJob(recordsForTest());
  const book = shopDataFor((await owner.get('/shop-book')).body, id);
  const { job } = deriveJob(recordsForTest(), { ...book, stock: [] }).plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const after = {
    job,
    plan,
    keptAt: '2026-05-04T15:00:00Z',
    cutPullIds: [],
    lockedPullIds: [],
    frozen: null,
  };
  const kept = await owner.edit(id, { kind: 'plan', id: PLAN_ID, baseVersion: 0, after });
  expect(kept.status).toBe(200);
  expect((await listed(id))?.planKept).toBe(true);
  const pane = recordsForTest().pane['p1'];
  if (!pane) throw new Error('no pane');
  const wider = { ...pane, readings: readingsForTest([900, 900, 900, 1325, 1324, 1326]) };
  await owner.edit(id, { kind: 'pane', id: 'p1', baseVersion: 1, after: wider });
  expect((await listed(id))?.planKept).toBe(false);
});

test('the list is of one shop, the last changed first', async () => {
  const stranger = await signedIn(server, (await server.makeShop()).emails.owner);
  expect((await stranger.get('/jobs')).body).toEqual({ jobs: [], total: 0 });
  const all = (await owner.get('/jobs')).body.jobs as JobSummary[];
  expect(all.length).toBeGreaterThan(10);
  expect(all.map(({ changedAt }) => changedAt)).toEqual(
    all
      .map(({ changedAt }) => changedAt)
      .sort()
      .reverse(),
  );
});
