import { randomUUID } from 'node:crypto';
import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';
import { sql } from 'drizzle-orm';
import { TOTP, Secret } from 'otpauth';
import { ApiCaller, signedIn } from '../../testing/caller.ts';
import { PASSWORD, startTestServer, testNow, type TestServer, type TestShop } from '../../testing/server.ts';
import { addShop } from '../operating/index.ts';
import { removeExpiredSessions } from './sessions.ts';

let server: TestServer;
let shop: TestShop;
let owner: ApiCaller;
beforeAll(async () => {
  server = await startTestServer({ trustProxy: true });
});
beforeEach(async () => {
  server.moveClock(testNow);
  shop = await server.makeShop();
  owner = await signedIn(server, shop.emails.owner);
});
afterAll(() => server.stop());

const NEW_PASSWORD = 'seven wet squeegees';
const later = (hours: number) => server.moveClock(new Date(testNow.getTime() + hours * 3_600_000));
const newEmail = () => `${randomUUID()}@brindle-rook.example`;
const audit = async () =>
  ((await owner.get('/audit-log/0')).body.entries as { kind: string; about: string; person: string }[]).map(
    ({ kind, about, person }) => [kind, about, person],
  );
const idOf = async (role: string) =>
  (await owner.get('/people')).body.people.find((person: { role: string }) => person.role === role)
    .id as string;

async function invite(role = 'installer', email = newEmail()) {
  const answer = await owner.post('/people/invitations', { name: 'Ines Holm', email, role });
  expect(answer.status).toBe(201);
  return { email, token: answer.body.token as string };
}
const join = (token: string, caller = new ApiCaller(server)) =>
  caller.post('/links/use', { kind: 'invitation', token, name: 'Ines Holm', password: NEW_PASSWORD });

describe('inviting', () => {
  test('a link works once: it says what it is for, makes the person, and signs in', async () => {
    const { email, token } = await invite();
    const guest = new ApiCaller(server);
    const look = await guest.post('/links/look', { token });
    expect(look.body).toMatchObject({ kind: 'invitation', shop: 'Brindle & Rook', role: 'installer', email });
    expect((await guest.get('/jobs')).status).toBe(401);
    const joined = await join(token, guest);
    expect([joined.status, joined.body.person.role]).toEqual([201, 'installer']);
    expect((await guest.get('/jobs')).status).toBe(200);
    expect((await join(token)).status).toBe(404);
    expect((await new ApiCaller(server).signIn(email, NEW_PASSWORD)).status).toBe(201);
    expect(await audit()).toEqual(
      expect.arrayContaining([
        ['invited', 'installer', 'owner'],
        ['joined', 'installer', 'Ines Holm'],
      ]),
    );
  });

  test('the token is kept nowhere; a link runs out, and can be withdrawn', async () => {
    const { token } = await invite();
    const kept = await server.db.forSignIn((tx) => tx.execute(sql`select * from links`));
    expect(JSON.stringify(kept.rows)).not.toContain(token);
    const withdrawn = await invite();
    const open = (await owner.get('/people')).body.invitations as { id: string; email: string }[];
    const its = open.find(({ email }) => email === withdrawn.email);
    expect((await owner.call('DELETE', `/people/invitations/${its?.id}`)).status).toBe(200);
    expect((await join(withdrawn.token)).status).toBe(404);
    later(7 * 24 + 1);
    expect((await join(token)).status).toBe(404);
  });

  test('a weak password or an address in use is said, and the link is still good', async () => {
    const { token } = await invite();
    const weak = await new ApiCaller(server).post('/links/use', {
      kind: 'invitation',
      token,
      name: 'Ines Holm',
      password: 'password12345',
    });
    expect(weak).toMatchObject({ status: 422, body: { detail: expect.stringMatching(/tried first/) } });
    const other = await server.makeShop();
    const taken = await invite('apprentice', other.emails.owner);
    expect(await join(taken.token)).toMatchObject({
      status: 409,
      body: { detail: expect.stringContaining(other.emails.owner) },
    });
    expect((await new ApiCaller(server).post('/links/look', { token: taken.token })).status).toBe(200);
    expect((await join(token)).status).toBe(201);
    expect(
      await owner.post('/people/invitations', { name: 'X', email: shop.emails.installer, role: 'owner' }),
    ).toMatchObject({ status: 409, body: { detail: expect.stringContaining(shop.emails.installer) } });
  });

  test('only the owner looks after the people; who tries is in the log', async () => {
    const installer = await signedIn(server, shop.emails.installer);
    const id = await idOf('apprentice');
    const refused = [
      await installer.get('/people'),
      await installer.post('/people/invitations', { name: 'X', email: newEmail(), role: 'owner' }),
      await installer.put(`/people/${id}/role`, { role: 'owner' }),
      await installer.post(`/people/${id}/removal`, { erase: false }),
      await installer.post(`/people/${id}/password-link`, {}),
      await installer.get('/audit-log/0'),
      await installer.put('/shop', { name: 'Mine', baseVersion: 1, details: NEW_SHOP_DETAILS }),
    ];
    expect(refused.map(({ status }) => status)).toEqual(refused.map(() => 403));
    expect(await audit()).toContainEqual(['refused', 'POST /people/invitations', 'installer']);
  });

  test('people of another shop are not there', async () => {
    const other = await signedIn(server, (await server.makeShop()).emails.owner);
    const id = await idOf('apprentice');
    const tries = [
      await other.put(`/people/${id}/role`, { role: 'owner' }),
      await other.post(`/people/${id}/removal`, { erase: true }),
      await other.post(`/people/${id}/password-link`, {}),
    ];
    expect(tries.map(({ status }) => status)).toEqual([404, 404, 404]);
    expect((await other.get('/people')).body.people).toHaveLength(3);
  });
});

