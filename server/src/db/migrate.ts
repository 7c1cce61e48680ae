import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { Client } from 'pg';
import { makeQueues } from '../queue/queue.ts';

/** Any number: it only has to be the same for everyone who migrates this application. */
const MIGRATION_LOCK = 7_301_944;

/** Brings a database forward to the newest schema; several hosts may try at once, one does it. */
export async function migrateDatabase(url: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await migrate(drizzle(client), { migrationsFolder: new URL('./migrations', import.meta.url).pathname });
    await makeQueues(url);
    await client.query(`
      grant usage, create on schema pgboss to neat_sill_app;
      grant all on all tables in schema pgboss to neat_sill_app;
      grant all on all functions in schema pgboss to neat_sill_app;`);
  } finally {
    await client.end();
  }
}
