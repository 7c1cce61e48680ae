import type { LogEntry, LogSays } from '@neat-sill/core/fitting';
import { deriveJob, type JobRecords } from '@neat-sill/core/job';
import { bookForTest, jobFileForTest, recordsForTest } from '@neat-sill/core/testing';
import { sql } from 'drizzle-orm';
import { signedIn, type ApiCaller } from '../../testing/caller.ts';
import { startTestServer, type TestServer, type TestShop } from '../../testing/server.ts';

/* The log of fitting stays as it was written, whoever asks, and two who were cut off lose nothing. */

let server: TestServer;
let shop: TestShop;
const callers = {} as Record<'owner' | 'apprentice', ApiCaller>;
const ids = {} as Record<'owner' | 'apprentice', string>;
let jobId: string;
beforeAll(async () => {
  server = await startTestServer();
  shop = await server.makeShop();
  for (const role of ['owner', 'apprentice'] as const) {
    callers[role] = await signedIn(server, shop.emails[role]);
    ids[role] = ((await callers[role].get('/session')).body as { person: { id: string } }).person.id;
  }
});
beforeEach(async () => {
  const file = JSON.stringify(jobFileForTest(recordsForTest()));
  jobId = (await callers.owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
});
afterAll(() => server.stop());

const entry = (role: 'owner' | 'apprentice', says: LogSays, minute = 0): LogEntry => ({
  paneId: 'p1',
  at: `2026-05-04T15:${String(minute).padStart(2, '0')}:00Z`,
  by: { id: ids[role], name: role },
  says,
});
const write = (role: 'owner' | 'apprentice', id: string, after: LogEntry | null, baseVersion = 0) =>
  callers[role].edit(jobId, { kind: 'fittingEntry', id, baseVersion, after } as never);
const steps = (...keys: string[]): LogSays => ({ kind: 'steps', steps: keys });
const records = async () => (await callers.owner.get(`/jobs/${jobId}`)).body.records as JobRecords;

test('two people write at once, from the same state, and both stand there', async () => {
  const written = await Promise.all([
    write('owner', 'a', entry('owner', steps('mix'))),
    write('apprentice', 'b', entry('apprentice', steps('scrub'), 1)),
  ]);
  expect(written.map(({ status }) => status)).toEqual([200, 200]);
  const pane = deriveJob(await records(), bookForTest).pane('p1');
  expect(Object.entries(pane?.fitting.ticks ?? {}).map(([step, { by }]) => [step, by?.name])).toEqual([
    ['mix', 'owner'],
    ['scrub', 'apprentice'],
  ]);
});

test('what was written is neither changed nor taken away; a mistake is taken back by an entry', async () => {
  await write('owner', 'a', entry('owner', steps('mix')));
  expect(await write('owner', 'a', entry('owner', steps('scrub')), 1)).toMatchObject({
    status: 422,
    body: { title: 'The log stays as it is' },
  });
  expect(await write('owner', 'a', null, 1)).toMatchObject({ status: 422 });
  const back = await write('apprentice', 'c', entry('apprentice', { kind: 'takenBack', entryId: 'a' }, 2));
  expect(back.status).toBe(200);
  expect(Object.keys((await records()).fittingEntry).sort()).toEqual(['a', 'c']);
});

test('everybody writes for themselves', async () => {
  const forged = await write('apprentice', 'a', entry('owner', steps('mix')));
  expect(forged).toMatchObject({ status: 422, body: { title: 'Written for somebody else' } });
  expect(await write('apprentice', 'a', { ...entry('owner', steps('mix')), by: null })).toMatchObject({
    status: 422,
  });
  expect((await records()).fittingEntry).toEqual({});
});

test('the database itself refuses to change or remove what stands there, but for a job that is erased', async () => {
  await write('owner', 'a', entry('owner', steps('mix')));
  const logged = sql`job_id = ${jobId} and kind = 'fittingEntry'`;
  const touched = await server.db.inShop(shop.id, async (tx) => [
    (await tx.execute(sql`update job_records set data = '{}' where ${logged}`)).rowCount,
    (await tx.execute(sql`delete from job_records where ${logged}`)).rowCount,
  ]);
  expect(touched).toEqual([0, 0]);
  expect(Object.keys((await records()).fittingEntry)).toEqual(['a']);
  // Nor does it become one, or stop being one, by another name.
  await expect(
    server.db.inShop(shop.id, (tx) =>
      tx.execute(sql`update job_records set kind = 'fittingEntry' where job_id = ${jobId} and kind = 'pane'`),
    ),
  ).rejects.toThrow();
  await callers.owner.put(`/jobs/${jobId}/keeping`, { shelf: 'deleted' });
  expect((await callers.owner.call('DELETE', `/jobs/${jobId}`)).status).toBeLessThan(300);
  expect((await callers.owner.get(`/jobs/${jobId}`)).status).toBe(404);
});

test('a copy of the job begins with an empty log', async () => {
  await write('owner', 'a', entry('owner', steps('mix')));
  const copyId = (await callers.owner.post(`/jobs/${jobId}/copies`, {})).body.id as string;
  expect((await callers.owner.get(`/jobs/${copyId}`)).body.records.fittingEntry).toEqual({});
});
