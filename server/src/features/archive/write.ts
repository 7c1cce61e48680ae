import { Readable } from 'node:stream';
import type { PoolClient } from 'pg';
import { ZipFile } from 'yazl';
import type { Database } from '../../db/database.ts';
import { notFound } from '../../http/problem.ts';
import {
  ARCHIVE_FORMAT,
  ARCHIVE_TABLES,
  ARCHIVE_VERSION,
  HEAD_NAME,
  LOGO_NAME,
  columnsOf,
  fileName,
  linesName,
  type ArchiveHead,
  type Table,
} from './format.ts';

const ROWS_AT_ONCE = 500;
/** Whoever does not go on reading for so long is cut off, so that no transaction stays open behind them. */
const LONGEST_WAIT = '120s';

/** The lines of a table, some rows at a time: no table is ever in memory as a whole. */
async function* linesOf(client: PoolClient, table: Table): AsyncGenerator<string> {
  const cursor = `archive_${table.name}`;
  const { name, order, where = 'true' } = table;
  await client.query(
    `declare ${cursor} cursor for select to_jsonb(line)::text as line from (select ${columnsOf(table).join(', ')} from ${name} where ${where} order by ${order}) line`,
  );
  for (;;) {
    const { rows } = await client.query<{ line: string }>(`fetch ${ROWS_AT_ONCE} from ${cursor}`);
    if (rows.length === 0) break;
    yield rows.map(({ line }) => `${line}\n`).join('');
  }
  await client.query(`close ${cursor}`);
}

async function* bytesOf(
  client: PoolClient,
  query: string,
  values: readonly string[],
): AsyncGenerator<Buffer> {
  const { rows } = await client.query<{ bytes: Buffer | null }>(query, [...values]);
  if (rows[0]?.bytes) yield rows[0].bytes;
}

async function readHead(client: PoolClient, shopId: string, now: Date) {
  const { rows } = await client.query<ArchiveHead['shop'] & { has_logo: boolean }>(
    'select id, name, created_at, details, version, logo is not null as has_logo from shops where id = $1',
    [shopId],
  );
  if (!rows[0]) throw notFound('The shop');
  const { has_logo: hasLogo, ...shop } = rows[0];
  const head = { format: ARCHIVE_FORMAT, version: ARCHIVE_VERSION, madeAt: now.toISOString(), shop };
  return { head, hasLogo };
}

/** Another archive of the shop is being written just now. */
export const BUSY = Symbol('busy');

/**
 * All of a shop's data as it stands at one moment, as a ZIP file that is made while it is read. One at a time for a shop.
 * The stream ends with an error where the database goes away or nobody reads on.
 */
export async function writeArchive(
  db: Database,
  shopId: string,
  now: Date,
): Promise<NodeJS.ReadableStream | typeof BUSY> {
  const client = await db.pool.connect();
  const end = (error?: Error) => client.release(error ?? true); // closed, which ends its transaction whatever has become of it
  try {
    await client.query('begin isolation level repeatable read read only');
    await client.query(`select set_config('app.shop_id', $1, true)`, [shopId]);
    await client.query(`set local idle_in_transaction_session_timeout = '${LONGEST_WAIT}'`);
    const { rows } = await client.query<{ got: boolean }>(
      'select pg_try_advisory_xact_lock(hashtext($1)) as got',
      [`archive ${shopId}`],
    );
    if (!rows[0]?.got) {
      end();
      return BUSY;
    }
    const { head, hasLogo } = await readHead(client, shopId, now);
    const zip = new ZipFile();
    zip.addBuffer(Buffer.from(JSON.stringify(head, null, 2)), HEAD_NAME);
    const add = (name: string, compress: boolean, parts: () => AsyncGenerator<string | Buffer>) =>
      zip.addReadStreamLazy(name, { compress }, (give) => give(null, Readable.from(parts())));
    if (hasLogo)
      add(LOGO_NAME, false, () => bytesOf(client, 'select logo as bytes from shops where id = $1', [shopId]));
    for (const table of ARCHIVE_TABLES) {
      add(linesName(table), true, () => linesOf(client, table));
      if (!table.file) continue;
      const { column } = table.file;
      const query = `select ${column} as bytes from ${table.name} where id = $1`;
      const ids = await client.query<{ id: string }>(
        `select id from ${table.name} where ${table.where ?? 'true'} order by id`,
      );
      for (const { id } of ids.rows) add(fileName(table, id), false, () => bytesOf(client, query, [id]));
    }
    zip.end();
    const stream = zip.outputStream as Readable;
    zip.on('error', (error: Error) => stream.destroy(error));
    const parts = async function* (): AsyncGenerator<Buffer> {
      try {
        for await (const part of stream) yield part as Buffer;
        // The shop may be saved again as soon as somebody has the last byte.
        await client.query('rollback');
      } finally {
        end();
      }
    };
    return Readable.from(parts(), { objectMode: false });
  } catch (error) {
    end(error as Error);
    throw error;
  }
}