describe('beginning a shop', () => {
  test('a link from the operator makes a shop with an owner, apart from the others', async () => {
    const { token } = await addShop(server.db, testNow);
    const founder = new ApiCaller(server);
    const begin = {
      kind: 'shop',
      token,
      shop: 'Holm Film',
      currency: 'SEK',
      timeZone: 'Europe/Stockholm',
      unit: 'mm',
      name: 'Ines Holm',
      email: shop.emails.owner,
      password: NEW_PASSWORD,
    };
    expect((await founder.post('/links/use', { ...begin, currency: 'QQQ' })).status).toBe(422);
    expect((await founder.post('/links/use', begin)).status).toBe(409);
    const begun = await founder.post('/links/use', { ...begin, email: newEmail() });
    expect(begun.body.person).toMatchObject({ role: 'owner', shop: 'Holm Film' });
    expect((await founder.get('/shop')).body.details).toMatchObject({ currency: 'SEK', unit: 'mm' });
    const book = (await founder.get('/shop-book')).body;
    expect([book.films, book.rack]).toEqual([[], []]);
    expect(book.ruleSets.length).toBeGreaterThan(0);
    expect((await founder.get('/jobs')).body.total).toBe(0);
    expect((await new ApiCaller(server).post('/links/use', begin)).status).toBe(404);
  });
});

test('a shop that works in inches begins with house rules in inches', async () => {
  const { token } = await addShop(server.db, testNow);
  const founder = new ApiCaller(server);
  await founder.post('/links/use', {
    kind: 'shop',
    token,
    shop: 'Holm Film',
    currency: 'USD',
    timeZone: 'America/New_York',
    unit: 'in',
    name: 'Ines Holm',
    email: newEmail(),
    password: NEW_PASSWORD,
  });
  const [first] = (await founder.get('/shop-book')).body.ruleSets;
  expect(first.rules.cutting).toMatchObject({ marginMm: 25.4, seamOverlapMm: 19.05 });
  const [metric] = (await owner.get('/shop-book')).body.ruleSets;
  expect(metric.rules.cutting).toMatchObject({ marginMm: 25, seamOverlapMm: 20 });
});

