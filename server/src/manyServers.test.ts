import { createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { CutPlan } from '@neat-sill/core/cuts';
import { jobFileForTest, jobForTest, paneForTest, recordsForTest } from '@neat-sill/core/testing';
import { makePaper } from './features/papers/index.ts';
import { runPlanning } from './features/plannings/index.ts';
import { withClaim } from './queue/claims.ts';
import { ApiCaller, signedIn } from './testing/caller.ts';
import { startTestServer, type TestServer, type TestShop } from './testing/server.ts';

/* Two servers and two workers on one database, behind a proxy that hands every request to the next of the two. */

let first: TestServer;
let server: TestServer;
let shop: TestShop;
let proxy: Server;
let asked: number[];
beforeAll(async () => {
  first = await startTestServer();
  shop = await first.makeShop();
  const backends = [first.address, await first.another()];
  asked = backends.map(() => 0);
  let next = 0;
  proxy = createServer((req, res) => {
    const at = (next += 1) % backends.length;
    asked[at] = (asked[at] ?? 0) + 1;
    const onward = request(
      `${backends[at]}${req.url}`,
      { method: req.method, headers: req.headers },
      (answer) => {
        res.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.pipe(res);
      },
    );
    onward.once('error', () => res.destroy());
    res.once('close', () => onward.destroy());
    req.pipe(onward);
  });
  await new Promise<void>((resolve) => proxy.listen(0, '127.0.0.1', resolve));
  server = { ...first, address: `http://127.0.0.1:${(proxy.address() as AddressInfo).port}` };
});
afterAll(async () => {
  proxy.closeAllConnections();
  proxy.close();
  await first.stop();
});

async function importJob(owner: ApiCaller): Promise<string> {
  const file = JSON.stringify(jobFileForTest(recordsForTest()));
  return (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
}

test('edits go through either, each once, and both read what stands', async () => {
  const owner = await signedIn(server, shop.emails.owner);
  const id = await importJob(owner);
  const room = recordsForTest().room['r1'];
  if (!room) throw new Error('there is a room');
  for (let version = 1; version <= 8; version += 1) {
    const name = `Room ${version}`;
    const edited = await owner.edit(id, {
      kind: 'room',
      id: 'r1',
      baseVersion: version,
      after: { ...room, name },
    });
    expect(edited).toMatchObject({ status: 200, body: { revision: version } });
    const { records } = (await owner.get(`/jobs/${id}`)).body as {
      records: { room: Record<string, { name: string }> };
    };
    expect(records.room['r1']?.name).toBe(name);
  }
  // Of two on the same version, one is written, whichever server it came to.
  const both = await Promise.all(
    ['a', 'b'].map((name) =>
      owner.edit(id, { kind: 'room', id: 'r1', baseVersion: 9, after: { ...room, name } }),
    ),
  );
  expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
  expect(Math.min(...asked)).toBeGreaterThan(8);
});

test('a page that hears by the one is told what was written by the other', async () => {
  const owner = await signedIn(server, shop.emails.owner);
  const pages = await Promise.all(
    [0, 1].map(async () => {
      const answer = await fetch(`${server.address}/api/events`, { headers: { cookie: owner.cookie } });
      const reader = answer.body?.getReader();
      let heard = '';
      const read = async () => {
        for (;;) {
          const { value, done } = (await reader?.read()) ?? { done: true, value: undefined };
          if (done) return;
          heard += new TextDecoder().decode(value as Uint8Array);
        }
      };
      void read().catch(() => undefined);
      return { heard: () => heard, close: () => reader?.cancel() };
    }),
  );
  const id = await importJob(owner);
  while (!pages.every(({ heard }) => heard().includes(id)))
    await new Promise((resolve) => setTimeout(resolve, 10));
  for (const page of pages) await page.close();
});

test('a session opened at the one holds and ends at the other, and both count wrong passwords together', async () => {
  const owner = await signedIn(server, shop.emails.owner);
  for (let at = 0; at < 4; at += 1) expect((await owner.get('/jobs')).status).toBe(200);
  await owner.call('DELETE', '/session');
  for (let at = 0; at < 4; at += 1) expect((await owner.get('/jobs')).status).toBe(401);
  const tries: number[] = [];
  for (let at = 0; at < 12; at += 1)
    tries.push((await new ApiCaller(server).signIn(shop.emails.apprentice, 'guess')).status);
  expect(tries.filter((status) => status === 401)).toHaveLength(10);
});

test('two workers that are handed the same work do it once; what they made is read by either server', async () => {
  const owner = await signedIn(server, shop.emails.owner);
  const id = await importJob(owner);
  const work = jobForTest({
    panes: [412, 748].map((width, at) => paneForTest({ id: `P${at}`, width, height: 900 })),
  });
  await owner.post(`/jobs/${id}/plannings`, { work, workKey: 'k', seconds: 1 });
  await owner.post(`/jobs/${id}/papers`, { kind: 'care-sheet', today: '2026-05-04' });
  const planning = first.plannings.at(-1);
  const paper = first.sent.at(-1);
  if (!planning || !paper) throw new Error('nothing was handed to the workers');
  let begun = 0;
  const worker = async () => {
    await withClaim(first.db, { task: 'planning', id: planning.planningId, work: planning }, async () => {
      begun += 1;
      await runPlanning(first.db, planning, () => new Date());
    });
    await withClaim(first.db, { task: 'paper', id: paper.paperId, work: paper }, () =>
      makePaper(first.db, paper),
    );
  };
  await Promise.all([worker(), worker()]);
  expect(begun).toBe(1);
  for (let at = 0; at < 2; at += 1) {
    const { planning: done } = (await owner.get(`/jobs/${id}/planning/0`)).body as {
      planning: { state: string; plan: CutPlan | null };
    };
    expect(done.state).toBe('ready');
    expect((await owner.get(`/papers/${paper.paperId}`)).body.state).toBe('ready');
  }
});
