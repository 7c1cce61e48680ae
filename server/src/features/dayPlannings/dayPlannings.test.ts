import { randomUUID } from 'node:crypto';
import type { DayPlanning, JobAnswer } from '@neat-sill/core/contract';
import { checkDay } from '@neat-sill/core/day';
import { VISIT_ID } from '@neat-sill/core/job';
import { jobFileForTest, readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { signedIn, type ApiCaller } from '../../testing/caller.ts';
import { startTestServer, type TestServer, type TestShop } from '../../testing/server.ts';
import { setQuotas } from '../operating/index.ts';
import { runDayPlanning } from './run.ts';

let server: TestServer;
let shop: TestShop;
let owner: ApiCaller;
let workerIds: string[];
let jobIds: string[];

const plain = { readings: readingsForTest([820, 820, 820, 1326, 1326, 1326]) };
const file = (customer: string) => {
  const records = recordsForTest({ panes: { p1: plain, p2: plain, p3: plain } });
  const header = records.job['job'];
  return JSON.stringify(
    jobFileForTest(header ? { ...records, job: { job: { ...header, customer } } } : records),
  );
};

beforeAll(async () => {
  server = await startTestServer();
  shop = await server.makeShop();
  owner = await signedIn(server, shop.emails.owner);
  jobIds = [];
  for (const customer of ['Lantern Quay Library', 'Millrace Bakery'])
    jobIds.push(
      (await owner.post('/jobs/import', { file: file(customer), customer, site: null })).body.id as string,
    );
  const crew = (await owner.get('/crew')).body as unknown as { id: string; name: string }[];
  workerIds = crew.filter(({ name }) => name !== 'apprentice').map(({ id }) => id);
});
afterAll(() => server.stop());

const asked = (changes: object = {}) => ({
  ...{ jobIds, workerIds, from: '2026-06-01', days: 2, seconds: 1, today: '2026-05-04' },
  ...changes,
});
const start = (changes: object = {}, caller = owner) => caller.post('/day-plannings', asked(changes));
const last = async (seen = 0) =>
  (await owner.get(`/day-plannings/last/${seen}`)).body.planning as DayPlanning | null;
const carryOut = (order = server.dayPlannings.at(-1)) => {
  if (!order) throw new Error('nothing was handed to the worker');
  return runDayPlanning(server.db, order, () => new Date('2026-05-04T15:00:00Z'));
};

test('the days of two jobs are planned at once; each keeps its own, and is elsewhere for who plans the next', async () => {
  expect(await start()).toMatchObject({ status: 202, body: { state: 'waiting', planned: null } });
  await carryOut();
  const done = await last();
  expect(done).toMatchObject({ state: 'ready', problem: null, asked: { jobIds } });
  const planned = done?.planned;
  if (!planned) throw new Error('no plan');
  expect(planned).toMatchObject({ unplaced: 0, leftOut: [], tasks: 16, withoutWeather: [] });
  // Four weeks ahead nobody tells the weather of any of them.
  expect(planned.weatherUntil).toBe('2026-05-31');
  expect(planned.jobs.map(({ jobId }) => jobId)).toEqual(jobIds);
  expect((await last(done.found))?.planned).toBeNull();
  for (const { jobId, visit } of planned.jobs) {
    expect(checkDay(visit.day, visit.plan)).toEqual([]);
    const job = (await owner.get(`/jobs/${jobId}`)).body as unknown as JobAnswer;
    const kept = await owner.post(`/jobs/${jobId}/edits`, {
      editId: randomUUID(),
      label: 'Keep the plan of the days',
      changes: [
        {
          ...{ kind: 'visit', id: VISIT_ID, baseVersion: job.versions[`visit/${VISIT_ID}`] ?? 0 },
          after: { ...visit, keptAt: '2026-05-04T15:00:00Z', happened: null, pins: [] },
        },
      ],
    });
    expect(kept.status).toBe(200);
  }
  const busy = (await owner.get('/crew-days?from=2026-06-01&days=2')).body.busy as { job: string }[];
  expect(new Set(busy.map(({ job }) => job))).toEqual(
    new Set(['Lantern Quay Library, Reading room', 'Millrace Bakery, Reading room']),
  );
});

test('kept days of a job that is not in it, and own calendars, are kept clear of', async () => {
  const [first, second] = jobIds as [string, string];
  const kept = (await owner.get(`/jobs/${first}`)).body as unknown as JobAnswer;
  const visit = kept.records.visit[VISIT_ID];
  await start({ jobIds: [second], days: 1 });
  await carryOut();
  const own = (await last())?.planned?.jobs[0]?.visit;
  const workers = new Set(own?.workers.map(({ id }) => id));
  expect(own?.around.busy.length).toBe(
    new Set(visit?.plan.assignments.flatMap(({ people }) => people.filter((id) => workers.has(id)))).size,
  );
});

test('what nobody can plan is said; a job that waits for nothing is named', async () => {
  const { id } = (
    await owner.post('/jobs', {
      ...{ name: 'Empty', customer: 'Harbour School' },
      site: recordsForTest().job['job']?.site,
    })
  ).body as { id: string };
  await start({ jobIds: [id] });
  await carryOut();
  expect(await last()).toMatchObject({
    ...{ state: 'failed', planned: null },
    problem: expect.stringMatching(/^No pane of these jobs waits for its film/) as string,
  });
  await start({ jobIds: [...jobIds, id] });
  await carryOut();
  expect((await last())?.planned?.leftOut).toEqual([
    { jobId: id, job: 'Harbour School, Empty', why: 'nothingToFilm' },
  ]);
});

test('stopped, it ends long before its time with the best so far; one that was lost is begun again', async () => {
  await start({ seconds: 600 });
  const order = server.dayPlannings.at(-1);
  const running = carryOut(order);
  while (!((await last())?.found ?? 0)) await new Promise((resolve) => setTimeout(resolve, 50));
  expect((await owner.post('/day-plannings/stop', {})).body.planning).toMatchObject({ state: 'stopped' });
  await running;
  expect((await last())?.planned?.unplaced).toBe(0);
  await carryOut(order);
  expect((await last())?.state).toBe('stopped');
  await start();
  // The worker that took it up was lost.
  const lost = server.dayPlannings.at(-1);
  await carryOut(lost);
  expect((await last())?.state).toBe('ready');
});

test('they count with cut plans among what a shop may have planned at once; one’s own is stopped first', async () => {
  await setQuotas(server.databaseUrl, shop.id, ['planningsAtOnce=1']);
  await start();
  expect((await start()).status).toBe(202);
  expect((await owner.get('/shop/usage')).body.used.planningsAtOnce).toBe(1);
  const refused = await start({}, await signedIn(server, shop.emails.installer));
  expect([refused.status, refused.body.detail]).toEqual([
    409,
    expect.stringMatching(/^Your shop may have 1 plannings at once: wait until one is done/),
  ]);
  await setQuotas(server.databaseUrl, shop.id, ['planningsAtOnce=6']);
  await owner.post('/day-plannings/stop', {});
  expect((await owner.get('/shop/usage')).body.used.planningsAtOnce).toBe(0);
});

test('with a job that is erased, or somebody who leaves, goes what was planned with them', async () => {
  const [first, second] = jobIds as [string, string];
  await start({ jobIds: [second] });
  await carryOut();
  expect((await last())?.planned?.jobs).toHaveLength(1);
  expect((await owner.put(`/jobs/${second}/keeping`, { shelf: 'deleted' })).status).toBe(200);
  expect((await owner.call('DELETE', `/jobs/${second}`)).status).toBeLessThan(300);
  expect((await last())?.asked.jobIds ?? []).not.toContain(second);
  await start({ jobIds: [first] });
  const leaving = ((await owner.get('/crew')).body as unknown as { id: string; name: string }[]).find(
    ({ name }) => name === 'installer',
  );
  expect((await last())?.asked.workerIds).toContain(leaving?.id);
  expect((await owner.post(`/people/${leaving?.id}/removal`, { erase: true })).status).toBeLessThan(300);
  expect((await last())?.asked.workerIds ?? []).not.toContain(leaving?.id);
});

test('apprentices plan no days, other shops see none, and strangers’ jobs and people are not found', async () => {
  const apprentice = await signedIn(server, shop.emails.apprentice);
  expect(await start({}, apprentice)).toMatchObject({
    status: 403,
    body: { detail: 'Only the owner and installers plan days.' },
  });
  expect((await apprentice.post('/day-plannings/stop', {})).status).toBe(403);
  const others = await signedIn(server, (await server.makeShop()).emails.owner);
  expect((await others.get('/day-plannings/last/0')).body).toEqual({ planning: null });
  expect(await start({}, others)).toMatchObject({
    status: 404,
    body: { title: expect.any(String) as string },
  });
  const own = (await others.post('/jobs/import', { file: file('Elsewhere'), customer: '', site: null })).body
    .id;
  expect((await start({ jobIds: [own] }, others)).status).toBe(404);
  expect((await start({ jobIds: [] })).status).toBe(422);
});
