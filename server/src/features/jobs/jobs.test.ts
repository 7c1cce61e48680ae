import { NEW_ROOM } from '@neat-sill/core/survey';
import type { JobRecords } from '@neat-sill/core/job';
import { jobFileForTest, readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { sql } from 'drizzle-orm';
import type { ApiCaller } from '../../testing/caller.ts';
import { signedIn } from '../../testing/caller.ts';
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

const records = recordsForTest();
const fileOf = (content: unknown) => ({ file: JSON.stringify(content), customer: '', site: null });

async function importJob(caller: ApiCaller = owner, content: JobRecords = records): Promise<string> {
  const answer = await caller.post('/jobs/import', fileOf(jobFileForTest(content)));
  expect(answer).toMatchObject({ status: 201, body: { notes: [] } });
  return answer.body.id;
}

const pane = (width: number) => ({
  ...(records.pane['p1'] as NonNullable<(typeof records.pane)[string]>),
  readings: readingsForTest([width]),
});
const paneChange = (width: number, baseVersion: number) =>
  ({ kind: 'pane', id: 'p1', baseVersion, after: pane(width) }) as const;

test('a job file read in twice is said to be there already', async () => {
  const shop = await server.makeShop();
  const caller = await signedIn(server, shop.emails.owner);
  const first = (await caller.post('/jobs/import', fileOf(jobFileForTest(records)))).body;
  expect(first.alike).toBeNull();
  const again = (await caller.post('/jobs/import', fileOf(jobFileForTest(records)))).body;
  expect(again.alike).toMatchObject({ id: first.id });
  for (const { id } of [first, again]) await caller.put(`/jobs/${id}/keeping`, { shelf: 'deleted' });
  expect((await caller.post('/jobs/import', fileOf(jobFileForTest(records)))).body.alike).toBeNull();
});

describe('writing a job', () => {
  test('an edit is there afterwards, with the version the next one must be based on', async () => {
    const id = await importJob();
    const answer = await owner.edit(id, paneChange(819.25, 1));
    expect(answer).toMatchObject({ status: 200, body: { versions: { 'pane/p1': 2 } } });
    const job = (await owner.get(`/jobs/${id}`)).body;
    expect(job.records.pane.p1.readings.widthTop.mm).toBe(819.25);
    expect(job.versions['pane/p1']).toBe(2);
  });

  test('an edit sent twice, since its answer got lost, is written once', async () => {
    const id = await importJob();
    const edit = { editId: crypto.randomUUID(), label: 'Edit', changes: [paneChange(700, 1)] };
    const first = await owner.post(`/jobs/${id}/edits`, edit);
    const again = await owner.post(`/jobs/${id}/edits`, edit);
    expect(again).toMatchObject({ status: 200, body: first.body });
    expect((await owner.get(`/jobs/${id}`)).body.versions['pane/p1']).toBe(2);
  });

  test('an edit of the same id in another job is another edit', async () => {
    const [one, other] = [await importJob(), await importJob()];
    const edit = { editId: crypto.randomUUID(), label: 'Edit', changes: [paneChange(700, 1)] };
    for (const id of [one, other]) {
      expect((await owner.post(`/jobs/${id}/edits`, edit)).status).toBe(200);
      expect((await owner.get(`/jobs/${id}`)).body.records.pane.p1.readings.widthTop.mm).toBe(700);
    }
  });

  test('an edit of very many records is written as a whole, each with its version', async () => {
    const id = await importJob();
    const changes = Array.from({ length: 1200 }, (_, at) => ({
      kind: 'pane' as const,
      id: `n${at}`,
      baseVersion: 0,
      after: pane(600 + at / 10),
    }));
    const answer = await owner.edit(id, ...changes, paneChange(700, 1));
    expect(answer.status).toBe(200);
    expect(Object.keys(answer.body.versions)).toHaveLength(1201);
    const { records, versions } = (await owner.get(`/jobs/${id}`)).body;
    expect([versions['pane/n1199'], versions['pane/p1']]).toEqual([1, 2]);
    expect(records.pane.n1199.readings.widthTop.mm).toBeCloseTo(719.9, 6);
    expect(records.pane.p1.readings.widthTop.mm).toBe(700);
  });

  test('a stale edit is refused with what stands now, and none of it is written', async () => {
    const id = await importJob();
    await owner.edit(id, paneChange(700, 1));
    const room = {
      kind: 'room',
      id: 'r1',
      baseVersion: 1,
      after: { name: 'Hall', order: 0, ...NEW_ROOM },
    } as const;
    const answer = await owner.edit(id, room, paneChange(800, 1));
    expect(answer.status).toBe(409);
    expect(answer.body.stale).toEqual([
      { kind: 'pane', id: 'p1', version: 2, theirs: expect.objectContaining({ label: '1' }) },
    ]);
    const job = (await owner.get(`/jobs/${id}`)).body;
    expect(job.records.room.r1.name).toBe('Reading room');
    expect(job.records.pane.p1.readings.widthTop.mm).toBe(700);
  });

  test('of many writes on the same version at once exactly one wins', async () => {
    const id = await importJob();
    // With the pool's connections open all writes really run beside each other.
    await Promise.all(Array.from({ length: 12 }, () => owner.get('/jobs')));
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, at) => owner.edit(id, paneChange(700 + at, 1))),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(11).fill(409)]);
    const stands = (await owner.get(`/jobs/${id}`)).body;
    expect(stands.versions['pane/p1']).toBe(2);
    const won = answers.findIndex(({ status }) => status === 200);
    expect(stands.records.pane.p1.readings.widthTop.mm).toBe(700 + won);
  });

  test('a record of the same name in another job makes no edit stale', async () => {
    const [one, other] = [await importJob(), await importJob()];
    await owner.edit(other, paneChange(700, 1));
    await owner.edit(other, paneChange(710, 2));
    expect(await owner.edit(one, paneChange(720, 1))).toMatchObject({
      status: 200,
      body: { versions: { 'pane/p1': 2 }, notices: [] },
    });
    expect((await owner.get(`/jobs/${other}`)).body.records.pane.p1.readings.widthTop.mm).toBe(710);
  });

  test('what was taken away counts on: it can’t be written by who has not seen that', async () => {
    const id = await importJob();
    const away = { kind: 'pane' as const, id: 'p1', baseVersion: 1, after: null };
    expect((await owner.edit(id, away)).body.versions).toEqual({ 'pane/p1': 2 });
    const late = await owner.edit(id, paneChange(700, 1));
    expect(late.body.stale).toEqual([{ kind: 'pane', id: 'p1', version: 2, theirs: null }]);
    expect((await owner.edit(id, paneChange(700, 2))).status).toBe(200);
    expect((await owner.get(`/jobs/${id}`)).body.records.pane.p1.readings.widthTop.mm).toBe(700);
  });

  test('a pane can’t be put on a wall that has been taken away', async () => {
    const id = await importJob();
    const gone = ['p1', 'p2', 'p3'].map((paneId) => ({
      kind: 'pane' as const,
      id: paneId,
      baseVersion: 1,
      after: null,
    }));
    await owner.edit(id, ...gone, { kind: 'wall', id: 'w1', baseVersion: 1, after: null });
    const answer = await owner.edit(id, { kind: 'pane', id: 'p9', baseVersion: 0, after: pane(700) });
    expect(answer).toMatchObject({ status: 409, body: { title: 'Its place is gone' } });
  });

  test('a pane of zero or absurd width is refused by name and nothing is written', async () => {
    const id = await importJob();
    for (const width of [0, -5, 40_000, Number.NaN]) {
      const answer = await owner.edit(id, paneChange(width, 1));
      expect(answer.status).toBe(422);
      expect(answer.body.detail).toMatch(/changes\.0\.after\.readings\.widthTop\.mm: .+Nothing was changed/);
    }
    expect((await owner.get(`/jobs/${id}`)).body.versions['pane/p1']).toBe(1);
  });

  test('text that the database can’t hold is refused by its place, in a body and in a file', async () => {
    for (const customer of ['NUL \u0000', 'half \ud83e']) {
      const answer = await owner.post('/jobs/import', { file: '{}', customer, site: null });
      expect([answer.status, answer.body.detail]).toEqual([
        422,
        expect.stringMatching(/^customer: The text/),
      ]);
    }
    const file = JSON.stringify({ ...jobFileForTest(recordsForTest()), name: 'NUL \u0000' });
    const answer = await owner.post('/jobs/import', { file, customer: '', site: null });
    expect([answer.status, answer.body.errors[0].path]).toEqual([422, 'name']);
    const signIn = await owner.post('/session', { email: 'a\u0000@b.example', password: 'x' });
    expect(signIn.status).toBe(422);
  });

  test('connections that break off, as when the database restarts, are replaced', async () => {
    const id = await importJob();
    await server.db.pool
      .query('select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database()')
      .catch(() => undefined);
    expect((await owner.edit(id, paneChange(701, 1))).status).toBe(200);
  });
});

