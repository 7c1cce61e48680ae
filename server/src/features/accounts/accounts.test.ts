import { ApiCaller, signedIn } from '../../testing/caller.ts';
import { PASSWORD, startTestServer, testNow, type TestServer, type TestShop } from '../../testing/server.ts';
import { sql } from 'drizzle-orm';

let server: TestServer;
let shop: TestShop;
beforeAll(async () => {
  server = await startTestServer();
  shop = await server.makeShop();
});
afterAll(() => server.stop());

describe('signing in', () => {
  test('opens a session in a cookie that no script can read, and signing out ends it', async () => {
    const caller = new ApiCaller(server);
    const answer = await caller.signIn(shop.emails.owner);
    expect(answer.status).toBe(201);
    expect(answer.body.person).toMatchObject({ role: 'owner', unit: 'mm' });
    expect(answer.headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=Lax/);
    expect((await caller.get('/jobs')).status).toBe(200);
    expect((await caller.call('DELETE', '/session')).status).toBe(200);
    expect((await caller.get('/jobs')).status).toBe(401);
  });

  test('neither password nor session token is in the database', async () => {
    const caller = await signedIn(server, shop.emails.installer);
    const rows = await server.db.forSignIn((tx) =>
      tx.execute(
        sql`select p.password_hash, s.token_hash from people p join sessions s on s.person_id = p.id`,
      ),
    );
    const text = JSON.stringify(rows.rows);
    expect(text).toContain('$argon2id$');
    expect(text).not.toContain(PASSWORD);
    const cookie = caller.cookies.get('neat_sill_session') ?? '';
    expect(cookie.length).toBeGreaterThan(30);
    expect(text).not.toContain(cookie);
  });

  test('a wrong password and an unknown address get the same answer', async () => {
    const wrong = await new ApiCaller(server).signIn(shop.emails.owner, 'putty');
    const unknown = await new ApiCaller(server).signIn('nobody@brindle-rook.example');
    expect([wrong.status, unknown.status]).toEqual([401, 401]);
    expect(wrong.body).toEqual(unknown.body);
    expect(wrong.type).toContain('application/problem+json');
  });

  test('after ten wrong tries even the right password has to wait, and is told how long', async () => {
    const tries = Array.from({ length: 10 }, () =>
      new ApiCaller(server).signIn(shop.emails.apprentice, 'guess'),
    );
    expect(new Set((await Promise.all(tries)).map(({ status }) => status))).toEqual(new Set([401]));
    const answer = await new ApiCaller(server).signIn(shop.emails.apprentice);
    expect(answer.status).toBe(429);
    expect(answer.body.detail).toMatch(/wait 15 minutes/);
    expect(Number(answer.headers.get('retry-after'))).toBeGreaterThan(14 * 60);
  });

  test('one address may not try many accounts: the place waits as well as the person', async () => {
    const guess = (at: number) => new ApiCaller(server).signIn(`nobody-${at}@brindle-rook.example`, 'guess');
    const answers = await Promise.all(Array.from({ length: 110 }, (_, at) => guess(at)));
    const statuses = answers.map(({ status }) => status);
    expect(new Set(statuses)).toEqual(new Set([401, 429]));
    expect(statuses.filter((status) => status === 401).length).toBeLessThanOrEqual(100);
    // Whoever knows the password has to wait there too.
    expect((await new ApiCaller(server).signIn(shop.emails.owner)).status).toBe(429);
    await server.db.pool.query('delete from sign_in_tries');
  });

  test('a session past its day is no session', async () => {
    const caller = await signedIn(server, shop.emails.owner);
    await server.db.forSignIn((tx) =>
      tx.execute(sql`update sessions set expires_at = ${testNow.toISOString()}`),
    );
    // What the server keeps of a session is dropped when it is told that it changed.
    let status = 200;
    while (status === 200) status = (await caller.get('/jobs')).status;
    expect(status).toBe(401);
  });
});

describe('writes from other pages', () => {
  test('without the session’s token, or from another site, are refused', async () => {
    const caller = await signedIn(server, shop.emails.owner);
    const prefer = (headers: Record<string, string>) =>
      caller.call('PUT', '/session/preferences', { unit: 'in' }, headers);
    expect((await prefer({ 'x-csrf-token': '' })).status).toBe(403);
    expect((await prefer({ 'sec-fetch-site': 'cross-site' })).status).toBe(403);
    expect((await prefer({ origin: 'https://elsewhere.example' })).status).toBe(403);
    // A frame that is shut off, or a page from a file, has no origin to name.
    expect((await prefer({ origin: 'null' })).status).toBe(403);
    expect((await caller.get('/session')).body.person.unit).toBe('mm');
    expect((await prefer({ 'sec-fetch-site': 'same-origin', origin: server.address })).status).toBe(200);
    expect((await caller.get('/session')).body.person.unit).toBe('in');
  });

  test('the policy sent with every page allows no inline script', async () => {
    const { headers } = await new ApiCaller(server).get('/session');
    const policy = headers.get('content-security-policy') ?? '';
    expect(policy.split(';').find((part) => part.startsWith('script-src '))).toBe(
      "script-src 'self' 'wasm-unsafe-eval'",
    );
    expect(headers.get('x-powered-by')).toBeNull();
    expect(headers.get('x-frame-options')).toBe('DENY');
    expect(headers.get('cache-control')).toBe('private, no-cache');
    expect(headers.get('permissions-policy')).toContain('microphone=()');
    expect(headers.get('strict-transport-security')).toBeNull();
  });

  test('before sign-in only little is read; afterwards a whole job file is', async () => {
    const file = JSON.stringify({ customer: '', site: null, file: ' '.repeat(100_000) });
    const nobody = await new ApiCaller(server).post('/jobs/import', file);
    expect(nobody).toMatchObject({
      status: 413,
      body: { detail: expect.stringMatching(/^That is 98 kB; at most 10 kB/) },
    });
    const owner = await signedIn(server, shop.emails.owner);
    expect((await owner.post('/jobs/import', file)).status).toBe(422);
  });
});
