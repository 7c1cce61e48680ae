import { randomUUID } from 'node:crypto';
import { cp, mkdtemp, readFile, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEFAULT_RULE_SETS } from '@neat-sill/core/rules';
import { recordsForTest, silverForTest } from '@neat-sill/core/testing';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { Client } from 'pg';
import { hashPassword } from '../features/accounts/index.ts';
import { tellStaleJobs } from '../features/jobs/index.ts';
import { signedIn, type ApiCaller } from '../testing/caller.ts';
import { makeDatabase, startTestServer, testNow, type TestServer } from '../testing/server.ts';
import { openDatabase } from './database.ts';
import { migrateDatabase } from './migrate.ts';

/* Going forward and back by one version, on data that is there. */

const MIGRATIONS = new URL('./migrations', import.meta.url).pathname;
/** From here on servers of the version before may still run while a new one has migrated. */
const FIRST_ROLLING = 14;

/** Migrations that came with the newest version, jobs’ numbers among them. */
const OF_NEWEST_VERSION = 3;

test('no migration takes away what a server of the version before still uses', async () => {
  const names = (await readdir(MIGRATIONS)).filter((name) => name.endsWith('.sql')).sort();
  for (const name of names.slice(FIRST_ROLLING)) {
    const sql = await readFile(join(MIGRATIONS, name), 'utf8');
    expect([name, /drop (table|column)|rename|alter column|set not null/i.exec(sql)?.[0]]).toEqual([
      name,
      undefined,
    ]);
    for (const column of sql.match(/add column[^;]*/gi) ?? [])
      expect([name, /not null/i.test(column) && !/default/i.test(column)]).toEqual([name, false]);
  }
});

test('a database of the version before comes forward with all that is in it', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'migrations-'));
  await cp(MIGRATIONS, folder, { recursive: true });
  const journalFile = join(folder, 'meta/_journal.json');
  const journal = JSON.parse(await readFile(journalFile, 'utf8')) as { entries: unknown[] };
  await writeFile(
    journalFile,
    JSON.stringify({ ...journal, entries: journal.entries.slice(0, -OF_NEWEST_VERSION) }),
  );
  const { url, drop } = await makeDatabase();
  const client = new Client({ connectionString: url });
  await client.connect();
  await migrate(drizzle(client), { migrationsFolder: folder });
  await rm(folder, { recursive: true });

  const [shop, person, job] = [randomUUID(), randomUUID(), randomUUID()];
  const email = `${person}@brindle-rook.example`;
  const insert = (table: string, row: Record<string, unknown>) =>
    client.query(
      `insert into ${table} (${Object.keys(row).join(', ')}) values (${Object.keys(row)
        .map((_, at) => `$${at + 1}`)
        .join(', ')})`,
      Object.values(row),
    );
  const of = { shop_id: shop };
  await insert('shops', { id: shop, name: 'Brindle & Rook', created_at: testNow });
  const password_hash = await hashPassword('putty and glass');
  await insert('people', {
    ...of,
    id: person,
    email,
    name: 'Marit',
    role: 'owner',
    unit: 'mm',
    password_hash,
  });
  await insert('films', { ...of, id: silverForTest.id, place: 0, data: silverForTest });
  const [rules] = DEFAULT_RULE_SETS;
  await insert('rule_sets', { ...of, id: rules.id, place: 0, version: 1, data: rules });
  await insert('jobs', { ...of, id: job, created_at: testNow, changed_at: testNow });
  const records = recordsForTest();
  for (const kind of ['job', 'room', 'wall', 'pane'] as const)
    for (const [id, data] of Object.entries<unknown>(records[kind]))
      await insert('job_records', { ...of, job_id: job, kind, id, version: 1, data, changed_at: testNow });
  await client.end();

  await migrateDatabase(url);
  const db = openDatabase(url, () => undefined);
  await tellStaleJobs(db, testNow);
  const told = await db.read<{ panes: string; customer: string }>(shop, {
    name: 'told',
    text: `select outline->>'panes' as panes, outline->>'customer' as customer from jobs where id = $1`,
    values: [job],
  });
  expect(told).toEqual([{ panes: '3', customer: 'Lantern Quay Library' }]);
  const numbered = await db.read<{ number: number; last: number }>(shop, {
    name: 'numbered',
    text: `select (data->>'number')::int as number, last from job_records, job_numbers where kind = 'job'`,
    values: [],
  });
  expect(numbered).toEqual([{ number: 1, last: 1 }]);
  await db.close();
  await drop();
});

describe('going back by one version', () => {
  let server: TestServer;
  let owner: ApiCaller;
  let shop: string;
  beforeAll(async () => {
    server = await startTestServer();
    const made = await server.makeShop();
    shop = made.id;
    owner = await signedIn(server, made.emails.owner);
  });
  afterAll(() => server.stop());

  async function asNewer(text: string, values: unknown[] = []): Promise<void> {
    const client = new Client({ connectionString: server.databaseUrl });
    await client.connect();
    await client.query(text, values).finally(() => client.end());
  }

  test('what a newer version wrote is read without what is new in it, and jobs can be worked on', async () => {
    const site = { address: '', town: 'Saltmarsh Bay', latitude: 43.6, longitude: -70.3, timeZone: 'UTC' };
    const id = (await owner.post('/jobs', { customer: 'Family Hollis', name: 'House', site })).body
      .id as string;
    const room = { ...(recordsForTest().room['r1'] as object) };
    await owner.edit(id, { kind: 'room', id: 'r1', baseVersion: 0, after: room } as never);
    await asNewer(
      `update job_records set data = data || '{"scent": "putty"}', version = version + 1 where job_id = $1`,
      [id],
    );
    await asNewer(
      `insert into job_records (shop_id, job_id, kind, id, version, data, changed_at) values ($1, $2, 'ledger', 'l1', 1, '{"a": 1}', now())`,
      [shop, id],
    );
    await asNewer(`update films set data = data || '{"gloss": 3}' where shop_id = $1`, [shop]);
    await asNewer(`update rule_sets set data = data || '{"ledger": {}}' where shop_id = $1`, [shop]);
    await asNewer(`update jobs set version = version + 1, outline_stale = true where id = $1`, [id]);

    expect((await owner.get('/shop-book')).body.films.length).toBeGreaterThan(5);
    expect((await owner.get('/jobs')).body.jobs[0]).toMatchObject({ customer: 'Family Hollis' });
    expect((await owner.get(`/jobs/${id}`)).status).toBe(200);
    const edited = await owner.edit(id, {
      kind: 'room',
      id: 'r1',
      baseVersion: 2,
      after: { ...room, name: 'Nursery' },
    } as never);
    expect(edited.status).toBe(200);
    expect((await owner.get(`/jobs/${id}`)).body.records.room.r1.name).toBe('Nursery');
  });
});
