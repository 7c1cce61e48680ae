import { mkdtemp, readdir, rm, truncate, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Client } from 'pg';
import { migrateDatabase } from '../../db/migrate.ts';
import { openDatabase } from '../../db/database.ts';
import { seedDemo } from '../../demo/seed.ts';
import { makeDatabase, testNow } from '../../testing/server.ts';
import { backUp, backUpNightly, restore } from './index.ts';

let from: Awaited<ReturnType<typeof makeDatabase>>;
let folder: string;
beforeAll(async () => {
  [from, folder] = [await makeDatabase(), await mkdtemp(join(tmpdir(), 'neat-sill-backup-'))];
  await migrateDatabase(from.url);
  const db = openDatabase(from.url, () => undefined);
  await seedDemo(db, testNow);
  await db.close();
});
afterAll(async () => {
  await from.drop();
  await rm(folder, { recursive: true });
});

/** Every table of the application with how many rows it has and a hash of all that stands in them. */
async function contents(url: string): Promise<Record<string, unknown>> {
  const client = new Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{ name: string }>(
    `select table_schema || '.' || table_name as name from information_schema.tables
     where table_schema in ('public', 'drizzle') and table_type = 'BASE TABLE' order by 1`,
  );
  const found: Record<string, unknown> = {};
  for (const { name } of rows)
    found[name] = (
      await client.query(
        `select count(*)::int as rows, md5(string_agg(t::text, '|' order by t::text)) as hash from ${name} t`,
      )
    ).rows[0];
  const policies = await client.query('select tablename, policyname, qual from pg_policies order by 1, 2');
  await client.end();
  return { ...found, policies: policies.rows };
}

test('what is backed up is put back into an empty database, all of it, and worked with', async () => {
  const [file, into] = [join(folder, 'all.dump'), await makeDatabase()];
  await backUp(from.url, file);
  await restore(into.url, file);
  const [before, after] = [await contents(from.url), await contents(into.url)];
  expect(Object.keys(before).length).toBeGreaterThan(15);
  expect(before).toMatchObject({ 'public.job_records': { rows: expect.any(Number) } });
  expect(after).toEqual(before);
  await migrateDatabase(into.url);
  const db = openDatabase(into.url, () => undefined);
  expect(await seedDemo(db, testNow)).toBe(false);
  await db.close();
  await into.drop();
});

test('what can’t be put back says why, and changes nothing', async () => {
  const [file, into] = [join(folder, 'broken.dump'), await makeDatabase()];
  await backUp(from.url, file);
  await expect(restore(from.url, file)).rejects.toThrow(/not empty/);
  await truncate(file, 20_000);
  await expect(restore(into.url, file)).rejects.toThrow(/nothing was changed/);
  await expect(restore(into.url, join(folder, 'none.dump'))).rejects.toThrow(/no file/);
  expect(await contents(into.url)).toEqual({ policies: [] });
  await expect(backUp('postgres://nobody@127.0.0.1:9/none', file)).rejects.toThrow(/could not be written/);
  expect((await readdir(folder)).filter((name) => name.includes('unfinished'))).toEqual([]);
  await into.drop();
});

test('every night one more, and the newest few are kept; nothing else in the folder is touched', async () => {
  const nightly = await mkdtemp(join(folder, 'nightly-'));
  await writeFile(join(nightly, 'notes.txt'), 'mine');
  for (const day of ['01', '02', '03', '04'])
    await backUpNightly(from.url, nightly, 2, new Date(`2026-05-${day}T02:43:00Z`));
  expect((await readdir(nightly)).sort()).toEqual([
    'neat-sill-20260503T024300Z.dump',
    'neat-sill-20260504T024300Z.dump',
    'notes.txt',
  ]);
});