describe('what a link says before it is used', () => {
  const look = (token: string) => new ApiCaller(server).post('/links/look', { token });
  const GONE = {
    status: 404,
    body: { title: 'Not found', detail: expect.stringMatching(/ask for a new one/) },
  };

  test('what it is for and until when, and nothing once it is used, unknown or for somebody removed', async () => {
    const begins = await addShop(server.db, testNow);
    const inWeek = new Date(testNow.getTime() + 7 * 86_400_000).toISOString();
    expect((await look(begins.token)).body).toEqual({ kind: 'shop', expiresAt: inWeek });
    const id = await idOf('installer');
    const { token } = (await owner.post(`/people/${id}/password-link`, {})).body;
    expect((await look(token)).body).toEqual({
      kind: 'password',
      expiresAt: new Date(testNow.getTime() + 86_400_000).toISOString(),
      shop: 'Brindle & Rook',
      name: 'installer',
      email: shop.emails.installer,
    });
    expect(await look('nobody-made-this-token-0123456789abcdef')).toMatchObject(GONE);
    const invited = await invite();
    await join(invited.token);
    expect(await look(invited.token)).toMatchObject(GONE);
    await server.db.inShop(shop.id, (tx) =>
      tx.execute(sql`update people set removed_at = now() where id = ${id}`),
    );
    expect(await look(token)).toMatchObject(GONE);
    const use = { kind: 'password', token, password: NEW_PASSWORD };
    expect(await new ApiCaller(server).post('/links/use', use)).toMatchObject(GONE);
  });

  test('a password that is a name of the person, the address or the shop is refused by every kind of link', async () => {
    const { token } = await invite();
    const { token: again } = (await owner.post(`/people/${await idOf('installer')}/password-link`, {})).body;
    const { token: begins } = await addShop(server.db, testNow);
    const begin = { shop: 'Holm Windows', currency: 'SEK', timeZone: 'Europe/Stockholm', unit: 'mm' };
    const tries = [
      { kind: 'invitation', token, name: 'Ines Holm', password: 'inesholm-1234' },
      { kind: 'password', token: again, password: 'brindle-rook-26' },
      { kind: 'shop', token: begins, ...begin, name: 'Ines', email: newEmail(), password: 'holmwindows-123' },
    ];
    for (const asked of tries)
      expect(await new ApiCaller(server).post('/links/use', asked)).toMatchObject({
        status: 422,
        body: { detail: expect.stringMatching(/Leave out your name/), errors: [{ path: 'password' }] },
      });
  });

  test('who begins a shop with an address in use is told which', async () => {
    const { token } = await addShop(server.db, testNow);
    const begun = await new ApiCaller(server).post('/links/use', {
      kind: 'shop',
      token,
      shop: 'Holm Film',
      currency: 'SEK',
      timeZone: 'Europe/Stockholm',
      unit: 'mm',
      name: 'Ines Holm',
      email: shop.emails.owner,
      password: NEW_PASSWORD,
    });
    expect(begun.body.detail).toContain(shop.emails.owner);
  });
});

describe('the list of people', () => {
  test('says who has a second factor, who was here when, and who is gone', async () => {
    await setCode(owner);
    await signedIn(server, shop.emails.installer);
    const id = await idOf('apprentice');
    await owner.post(`/people/${id}/removal`, { erase: false });
    const { people } = (await owner.get('/people')).body as {
      people: { role: string; hasCode: boolean; lastSeenAt: string | null; removed: boolean }[];
    };
    const of = (role: string) => {
      const { hasCode, lastSeenAt, removed } = people.find((person) => person.role === role) ?? {};
      return [hasCode, lastSeenAt, removed];
    };
    expect(of('owner')).toEqual([true, testNow.toISOString(), false]);
    expect(of('installer')).toEqual([false, testNow.toISOString(), false]);
    expect(of('apprentice')).toEqual([false, null, true]);
  });
});