describe('job files', () => {
  test('what is written comes back without loss', async () => {
    const id = await importJob();
    const file = (await owner.get(`/jobs/${id}/file`)).body;
    // But for its number: each has its own.
    const [[headerId = '', header] = []] = Object.entries(records.job);
    const same = { ...records, job: { [headerId]: { ...header, number: expect.any(Number) as number } } };
    expect(file.records).toEqual(same);
    const copy = await owner.post('/jobs/import', fileOf(file));
    expect((await owner.get(`/jobs/${copy.body.id}`)).body.records).toEqual(same);
  });

  const good = jobFileForTest(records);
  const zeroWidth = { ...good, panes: good.panes.map((entry) => ({ ...entry, width: 0 })) };
  const planOnly = { ...good, records: undefined };
  test.each([
    ['cut off', JSON.stringify(good).slice(0, 900), 422, /ends in the middle/],
    [
      'of a newer version',
      JSON.stringify({ ...good, version: 2 }),
      422,
      /version 2, this program reads up to 1/,
    ],
    ['of another format', JSON.stringify({ ...good, format: 'neat-sill/plan' }), 422, /not a neat-sill\/job/],
    ['with a pane of zero width', JSON.stringify(zeroWidth), 422, /panes\[0\]\.width/],
    ['without a site', JSON.stringify(planOnly), 422, /nothing of its site/],
    ['of 50 MB', ' '.repeat(50 * 2 ** 20), 413, /50 MB; at most 20 MB/],
  ])('a file %s is refused with the reason', async (_name, file, status, reason) => {
    const before = (await owner.get('/jobs')).body.total;
    const answer = await owner.post('/jobs/import', { file, customer: '', site: null });
    expect(answer.status).toBe(status);
    expect(answer.body.detail).toMatch(reason);
    expect((await owner.get('/jobs')).body.total).toBe(before);
  });

  test('films the shop does not have are named and left off', async () => {
    const strange = JSON.parse(JSON.stringify(good).replaceAll('gannet-silver-20', 'stork-9'));
    const answer = await owner.post('/jobs/import', fileOf(strange));
    expect(answer.body.notes).toEqual([expect.stringContaining('“stork-9” is not in your catalogue')]);
    const job = (await owner.get(`/jobs/${answer.body.id}`)).body;
    expect(job.records.pane.p1.filmId).toBeNull();
  });
});

