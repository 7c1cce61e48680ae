import { createServer, connect as dial, type Server, type Socket } from 'node:net';
import { Client } from 'pg';
import { startTestServer, type TestServer } from '../../testing/server.ts';
import { listenToChanges, type InnerChange, type Later, type LiveChanges } from './listen.ts';

/* One listener by itself, its pauses in the hand of the test, behind a wire that can be cut or fall silent. */

const SHOP = '0b4a6d0e-8a52-4b53-9e8b-6f1f3a0c1d11';
const OTHER_SHOP = '7d3d2f7c-1c1b-4f7e-8b7e-5a2f0f3b9c22';

let server: TestServer;
let teller: Client;
beforeAll(async () => {
  server = await startTestServer();
  teller = new Client({ connectionString: server.databaseUrl });
  await teller.connect();
});
afterAll(async () => {
  await teller.end();
  await server.stop();
});

/** A port that leads to the database until it is silent: then nothing goes through, and nobody is told. */
class Wire {
  isSilent = false;
  #sockets: Socket[] = [];
  #listener: Server;
  constructor() {
    const database = new URL(server.databaseUrl);
    this.#listener = createServer((near) => {
      const far = dial(Number(database.port), database.hostname);
      this.#sockets.push(near, far);
      for (const [from, to] of [
        [near, far],
        [far, near],
      ] as const) {
        from.on('data', (chunk) => void (this.isSilent || to.write(chunk)));
        from.on('error', () => to.destroy()).on('close', () => to.destroy());
      }
    });
  }
  async open(port = 0): Promise<string> {
    await new Promise<void>((open) => this.#listener.listen(port, '127.0.0.1', open));
    const url = new URL(server.databaseUrl);
    url.port = String((this.#listener.address() as { port: number }).port);
    return url.href;
  }
  cut(): void {
    for (const socket of this.#sockets) socket.destroy();
    this.#sockets = [];
  }
  async close(): Promise<void> {
    this.cut();
    await new Promise((closed) => this.#listener.close(closed));
  }
}

/** Pauses that end when the test says so. */
class Pauses {
  #waiting: { readonly ms: number; readonly work: () => void }[] = [];
  readonly later: Later = (ms, work) => {
    const own = { ms, work };
    this.#waiting.push(own);
    return () => void (this.#waiting = this.#waiting.filter((each) => each !== own));
  };
  get asked(): number[] {
    return this.#waiting.map(({ ms }) => ms).sort((a, b) => a - b);
  }
  end(ms: number): void {
    const over = this.#waiting.filter((each) => each.ms === ms);
    this.#waiting = this.#waiting.filter((each) => each.ms !== ms);
    for (const { work } of over) work();
  }
}

async function until(test: () => boolean): Promise<void> {
  while (!test()) await new Promise((resolve) => setTimeout(resolve, 5));
}
const tell = (payload: string) => teller.query('select pg_notify($1, $2)', ['neat_sill', payload]);

interface Listening {
  readonly changes: LiveChanges;
  readonly pauses: Pauses;
  readonly lost: string[];
  /** What the pages of the shop heard, and what the server itself did, by shop. */
  readonly heard: unknown[];
  readonly watched: (readonly [string, InnerChange])[];
  readonly hearing: boolean[];
}
const opened: { close: () => Promise<void> }[] = [];
afterEach(async () => {
  for (const each of opened.splice(0)) await each.close();
});

async function listen(url: string, isThere = true): Promise<Listening> {
  const pauses = new Pauses();
  const lost: string[] = [];
  const changes = listenToChanges(url, ({ message }) => void lost.push(message), pauses.later);
  opened.push(changes);
  const [heard, watched, hearing]: [unknown[], [string, InnerChange][], boolean[]] = [[], [], []];
  changes.watch({
    changed: (shopId, change) => void watched.push([shopId, change]),
    hears: (does) => void hearing.push(does),
  });
  changes.hear(SHOP, (change) => void heard.push(change));
  if (isThere) await until(() => hearing.includes(true));
  return { changes, pauses, lost, heard, watched, hearing };
}
async function wired(): Promise<{ wire: Wire; url: string }> {
  const wire = new Wire();
  opened.push(wire);
  return { wire, url: await wire.open() };
}

test('what the database says goes to the pages of that shop, and all of it to the server', async () => {
  const { heard, watched, hearing, changes } = await listen(server.databaseUrl);
  expect(hearing).toEqual([false, true]);
  const stops: unknown[] = [];
  const stop = changes.hear(SHOP, (change) => void stops.push(change));
  for (const [table, kind] of [
    ['films', 'book'],
    ['stock', 'book'],
    ['consumables', 'book'],
    ['film_orders', 'book'],
    ['rule_sets', 'book'],
    ['shops', 'shop'],
    ['people', 'people'],
  ]) {
    await tell(`${SHOP} ${table} x 3`);
    await until(() => heard.length > 0);
    expect(heard.splice(0)).toEqual([{ kind }]);
  }
  expect(stops.splice(0)).toHaveLength(7);
  stop();
  await tell(`${OTHER_SHOP} jobs j1 4`);
  await tell(`${SHOP} sessions x 0`);
  await tell(`${SHOP} outlines x 0`);
  await tell(`${SHOP} strange x 0`);
  await tell(`${SHOP} jobs j2 5`);
  await until(() => heard.length > 0);
  expect(heard).toEqual([{ kind: 'job', id: 'j2', revision: 5 }]);
  expect(watched.slice(7)).toEqual([
    [OTHER_SHOP, { kind: 'job', id: 'j1', revision: 4 }],
    [SHOP, { kind: 'sessions' }],
    [SHOP, { kind: 'outlines' }],
    [SHOP, { kind: 'job', id: 'j2', revision: 5 }],
  ]);
  expect(stops).toEqual([]);
  // Whoever watches later is told that there is hearing.
  const late: boolean[] = [];
  changes.watch({ changed: () => undefined, hears: (does) => void late.push(does) });
  expect(late).toEqual([true]);
});

test('edits are told together, of each job the last', async () => {
  const { changes, pauses, heard } = await listen(server.databaseUrl);
  const edit = (jobId: string, revision: number) => changes.tellEdit({ shopId: SHOP, jobId, revision });
  edit('a', 1);
  edit('b', 7);
  edit('a', 2);
  expect(pauses.asked).toEqual([5, 5000]);
  pauses.end(5);
  await until(() => heard.length === 2);
  expect(heard.splice(0)).toEqual([
    { kind: 'job', id: 'a', revision: 2 },
    { kind: 'job', id: 'b', revision: 7 },
  ]);
  edit('c', 1);
  pauses.end(5);
  await until(() => heard.length === 1);
  expect(heard).toEqual([{ kind: 'job', id: 'c', revision: 1 }]);
});

test('a connection that ends is made anew after growing pauses, and what may have been missed is said', async () => {
  const { wire, url } = await wired();
  const { pauses, lost, heard, hearing } = await listen(url);
  await wire.close();
  await until(() => lost.length === 1);
  expect(hearing).toEqual([false, true, false]);
  for (const [at, ms] of [500, 1000, 2000, 4000, 8000, 10_000, 10_000].entries()) {
    expect(pauses.asked).toEqual([ms]);
    pauses.end(ms);
    await until(() => lost.length === at + 2);
  }
  expect(heard).toEqual([]);
  const again = new Wire();
  opened.push(again);
  await again.open(Number(new URL(url).port));
  pauses.end(10_000);
  await until(() => hearing.at(-1) === true);
  expect(heard).toEqual([{ kind: 'all' }]);
  // The next loss begins with a short pause.
  again.cut();
  await until(() => lost.length === 9);
  expect(pauses.asked).toEqual([500]);
  pauses.end(500);
  await until(() => hearing.filter(Boolean).length === 3);
  await tell(`${SHOP} people x 0`);
  await until(() => heard.length === 3);
  expect(heard).toEqual([{ kind: 'all' }, { kind: 'all' }, { kind: 'people' }]);
});

test('a connection that is dead without having ended is found out', async () => {
  const { wire, url } = await wired();
  const { pauses, lost, heard, hearing } = await listen(url);
  // Tried, and there: tried again later.
  expect(pauses.asked).toEqual([5000]);
  pauses.end(5000);
  await until(() => pauses.asked.length === 1);
  await tell(`${SHOP} people x 0`);
  await until(() => heard.length === 1);
  expect([pauses.asked, lost, hearing]).toEqual([[5000], [], [false, true]]);
  wire.isSilent = true;
  pauses.end(5000); // is asked
  pauses.end(5000); // has not answered
  expect(lost).toEqual(['the database no longer answers']);
  expect(hearing).toEqual([false, true, false]);
  wire.isSilent = false;
  expect(pauses.asked).toEqual([500]);
  pauses.end(500);
  await until(() => hearing.at(-1) === true);
  expect(heard.at(-1)).toEqual({ kind: 'all' });
  wire.cut();
  await until(() => lost.length === 2);
  // Of the first connection nothing more is heard.
  expect(pauses.asked).toEqual([500]);
});

test('closed, it lets go of everything and says nothing more', async () => {
  const { url } = await wired();
  const { changes, pauses, lost } = await listen(url);
  changes.tellEdit({ shopId: SHOP, jobId: 'a', revision: 1 });
  await changes.close();
  expect([pauses.asked, lost]).toEqual([[], []]);
  const nobody = new URL(url);
  nobody.port = '1';
  const refused = await listen(nobody.href, false);
  await until(() => refused.lost.length === 1);
  expect(refused.hearing).toEqual([false, false]);
  await refused.changes.close();
  expect(refused.pauses.asked).toEqual([]);
});