describe('devices that are known', () => {
  const known = async (personId: string) => {
    const { rows } = await server.db.forSignIn((tx) =>
      tx.execute(sql`select count(*)::int as n from known_devices where person_id = ${personId}`),
    );
    return (rows[0] as { n: number }).n;
  };

  test('are forgotten with a new password by a link and with a removal, not with signing out', async () => {
    const id = await idOf('installer');
    const installer = await signedIn(server, shop.emails.installer);
    await installer.call('DELETE', '/account/devices');
    expect(await known(id)).toBe(1);
    const { token } = (await owner.post(`/people/${id}/password-link`, {})).body;
    await new ApiCaller(server).post('/links/use', { kind: 'password', token, password: NEW_PASSWORD });
    // The one that used the link, and no other.
    expect(await known(id)).toBe(1);
    await owner.post(`/people/${id}/removal`, { erase: false });
    expect(await known(id)).toBe(0);
  });

  test('what has run out is cleared away: sessions, links, devices of a year ago', async () => {
    await invite();
    const count = async () => {
      const { rows } = await server.db.forSignIn((tx) =>
        tx.execute(
          sql`select (select count(*)::int from sessions where shop_id = ${shop.id}) as sessions, (select count(*)::int from links where shop_id = ${shop.id}) as links, (select count(*)::int from known_devices where shop_id = ${shop.id}) as devices`,
        ),
      );
      return rows[0];
    };
    const inDays = (days: number) => new Date(testNow.getTime() + days * 86_400_000);
    await removeExpiredSessions(server.db, testNow);
    expect(await count()).toEqual({ sessions: 1, links: 1, devices: 1 });
    await removeExpiredSessions(server.db, inDays(8));
    expect(await count()).toEqual({ sessions: 1, links: 0, devices: 1 });
    await removeExpiredSessions(server.db, inDays(300));
    expect(await count()).toEqual({ sessions: 0, links: 0, devices: 1 });
    await removeExpiredSessions(server.db, inDays(367));
    expect(await count()).toEqual({ sessions: 0, links: 0, devices: 0 });
  });

  test('a session is seen anew once in five minutes, and is named by its browser', async () => {
    const agent = 'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0';
    const caller = new ApiCaller(server);
    const body = { email: shop.emails.installer, password: PASSWORD };
    await caller.call('POST', '/session', body, { 'user-agent': agent });
    const seen = async () => {
      const { devices } = (await caller.get('/account')).body as {
        devices: { here: boolean; device: string; lastSeenAt: string }[];
      };
      return devices.find(({ here }) => here);
    };
    expect((await seen())?.device).toBe('Firefox on Linux');
    const at = (minutes: number) => new Date(testNow.getTime() + minutes * 60_000);
    server.moveClock(at(4));
    await caller.get('/jobs');
    expect((await seen())?.lastSeenAt).toBe(testNow.toISOString());
    server.moveClock(at(6));
    await caller.get('/jobs');
    expect((await seen())?.lastSeenAt).toBe(at(6).toISOString());
  });
});

describe('roles and leaving', () => {
  test('a shop keeps an owner, also when two of them go at once', async () => {
    const [me, helper] = [await idOf('owner'), await idOf('installer')];
    expect(await owner.put(`/people/${me}/role`, { role: 'installer' })).toMatchObject({
      status: 409,
      body: { title: 'The last owner', detail: expect.stringMatching(/somebody else an owner first/) },
    });
    expect((await owner.post(`/people/${me}/removal`, { erase: false })).status).toBe(409);
    expect((await owner.put(`/people/${helper}/role`, { role: 'owner' })).status).toBe(200);
    const second = await signedIn(server, shop.emails.installer);
    const both = await Promise.all([
      owner.post(`/people/${helper}/removal`, { erase: false }),
      second.post(`/people/${me}/removal`, { erase: false }),
    ]);
    expect(both.filter(({ status }) => status === 200)).toHaveLength(1);
  });

  test('who is removed is out at once; the name stays until it is erased, the address is free again', async () => {
    const installer = await signedIn(server, shop.emails.installer);
    const id = await idOf('installer');
    expect((await owner.post(`/people/${id}/removal`, { erase: false })).status).toBe(200);
    expect((await installer.get('/jobs')).status).toBe(401);
    expect((await new ApiCaller(server).signIn(shop.emails.installer)).status).toBe(401);
    const gone = async () =>
      (await owner.get('/people')).body.people.find((person: { id: string }) => person.id === id);
    expect(await gone()).toMatchObject({ name: 'installer', removed: true });
    const { token } = await invite('installer', shop.emails.installer);
    expect((await join(token)).status).toBe(201);
    expect((await owner.post(`/people/${id}/removal`, { erase: true })).status).toBe(200);
    expect(await gone()).toMatchObject({ name: 'Somebody erased', removed: true });
    expect(JSON.stringify(await audit())).not.toContain('installer@');
    expect(await audit()).toContainEqual(['erased', 'Somebody erased, installer', 'owner']);
  });

  test('a new role holds from the next request on', async () => {
    const installer = await signedIn(server, shop.emails.installer);
    expect((await owner.put(`/people/${await idOf('installer')}/role`, { role: 'apprentice' })).status).toBe(
      200,
    );
    expect((await installer.get('/session')).body.person.role).toBe('apprentice');
    expect((await installer.post('/jobs', {})).status).not.toBe(201);
  });
});

