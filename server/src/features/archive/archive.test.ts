import { createHash } from 'node:crypto';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { jobFileForTest, recordsForTest } from '@neat-sill/core/testing';
import type { Room, Wall } from '@neat-sill/core/survey';
import type { Readable } from 'node:stream';
import { Client } from 'pg';
import sharp from 'sharp';
import { open as openZip, type Entry, type ZipFile as ZipReader } from 'yauzl';
import { ZipFile } from 'yazl';
import { ApiCaller, signedIn } from '../../testing/caller.ts';
import { startTestServer, testNow, type TestServer, type TestShop } from '../../testing/server.ts';
import { makePaper } from '../papers/index.ts';
import { TABLES_OF_A_SHOP, removeShop, resetPassword, setQuotas } from '../operating/index.ts';
import { ARCHIVE_TABLES, ArchiveProblem, NOT_IN_ARCHIVE, readArchive } from './index.ts';

/* A shop is saved here and read in there: what comes out is what went in, or nothing. */

let here: TestServer;
let there: TestServer;
let folder: string;
beforeAll(async () => {
  [here, there] = await Promise.all([startTestServer(), startTestServer()]);
  folder = await mkdtemp(join(tmpdir(), 'archive-'));
});
afterAll(async () => {
  await Promise.all([here.stop(), there.stop()]);
  await rm(folder, { recursive: true });
});

async function rowsOf<Row extends object>(server: TestServer, text: string, values: unknown[] = []) {
  const client = new Client({ connectionString: server.databaseUrl });
  await client.connect();
  return client
    .query<Row>(text, values)
    .then(({ rows }) => rows)
    .finally(() => client.end());
}

const fetchArchive = (caller: ApiCaller) =>
  fetch(`${here.address}/api/shop/archive`, { headers: { cookie: caller.cookie } });

