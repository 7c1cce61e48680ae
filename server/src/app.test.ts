import { operations } from '@neat-sill/core/contract';
import { pino } from 'pino';
import { Client } from 'pg';
import { makeApp } from './app.ts';
import { openDatabase } from './db/database.ts';
import { migrateDatabase } from './db/migrate.ts';
import { readEnvironment } from './environment.ts';
import { openApiDocument } from './http/openApi.ts';
import { makeDatabase, testNow } from './testing/server.ts';

test('without its database the server answers 503 with what becomes of the work', async () => {
  const db = openDatabase('postgres://nobody@127.0.0.1:9/none', () => undefined);
  const app = makeApp({
    db,
    queue: { send: () => Promise.resolve() },
    suppliers: [],
    now: () => testNow,
    log: pino({ level: 'silent' }),
    secureCookies: true,
    trustProxy: false,
    demoSignIn: null,
    webFolder: null,
  });
  const server = app.listen(0);
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as { port: number };
  const answer = await fetch(`http://127.0.0.1:${port}/api/jobs`, {
    headers: { cookie: 'neat_sill_session=x' },
  });
  expect(answer.status).toBe(503);
  expect(await answer.json()).toMatchObject({ detail: expect.stringContaining('Nothing is lost') });
  server.close();
  await db.close();
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
