import { sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import { makeDatabase } from '../testing/server.ts';
import { openDatabase } from './database.ts';
import { openQueue, senderOf } from '../queue/queue.ts';
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

describe('a transaction in few round trips', () => {
  const [shop, other] = [randomUUID(), randomUUID()];
  let made: Awaited<ReturnType<typeof makeDatabase>>;
  let db: ReturnType<typeof openDatabase>;
  const insert = (name: string, id = shop) => ({
    name: 'test_insert',
    text: 'insert into shops (id, name, created_at) values ($1, $2, now())',
    values: [id, name],
  });
  const names = () => ({ name: 'test_names', text: 'select name from shops order by name', values: [] });
  beforeAll(async () => {
    made = await makeDatabase();
    await migrateDatabase(made.url);
    db = openDatabase(made.url, () => undefined);
  });
  afterAll(async () => {
    await db.close();
    await made.drop();
  });

  test('is there once its last statement is through, and only for its own shop', async () => {
    await db.quickInShop(shop, async (quick) => {
      expect(await quick.query(names())).toEqual([]);
      await quick.finishWith(insert('Brindle'));
    });
    await db.quickInShop(other, (quick) => quick.finishWith(insert('Rook', other)));
    expect(await db.read(shop, names())).toEqual([{ name: 'Brindle' }]);
    expect(await db.read(other, names())).toEqual([{ name: 'Rook' }]);
    await expect(
      db.quickInShop(shop, (quick) => quick.finishWith(insert('X', randomUUID()))),
    ).rejects.toThrow(/row-level security/);
  });

  test('is not there at all when a statement fails, the last one too, and the connection goes on', async () => {
    const id = randomUUID();
    const broken = { name: 'test_broken', text: 'select 1 / $1::int as one', values: [0] };
    await expect(
      db.quickInShop(id, async (quick) => {
        await Promise.all([quick.query(insert('A', id)), quick.query(broken)]);
      }),
    ).rejects.toThrow(/division by zero/);
    await expect(
      db.quickInShop(id, async (quick) => {
        await quick.query(insert('A', id));
        await quick.finishWith(broken);
      }),
    ).rejects.toThrow(/division by zero/);
    await expect(
      db.quickInShop(id, async (quick) => {
        await quick.query(insert('A', id));
        throw new Error('given up');
      }),
    ).rejects.toThrow('given up');
    expect(await db.read(id, names())).toEqual([]);
    for (let at = 0; at < 12; at += 1)
      expect(await db.quickInShop(id, (quick) => quick.query(names()))).toEqual([]);
  });
});

test('servers work as a role of their own that can’t become the owner', async () => {
  const { url, drop } = await makeDatabase();
  await migrateDatabase(url);
  const owner = new Client({ connectionString: url });
  await owner.connect();
  const role = `server_${randomUUID().slice(0, 8)}`;
  await owner.query(`create role ${role} login password 'putty' in role neat_sill_app`);
  const shop = randomUUID();
  await owner.query(`insert into shops (id, name, created_at) values ($1, 'Brindle', now())`, [shop]);
  const its = new URL(url);
  its.username = role;
  its.password = 'putty';
  const db = openDatabase(its.href, () => undefined);
  const names = () => sql`select name from shops`;
  const ofShop = await db.inShop(shop, async (tx) => (await tx.execute(names())).rows);
  expect(ofShop).toEqual([{ name: 'Brindle' }]);
  const afterReset = await db.inShop(randomUUID(), async (tx) => {
    await tx.execute(sql`reset role`);
    return (await tx.execute(names())).rows;
  });
  expect(afterReset).toEqual([]);
  await expect(
    db.inShop(shop, (tx) => tx.execute(sql`alter table shops disable row level security`)),
  ).rejects.toThrow();
  const boss = await openQueue(its.href, () => undefined);
  const done = new Promise((resolve) => {
    void boss.work('paper', { pollingIntervalSeconds: 0.5 }, (works) =>
      Promise.resolve(resolve(works[0]?.data)),
    );
  });
  await senderOf(boss).send('paper', { shopId: shop, paperId: shop, origin: 'o' });
  expect(await done).toMatchObject({ paperId: shop });
  await boss.stop({ graceful: false });
  await db.close();
  await owner.end();
  await drop();
  const again = new Client({ connectionString: process.env.DATABASE_URL });
  await again.connect();
  await again.query(`drop role ${role}`).finally(() => again.end());
});
