import { execFile } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { mkdir, open, readdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { promisify } from 'node:util';
import { Client } from 'pg';
import { OperatorProblem } from './operatorProblem.ts';

const run = promisify(execFile);
const DEBIAN_FOLDER = '/usr/lib/postgresql';

/** PostgreSQL's own program, the newest that is installed: an older one refuses a newer server. */
function program(name: 'pg_dump' | 'pg_restore'): string {
  const versions = existsSync(DEBIAN_FOLDER) ? readdirSync(DEBIAN_FOLDER) : [];
  const newest = versions
    .filter((version) => existsSync(join(DEBIAN_FOLDER, version, 'bin', name)))
    .sort((a, b) => Number(b) - Number(a))[0];
  return newest === undefined ? name : join(DEBIAN_FOLDER, newest, 'bin', name);
}

function failed(what: string, error: unknown): OperatorProblem {
  const { stderr, message } = error as { stderr?: string; message: string };
  return new OperatorProblem(`${what}: ${(stderr || message).trim().split('\n').slice(0, 3).join(' ')}`);
}

/**
 * Writes all data into one file, as it stands at one moment. Owners and rights are left out: `prepare` makes the role and its
 * rights in whatever cluster it is put back into. The file appears under its name only when it is whole and on disk.
 */
export async function backUp(databaseUrl: string, file: string): Promise<void> {
  await mkdir(dirname(file), { recursive: true });
  const unfinished = `${file}.unfinished`;
  try {
    await run(program('pg_dump'), [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      '--file',
      unfinished,
      databaseUrl,
    ]);
    const written = await open(unfinished, 'r');
    await written.sync().finally(() => written.close());
    await rename(unfinished, file);
  } catch (error) {
    await rm(unfinished, { force: true });
    throw failed(`The backup ${file} could not be written`, error);
  }
}

/** Puts a backup back into an empty database, whole or not at all; `prepare` brings it forward afterwards. */
export async function restore(databaseUrl: string, file: string): Promise<void> {
  if (!existsSync(file)) throw new OperatorProblem(`There is no file ${file}.`);
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  const { rows } = await client
    .query<{ tables: number }>(
      `select count(*)::int as tables from information_schema.tables where table_schema = 'public'`,
    )
    .finally(() => client.end());
  if ((rows[0]?.tables ?? 0) > 0)
    throw new OperatorProblem(
      'This database is not empty. A backup is put back into an empty one only: name another folder in NEAT_SILL_DATA, or an empty database in DATABASE_URL. Nothing was changed.',
    );
  try {
    await run(program('pg_restore'), [
      '--single-transaction',
      '--exit-on-error',
      '--no-owner',
      '--no-privileges',
      '--dbname',
      databaseUrl,
      file,
    ]);
  } catch (error) {
    throw failed(`${file} could not be put back, and nothing was changed`, error);
  }
}

const NIGHTLY = /^neat-sill-\d{8}T\d{6}Z[.]dump$/;

/** Writes a backup named by its moment into a folder, and keeps the newest few of these; other files there are left alone. */
export async function backUpNightly(
  databaseUrl: string,
  folder: string,
  keep: number,
  now: Date,
): Promise<void> {
  const moment = now.toISOString().replaceAll(/[-:]|[.]\d+/g, '');
  await backUp(databaseUrl, join(folder, `neat-sill-${moment}.dump`));
  const all = (await readdir(folder)).filter((name) => NIGHTLY.test(name)).sort();
  for (const name of all.slice(0, -keep)) await rm(join(folder, name));
}
