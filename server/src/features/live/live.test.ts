import type { LiveChange } from '@neat-sill/core/contract';
import { recordsForTest, jobFileForTest } from '@neat-sill/core/testing';
import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import { ApiCaller, signedIn } from '../../testing/caller.ts';
import { tellLateEdits } from './index.ts';
import { startTestServer, testNow, type TestServer, type TestShop } from '../../testing/server.ts';

let server: TestServer;
let shop: TestShop;
let owner: ApiCaller;
beforeAll(async () => {
  server = await startTestServer();
  shop = await server.makeShop();
  owner = await signedIn(server, shop.emails.owner);
});
afterAll(() => server.stop());

/** Hears like a page; `heard` fills up until it is closed. */
async function hear(
  caller: ApiCaller,
): Promise<{ heard: LiveChange[]; close: () => void; ended: Promise<void> }> {
  const abort = new AbortController();
  const response = await fetch(`${server.address}/api/events`, {
    headers: { cookie: caller.cookie },
    signal: abort.signal,
  });
  expect([response.status, response.headers.get('content-type')]).toEqual([
    200,
    'text/event-stream; charset=utf-8',
  ]);
  const heard: LiveChange[] = [];
  const read = async () => {
    const decoder = new TextDecoder();
    for await (const chunk of response.body ?? [])
      for (const line of decoder.decode(chunk as Uint8Array).split('\n'))
        if (line.startsWith('data: ')) heard.push(JSON.parse(line.slice(6)) as LiveChange);
  };
  return { heard, close: () => abort.abort(), ended: read().catch(() => undefined) };
}
async function until(test: () => boolean): Promise<void> {
  while (!test()) await new Promise((resolve) => setTimeout(resolve, 10));
}

test('every page of the shop hears what was changed, and no other shop’s', async () => {
  const installer = await signedIn(server, shop.emails.installer);
  const stranger = await signedIn(server, (await server.makeShop()).emails.owner);
  const [ours, theirs] = [await hear(installer), await hear(stranger)];
  const file = JSON.stringify(jobFileForTest(recordsForTest()));
  const id = (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
  const pane = { ...recordsForTest().pane['p1'], label: 'X' } as ReturnType<
    typeof recordsForTest
  >['pane'][string];
  const edited = await owner.edit(id, { kind: 'pane', id: 'p1', baseVersion: 1, after: pane });
  expect(edited.body.revision).toBe(1);
  const [roll] = (await owner.get('/shop-book')).body.rack;
  await owner.put('/rack', { entries: [], removed: [{ id: roll.entry.id, baseVersion: roll.version }] });
  await until(() => ours.heard.some(({ kind }) => kind === 'book'));
  expect(ours.heard).toEqual([
    { kind: 'job', id, revision: 0 },
    { kind: 'job', id, revision: 1 },
    { kind: 'book' },
  ]);
  // Told anew for the list, a job has not changed.
  await server.db.inShop(shop.id, (tx) => tx.execute(sql`update jobs set outline_stale = true`));
  await owner.get('/jobs');
  await owner.put('/session/preferences', { unit: 'in' });
  await until(() => ours.heard.some(({ kind }) => kind === 'people'));
  expect(ours.heard).toHaveLength(4);
  expect(theirs.heard).toEqual([]);
  ours.close();
  theirs.close();
});

test('nobody hears without a session', async () => {
  expect((await new ApiCaller(server).get('/events')).status).toBe(401);
});

test('an edit that was not told, since its server ended, is told by a worker', async () => {
  const file = JSON.stringify(jobFileForTest(recordsForTest()));
  const id = (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
  const page = await hear(owner);
  const before = new Date(testNow.getTime() - 1000);
  await server.db.inShop(shop.id, (tx) =>
    tx.execute(
      sql`with quiet as (select set_config('app.tells_itself', 'yes', true) as said) update jobs set version = 41, changed_at = ${testNow.toISOString()}::timestamptz from quiet where id = ${id} and said = 'yes'`,
    ),
  );
  await tellLateEdits(server.db, testNow); // nothing since
  await tellLateEdits(server.db, before);
  await until(() => page.heard.some((change) => change.kind === 'job' && change.revision === 41));
  expect(page.heard.filter((change) => change.kind === 'job' && change.id === id)).toHaveLength(1);
  page.close();
});

test('after its connection was lost a server listens again and says that something may have been missed', async () => {
  const page = await hear(owner);
  const client = new Client({ connectionString: server.databaseUrl });
  await client.connect();
  await client.query(
    `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and application_name = 'neat_sill_listener'`,
  );
  await client.end();
  await until(() => page.heard.some(({ kind }) => kind === 'all'));
  await owner.put('/session/preferences', { unit: 'mm' });
  await until(() => page.heard.some(({ kind }) => kind === 'people'));
  page.close();
});