describe('one’s own account', () => {
  test('another password signs out everywhere else', async () => {
    const elsewhere = await signedIn(server, shop.emails.owner);
    expect(
      (await owner.put('/account/password', { now: 'guess', next: NEW_PASSWORD })).body.errors[0].path,
    ).toBe('now');
    expect((await owner.put('/account/password', { now: PASSWORD, next: 'short' })).status).toBe(422);
    expect((await owner.put('/account/password', { now: PASSWORD, next: 'brindle-rook-26' })).status).toBe(
      422,
    );
    expect((await elsewhere.get('/jobs')).status).toBe(200);
    expect((await owner.put('/account/password', { now: PASSWORD, next: NEW_PASSWORD })).status).toBe(200);
    expect((await elsewhere.get('/jobs')).status).toBe(401);
    expect((await owner.get('/jobs')).status).toBe(200);
    expect((await new ApiCaller(server).signIn(shop.emails.owner)).status).toBe(401);
    expect((await new ApiCaller(server).signIn(shop.emails.owner, NEW_PASSWORD)).status).toBe(201);
  });

  test('a page that was left open does not tell the password by trying', async () => {
    const statuses: number[] = [];
    for (let at = 0; at < 11; at += 1)
      statuses.push(
        (await owner.put('/account/password', { now: `guess ${at}`, next: NEW_PASSWORD })).status,
      );
    expect(statuses).toEqual([...Array<number>(10).fill(422), 429]);
    expect((await owner.put('/account/password', { now: PASSWORD, next: NEW_PASSWORD })).status).toBe(429);
  });

  test('devices are listed and signed out one by one or all; nobody else’s', async () => {
    const [second, third] = [
      await signedIn(server, shop.emails.owner),
      await signedIn(server, shop.emails.owner),
    ];
    const installer = await signedIn(server, shop.emails.installer);
    const own = (await second.get('/account')).body.devices as { id: string; here: boolean }[];
    expect(own.map(({ here }) => here).sort()).toEqual([false, false, true]);
    const here = own.find((device) => device.here);
    expect((await installer.call('DELETE', `/account/devices/${here?.id}`)).status).toBe(404);
    expect((await owner.call('DELETE', `/account/devices/${here?.id}`)).status).toBe(200);
    expect([(await second.get('/jobs')).status, (await third.get('/jobs')).status]).toEqual([401, 200]);
    expect((await owner.call('DELETE', '/account/devices')).status).toBe(200);
    expect((await third.get('/jobs')).status).toBe(401);
    expect([(await owner.get('/jobs')).status, (await installer.get('/jobs')).status]).toEqual([200, 200]);
  });

  test('a session that lies unused for longer than the shop says ends', async () => {
    const used = await signedIn(server, shop.emails.installer);
    for (const hours of [70, 140]) {
      later(hours);
      expect((await used.get('/jobs')).status).toBe(200);
    }
    expect((await owner.get('/jobs')).status).toBe(401);
    later(140 + 73);
    expect((await used.get('/jobs')).status).toBe(401);
  });

  test('a link of the owner lets somebody choose a new password, and takes the second factor away', async () => {
    const installer = await signedIn(server, shop.emails.installer);
    await setCode(installer);
    const { token } = (await owner.post(`/people/${await idOf('installer')}/password-link`, {})).body;
    expect((await installer.get('/jobs')).status).toBe(401);
    const use = { kind: 'password', token, password: NEW_PASSWORD };
    expect((await new ApiCaller(server).post('/links/use', use)).status).toBe(201);
    expect((await new ApiCaller(server).signIn(shop.emails.installer, NEW_PASSWORD)).status).toBe(201);
  });
});

async function setCode(caller: ApiCaller): Promise<(at: Date) => string> {
  const { secret, uri } = (await caller.post('/account/new-code', {})).body;
  expect(uri).toContain(`secret=${secret}`);
  const totp = new TOTP({ secret: Secret.fromBase32(secret) });
  const codeAt = (at: Date) => totp.generate({ timestamp: at.getTime() });
  expect((await caller.put('/account/code', { secret, code: '000000' })).status).toBe(422);
  expect((await caller.put('/account/code', { secret, code: codeAt(testNow) })).status).toBe(200);
  return codeAt;
}

