import { sql } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import * as schema from './schema.ts';

export type Tx = Parameters<Parameters<NodePgDatabase<typeof schema>['transaction']>[0]>[0];

export interface Database {
  /** Runs work in one transaction that sees and writes the rows of one shop only. */
  readonly inShop: <Value>(shopId: string, work: (tx: Tx) => Promise<Value>) => Promise<Value>;
  /** Runs work in one transaction that may look up people and sessions of any shop, and nothing else. */
  readonly forSignIn: <Value>(work: (tx: Tx) => Promise<Value>) => Promise<Value>;
  /** Runs a worker's own keeping of books: what is in hand of any shop, and what has become old. */
  readonly forWorker: <Value>(work: (tx: Tx) => Promise<Value>) => Promise<Value>;
  readonly isThere: () => Promise<boolean>;
  readonly pool: Pool;
  readonly close: () => Promise<void>;
}

/** Goes on in a transaction as a shop: where signing in or a link has told which. */
export async function enterShop(tx: Tx, shopId: string): Promise<void> {
  await tx.execute(setting('app.shop_id', shopId));
}

const setting = (name: string, value: string) => sql`select set_config(${name}, ${value}, true)`;

/** Opens a pool whose connections act as the role that row-level security holds for. */
export function openDatabase(url: string, onLostConnection: (error: Error) => void): Database {
  const pool = new Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: 5_000,
    options: '-c role=neat_sill_app',
  });
  // A connection may break while it lies idle or between two statements of a transaction (the database restarts). Either
  // way it is replaced at the next use; without a listener of its own the second kind would end the process.
  pool.on('connect', (client) => client.on('error', onLostConnection));
  pool.on('error', () => undefined);
  const db = drizzle(pool, { schema, casing: 'snake_case' });
  return {
    inShop: (shopId, work) =>
      db.transaction(async (tx) => {
        await enterShop(tx, shopId);
        return work(tx);
      }),
    forSignIn: (work) =>
      db.transaction(async (tx) => {
        await tx.execute(setting('app.purpose', 'sign-in'));
        return work(tx);
      }),
    forWorker: (work) =>
      db.transaction(async (tx) => {
        await tx.execute(setting('app.purpose', 'worker'));
        return work(tx);
      }),
    isThere: () =>
      pool.query('select 1').then(
        () => true,
        () => false,
      ),
    pool,
    close: () => pool.end(),
  };
}
