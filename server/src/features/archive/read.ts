import { createInterface } from 'node:readline';
import type { Readable } from 'node:stream';
import { Client, DatabaseError } from 'pg';
import { open, type Entry, type ZipFile } from 'yauzl';
import { z } from 'zod';
import {
  ARCHIVE_TABLES,
  HEAD_NAME,
  LOGO_NAME,
  archiveHeadSchema,
  columnsOf,
  fileName,
  linesName,
  type Table,
} from './format.ts';

/** Why an archive can't be read in, in a sentence; nothing was changed. */
export class ArchiveProblem extends Error {}

const ROWS_AT_ONCE = 500;
const LARGEST_FILE = 64_000_000;

interface Archive {
  readonly names: ReadonlySet<string>;
  readonly stream: (name: string) => Promise<Readable>;
  readonly bytes: (name: string) => Promise<Buffer>;
  readonly close: () => void;
}

function openZip(file: string): Promise<{ zip: ZipFile; entries: Map<string, Entry> }> {
  return new Promise((resolve, reject) => {
    open(file, { lazyEntries: true, autoClose: false }, (error, zip) => {
      if (error) {
        reject(new ArchiveProblem(`${file} is no archive of a shop: ${error.message}`));
        return;
      }
      const entries = new Map<string, Entry>();
      zip.on('entry', (entry: Entry) => {
        entries.set(entry.fileName, entry);
        zip.readEntry();
      });
      zip.on('end', () => resolve({ zip, entries }));
      zip.on('error', (broken: Error) =>
        reject(new ArchiveProblem(`${file} is broken: ${broken.message}. Save it again.`)),
      );
      zip.readEntry();
    });
  });
}

async function openArchive(file: string): Promise<Archive> {
  const { zip, entries } = await openZip(file);
  const entryOf = (name: string) => {
    const entry = entries.get(name);
    if (!entry) throw new ArchiveProblem(`${name} is missing in the archive; save it again.`);
    return entry;
  };
  const stream = (name: string) =>
    new Promise<Readable>((resolve, reject) => {
      zip.openReadStream(entryOf(name), (error, opened) =>
        error ? reject(new ArchiveProblem(`${name} can’t be read: ${error.message}`)) : resolve(opened),
      );
    });
  const bytes = async (name: string) => {
    if (entryOf(name).uncompressedSize > LARGEST_FILE)
      throw new ArchiveProblem(`${name} is larger than anything Neat Sill keeps.`);
    const parts: Buffer[] = [];
    for await (const part of await stream(name)) parts.push(part as Buffer);
    return Buffer.concat(parts);
  };
  return { names: new Set(entries.keys()), stream, bytes, close: () => zip.close() };
}

function parsedLine<Value>(schema: z.ZodType<Value>, text: string, where: string): Value {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    throw new ArchiveProblem(`${where} is no JSON: ${(error as Error).message}`);
  }
  const read = schema.safeParse(raw);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new ArchiveProblem(`${where}: ${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}`);
}

async function* rowsOf(archive: Archive, table: Table): AsyncGenerator<Record<string, unknown>[]> {
  const name = linesName(table);
  if (table.mayLack && !archive.names.has(name)) return;
  const lines = createInterface({ input: await archive.stream(name), crlfDelay: Infinity });
  let rows: Record<string, unknown>[] = [];
  let at = 0;
  for await (const line of lines) {
    at += 1;
    rows.push(parsedLine(table.row, line, `${name}, line ${at}`));
    if (rows.length === ROWS_AT_ONCE) {
      yield rows;
      rows = [];
    }
  }
  if (rows.length > 0) yield rows;
}

async function fileOf(archive: Archive, table: Table, row: Record<string, unknown>): Promise<string> {
  const name = fileName(table, String(row.id));
  const bytes = (await archive.bytes(name)).toString('hex');
  if (!bytes.startsWith(table.file?.begins ?? ''))
    throw new ArchiveProblem(`${name} is not what its name says.`);
  return `\\x${bytes}`;
}