describe('second factor', () => {
  test('a code is asked for, is taken once, and can be given up with the password', async () => {
    const codeAt = await setCode(owner);
    const signIn = (code: string) => new ApiCaller(server).signIn(shop.emails.owner, PASSWORD, code);
    expect(await signIn('')).toMatchObject({ status: 401, body: { codeNeeded: true } });
    expect((await signIn(codeAt(testNow))).status).toBe(401);
    const now = new Date(testNow.getTime() + 60_000);
    server.moveClock(now);
    expect((await signIn(codeAt(now))).status).toBe(201);
    expect((await signIn(codeAt(now))).status).toBe(401);
    expect((await owner.post('/account/code/off', { password: 'guess' })).status).toBe(422);
    expect((await owner.post('/account/code/off', { password: PASSWORD })).status).toBe(200);
    expect((await signIn('')).status).toBe(201);
  });

  test('who knows the password can’t try codes without end', async () => {
    await setCode(owner);
    let statuses: number[] = [];
    for (let round = 0; round < 12; round += 1) {
      await new ApiCaller(server).signIn(shop.emails.owner, PASSWORD, '');
      statuses = [
        ...statuses,
        (await new ApiCaller(server).signIn(shop.emails.owner, PASSWORD, '123456')).status,
      ];
    }
    expect(statuses.slice(0, 9)).toEqual(Array(9).fill(401));
    expect(statuses.at(-1)).toBe(429);
  });

  test('where the shop asks owners for it, an owner without one does nothing else first', async () => {
    const shopNow = (await owner.get('/shop')).body;
    const details = { ...shopNow.details, ownersNeedCode: true };
    const save = { name: shopNow.name, baseVersion: shopNow.version, details };
    expect((await owner.put('/shop', { ...save, details: shopNow.details, name: 'B & R' })).status).toBe(200);
    expect((await owner.put('/shop', save)).status).toBe(409);
    expect((await owner.put('/shop', { ...save, baseVersion: shopNow.version + 1 })).status).toBe(200);
    expect(await owner.get('/jobs')).toMatchObject({
      status: 403,
      body: { detail: expect.stringMatching(/second factor/) },
    });
    expect((await owner.get('/session')).body.person.mustSetCode).toBe(true);
    expect((await (await signedIn(server, shop.emails.installer)).get('/jobs')).status).toBe(200);
    await setCode(owner);
    expect((await owner.get('/jobs')).status).toBe(200);
  });
});

describe('guessing from many places', () => {
  const from = (place: string) => ({ 'x-forwarded-for': place });
  const guess = (caller: ApiCaller, place: string, password = 'guess') =>
    caller.call('POST', '/session', { email: shop.emails.apprentice, password }, from(place));

  test('the account waits wherever the guesses come from; a device it knows does not', async () => {
    const own = await signedIn(server, shop.emails.apprentice);
    await own.call('DELETE', '/session');
    const tries = await Promise.all(
      Array.from({ length: 40 }, (_, at) => guess(new ApiCaller(server), `203.0.113.${at}`)),
    );
    expect(tries.filter(({ status }) => status === 401)).toHaveLength(30);
    const stranger = await guess(new ApiCaller(server), '198.51.100.1', PASSWORD);
    expect(stranger.status).toBe(429);
    expect(Number(stranger.headers.get('retry-after'))).toBeGreaterThan(0);
    own.csrfToken = '';
    const back = await guess(own, '198.51.100.1', PASSWORD);
    expect([back.status, back.body.failedBefore]).toEqual([201, 30]);
  });

  test('one /64 of IPv6 is one place', async () => {
    const tries = await Promise.all(
      Array.from({ length: 12 }, (_, at) => guess(new ApiCaller(server), `2001:db8:5:6::${at + 1}`)),
    );
    expect(tries.filter(({ status }) => status === 401)).toHaveLength(10);
  });
});

describe('the audit log', () => {
  test('can be written and read, and neither changed nor deleted', async () => {
    for (const change of [sql`update audit_log set about = ''`, sql`delete from audit_log`])
      await expect(server.db.inShop(shop.id, (tx) => tx.execute(change))).rejects.toMatchObject({
        cause: { code: '42501' },
      });
    expect((await audit()).map(([kind]) => kind)).toContain('signed-in');
  });

  test('a page at a time, and of the own shop only', async () => {
    await server.db.inShop(shop.id, (tx) =>
      tx.execute(
        sql`insert into audit_log (shop_id, at, kind, about) select ${shop.id}, now(), 'refused', n::text from generate_series(1, 150) n`,
      ),
    );
    const first = (await owner.get('/audit-log/0')).body;
    expect(first.entries).toHaveLength(100);
    const second = (await owner.get(`/audit-log/${first.next}`)).body;
    expect(second.entries).toHaveLength(51);
    expect(second.next).toBeNull();
    const other = await signedIn(server, (await server.makeShop()).emails.owner);
    expect((await other.get('/audit-log/0')).body.entries).toHaveLength(1);
  });
});
