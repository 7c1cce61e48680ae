import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { startTestServer, type TestServer, type TestShop } from '../testing/server.ts';
import { takeUpLost, withClaim } from './claims.ts';
import type { TaskQueue } from './queue.ts';

let server: TestServer;
let shop: TestShop;
beforeAll(async () => {
  server = await startTestServer();
  shop = await server.makeShop();
});
afterAll(() => server.stop());

const sent: unknown[] = [];
const queue: TaskQueue = { send: (task, work) => Promise.resolve(void sent.push([task, work])) };
const claim = (planningId = randomUUID()) =>
  ({ task: 'planning', id: planningId, work: { shopId: shop.id, planningId } }) as const;
const age = (id: string, seconds: number) =>
  server.db.forWorker((tx) =>
    tx.execute(sql`update claims set beat_at = now() - ${seconds} * interval '1 second' where id = ${id}`),
  );

test('a work that is in hand is not begun by another; when it is done, it may be again', async () => {
  const one = claim();
  let begun = 0;
  let finish = () => undefined as void;
  const atWork = withClaim(server.db, one, () => {
    begun += 1;
    return new Promise((resolve) => (finish = resolve));
  });
  while (begun === 0) await new Promise((resolve) => setTimeout(resolve, 5));
  await withClaim(server.db, one, () => Promise.resolve(void (begun += 1)));
  expect(begun).toBe(1);
  finish();
  await atWork;
  await withClaim(server.db, one, () => Promise.resolve(void (begun += 1)));
  expect(begun).toBe(2);
});

test('what has not beaten for a while is handed out again, once, and only that', async () => {
  const [lost, alive] = [claim(), claim()];
  const never = () => new Promise<void>(() => undefined);
  void withClaim(server.db, lost, never);
  void withClaim(server.db, alive, never);
  const count = async () =>
    (await server.db.forWorker((tx) => tx.execute(sql`select id from claims`))).rows.length;
  while ((await count()) < 2) await new Promise((resolve) => setTimeout(resolve, 5));
  await age(lost.id, 29);
  await age(alive.id, 20);
  expect(await takeUpLost(server.db, queue)).toBe(0);
  await age(lost.id, 31);
  expect(await takeUpLost(server.db, queue)).toBe(1);
  expect(sent).toEqual([['planning', lost.work]]);
  expect(await takeUpLost(server.db, queue)).toBe(0);
});

test('a worker that was lost and comes back takes nothing from the one that took over', async () => {
  const one = claim();
  const finish: (() => void)[] = [];
  const begin = () => {
    const before = finish.length;
    const work = withClaim(server.db, one, () => new Promise((resolve) => finish.push(resolve)));
    const begun = (async () => {
      while (finish.length === before) await new Promise((resolve) => setTimeout(resolve, 5));
    })();
    return { work, begun };
  };
  const late = begin();
  await late.begun;
  await age(one.id, 31);
  const next = begin();
  await next.begun;
  finish[0]?.();
  await late.work;
  let third = 0;
  await withClaim(server.db, one, () => Promise.resolve(void (third += 1)));
  expect(third).toBe(0);
  finish[1]?.();
  await next.work;
});

test('a lost claim is taken over by whoever is handed the work; a failure leaves none', async () => {
  const one = claim();
  await server.db.forWorker((tx) =>
    tx.execute(
      sql`insert into claims (task, id, shop_id, work) values ('planning', ${one.id}, ${shop.id}, '{}')`,
    ),
  );
  let done = 0;
  const run = () => Promise.resolve(void (done += 1));
  await withClaim(server.db, one, run);
  expect(done).toBe(0);
  await age(one.id, 31);
  await withClaim(server.db, one, run);
  expect(done).toBe(1);
  await expect(withClaim(server.db, one, () => Promise.reject(new Error('paper jam')))).rejects.toThrow(
    'paper jam',
  );
  await withClaim(server.db, one, run);
  expect(done).toBe(2);
});
