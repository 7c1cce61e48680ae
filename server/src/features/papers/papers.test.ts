import { PLAN_ID, planCuts } from '@neat-sill/core/cuts';
import { deriveJob, type JobRecords } from '@neat-sill/core/job';
import { jobFileForTest, readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import type { ApiCaller } from '../../testing/caller.ts';
import { signedIn } from '../../testing/caller.ts';
import { shopDataFor } from '@neat-sill/core/contract';
import { startTestServer, type TestServer } from '../../testing/server.ts';
import { makePaper } from './make.ts';

let server: TestServer;
let owner: ApiCaller;
beforeAll(async () => {
  server = await startTestServer();
  owner = await signedIn(server, (await server.makeShop()).emails.owner);
});
afterAll(() => server.stop());

async function paperOf(records: JobRecords, kind: 'cut-list' | 'care-sheet' | 'labels' | 'single-labels') {
  const file = JSON.stringify(jobFileForTest(records));
  const job = await owner.post('/jobs/import', { file, customer: '', site: null });
  const asked = await owner.post(`/jobs/${job.body.id}/papers`, { kind, today: '2026-05-04' });
  expect(asked).toMatchObject({ status: 202, body: { state: 'waiting' } });
  const work = server.sent.at(-1);
  if (!work) throw new Error('nothing was handed to the worker');
  await makePaper(server.db, work);
  return (await owner.get(`/papers/${asked.body.id}`)).body;
}

const fitted: JobRecords = {
  ...recordsForTest(),
  fitting: { p1: { ticks: {}, faults: [], doneAt: '2026-05-04T18:00:00Z' } },
};

describe('papers', () => {
  test('a care sheet says from which day the pane is dry', async () => {
    const paper = await paperOf(fitted, 'care-sheet');
    expect(paper).toMatchObject({ state: 'ready', problem: null });
    const pdf = await fetch(`${server.address}/api/papers/${paper.id}/pdf`, {
      headers: { cookie: owner.cookie },
    });
    expect(pdf.headers.get('content-type')).toBe('application/pdf');
    const bytes = Buffer.from(await pdf.arrayBuffer());
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
  });

  test('a cut list is made of the plan that was kept', async () => {
    const whole = recordsForTest({
      panes: { p2: { readings: readingsForTest([700, 700, 700, 900, 900, 900]) } },
    });
    const book = shopDataFor((await owner.get('/shop-book')).body, null);
    const { job } = deriveJob(whole, book).plan;
    const plan = planCuts(job, { random: seededRandom(1), rounds: 5, shouldStop: () => false });
    const kept = {
      plan,
      job,
      cutPullIds: [],
      lockedPullIds: [],
      frozen: null,
      keptAt: '2026-05-04T15:00:00Z',
    };
    const withPlan = { ...whole, plan: { [PLAN_ID]: kept } };
    expect(await paperOf(withPlan, 'cut-list')).toMatchObject({ state: 'ready' });
    const pages = async (kind: 'labels' | 'single-labels') =>
      String((await owner.get(`/papers/${(await paperOf(withPlan, kind)).id}/pdf`)).body).match(
        /\/Type \/Page\b/g,
      )?.length;
    // A label for each piece: all on one sheet, or each on a page of its own.
    expect(await pages('labels')).toBe(1);
    expect(await pages('single-labels')).toBe(plan.pulls.flatMap(({ pieces }) => pieces).length);
  });

  test('without a kept plan there is no cut list, and the reason is said', async () => {
    expect(await paperOf(recordsForTest(), 'cut-list')).toMatchObject({
      state: 'failed',
      problem: expect.stringMatching(/plan/),
    });
  });
});