describe('shops apart', () => {
  test('another shop’s job can’t be seen, written, or made a paper of', async () => {
    const id = await importJob();
    const stranger = await signedIn(server, (await server.makeShop()).emails.owner);
    const tries = await Promise.all([
      stranger.get(`/jobs/${id}`),
      stranger.get(`/jobs/${id}/file`),
      stranger.edit(id, paneChange(700, 1)),
      stranger.post(`/jobs/${id}/papers`, { kind: 'care-sheet', today: '2026-05-04' }),
    ]);
    expect(tries.map(({ status }) => status)).toEqual([404, 404, 404, 404]);
    expect((await stranger.get('/jobs')).body.total).toBe(0);
  });

  test('the database itself hides and refuses rows of another shop, in every table', async () => {
    await importJob();
    const other = await server.makeShop();
    const tables = (
      await server.db.pool.query<{ table_name: string }>(
        `select table_name from information_schema.columns where column_name = 'shop_id' and table_schema = 'public'`,
      )
    ).rows.map(({ table_name }) => table_name);
    expect(tables).toContain('job_records');
    const foreign = await server.db.inShop(other.id, async (tx) => {
      const counts = [];
      for (const table of tables) {
        const found = await tx.execute<{ n: number }>(
          sql`select count(*)::int as n from ${sql.identifier(table)} where shop_id <> ${other.id}`,
        );
        counts.push([table, found.rows[0]?.n]);
      }
      return counts;
    });
    expect(foreign).toEqual(tables.map((table) => [table, 0]));
    const forged = server.db.inShop(other.id, (tx) =>
      tx.execute(
        sql`insert into jobs (id, shop_id, created_at, changed_at) values (gen_random_uuid(), ${shop.id}, now(), now())`,
      ),
    );
    await expect(forged).rejects.toMatchObject({ cause: { code: '42501' } });
  });
});

