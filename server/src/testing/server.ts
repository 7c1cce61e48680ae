import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { Client } from 'pg';
import { pino } from 'pino';
import { makeApp } from '../app.ts';
import { openDatabase, type Database } from '../db/database.ts';
import { standInFeeds } from '../features/buying/index.ts';
import { listenToChanges } from '../features/live/index.ts';
import { migrateDatabase } from '../db/migrate.ts';
import { insertShop } from '../demo/seed.ts';
import type { QueuedTasks, TaskQueue } from '../queue/queue.ts';

export const PASSWORD = 'putty and glass';

/** A shop of its own for a test, with one person of each role. */
export interface TestShop {
  readonly id: string;
  readonly emails: Readonly<Record<'owner' | 'installer' | 'apprentice', string>>;
}

export interface TestServer {
  readonly address: string;
  /** One more server on the same database; its address. */
  readonly another: () => Promise<string>;
  readonly databaseUrl: string;
  readonly db: Database;
  /** What was handed to the worker; tests carry it out themselves. */
  readonly sent: QueuedTasks['paper'][];
  readonly plannings: QueuedTasks['planning'][];
  readonly dayPlannings: QueuedTasks['day-planning'][];
  readonly makeShop: () => Promise<TestShop>;
  readonly moveClock: (to: Date) => void;
  readonly stop: () => Promise<void>;
}

export const testNow = new Date('2026-05-04T15:00:00Z');

async function onCluster(run: (client: Client) => Promise<unknown>): Promise<string> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('Server tests need DATABASE_URL; `npm test` starts a database and sets it.');
  const client = new Client({ connectionString: url });
  await client.connect();
  await run(client).finally(() => client.end());
  return url;
}

/** A new, empty database on the test cluster. */
export async function makeDatabase(): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const url = new URL(await onCluster((client) => client.query(`create database ${name}`)));
  url.pathname = name;
  const drop = async () => {
    await onCluster((client) => client.query(`drop database ${name} with (force)`));
  };
  return { url: url.href, drop };
}

/** The application on a database and a port of its own; its clock stands until a test moves it. */
export async function startTestServer({ trustProxy = false } = {}): Promise<TestServer> {
  let now = testNow;
  const { url, drop } = await makeDatabase();
  await migrateDatabase(url);
  const db = openDatabase(url, () => undefined);
  const sent: QueuedTasks['paper'][] = [];
  const plannings: QueuedTasks['planning'][] = [];
  const dayPlannings: QueuedTasks['day-planning'][] = [];
  const queue: TaskQueue = {
    send: (name, work) => {
      if (name === 'paper') sent.push(work as QueuedTasks['paper']);
      if (name === 'day-planning') dayPlannings.push(work as QueuedTasks['day-planning']);
      if (name === 'planning') plannings.push(work as QueuedTasks['planning']);
      return Promise.resolve();
    },
  };
  const serve = async (connection: Database) => {
    const changes = listenToChanges(url, () => undefined);
    const app = makeApp({
      db: connection,
      changes,
      queue,
      suppliers: standInFeeds(
        () => 0.5,
        () => Promise.resolve(),
      ),
      now: () => now,
      log: pino({ level: 'silent' }),
      secureCookies: false,
      trustProxy,
      publicAddress: null,
      securityContact: 'mailto:marit@brindle-rook.example',
      demoSignIn: null,
      webFolder: null,
    });
    const server = await new Promise<ReturnType<typeof app.listen>>((resolve) => {
      const listening = app.listen(0, '127.0.0.1', () => resolve(listening));
    });
    const { port } = server.address() as AddressInfo;
    const stop = async () => {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await changes.close();
      await connection.close();
    };
    return { address: `http://127.0.0.1:${port}`, stop };
  };
  const first = await serve(db);
  const others: { readonly stop: () => Promise<void> }[] = [];
  return {
    address: first.address,
    another: async () => {
      const other = await serve(openDatabase(url, () => undefined));
      others.push(other);
      return other.address;
    },
    databaseUrl: url,
    db,
    sent,
    plannings,
    dayPlannings,
    makeShop: async () => {
      const id = randomUUID();
      const roles = ['owner', 'installer', 'apprentice'] as const;
      const people = roles.map((role) => ({
        id: randomUUID(),
        email: `${role}-${id}@brindle-rook.example`,
        name: role,
        role,
      }));
      await db.inShop(id, (tx) =>
        insertShop(tx, { id, name: 'Brindle & Rook', details: null, people, password: PASSWORD }, testNow),
      );
      const emails = Object.fromEntries(people.map(({ role, email }) => [role, email]));
      return { id, emails: emails as TestShop['emails'] };
    },
    moveClock: (to) => {
      now = to;
    },
    stop: async () => {
      for (const each of [...others, first]) await each.stop();
      await drop();
    },
  };
}