async function readTable(client: Client, archive: Archive, table: Table, shopId: string): Promise<number> {
  const adds = { shop_id: '$2::uuid', ...table.adds };
  const columns = [...columnsOf(table), ...(table.file ? [table.file.column] : [])];
  const into = `insert into ${table.name} (${[...columns, ...Object.keys(adds)].join(', ')})
    select ${[...columns, ...Object.values(adds)].join(', ')} from jsonb_populate_recordset(null::${table.name}, $1)`;
  let count = 0;
  for await (const rows of rowsOf(archive, table)) {
    const batches = table.file ? rows.map((row) => [row]) : [rows];
    for (const batch of batches) {
      const whole = table.file
        ? await Promise.all(
            batch.map(async (row) => ({
              ...row,
              [table.file?.column ?? '']: await fileOf(archive, table, row),
            })),
          )
        : batch;
      await client.query(into, [JSON.stringify(whole), shopId]);
      count += batch.length;
    }
  }
  return count;
}

async function mustBeFree(client: Client, archive: Archive, shopId: string): Promise<void> {
  const there = await client.query('select 1 from shops where id = $1', [shopId]);
  if (there.rows.length > 0)
    throw new ArchiveProblem(
      'This shop is in this installation already; remove it first (remove), or read the archive into another.',
    );
  const emails: unknown[] = [];
  const [people] = ARCHIVE_TABLES;
  if (people)
    for await (const rows of rowsOf(archive, people))
      emails.push(...rows.filter((row) => row.removed_at === null).map((row) => row.email));
  const { rows } = await client.query<{ email: string }>(
    'select email from people where removed_at is null and email = any($1)',
    [emails],
  );
  if (rows.length > 0)
    throw new ArchiveProblem(
      `${rows.map(({ email }) => email).join(', ')} belong to people of another shop here, and an address signs in to one shop only. Remove them there first.`,
    );
}

export interface ReadArchive {
  readonly shopId: string;
  readonly name: string;
  readonly rows: number;
  /** Who can let the others in again: nobody has a password yet. */
  readonly owners: readonly string[];
}

/**
 * Reads a shop that was saved as an archive into this installation, whole or not at all, as the owner of the database.
 * Throws an `ArchiveProblem` that says what is wrong with the archive and where.
 */
export async function readArchive(databaseUrl: string, file: string): Promise<ReadArchive> {
  const archive = await openArchive(file);
  const client = new Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const { shop } = parsedLine(archiveHeadSchema, (await archive.bytes(HEAD_NAME)).toString(), HEAD_NAME);
    await client.query('begin');
    await mustBeFree(client, archive, shop.id);
    const logo = archive.names.has(LOGO_NAME) ? await archive.bytes(LOGO_NAME) : null;
    await client.query(
      'insert into shops (id, name, created_at, details, version, logo) values ($1, $2, $3, $4, $5, $6)',
      [shop.id, shop.name, shop.created_at, shop.details, shop.version, logo],
    );
    let rows = 1;
    for (const table of ARCHIVE_TABLES) rows += await readTable(client, archive, table, shop.id);
    // Archives from before jobs had numbers.
    await client.query('select number_jobs($1)', [shop.id]);
    const owners = await client.query<{ email: string }>(
      `select email from people where shop_id = $1 and role = 'owner' and removed_at is null order by email`,
      [shop.id],
    );
    await client.query('commit');
    return { shopId: shop.id, name: shop.name, rows, owners: owners.rows.map(({ email }) => email) };
  } catch (error) {
    if (error instanceof DatabaseError && /^(22|23)/.test(error.code ?? ''))
      throw new ArchiveProblem(`The archive does not hold together: ${error.message}. Nothing was changed.`);
    throw error;
  } finally {
    archive.close();
    await client.end();
  }
}