describe('roles', () => {
  test('an apprentice fits and measures, but neither makes jobs nor moves walls', async () => {
    const id = await importJob();
    const apprentice = await signedIn(server, shop.emails.apprentice);
    const wall = { kind: 'wall', id: 'w1', baseVersion: 1, after: null } as const;
    expect(await apprentice.edit(id, wall)).toMatchObject({ status: 403, body: { title: 'Not allowed' } });
    expect((await apprentice.post('/jobs/import', fileOf(jobFileForTest(records)))).status).toBe(403);
    expect((await apprentice.edit(id, paneChange(700, 1))).status).toBe(200);
  });

  test('house rules are the owner’s, and a change on an old version is refused', async () => {
    const installer = await signedIn(server, shop.emails.installer);
    const [{ rules, version }] = (await owner.get('/shop-book')).body.ruleSets;
    const changed = { ...rules, cutting: { ...rules.cutting, marginMm: 30 } };
    const save = (caller: ApiCaller) =>
      caller.put(`/rule-sets/${rules.id}`, { baseVersion: version, rules: changed });
    expect((await save(installer)).status).toBe(403);
    expect((await save(owner)).status).toBe(200);
    expect((await save(owner)).status).toBe(409);
    expect((await owner.get('/shop-book')).body.ruleSets[0].rules.cutting.marginMm).toBe(30);
  });

  test('films are the owner’s; a next version replaces, a stale one is refused and nothing of it written', async () => {
    const installer = await signedIn(server, shop.emails.installer);
    const [film] = (await owner.get('/shop-book')).body.films;
    const next = { ...film, version: film.version + 1, lots: ['B-7'] };
    const fresh = { ...film, id: 'tern-30', name: 'Tern 30', version: 1 };
    const names = async () => (await owner.get('/shop-book')).body.films.map(({ id }: { id: string }) => id);
    expect((await installer.put('/films', { films: [next] })).status).toBe(403);
    expect((await owner.put('/films', { films: [next, fresh] })).body).toEqual({ saved: 2 });
    expect(await names()).toContain('tern-30');
    const other = { ...film, id: 'tern-50', name: 'Tern 50', version: 1 };
    expect((await owner.put('/films', { films: [other, next] })).status).toBe(409);
    expect(await names()).not.toContain('tern-50');
    const bad = { ...fresh, version: 2, optics: { ...film.optics, solarTransmitted: 1.4 } };
    expect((await owner.put('/films', { films: [bad] })).status).toBe(422);
  });
});
