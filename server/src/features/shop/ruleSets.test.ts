import type { ShopBookAnswer } from '@neat-sill/core/contract';
import { signedIn, type ApiCaller } from '../../testing/caller.ts';
import { startTestServer, type TestServer, type TestShop } from '../../testing/server.ts';

let server: TestServer;
let shop: TestShop;
let owner: ApiCaller;
beforeAll(async () => {
  server = await startTestServer();
  shop = await server.makeShop();
  owner = await signedIn(server, shop.emails.owner);
});
afterAll(() => server.stop());

const sets = async () => ((await owner.get('/shop-book')).body as ShopBookAnswer).ruleSets;

test('a set is added behind the others, once, by the owner only', async () => {
  const before = await sets();
  const [first] = before;
  if (!first) throw new Error('no rules');
  const rules = { ...first.rules, id: 'frosted-net', name: 'Frosted net' };
  const installer = await signedIn(server, shop.emails.installer);
  expect((await installer.put('/rule-sets/frosted-net', { baseVersion: 0, rules })).status).toBe(403);
  expect(await owner.put('/rule-sets/frosted-net', { baseVersion: 0, rules })).toMatchObject({
    status: 200,
    body: { version: 1, rules: { name: 'Frosted net' } },
  });
  expect((await sets()).map(({ rules: each }) => each.id)).toEqual([
    ...before.map(({ rules: each }) => each.id),
    'frosted-net',
  ]);
  // Sent once more it is there already, and what was there is not written over.
  expect((await owner.put('/rule-sets/frosted-net', { baseVersion: 0, rules })).status).toBe(409);
  const other = await server.makeShop();
  const stranger = await signedIn(server, other.emails.owner);
  const theirs = (await stranger.get('/shop-book')).body as ShopBookAnswer;
  expect(theirs.ruleSets.map(({ rules: each }) => each.id)).not.toContain('frosted-net');
});

test('a shop has no more sets than anybody can choose among', async () => {
  const [first] = await sets();
  if (!first) throw new Error('no rules');
  let status = 200;
  for (let at = 0; at < 70 && status === 200; at += 1)
    ({ status } = await owner.put(`/rule-sets/set-${at}`, {
      baseVersion: 0,
      rules: { ...first.rules, id: `set-${at}` },
    }));
  expect(status).toBe(422);
  expect(await sets()).toHaveLength(60);
});
