import { writeJobFile } from '@neat-sill/core/job';
import { bookForTest, recordsForTest } from '@neat-sill/core/testing';
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

async function newJob(): Promise<string> {
  const file = JSON.stringify(writeJobFile(recordsForTest(), bookForTest));
  return (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
}

const rack = async () =>
  (await owner.get('/shop-book')).body.rack as {
    entry: { id: string; length: number; kind: string };
    version: number;
    reservedBy: string | null;
  }[];
const entryOf = async (id: string) => (await rack()).find(({ entry }) => entry.id === id);

let ids = 0;
async function put(kind: 'roll' | 'offcut', length: number): Promise<string> {
  ids += 1;
  const id = `T-${ids}`;
  const entry = { id, filmId: 'gannet-silver-20', kind, width: 1524, length, factoryEdges: [] };
  const { status } = await owner.put('/rack', {
    entries: [{ entry, lot: 'B7', place: 'bay 2', baseVersion: 0 }],
    removed: [],
  });
  expect(status).toBe(200);
  return id;
}

test('of two jobs that reserve one offcut at once exactly one has it, and the other is told', async () => {
  const id = await put('offcut', 900);
  const jobs = [await newJob(), await newJob()];
  const answers = await Promise.all(
    jobs.map((job) => owner.put(`/jobs/${job}/reservation`, { stockIds: [id] })),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  expect(answers.find(({ status }) => status === 409)?.body.detail).toContain(`${id} has just been taken`);
  const winner = jobs[answers.findIndex(({ status }) => status === 200)];
  expect((await entryOf(id))?.reservedBy).toBe(winner);
  // Given back, the other may have it.
  expect((await owner.put(`/jobs/${winner}/reservation`, { stockIds: [] })).status).toBe(200);
  const other = jobs.find((job) => job !== winner);
  expect((await owner.put(`/jobs/${other}/reservation`, { stockIds: [id] })).status).toBe(200);
});

const cutOf = (
  source: string,
  kind: 'roll' | 'new',
  pull: { id: string; length: number },
  keptAt = 'k1',
) => ({
  keptAt,
  source: { id: source, filmId: 'gannet-silver-20', kind, width: 1524, length: 30_480 },
  pull: {
    ...pull,
    offcuts: [
      { x: 900, y: 0, w: 624, l: pull.length, factoryEdges: ['right'], keep: true },
      { x: 0, y: 0, w: 20, l: 20, factoryEdges: [], keep: false },
    ],
  },
});

test('a cut pull shortens its roll once, however often it is told, and its leftover is on the rack', async () => {
  const [id, job] = [await put('roll', 5000), await newJob()];
  const before = (await rack()).map(({ entry }) => entry.id);
  const cut = cutOf(id, 'roll', { id: '1', length: 1438 });
  const told = await Promise.all([1, 2, 3].map(() => owner.post(`/jobs/${job}/cut-pulls`, cut)));
  expect(told.map(({ status }) => status)).toEqual([200, 200, 200]);
  expect((await entryOf(id))?.entry.length).toBe(3562);
  const leftovers = (await rack()).filter(({ entry }) => !before.includes(entry.id));
  expect(leftovers.map(({ entry }) => [entry.kind, entry.length])).toEqual([['offcut', 1438]]);
  expect(leftovers[0]?.entry.id).toMatch(/^G-\d+$/);
});

test('a new roll is opened by its first pull, and gone when nothing of use is left', async () => {
  const job = await newJob();
  const opened = async () =>
    (await rack()).filter(({ entry, reservedBy }) => entry.kind === 'roll' && reservedBy === job);
  await owner.post(`/jobs/${job}/cut-pulls`, cutOf('G-new-1', 'new', { id: '1', length: 30_000 }));
  expect((await opened()).map(({ entry }) => entry.length)).toEqual([480]);
  await owner.post(`/jobs/${job}/cut-pulls`, cutOf('G-new-1', 'new', { id: '2', length: 450 }));
  expect(await opened()).toEqual([]);
});

test('more than a roll has can’t be cut off it, and nothing of it is written', async () => {
  const [id, job] = [await put('roll', 1000), await newJob()];
  const before = (await rack()).length;
  const { status, body } = await owner.post(
    `/jobs/${job}/cut-pulls`,
    cutOf(id, 'roll', { id: '1', length: 1438 }),
  );
  expect([status, body.title]).toEqual([409, 'Too short']);
  expect((await entryOf(id))?.entry.length).toBe(1000);
  expect(await rack()).toHaveLength(before);
});

test('the rack is written on what was read; negative lengths, apprentices and other shops are refused', async () => {
  const id = await put('roll', 4000);
  const entry = { id, filmId: 'gannet-silver-20', kind: 'roll', width: 1524, length: 3500, factoryEdges: [] };
  const change = { entries: [{ entry, lot: null, place: null, baseVersion: 1 }], removed: [] };
  expect((await owner.put('/rack', change)).status).toBe(200);
  expect((await owner.put('/rack', change)).status).toBe(409);
  const negative = {
    entries: [{ entry: { ...entry, length: -5 }, lot: null, place: null, baseVersion: 2 }],
    removed: [],
  };
  expect((await owner.put('/rack', negative)).status).toBe(422);
  const apprentice = await signedIn(server, shop.emails.apprentice);
  expect((await apprentice.put('/rack', { entries: [], removed: [{ id, baseVersion: 2 }] })).status).toBe(
    403,
  );
  const stranger = await signedIn(server, (await server.makeShop()).emails.owner);
  expect((await stranger.put('/rack', { entries: [], removed: [{ id, baseVersion: 2 }] })).status).toBe(409);
  expect((await entryOf(id))?.entry.length).toBe(3500);
});

test('several pulls cut at once open one roll, and no two leftovers get one name', async () => {
  const jobs = [await newJob(), await newJob()];
  const before = (await rack()).map(({ entry }) => entry.id);
  const told = await Promise.all(
    jobs.flatMap((job) =>
      ['1', '2', '3'].map((id) =>
        owner.post(`/jobs/${job}/cut-pulls`, cutOf('G-new-1', 'new', { id, length: 1000 })),
      ),
    ),
  );
  expect(told.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200, 200]);
  const fresh = (await rack()).filter(({ entry }) => !before.includes(entry.id));
  const rolls = fresh.filter(({ entry }) => entry.kind === 'roll');
  expect(rolls.map(({ entry, reservedBy }) => [entry.length, reservedBy]).sort()).toEqual(
    jobs.map((job) => [27_480, job]).sort(),
  );
  expect(fresh.filter(({ entry }) => entry.kind === 'offcut')).toHaveLength(6);
});

test('sizes that were cut are told with the book, with how often, and to no other shop', async () => {
  const [id, job] = [await put('roll', 9000), await newJob()];
  const pieces = [
    { w: 792, l: 1438 },
    { w: 788.4, l: 1431 },
    { w: 610, l: 900 },
  ];
  const cut = cutOf(id, 'roll', { id: 'sizes', length: 1438 }, 'k-sizes');
  await owner.post(`/jobs/${job}/cut-pulls`, { ...cut, pull: { ...cut.pull, pieces } });
  const told = (await owner.get('/shop-book')).body.cutBefore['gannet-silver-20'];
  // Sizes are rounded up to whole centimetres, so that twins count as one.
  expect(told).toEqual(
    expect.arrayContaining([
      { width: 800, length: 1440, times: 1 },
      { width: 790, length: 1440, times: 1 },
      { width: 610, length: 900, times: 1 },
    ]),
  );
  const other = await signedIn(server, (await server.makeShop()).emails.owner);
  expect((await other.get('/shop-book')).body.cutBefore).toEqual({});
});
