import { PLAN_ID, planCuts } from '@neat-sill/core/cuts';
import { shopDataFor, type JobSummary } from '@neat-sill/core/contract';
import { deriveJob, type JobHeader, type JobRecords } from '@neat-sill/core/job';
import { jobFileForTest, readingsForTest, recordsForTest, silverForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { sql } from 'drizzle-orm';
import { signedIn, type ApiCaller } from '../../testing/caller.ts';
import { startTestServer, testNow, type TestServer, type TestShop } from '../../testing/server.ts';
import { eraseOldJobs, tellStaleJobs } from './index.ts';

let server: TestServer;
let shop: TestShop;
let owner: ApiCaller;
beforeAll(async () => {
  server = await startTestServer();
});
beforeEach(async () => {
  server.moveClock(testNow);
  shop = await server.makeShop();
  owner = await signedIn(server, shop.emails.owner);
});
afterAll(() => server.stop());

async function importJob(records: JobRecords = recordsForTest()): Promise<string> {
  const file = JSON.stringify(jobFileForTest(records));
  return (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
}
async function makeJob(customer: string, name = 'House', address = ''): Promise<string> {
  const site = {
    address,
    town: 'Saltmarsh Bay',
    latitude: 43.6,
    longitude: -70.3,
    timeZone: 'America/New_York',
  };
  return (await owner.post('/jobs', { customer, name, site })).body.id as string;
}
const list = async (query = '', caller = owner) =>
  (await caller.get(`/jobs${query}`)).body as { jobs: JobSummary[]; total: number };
const names = async (query = '') => (await list(query)).jobs.map(({ customer }) => customer);
const keep = (id: string, body: object, caller = owner) => caller.put(`/jobs/${id}/keeping`, body);

test('where the last job is can be taken over for the next', async () => {
  expect((await owner.get('/last-site')).body).toEqual({ site: null });
  const id = await makeJob('Family Hollis', 'House', '9 Alder Row');
  expect((await owner.get('/last-site')).body.site).toMatchObject({ town: 'Saltmarsh Bay', latitude: 43.6 });
  await keep(id, { shelf: 'deleted' });
  expect((await owner.get('/last-site')).body).toEqual({ site: null });
});

describe('finding jobs', () => {
  test('by any words of customer, name, street, town, film and lot, in any order', async () => {
    await importJob();
    await makeJob('Family Hollis', 'Loft', '9 Alder Row');
    await makeJob('Kiln Lane Bakery', 'Shopfront', '1 Kiln Lane');
    expect(await names('?text=hollis')).toEqual(['Family Hollis']);
    expect(await names('?text=ROW%20loft')).toEqual(['Family Hollis']);
    expect(await names('?text=hollis%20kiln')).toEqual([]);
    expect((await names('?text=saltmarsh')).length).toBeGreaterThanOrEqual(2);
    expect(await list(`?text=${encodeURIComponent(silverForTest.name)}`)).toMatchObject({ total: 1 });
    // Signs that mean something in a pattern are looked for as they are.
    for (const sign of ['%25', '_', '%5C', '%27']) expect(await names(`?text=${sign}`)).toEqual([]);
  });

  test('by a lot that its kept plan takes', async () => {
    const id = await importJob();
    const book = shopDataFor((await owner.get('/shop-book')).body, id);
    const lot = book.stock.find((roll) => roll.filmId === silverForTest.id)?.lot ?? 'none';
    await keepPlan(id);
    expect((await list(`?text=${encodeURIComponent(lot)}`)).jobs.map((job) => job.id)).toEqual([id]);
  });

  test('in the order asked for, and those in a standing only', async () => {
    const [b, a] = [await makeJob('Bakery'), await makeJob('Abbey')];
    const measured = await importJob();
    await keep(b, { visitOn: '2999-06-01' });
    await keep(a, { visitOn: '2999-05-20' });
    expect((await names('?order=customer')).slice(0, 2)).toEqual(['Abbey', 'Bakery']);
    expect((await names('?order=visit')).slice(0, 2)).toEqual(['Abbey', 'Bakery']);
    expect((await names('?standing=survey')).sort()).toEqual(['Abbey', 'Bakery']);
    const [job] = (await list('?standing=cuts')).jobs;
    expect(job?.id ?? measured).toBe(measured);
    expect((await owner.get('/jobs?order=age')).status).toBe(422);
  });

  test('a page at a time, with how many there are', async () => {
    await server.db.inShop(shop.id, (tx) =>
      tx.execute(
        sql`insert into jobs (id, shop_id, created_at, changed_at, outline, outline_stale)
            select gen_random_uuid(), ${shop.id}, now(), now() - n * interval '1 minute',
              jsonb_build_object('name', 'Job', 'customer', lpad(n::text, 3, '0'), 'town', 'T', 'panes', 0, 'measured', 0,
                'filmed', 0, 'planKept', false, 'done', 0, 'openFaults', 0, 'standing', 'survey', 'search', 'job ' || n,
                'curesOn', null), false
            from generate_series(1, 120) n`,
      ),
    );
    const pages = [await list(), await list('?from=50'), await list('?from=100')];
    expect(pages.map(({ jobs, total }) => [jobs.length, total])).toEqual([
      [50, 120],
      [50, 120],
      [20, 120],
    ]);
    expect(new Set(pages.flatMap(({ jobs }) => jobs.map(({ id }) => id))).size).toBe(120);
  });
});

async function keepPlan(id: string): Promise<void> {
  const { records } = (await owner.get(`/jobs/${id}`)).body as { records: JobRecords };
  const book = shopDataFor((await owner.get('/shop-book')).body, id);
  const { job } = deriveJob(records, book).plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const after = {
    job,
    plan,
    keptAt: '2026-05-04T15:00:00Z',
    cutPullIds: [],
    lockedPullIds: [],
    frozen: null,
  };
  expect((await owner.edit(id, { kind: 'plan', id: PLAN_ID, baseVersion: 0, after })).status).toBe(200);
}
const reservedFor = async (id: string) =>
  ((await owner.get('/shop-book')).body.rack as { reservedBy: string | null; reservedFor: string }[])
    .filter(({ reservedBy }) => reservedBy === id)
    .map((entry) => entry.reservedFor);

describe('archive, delete and back', () => {
  test('an archived job is found there only, and comes back', async () => {
    const id = await makeJob('Family Hollis');
    expect((await keep(id, { shelf: 'archived' })).body.job.shelf).toBe('archived');
    expect([await names(), await names('?shelf=archived')]).toEqual([[], ['Family Hollis']]);
    expect((await owner.get('/today?day=2026-05-04')).body.on.total).toBe(0);
    expect((await owner.get(`/jobs/${id}`)).status).toBe(200);
    await keep(id, { shelf: 'open' });
    expect(await names()).toEqual(['Family Hollis']);
  });

  test('a deleted job lets go of its rolls, takes no edit, and has both again when it is put back', async () => {
    const id = await importJob();
    await keepPlan(id);
    const reserved = await reservedFor(id);
    expect(reserved.length).toBeGreaterThan(0);
    expect(reserved[0]).toBe('Lantern Quay Library, Reading room');
    expect((await keep(id, { shelf: 'deleted' })).status).toBe(200);
    expect(await reservedFor(id)).toEqual([]);
    const pane = { ...recordsForTest().pane['p1'], label: 'X' } as JobRecords['pane'][string];
    const edit = () => owner.edit(id, { kind: 'pane', id: 'p1', baseVersion: 1, after: pane });
    expect(await edit()).toMatchObject({
      status: 409,
      body: { detail: expect.stringMatching(/has been deleted/) },
    });
    expect(await keep(id, { shelf: 'open' })).toMatchObject({ status: 200, body: { notices: [] } });
    expect(await reservedFor(id)).toEqual(reserved);
    expect((await edit()).status).toBe(200);
  });

  test('what another job has taken meanwhile is said, and the job is back all the same', async () => {
    const [id, other] = [await importJob(), await importJob()];
    await keepPlan(id);
    await keep(id, { shelf: 'deleted' });
    await keepPlan(other);
    const back = await keep(id, { shelf: 'open' });
    expect(back.body.job.shelf).toBe('open');
    expect(back.body.notices).toEqual([expect.stringMatching(/taken by another job.*plan its cuts again/)]);
    expect(await reservedFor(other)).not.toEqual([]);
  });

  test('only what is deleted is erased, by the owner; after 30 days it goes by itself', async () => {
    const installer = await signedIn(server, shop.emails.installer);
    const [id, old, kept] = [await importJob(), await makeJob('Old'), await makeJob('Kept')];
    expect((await owner.call('DELETE', `/jobs/${id}`)).status).toBe(409);
    await keep(id, { shelf: 'deleted' }, installer);
    expect((await installer.call('DELETE', `/jobs/${id}`)).status).toBe(403);
    expect((await owner.call('DELETE', `/jobs/${id}`)).status).toBe(200);
    expect((await owner.get(`/jobs/${id}`)).status).toBe(404);
    await keep(old, { shelf: 'deleted' });
    const day = (days: number) => new Date(testNow.getTime() + days * 86_400_000);
    await eraseOldJobs(server.db, day(29));
    expect(await names('?shelf=deleted')).toEqual(['Old']);
    await eraseOldJobs(server.db, day(31));
    expect(await names('?shelf=deleted')).toEqual([]);
    expect((await owner.get(`/jobs/${kept}`)).status).toBe(200);
  });

  test('apprentices and other shops change none of it', async () => {
    const id = await makeJob('Family Hollis');
    const apprentice = await signedIn(server, shop.emails.apprentice);
    const stranger = await signedIn(server, (await server.makeShop()).emails.owner);
    expect((await keep(id, { shelf: 'deleted' }, apprentice)).status).toBe(403);
    expect((await keep(id, { shelf: 'deleted' }, stranger)).status).toBe(404);
    expect((await apprentice.post(`/jobs/${id}/copies`, {})).status).toBe(403);
    expect((await stranger.post(`/jobs/${id}/copies`, {})).status).toBe(404);
    expect((await list('', stranger)).total).toBe(0);
    const theirs = (await stranger.get('/people')).body.people[0].id as string;
    expect((await keep(id, { assignedTo: theirs })).status).toBe(404);
  });
});

test('who does it and when stand with the job', async () => {
  const id = await makeJob('Family Hollis');
  const crew = (await owner.get('/crew')).body as { id: string; name: string }[];
  const apprentice = crew.find(({ name }) => name === 'apprentice');
  const kept = await keep(id, { assignedTo: apprentice?.id, visitOn: '2026-06-01' });
  expect(kept.body.job).toMatchObject({ assignedTo: apprentice, visitOn: '2026-06-01' });
  await keep(id, { visitOn: null });
  expect((await list()).jobs[0]).toMatchObject({ assignedTo: apprentice, visitOn: null });
});

test('a copy has rooms, walls, panes and films, and nothing kept, sold or fitted', async () => {
  const records: JobRecords = {
    ...recordsForTest(),
    sold: { [silverForTest.id]: { film: silverForTest, soldAt: '2026-05-01T10:00:00Z' } },
    fitting: { p1: { ticks: {}, faults: [], doneAt: '2026-05-04T15:00:00Z' } },
  };
  const id = await importJob(records);
  await keepPlan(id);
  const made = await owner.post(`/jobs/${id}/copies`, {});
  expect(made.status).toBe(201);
  const read = async (jobId: string) => (await owner.get(`/jobs/${jobId}`)).body.records as JobRecords;
  const [from, copy] = [await read(id), await read(made.body.id as string)];
  expect(copy).toMatchObject({
    room: from.room,
    wall: from.wall,
    pane: from.pane,
    plan: {},
    sold: {},
    quote: {},
    acceptance: {},
    question: {},
    visit: {},
    fitting: {},
  });
  expect(Object.values(copy.job)[0]).toMatchObject({
    customer: 'Lantern Quay Library',
    name: 'Reading room, copy',
  });
});

test('jobs are numbered through their shop; a number stays with its job and is not given again', async () => {
  const [one, other] = [await server.makeShop(), await server.makeShop()];
  const callers = [await signedIn(server, one.emails.owner), await signedIn(server, other.emails.owner)];
  const [mine, theirs] = callers as [ApiCaller, ApiCaller];
  const headerIn = async (caller: ApiCaller, id: string) => {
    const { records, versions } = (await caller.get(`/jobs/${id}`)).body;
    return { header: records.job.job as JobHeader, version: versions['job/job'] as number };
  };
  const file = JSON.stringify(jobFileForTest(recordsForTest()));
  const add = async (caller: ApiCaller) =>
    (await caller.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
  const [first, second, foreign] = [await add(mine), await add(mine), await add(theirs)];
  const copy = (await mine.post(`/jobs/${first}/copies`, {})).body.id as string;
  const numbers = [];
  for (const id of [first, second, copy]) numbers.push((await headerIn(mine, id)).header.number);
  expect([...numbers, (await headerIn(theirs, foreign)).header.number]).toEqual([1, 2, 3, 1]);

  const { header, version } = await headerIn(mine, second);
  const after = { ...header, number: 77, name: 'Renamed' };
  await mine.edit(second, { kind: 'job', id: 'job', baseVersion: version, after });
  expect((await headerIn(mine, second)).header).toMatchObject({ number: 2, name: 'Renamed' });

  await mine.put(`/jobs/${copy}/keeping`, { shelf: 'deleted' });
  expect((await mine.call('DELETE', `/jobs/${copy}`)).status).toBe(200);
  expect((await headerIn(mine, await add(mine))).header.number).toBe(4);
});

describe('today', () => {
  const today = async (day = '2026-05-04') => (await owner.get(`/today?day=${day}`)).body;
  const fault = {
    id: 'f',
    kind: 'speck' as const,
    x: 0.5,
    y: 0.5,
    note: '',
    notedAt: '2026-05-04T10:00:00Z',
  };

  test('a job with a fault is to be gone back to, and still on while panes are to be fitted', async () => {
    const id = await importJob({
      ...recordsForTest(),
      fitting: { p1: { ticks: {}, faults: [fault], doneAt: '2026-05-04T15:00:00Z' } },
    });
    const told = await today();
    expect([told.on.jobs[0]?.id, told.faults.jobs[0]?.id]).toEqual([id, id]);
  });

  test('what is done is no longer on, and dries until its day', async () => {
    const pane = recordsForTest().pane['p1'];
    if (!pane) throw new Error('no pane');
    const id = await importJob({
      ...recordsForTest(),
      pane: { p1: pane },
      fitting: { p1: { ticks: {}, faults: [], doneAt: '2026-05-04T15:00:00Z' } },
    });
    const { curesOn } = (await list()).jobs[0] as JobSummary;
    expect((await today()).on.total).toBe(0);
    expect((await today(curesOn ?? '')).drying.jobs.map((job: JobSummary) => job.id)).toEqual([id]);
    expect((await today('2027-01-01')).drying.total).toBe(0);
  });
});

test('jobs under changed house rules are told anew by a worker, those of every shop', async () => {
  const id = await importJob(
    recordsForTest({ panes: { p1: { readings: readingsForTest([900, 900, 900, 1200, 1200, 1200]) } } }),
  );
  while ((await tellStaleJobs(server.db, testNow)) > 0);
  await server.db.inShop(shop.id, (tx) =>
    tx.execute(sql`update jobs set outline = '{}', outline_stale = true where id = ${id}`),
  );
  expect(await tellStaleJobs(server.db, testNow)).toBe(1);
  const { rows } = await server.db.inShop(shop.id, (tx) =>
    tx.execute<{ standing: string }>(sql`select standing from jobs where id = ${id}`),
  );
  expect(rows[0]?.standing).toBe('cuts');
  expect(await tellStaleJobs(server.db, testNow)).toBe(0);
});
