import { operations } from '@neat-sill/core/contract';
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import { Client } from 'pg';
import { makeApp } from './app.ts';
import { openDatabase, type Database } from './db/database.ts';
import { migrateDatabase } from './db/migrate.ts';
import { readEnvironment } from './environment.ts';
import { openApiDocument } from './http/openApi.ts';
import { shops } from './db/schema.ts';
import { makeDatabase, testNow } from './testing/server.ts';

/** The application on a database of some kind, and a function that asks it. */
async function asked(db: Database) {
  const app = makeApp({
    db,
    queue: { send: () => Promise.resolve() },
    suppliers: [],
    changes: {
      hear: () => () => undefined,
      watch: () => undefined,
      tellEdit: () => undefined,
      close: () => Promise.resolve(),
    },
    now: () => testNow,
    log: pino({ level: 'silent' }),
    secureCookies: true,
    trustProxy: false,
    publicAddress: null,
    securityContact: 'mailto:marit@brindle-rook.example',
    demoSignIn: null,
    webFolder: null,
  });
  const server = app.listen(0);
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as { port: number };
  const ask = (path: string) =>
    fetch(`http://127.0.0.1:${port}${path}`, { headers: { cookie: '__Host-neat_sill_session=x' } });
  return { ask, close: () => server.close() };
}

test('without its database the server answers 503 with what becomes of the work', async () => {
  const db = openDatabase('postgres://nobody@127.0.0.1:9/none', () => undefined);
  const { ask, close } = await asked(db);
  const answer = await ask('/api/jobs');
  expect(answer.status).toBe(503);
  expect(await answer.json()).toMatchObject({ detail: expect.stringContaining('Nothing is lost') });
  close();
  await db.close();
});

test('a fault of the server has a number by which whoever runs it finds it, and says nothing else of it', async () => {
  const fault = () => Promise.reject(new Error('relation "secrets" does not exist'));
  const { ask, close } = await asked({ pool: { query: fault } } as unknown as Database);
  const answer = await ask('/api/jobs');
  const { detail } = (await answer.json()) as { detail: string };
  expect(answer.status).toBe(500);
  expect(detail).toContain(`(request ${answer.headers.get('x-request-id') ?? 'none'})`);
  expect(detail).not.toContain('secrets');
  close();
});

test('who finds a weakness is told where to tell it, until when that holds', async () => {
  const { ask, close } = await asked({ pool: {} } as unknown as Database);
  const said = await (await ask('/.well-known/security.txt')).text();
  expect(said).toMatch(/^Contact: mailto:marit@brindle-rook\.example\nExpires: 2026-10-31T15:00:00\.000Z\n$/);
  close();
});

test('a dump that says nothing of roles and rights is put back, brought forward and worked with', async () => {
  const [from, into] = [await makeDatabase(), await makeDatabase()];
  await migrateDatabase(from.url);
  const shopId = randomUUID();
  const whole = openDatabase(from.url, () => undefined);
  await whole.inShop(shopId, (tx) =>
    tx.insert(shops).values({ id: shopId, name: 'Brindle & Rook', createdAt: testNow }),
  );
  await whole.close();
  const bin = execFileSync('sh', ['-c', 'ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n1'], {
    encoding: 'utf8',
  }).trim();
  const dump = execFileSync(`${bin}/pg_dump`, ['--no-owner', '--no-privileges', from.url], {
    maxBuffer: 2 ** 28,
  });
  execFileSync(`${bin}/psql`, ['-qX', '-v', 'ON_ERROR_STOP=1', into.url], { input: dump, stdio: 'pipe' });
  await migrateDatabase(into.url);
  const back = openDatabase(into.url, () => undefined);
  const seen = (id: string) => back.inShop(id, (tx) => tx.select({ name: shops.name }).from(shops));
  expect(await seen(shopId)).toEqual([{ name: 'Brindle & Rook' }]);
  expect(await seen(randomUUID())).toEqual([]);
  await back.close();
  await from.drop();
  await into.drop();
});

test('migrations run from several hosts at once, and again on what is there', async () => {
  const { url, drop } = await makeDatabase();
  await Promise.all([migrateDatabase(url), migrateDatabase(url)]);
  const client = new Client({ connectionString: url });
  await client.connect();
  await client.query(
    `insert into shops (id, name, created_at) values (gen_random_uuid(), 'Brindle & Rook', now())`,
  );
  await migrateDatabase(url);
  expect((await client.query('select name from shops')).rows).toEqual([{ name: 'Brindle & Rook' }]);
  await client.end();
  await drop();
});

test('the OpenAPI document describes every operation', () => {
  const paths = openApiDocument().paths ?? {};
  for (const { method, path } of Object.values(operations))
    expect(paths[`/api${path.replaceAll(/:(\w+)/g, '{$1}')}`]).toHaveProperty(method);
});

test('a wrong environment variable is named', () => {
  expect(() => readEnvironment({ DATABASE_URL: 'mysql://x', PORT: '99999' })).toThrow(
    /DATABASE_URL: [^]*PORT: /,
  );
});
