import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import { makeDatabase } from '../testing/server.ts';
import { openDatabase } from './database.ts';
import { migrateDatabase } from './migrate.ts';

test('a connection lost in the middle of a transaction fails that one, and the next has another', async () => {
  const { url, drop } = await makeDatabase();
  await migrateDatabase(url);
  const other = new Client({ connectionString: url });
  await other.connect();
  const lost: Error[] = [];
  let tellLost = () => {};
  const told = new Promise<void>((resolve) => (tellLost = resolve));
  const db = openDatabase(url, (error) => {
    lost.push(error);
    tellLost();
  });
  const shop = randomUUID();
  const cut = db.inShop(shop, async (tx) => {
    const { rows } = await tx.execute<{ pid: number }>(sql`select pg_backend_pid() as pid`);
    await other.query('select pg_terminate_backend($1)', [rows[0]?.pid]);
    await told;
    await tx.execute(sql`select 1`);
  });
  await expect(cut).rejects.toThrow();
  expect(lost).not.toEqual([]);
  const next = db.inShop(shop, async (tx) => (await tx.execute(sql`select 1 as one`)).rows);
  expect(await next).toEqual([{ one: 1 }]);
  await db.close();
  await other.end();
  await drop();
});
