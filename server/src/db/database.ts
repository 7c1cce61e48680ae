import type { Writable } from 'node:stream';
import { sql } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool, type PoolClient, type QueryResultRow } from 'pg';
import * as schema from './schema.ts';

export type Tx = Parameters<Parameters<NodePgDatabase<typeof schema>['transaction']>[0]>[0];

export interface Database {
  /** Runs work in one transaction that sees and writes the rows of one shop only. */
  readonly inShop: <Value>(shopId: string, work: (tx: Tx) => Promise<Value>) => Promise<Value>;
  /** As `inShop`, in as few round trips as the work allows: for what people do all day long. */
  readonly quickInShop: <Value>(shopId: string, work: (quick: QuickTx) => Promise<Value>) => Promise<Value>;
  /** Runs work in one transaction that may look up people and sessions of any shop, and nothing else. */
  readonly forSignIn: <Value>(work: (tx: Tx) => Promise<Value>) => Promise<Value>;
  /** Runs a worker's own keeping of books: what is in hand of any shop, and what has become old. */
  readonly forWorker: <Value>(work: (tx: Tx) => Promise<Value>) => Promise<Value>;
  /** One statement that only reads, as a shop: one round trip, its plan kept by its name. */
  readonly read: <Row extends QueryResultRow>(shopId: string, query: ReadQuery) => Promise<Row[]>;
  readonly isThere: () => Promise<boolean>;
  readonly pool: Pool;
  readonly close: () => Promise<void>;
}

/** A transaction whose statements are sent without waiting for each other. */
export interface QuickTx {
  readonly query: <Row extends QueryResultRow>(query: ReadQuery) => Promise<Row[]>;
  /** The same transaction as all other work does it, one statement after the other. */
  readonly tx: () => Tx;
  /** The last statement with the commit right behind it: it is written once this is through. */
  readonly finishWith: (query: ReadQuery) => Promise<void>;
}

export interface ReadQuery {
  /** The same name stands for the same text. */
  readonly name: string;
  readonly text: string;
  readonly values: readonly unknown[];
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
  const readers = openReaders(url, onLostConnection);
  const quick = openQuick(url, onLostConnection);
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
    quickInShop: quick.inShop,
    read: readers.read,
    isThere: () =>
      pool.query('select 1').then(
        () => true,
        () => false,
      ),
    pool,
    close: async () => {
      await Promise.all([pool.end(), quick.close(), readers.close()]);
    },
  };
}

/**
 * Whose rows a connection sees, for as long as it lies open: what asks under the same shop again need not say so. Only for
 * pools of which every use says whose it is.
 */
function shopKeeper() {
  const shopOf = new WeakMap<PoolClient, string>();
  /** Sent without waiting; nothing that is asked behind it may be believed before it is through. Null: it is entered. */
  return (client: PoolClient, shopId: string): Promise<void> | null => {
    if (shopOf.get(client) === shopId) return null;
    shopOf.delete(client);
    const entering = client.query({
      name: 'enter_shop',
      text: `select set_config('app.shop_id', $1, false)`,
      values: [shopId],
    });
    return entering.then(() => void shopOf.set(client, shopId));
  };
}

/**
 * Lets what is asked at one go leave in one piece: each piece on its own costs a call of the system, which costs more than
 * most statements.
 */
function holdingBack(client: PoolClient): <Value>(ask: () => Value) => Value {
  const { stream } = (client as unknown as { readonly connection: { readonly stream: Writable } }).connection;
  return (ask) => {
    stream.cork();
    setImmediate(() => stream.uncork());
    return ask();
  };
}

/** Connections for transactions whose statements do not wait for each other on their way to the database. */
function openQuick(url: string, onLostConnection: (error: Error) => void) {
  const pool = new Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: 20_000,
    options: '-c role=neat_sill_app',
    pipeline: true,
  });
  pool.on('connect', (client) => client.on('error', onLostConnection));
  pool.on('error', () => undefined);
  const enter = shopKeeper();
  return {
    inShop: async <Value>(shopId: string, work: (quick: QuickTx) => Promise<Value>): Promise<Value> => {
      const client = await pool.connect();
      let isOver = false;
      let own: Tx | null = null;
      const send = holdingBack(client);
      try {
        // What fails here lets all fail that is sent behind it; said is the first.
        const begun = send(() => Promise.all([enter(client, shopId), client.query('begin')]));
        const query = async <Row extends QueryResultRow>({ name, text, values }: ReadQuery) => {
          const [{ rows }] = await Promise.all([
            client.query<Row>({ name, text, values: [...values] }),
            begun,
          ]);
          return rows;
        };
        const value = await work({
          query,
          tx: () => (own ??= drizzle(client, { schema, casing: 'snake_case' }) as unknown as Tx),
          finishWith: async (last) => {
            await begun; // nothing is committed before it is sure whose it is
            const [, { command }] = await send(() => Promise.all([query(last), client.query('commit')]));
            if (command !== 'COMMIT') throw new Error('The transaction was not committed');
            isOver = true;
          },
        });
        if (!isOver) await client.query('commit');
        isOver = true;
        return value;
      } finally {
        // A connection that can't even end its transaction is closed, which ends it.
        const failed = isOver
          ? false
          : await client.query('rollback').then(
              () => false,
              () => true,
            );
        client.release(failed);
      }
    },
    close: () => pool.end(),
  };
}

/**
 * Connections for statements that only read. Each remembers whose it is for as long as it lies open, so that a read needs
 * no transaction of its own; nothing but `read` uses them, and it says whose they are at every use.
 */
function openReaders(url: string, onLostConnection: (error: Error) => void) {
  const pool = new Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: 20_000,
    options: '-c role=neat_sill_app -c default_transaction_read_only=on',
    pipeline: true,
  });
  pool.on('connect', (client) => client.on('error', onLostConnection));
  pool.on('error', () => undefined);
  const enter = shopKeeper();
  return {
    read: async <Row extends QueryResultRow>(
      shopId: string,
      { name, text, values }: ReadQuery,
    ): Promise<Row[]> => {
      const client = await pool.connect();
      try {
        const entering = enter(client, shopId);
        const [{ rows }] = await Promise.all([
          client.query<Row>({ name, text, values: [...values] }),
          entering,
        ]);
        return rows;
      } finally {
        client.release();
      }
    },
    close: () => pool.end(),
  };
}
