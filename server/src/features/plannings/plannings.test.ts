import { checkPlan } from '@neat-sill/core/check';
import { type CutPlan, type PlanJob } from '@neat-sill/core/cuts';
import { jobFileForTest, jobForTest, paneForTest, recordsForTest } from '@neat-sill/core/testing';
import { signedIn, type ApiCaller } from '../../testing/caller.ts';
import { startTestServer, type TestServer, type TestShop } from '../../testing/server.ts';
import { runPlanning } from './run.ts';

let server: TestServer;
let shop: TestShop;
let owner: ApiCaller;
let jobId: string;

beforeAll(async () => {
  server = await startTestServer();
  shop = await server.makeShop();
  owner = await signedIn(server, shop.emails.owner);
  const file = JSON.stringify(jobFileForTest(recordsForTest()));
  jobId = (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
});
afterAll(() => server.stop());

const work: PlanJob = jobForTest({
  panes: [412, 633, 748, 901, 1120].map((width, at) =>
    paneForTest({ id: `P${at}`, width, height: 700 + 137 * at, count: 4 }),
  ),
});

const start = (seconds: number, caller = owner) =>
  caller.post(`/jobs/${jobId}/plannings`, { work, workKey: 'as it is', seconds });
const last = async (seen = 0) => (await owner.get(`/jobs/${jobId}/planning/${seen}`)).body.planning;
const carryOut = () => {
  const order = server.plannings.at(-1);
  if (!order) throw new Error('nothing was handed to the worker');
  return runPlanning(server.db, order, () => new Date());
};

test('a planning is carried out by the worker, and its plan is there for whoever comes back', async () => {
  expect(await start(2)).toMatchObject({ status: 202, body: { state: 'waiting', plan: null } });
  await carryOut();
  const done = await last();
  expect(done).toMatchObject({ state: 'ready', workKey: 'as it is', problem: null });
  const plan = done.plan as CutPlan;
  expect(plan.unplaced).toEqual([]);
  expect(checkPlan(work, plan)).toEqual([]);
  // Whoever has seen it already is not sent it again.
  expect((await last(done.found)).plan).toBeNull();
});

test('stopped, it ends long before its time and keeps the best plan so far', async () => {
  await start(600);
  const running = carryOut();
  while (!((await last())?.found > 0)) await new Promise((resolve) => setTimeout(resolve, 50));
  expect((await owner.post(`/jobs/${jobId}/planning/stop`, {})).body.planning.state).toBe('stopped');
  await running;
  const stopped = await last();
  expect(stopped.state).toBe('stopped');
  expect(checkPlan(work, stopped.plan as CutPlan)).toEqual([]);
});

test('a planning lost with its worker is begun again, one that is done is not', async () => {
  await start(1);
  const order = server.plannings.at(-1);
  if (!order) throw new Error('nothing was handed to the worker');
  // As a worker leaves it that was killed: taken up, not finished.
  await server.db.inShop(shop.id, async (tx) => {
    const { claimPlanning: takeUp } = await import('./store.ts');
    await takeUp(tx, order.planningId, new Date());
  });
  expect((await last()).state).toBe('working');
  await carryOut();
  const done = await last();
  expect(done.state).toBe('ready');
  await carryOut();
  expect(await last()).toEqual(done);
});

test('a second planning of a job stops the first', async () => {
  await start(60);
  const first = server.plannings.at(-1);
  await start(1);
  if (first) await runPlanning(server.db, first, () => new Date());
  expect((await last()).state).toBe('waiting');
});

test('what is no job to plan is refused before it is handed over; so are apprentices and other shops', async () => {
  const before = server.plannings.length;
  const nonsense = { ...work, panes: [{ ...work.panes[0], width: -3 }] };
  const refused = await owner.post(`/jobs/${jobId}/plannings`, { work: nonsense, workKey: 'x', seconds: 5 });
  expect(refused).toMatchObject({ status: 422 });
  expect(refused.body.detail).toContain('work.panes.0.width');
  expect((await start(5, await signedIn(server, shop.emails.apprentice))).status).toBe(403);
  const other = await signedIn(server, (await server.makeShop()).emails.owner);
  expect((await start(5, other)).status).toBe(404);
  expect((await other.get(`/jobs/${jobId}/planning/0`)).body).toEqual({ planning: null });
  expect(server.plannings.length).toBe(before);
});
