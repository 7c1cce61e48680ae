import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { Client } from 'pg';
import { makeQueues } from '../queue/queue.ts';

/** Any number: it only has to be the same for everyone who migrates this application. */
const MIGRATION_LOCK = 7_301_944;

/** The role all work is done as; made at every start, since a dump of a database carries none into another cluster. */
const APP_ROLE = `
  do $$ begin
    if not exists (select from pg_roles where rolname = 'neat_sill_app') then
      create role neat_sill_app nologin nosuperuser nobypassrls;
    end if;
  exception when duplicate_object or unique_violation then null; -- another database of the cluster made it just now
  end $$;
  do $$ begin
    if not exists (
      select from pg_auth_members where roleid = 'neat_sill_app'::regrole and member = quote_ident(current_user)::regrole
    ) then
      execute format('grant neat_sill_app to %I', current_user);
    end if;
  exception when unique_violation then null; -- as above
  end $$;`;
const APP_GRANTS = `
  grant usage on schema public to neat_sill_app;
  grant select, insert, update, delete on all tables in schema public to neat_sill_app;
  revoke update, delete, truncate on audit_log from neat_sill_app; -- what is written there stays
  alter default privileges in schema public grant select, insert, update, delete on tables to neat_sill_app;
  grant usage on all sequences in schema public to neat_sill_app;
  grant usage, create on schema pgboss to neat_sill_app;
  grant all on all tables in schema pgboss to neat_sill_app;
  grant all on all functions in schema pgboss to neat_sill_app;`;

/** Brings a database forward to the newest schema; several hosts may try at once, one does it. */
export async function migrateDatabase(url: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    await client.query(APP_ROLE);
    await migrate(drizzle(client), { migrationsFolder: new URL('./migrations', import.meta.url).pathname });
    await makeQueues(url);
    await client.query(APP_GRANTS);
  } finally {
    await client.end();
  }
}