/** A shop with a job, its history, a photograph and a paper. */
async function fullShop(): Promise<{ shop: TestShop; owner: ApiCaller; jobId: string }> {
  const shop = await here.makeShop();
  const owner = await signedIn(here, shop.emails.owner);
  const file = JSON.stringify(jobFileForTest(recordsForTest()));
  const jobId = (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id;
  const { records, versions } = (await owner.get(`/jobs/${jobId}`)).body;
  const [wallId, wall] = Object.entries<Wall>(records.wall as Record<string, Wall>)[0] ?? ['', {} as Wall];
  const baseVersion = versions[`wall/${wallId}`];
  await owner.edit(jobId, {
    kind: 'wall',
    id: wallId,
    baseVersion,
    after: { ...wall, name: 'Garden side' } as Wall,
  });
  const rooms = Array.from({ length: 1100 }, (_, at) => ({
    kind: 'room' as const,
    id: `many${at}`,
    baseVersion: 0,
    after: { ...(records.room.r1 as Room), name: `Room ${at}`, order: at },
  }));
  expect((await owner.edit(jobId, ...rooms)).status).toBe(200);
  const logo = await sharp({ create: { width: 60, height: 20, channels: 4, background: 'teal' } })
    .png()
    .toBuffer();
  await fetch(`${here.address}/api/shop/logo`, {
    method: 'PUT',
    headers: { cookie: owner.cookie, 'x-csrf-token': owner.csrfToken, 'content-type': 'image/png' },
    body: new Uint8Array(logo),
  });
  const jpeg = await sharp({ create: { width: 40, height: 30, channels: 3, background: 'teal' } })
    .jpeg()
    .toBuffer();
  await fetch(`${here.address}/api/jobs/${jobId}/pictures/${crypto.randomUUID()}`, {
    method: 'PUT',
    headers: { cookie: owner.cookie, 'x-csrf-token': owner.csrfToken, 'content-type': 'image/jpeg' },
    body: new Uint8Array(jpeg),
  });
  await owner.post(`/jobs/${jobId}/papers`, { kind: 'care-sheet', today: '2026-05-04' });
  for (const work of here.sent.splice(0)) await makePaper(here.db, work);
  return { shop, owner, jobId };
}

async function saved(caller: ApiCaller, name: string): Promise<string> {
  const path = join(folder, name);
  await writeFile(path, Buffer.from(await (await fetchArchive(caller)).arrayBuffer()));
  return path;
}

/** What is in the tables of a shop, as one hash a table; without what is written while it is saved or read. */
async function hashes(server: TestServer, shopId: string): Promise<Record<string, string>> {
  const result: Record<string, string> = {};
  for (const { name, order, file, where = 'true' } of ARCHIVE_TABLES) {
    const leave = {
      jobs: ['outline', 'outline_stale', 'standing', 'search', 'customer', 'cures_on', 'is_on'],
    };
    const gone = [
      'password_hash',
      'code_secret',
      'code_step',
      'number',
      ...(name === 'jobs' ? leave.jobs : []),
    ];
    const rows = await rowsOf<{ row: object }>(
      server,
      `select to_jsonb(t) - $2::text[] as row from ${name} t where shop_id = $1 and ${where} ${name === 'audit_log' ? `and kind <> 'exported'` : ''} order by ${order}`,
      [shopId, gone],
    );
    result[name] = `${rows.length} ${createHash('sha256').update(JSON.stringify(rows)).digest('hex')}`;
    if (file) expect(rows.length).toBeGreaterThan(0);
  }
  return result;
}

test('every table of a shop is in its archive, or said to stay behind', () => {
  expect([...ARCHIVE_TABLES.map(({ name }) => name), ...NOT_IN_ARCHIVE].sort()).toEqual(
    [...TABLES_OF_A_SHOP].sort(),
  );
});

test('a shop that is saved and read in elsewhere is the same, and its people come by new passwords', async () => {
  const { shop, owner, jobId } = await fullShop();
  await here.makeShop();
  const file = await saved(owner, 'whole.zip');
  const read = await readArchive(there.databaseUrl, file);
  expect(read).toMatchObject({ shopId: shop.id, name: 'Brindle & Rook', owners: [shop.emails.owner] });
  expect(await hashes(there, shop.id)).toEqual(await hashes(here, shop.id));
  const logoOf = async (server: TestServer) =>
    (await rowsOf<{ logo: Buffer }>(server, 'select logo from shops where id = $1', [shop.id]))[0]?.logo;
  expect((await logoOf(there))?.equals((await logoOf(here)) ?? Buffer.alloc(0))).toBe(true);
  const counts = ARCHIVE_TABLES.map(({ name }) => `(select count(*)::int from ${name} where shop_id = $1)`);
  const [sum] = await rowsOf<{ rows: number }>(there, `select 1 + ${counts.join(' + ')} as rows`, [shop.id]);
  expect(read.rows).toBe(sum?.rows);

  const caller = new ApiCaller(there);
  for (const password of ['putty and glass', 'none', 'nobody has this password', ''])
    expect((await caller.signIn(shop.emails.owner, password)).status).not.toBe(201);
  const { token } = await resetPassword(there.db, shop.emails.owner, testNow);
  const password = 'four plain slow words';
  expect((await caller.post('/links/use', { kind: 'password', token, password })).status).toBeLessThan(300);
  await caller.signIn(shop.emails.owner, password);
  const [job] = (await caller.get('/jobs')).body.jobs;
  expect(job).toMatchObject({ id: jobId, customer: 'Lantern Quay Library' });
  expect((await caller.get('/audit-log/0')).body.entries.length).toBeGreaterThan(2);
});

test('an archive has no password, code or session in it', async () => {
  const { shop, owner } = await fullShop();
  const bytes = await readFile(await saved(owner, 'secrets.zip'));
  const { inflateRawSync } = await import('node:zlib');
  const people = bytes.indexOf('people.jsonl') + 'people.jsonl'.length;
  const lines = inflateRawSync(bytes.subarray(people), { finishFlush: 2 }).toString();
  expect(lines).toContain(shop.emails.apprentice);
  expect(lines).not.toMatch(/argon2|password|code_/);
});

test('only the owner saves it, and it is noted', async () => {
  const { shop, owner } = await fullShop();
  for (const role of ['installer', 'apprentice'] as const)
    expect((await fetchArchive(await signedIn(here, shop.emails[role]))).status).toBe(403);
  await saved(owner, 'noted.zip');
  const kinds = (await owner.get('/audit-log/0')).body.entries.map(({ kind }: { kind: string }) => kind);
  expect(kinds.filter((kind: string) => kind === 'exported')).toHaveLength(1);
});

/** The archive again, with files changed or left out. */
async function rebuilt(file: string, name: string, change: (name: string, bytes: Buffer) => Buffer | null) {
  const reading = await new Promise<ZipReader>((resolve, reject) =>
    openZip(file, { lazyEntries: true, autoClose: false }, (error, zip) =>
      error ? reject(error) : resolve(zip),
    ),
  );
  const writing = new ZipFile();
  await new Promise<void>((resolve) => {
    reading.on('entry', (entry: Entry) =>
      reading.openReadStream(entry, (_error, stream) => {
        const parts: Buffer[] = [];
        stream.on('data', (part: Buffer) => parts.push(part));
        stream.on('end', () => {
          const bytes = change(entry.fileName, Buffer.concat(parts));
          if (bytes) writing.addBuffer(bytes, entry.fileName);
          reading.readEntry();
        });
      }),
    );
    reading.on('end', () => resolve());
    reading.readEntry();
  });
  writing.end();
  const path = join(folder, name);
  await writeFile(path, writing.outputStream as Readable);
  reading.close();
  return path;
}
const inLines = (bytes: Buffer, change: (line: string) => string) =>
  Buffer.from(
    bytes
      .toString()
      .split('\n')
      .map((line) => (line === '' ? line : change(line)))
      .join('\n'),
  );

describe('an archive that somebody has changed', () => {
  let file: string;
  let shopId: string;
  beforeAll(async () => {
    const { shop, owner } = await fullShop();
    shopId = shop.id;
    file = await saved(owner, 'to-change.zip');
  });

  test.each<[string, RegExp, (name: string, bytes: Buffer) => Buffer | null]>([
    [
      'a line that is no JSON',
      /^stock\.jsonl, line 1 is no JSON/,
      (name, bytes) => (name === 'stock.jsonl' ? inLines(bytes, (line) => line.slice(0, -3)) : bytes),
    ],
    [
      'a film of no kind',
      /^films\.jsonl, line \d+: data\.kind: /,
      (name, bytes) =>
        name === 'films.jsonl' ? inLines(bytes, (line) => line.replace('"silverSolar"', '"shiny"')) : bytes,
    ],
    [
      'a record that is none',
      /^job_records\.jsonl, line \d+: /,
      (name, bytes) =>
        name === 'job_records.jsonl' ? inLines(bytes, (line) => line.replace('"order"', '"odour"')) : bytes,
    ],
    [
      'a table left out',
      /^stock\.jsonl is missing/,
      (name, bytes) => (name === 'stock.jsonl' ? null : bytes),
    ],
    [
      'a picture that is none',
      /^pictures\/.*\.jpg is not what its name says/,
      (name, bytes) => (name.endsWith('.jpg') ? Buffer.from('<script>') : bytes),
    ],
    [
      'a picture left out',
      /^pictures\/.*\.jpg is missing/,
      (name, bytes) => (name.endsWith('.jpg') ? null : bytes),
    ],
    [
      'records of a job that is not there',
      /does not hold together/,
      (name, bytes) => (name === 'jobs.jsonl' ? Buffer.alloc(0) : bytes),
    ],
    [
      'a newer version',
      /^shop\.json: version: It was made by a newer Neat Sill/,
      (name, bytes) =>
        name === 'shop.json'
          ? Buffer.from(bytes.toString().replace('"version": 1,', '"version": 2,'))
          : bytes,
    ],
    ['no head', /^shop\.json is missing/, (name, bytes) => (name === 'shop.json' ? null : bytes)],
  ])('%s is said, and nothing is read in', async (name, why, change) => {
    const path = await rebuilt(file, `${name}.zip`, change);
    const read = readArchive(there.databaseUrl, path);
    await expect(read).rejects.toThrow(why);
    await expect(read).rejects.toBeInstanceOf(ArchiveProblem);
    expect(await rowsOf(there, 'select 1 from shops where id = $1', [shopId])).toEqual([]);
  });

  test('an address of somebody who has left belongs to nobody', async () => {
    const other = await there.makeShop();
    const [person] = await rowsOf<{ email: string }>(
      here,
      `select email from people where shop_id = $1 and role = 'apprentice'`,
      [shopId],
    );
    const path = await rebuilt(file, 'left.zip', (name, bytes) =>
      name === 'people.jsonl'
        ? inLines(bytes, (line) =>
            line.includes('"apprentice"')
              ? line.replace('"removed_at": null', '"removed_at": "2026-05-01T10:00:00+00:00"')
              : line,
          )
        : bytes,
    );
    await rowsOf(there, `update people set email = $1 where shop_id = $2 and role = 'apprentice'`, [
      person?.email,
      other.id,
    ]);
    expect((await readArchive(there.databaseUrl, path)).shopId).toBe(shopId);
  });
});

test('one shop is saved once at a time; the next try goes through', async () => {
  const { shop, owner } = await fullShop();
  const other = new Client({ connectionString: here.databaseUrl });
  await other.connect();
  await other.query('select pg_advisory_lock(hashtext($1))', [`archive ${shop.id}`]);
  const refused = await fetchArchive(owner);
  expect([refused.status, ((await refused.json()) as { title: string }).title]).toEqual([
    409,
    'Being saved just now',
  ]);
  await other.end();
  for (let at = 0; at < 5; at += 1) {
    const answer = await fetchArchive(owner);
    expect([answer.status, (await answer.arrayBuffer()).byteLength > 1000]).toEqual([200, true]);
  }
});

test('what can’t be read in says why and leaves nothing', async () => {
  const { shop, owner } = await fullShop();
  const file = await saved(owner, 'refused.zip');
  await expect(readArchive(here.databaseUrl, file)).rejects.toThrow(/in this installation already/);
  const whole = await readFile(file);
  const cases: [string, Buffer, RegExp][] = [
    ['half.zip', whole.subarray(0, whole.length / 2), /no archive of a shop/],
    ['other.zip', Buffer.from('glass'), /no archive of a shop/],
  ];
  for (const [name, bytes, why] of cases) {
    const path = join(folder, name);
    await writeFile(path, bytes);
    await expect(readArchive(there.databaseUrl, path)).rejects.toThrow(why);
    await expect(readArchive(there.databaseUrl, path)).rejects.toThrow(ArchiveProblem);
  }
  const flipped = Buffer.from(whole);
  flipped.writeUInt8(
    flipped.readUInt8(whole.indexOf('ÿØÿ', 0, 'latin1') + 40) ^ 255,
    whole.indexOf('ÿØÿ', 0, 'latin1'),
  );
  const broken = join(folder, 'flipped.zip');
  await writeFile(broken, flipped);
  await expect(readArchive(there.databaseUrl, broken)).rejects.toThrow();
  expect(await rowsOf(there, 'select 1 from shops where id = $1', [shop.id])).toEqual([]);
  expect(await rowsOf(there, 'select 1 from job_records where shop_id = $1', [shop.id])).toEqual([]);

  await readArchive(there.databaseUrl, file);
  await removeShop(here.databaseUrl, shop.id, 'Brindle & Rook');
  const other = await here.makeShop();
  await rowsOf(here, 'update people set email = $1 where shop_id = $2 and role = $3', [
    shop.emails.owner,
    other.id,
    'owner',
  ]);
  await expect(readArchive(here.databaseUrl, file)).rejects.toThrow(
    new RegExp(`${shop.emails.owner} belong to people of another shop`),
  );
});

test('a shop may have so much and no more, as its operator says', async () => {
  const { shop, owner, jobId } = await fullShop();
  const most = await setQuotas(here.databaseUrl, shop.id, [
    'jobs=1',
    'papersADay=1',
    'people=3',
    'pictureBytes=10',
  ]);
  expect(most).toMatchObject({ jobs: 1, planningsAtOnce: 6 });
  const { used } = (await owner.get('/shop/usage')).body;
  expect(used).toMatchObject({ jobs: 1, people: 3, papersADay: 1, planningsAtOnce: 0 });
  expect(used.pictureBytes).toBeGreaterThan(100);
  const refused = [
    await owner.post(`/jobs/${jobId}/copies`, {}),
    await owner.post(`/jobs/${jobId}/papers`, { kind: 'condition-sheet', today: '2026-05-04' }),
    await owner.post('/people/invitations', { name: 'Ines Holm', email: 'ines@x.example', role: 'owner' }),
  ];
  for (const { status, body } of refused) {
    expect([status, body.title]).toEqual([409, 'The shop is full']);
    expect(body.detail).toMatch(/^Your shop may have \d+ .*Nothing was changed\.$/);
  }
  const picture = await fetch(`${here.address}/api/jobs/${jobId}/pictures/${crypto.randomUUID()}`, {
    method: 'PUT',
    headers: { cookie: owner.cookie, 'x-csrf-token': owner.csrfToken, 'content-type': 'image/jpeg' },
    body: new Uint8Array(
      await sharp({ create: { width: 4, height: 4, channels: 3, background: 'red' } })
        .jpeg()
        .toBuffer(),
    ),
  });
  expect([picture.status, ((await picture.json()) as { detail: string }).detail]).toEqual([
    409,
    expect.stringMatching(/^Your shop may have 0\.0 GB of photographs/),
  ]);
  await rowsOf(
    here,
    `insert into plannings (id, shop_id, job_id, work, work_key, seconds, state, asked_at) select gen_random_uuid(), $1, $2, '{}', 'k', 5, unnest(array['waiting', 'working', 'ready']), now()`,
    [shop.id, jobId],
  );
  expect((await owner.get('/shop/usage')).body.used.planningsAtOnce).toBe(2);
  await expect(setQuotas(here.databaseUrl, shop.id, ['rolls=3'])).rejects.toThrow(/jobs, people/);
  await expect(setQuotas(here.databaseUrl, shop.id, ['jobs='])).rejects.toThrow(/whole number/);
  here.moveClock(new Date(testNow.getTime() + 25 * 3_600_000));
  const again = await owner.post(`/jobs/${jobId}/papers`, { kind: 'condition-sheet', today: '2026-05-05' });
  here.moveClock(testNow);
  expect(again.status).toBeLessThan(300);
});
