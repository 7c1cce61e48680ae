import { Client } from 'pg';
import { ApiCaller, signedIn } from '../../testing/caller.ts';
import { startTestServer, testNow, type TestServer } from '../../testing/server.ts';
import { TABLES_OF_A_SHOP, firstVisit, inviteOwner, listShops, removeShop, resetPassword } from './index.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

async function asOwnerOfDatabase<Row extends object>(text: string, values: unknown[] = []): Promise<Row[]> {
  const client = new Client({ connectionString: server.databaseUrl });
  await client.connect();
  return client
    .query<Row>(text, values)
    .then(({ rows }) => rows)
    .finally(() => client.end());
}

const look = (token: string) => new ApiCaller(server).post('/links/look', { token });

test('the first visit has a link, the newest only, and none once there is a shop', async () => {
  const [before, now] = [await firstVisit(server.db, testNow), await firstVisit(server.db, testNow)];
  expect((await look(before?.token ?? '')).status).toBe(404);
  expect((await look(now?.token ?? '')).body.kind).toBe('shop');
  await server.makeShop();
  expect(await firstVisit(server.db, testNow)).toBeNull();
});

test('owners are added and passwords reset by links', async () => {
  const shop = await server.makeShop();
  const asked = { shopId: shop.id, name: 'Ines Holm', email: 'ines@brindle-rook.example' };
  expect((await look((await inviteOwner(server.db, asked, testNow)).token)).body).toMatchObject({
    role: 'owner',
  });
  expect(
    (await look((await resetPassword(server.db, ` ${shop.emails.owner} `, testNow)).token)).body,
  ).toMatchObject({
    kind: 'password',
    email: shop.emails.owner,
  });
  await expect(inviteOwner(server.db, { ...asked, email: 'ines' }, testNow)).rejects.toThrow(
    /e-mail address/,
  );
  await expect(inviteOwner(server.db, { ...asked, shopId: 'x' }, testNow)).rejects.toThrow(/list shows them/);
  await expect(resetPassword(server.db, 'nobody@x.example', testNow)).rejects.toThrow(/Nobody has/);
});

test('removing a shop takes everything of it, and nothing of another', async () => {
  const [shop, other] = [await server.makeShop(), await server.makeShop()];
  for (const { emails } of [shop, other]) {
    const owner = await signedIn(server, emails.owner);
    const site = {
      address: '',
      town: 'Saltmarsh Bay',
      latitude: 43.6,
      longitude: -70.3,
      timeZone: 'America/New_York',
    };
    expect((await owner.post('/jobs', { customer: 'Family Hollis', name: 'House', site })).status).toBe(201);
    await owner.post('/people/invitations', { name: 'X', email: `x-${emails.owner}`, role: 'owner' });
  }
  const withShop = await asOwnerOfDatabase<{ table_name: string }>(
    `select table_name from information_schema.columns where table_schema = 'public' and column_name = 'shop_id'`,
  );
  expect(withShop.map(({ table_name }) => table_name).sort()).toEqual([...TABLES_OF_A_SHOP].sort());
  const rowsOf = async (id: string) => {
    const counts = TABLES_OF_A_SHOP.map((table) => `(select count(*)::int from ${table} where shop_id = $1)`);
    const [row] = await asOwnerOfDatabase<{ rows: number }>(`select ${counts.join(' + ')} as rows`, [id]);
    return row?.rows ?? 0;
  };
  const theirs = await rowsOf(other.id);
  await expect(removeShop(server.databaseUrl, shop.id, 'Brindle')).rejects.toThrow(/--name "Brindle & Rook"/);
  expect(await removeShop(server.databaseUrl, shop.id, 'Brindle & Rook')).toBeGreaterThan(10);
  expect(await rowsOf(shop.id)).toBe(0);
  expect([await rowsOf(other.id), theirs > 10]).toEqual([theirs, true]);
  expect((await listShops(server.db)).map(({ id }) => id)).not.toContain(shop.id);
  expect((await new ApiCaller(server).signIn(shop.emails.owner)).status).toBe(401);
});
