import { PLAN_ID, planCuts } from '@neat-sill/core/cuts';
import { deriveJob, type JobRecords } from '@neat-sill/core/job';
import { bookForTest, jobFileForTest, recordsForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { signedIn } from '../../testing/caller.ts';
import { startTestServer, type TestServer } from '../../testing/server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

test('what kept plans take is on the list of the shop until it is cut, and of no other shop', async () => {
  const records = recordsForTest();
  const { job } = deriveJob(records, bookForTest).plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const keptAt = '2026-05-04T15:00:00Z';
  const withPlan: JobRecords = {
    ...records,
    plan: { [PLAN_ID]: { job, plan, keptAt, cutPullIds: [], lockedPullIds: [], frozen: null } },
  };
  const shop = await server.makeShop();
  const owner = await signedIn(server, shop.emails.owner);
  const file = JSON.stringify(jobFileForTest(withPlan));
  const made = await owner.post('/jobs/import', { file, customer: '', site: null });
  const wanted = (await owner.get('/film-wanted')).body.wanted;
  expect(wanted).toMatchObject([{ jobId: made.body.id, filmId: job.films[0]?.id, widthMm: 1524 }]);
  const other = await signedIn(server, (await server.makeShop()).emails.owner);
  expect((await other.get('/film-wanted')).body.wanted).toEqual([]);
  const pdf = (caller: typeof owner, query: string) => caller.get(`/film-wanted/pdf?${query}`);
  expect(await pdf(owner, `today=2026-05-04&job=${made.body.id}`)).toMatchObject({
    status: 200,
    type: 'application/pdf',
  });
  expect((await pdf(owner, 'today=2026-05-04&job=0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d0099')).status).toBe(404);
  expect((await pdf(owner, 'today=soon')).status).toBe(422);
  expect((await pdf(other, `today=2026-05-04&job=${made.body.id}`)).status).toBe(404);

  const offers = (await owner.post('/supplier-offers', { filmIds: [wanted[0].filmId] })).body.suppliers;
  expect(offers.every((each: { standIn: boolean }) => each.standIn)).toBe(true);
  expect(offers.flatMap((each: { offers: unknown[] }) => each.offers)).toContainEqual(
    expect.objectContaining({ filmId: wanted[0].filmId, widthMm: 1524, price: expect.any(Number) }),
  );
});
