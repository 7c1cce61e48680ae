import { shopDataFor, type CutPulls, type FilmOrder } from '@neat-sill/core/contract';
import { PLAN_ID, planCuts, type KeptPlan } from '@neat-sill/core/cuts';
import { deriveJob } from '@neat-sill/core/job';
import { jobFileForTest, readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
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

/** Three panes of 700 × 1000 mm: each a pull of 1050 mm off a roll too narrow for two. */
const small = readingsForTest([700, 700, 700, 1000, 1000, 1000]);
const records = recordsForTest({
  panes: { p1: { readings: small }, p2: { readings: small }, p3: { readings: small } },
});
const PULL_MM = 1050;

async function newJob(): Promise<string> {
  const file = JSON.stringify(jobFileForTest(records));
  return (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
}

const rack = async () =>
  (await owner.get('/shop-book')).body.rack as {
    entry: { id: string; length: number; kind: string; width: number };
    lot: string | null;
    version: number;
    reservedBy: string | null;
  }[];
const entryOf = async (id: string) => (await rack()).find(({ entry }) => entry.id === id);

let ids = 0;
async function put(kind: 'roll' | 'offcut', length: number, width = 1200): Promise<string> {
  ids += 1;
  const id = `T-${ids}`;
  const entry = { id, filmId: 'gannet-silver-20', kind, width, length, factoryEdges: [] };
  const { status } = await owner.put('/rack', {
    entries: [{ entry, lot: 'B7', place: 'bay 2', baseVersion: 0 }],
    removed: [],
  });
  expect(status).toBe(200);
  return id;
}

test('a name that is in use is said to be, whatever else is on the list', async () => {
  const id = await put('roll', 5000);
  const again = { id, filmId: 'gannet-silver-20', kind: 'offcut', width: 300, length: 400, factoryEdges: [] };
  const other = { ...again, id: `${id}-other` };
  const answer = await owner.put('/rack', {
    entries: [other, again].map((entry) => ({ entry, lot: null, place: null, baseVersion: 0 })),
    removed: [],
  });
  expect(answer).toMatchObject({
    status: 409,
    body: { title: 'Name in use', detail: expect.stringContaining(id) },
  });
  expect([(await entryOf(id))?.entry.length, await entryOf(other.id)]).toEqual([5000, undefined]);
});

const keptTimes = { last: 0 };

/** A plan of a job off some of the rack only (new film where that is not enough), as somebody would keep it. */
async function planOff(jobId: string, stockIds: readonly string[]): Promise<KeptPlan> {
  const book = shopDataFor((await owner.get('/shop-book')).body, null);
  const all = (await rack()).map(({ entry }) => entry);
  const stock = all.filter(({ id }) => stockIds.includes(id)) as unknown as typeof book.stock;
  const { job } = deriveJob(records, { ...book, stock, cutBefore: {} }).plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  keptTimes.last += 1;
  const keptAt = new Date(Date.UTC(2026, 4, 4, 12, 0, keptTimes.last)).toISOString();
  return { job, plan, keptAt, cutPullIds: [], lockedPullIds: [], frozen: null };
}

async function write(jobId: string, after: KeptPlan | null, caller: ApiCaller = owner) {
  const { versions } = (await owner.get(`/jobs/${jobId}`)).body;
  const baseVersion = versions[`plan/${PLAN_ID}`] ?? 0;
  return caller.edit(jobId, { kind: 'plan', id: PLAN_ID, baseVersion, after });
}
const cut = (kept: KeptPlan, ...pullIds: string[]): KeptPlan => ({ ...kept, cutPullIds: pullIds });

/** Where all film comes off one source: its pulls in order. */
const pullsOff = ({ plan }: KeptPlan, sourceId: string) =>
  plan.pulls.filter((pull) => pull.sourceId === sourceId).map(({ id }) => id);

describe('keeping a plan', () => {
  test('of two jobs that take one roll at once exactly one has it, and the other is told', async () => {
    const id = await put('roll', 3 * PULL_MM + 20);
    const jobs = [await newJob(), await newJob()];
    const plans = await Promise.all(jobs.map((job) => planOff(job, [id])));
    const answers = await Promise.all(jobs.map((job, at) => write(job, plans[at] ?? null)));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(answers.find(({ status }) => status === 409)?.body.detail).toContain(
      `${id} has just been taken by another job’s plan`,
    );
    const winner = jobs[answers.findIndex(({ status }) => status === 200)] ?? '';
    expect((await entryOf(id))?.reservedBy).toBe(winner);
    const [loser = '', its] = jobs[0] === winner ? [jobs[1], plans[1]] : [jobs[0], plans[0]];
    expect((await owner.get(`/jobs/${loser}`)).body.records.plan).toEqual({});
    // Dropped, the plan gives it back, and the other may have it.
    expect((await write(winner, null)).status).toBe(200);
    expect((await entryOf(id))?.reservedBy).toBeNull();
    expect((await write(loser, its ?? null)).status).toBe(200);
    expect((await entryOf(id))?.reservedBy).toBe(loser);
  });

  test('a plan that can’t be cut, or off a roll that is gone, is refused and nothing is reserved', async () => {
    const [id, job] = [await put('roll', 5000), await newJob()];
    const kept = await planOff(job, [id]);
    const [first] = kept.plan.pulls;
    if (!first) throw new Error('nothing to cut');
    const tooLong = {
      ...kept.plan,
      pulls: [{ ...first, start: 90_000 - first.length }, ...kept.plan.pulls.slice(1)],
    };
    expect(await write(job, { ...kept, plan: tooLong })).toMatchObject({
      status: 422,
      body: { title: 'The plan can’t be cut', detail: expect.stringContaining('ends at 90000 mm') },
    });
    const { version } = (await entryOf(id)) ?? { version: 0 };
    await owner.put('/rack', { entries: [], removed: [{ id, baseVersion: version }] });
    expect((await write(job, kept)).body.detail).toContain(`${id} is not on the rack any more`);
    expect((await rack()).filter(({ reservedBy }) => reservedBy === job)).toEqual([]);
  });

  test('an apprentice neither keeps, changes nor drops a plan, but ticks what is cut', async () => {
    const [id, job] = [await put('roll', 5000), await newJob()];
    const apprentice = await signedIn(server, shop.emails.apprentice);
    const kept = await planOff(job, [id]);
    expect((await write(job, kept, apprentice)).status).toBe(403);
    expect((await entryOf(id))?.reservedBy).toBeNull();
    await write(job, kept);
    const [first = ''] = pullsOff(kept, id);
    const other = [
      null,
      { ...kept, lockedPullIds: [first], frozen: null },
      { ...cut(kept, first), keptAt: '2026-05-04T12:30:00Z' },
    ];
    for (const plan of other) expect((await write(job, plan, apprentice)).status).toBe(403);
    expect((await entryOf(id))?.entry.length).toBe(5000);
    expect((await write(job, cut(kept, first), apprentice)).status).toBe(200);
    expect((await entryOf(id))?.entry.length).toBeCloseTo(5000 - PULL_MM);
  });
});

describe('cutting', () => {
  test('a ticked pull shortens its roll once, and its leftover is on the rack with the lot of the roll', async () => {
    const [id, job] = [await put('roll', 5000, 1400), await newJob()];
    const kept = await planOff(job, [id]);
    await write(job, kept);
    const before = (await rack()).map(({ entry }) => entry.id);
    const [first = ''] = pullsOff(kept, id);
    const length = kept.plan.pulls.find((pull) => pull.id === first)?.length ?? 0;
    expect((await write(job, cut(kept, first))).body.notices).toEqual([]);
    expect((await entryOf(id))?.entry.length).toBeCloseTo(5000 - length);
    // Unticked the film is back, and ticked again it is not cut twice.
    expect((await write(job, kept)).body.notices).toEqual([]);
    expect((await entryOf(id))?.entry.length).toBe(5000);
    expect((await rack()).map(({ entry }) => entry.id)).toEqual(before);
    await write(job, cut(kept, first));
    expect((await entryOf(id))?.entry.length).toBeCloseTo(5000 - length);
    const leftovers = (await rack()).filter(({ entry }) => !before.includes(entry.id));
    const keeps = kept.plan.pulls.find((pull) => pull.id === first)?.offcuts.filter(({ keep }) => keep) ?? [];
    expect(keeps).not.toEqual([]);
    expect(leftovers.map(({ entry }) => [entry.kind, entry.width, entry.length])).toEqual(
      keeps.map(({ w, l }) => ['offcut', w, l]),
    );
    expect(leftovers.map(({ entry, lot }) => [entry.id.slice(0, 2), lot])).toEqual(
      keeps.map(() => ['G-', 'B7']),
    );
  });

  test('a slip is taken back with all it did: a roll that was used up, one that was opened, pulls in between', async () => {
    const [id, job] = [await put('offcut', PULL_MM + 50), await newJob()];
    const kept = await planOff(job, [id]);
    await write(job, kept);
    const names = async () => (await rack()).map(({ entry }) => entry.id);
    const before = await names();
    const [used = ''] = pullsOff(kept, id);
    const opened = kept.plan.sources.find(({ kind }) => kind === 'new')?.id ?? '';
    const [first = '', second = ''] = pullsOff(kept, opened);
    await write(job, cut(kept, used, first, second));
    const roll = (await rack()).find(({ entry }) => entry.kind === 'roll' && !before.includes(entry.id));
    expect([await entryOf(id), roll?.entry.length]).toEqual([undefined, 30_480 - 2 * PULL_MM]);
    await write(job, cut(kept, second));
    expect(await entryOf(id)).toMatchObject({ entry: { length: PULL_MM + 50 }, lot: 'B7', reservedBy: job });
    expect((await entryOf(roll?.entry.id ?? ''))?.entry.length).toBe(30_480 - PULL_MM);
    await write(job, kept);
    expect(await names()).toEqual(before);
  });

  test('the bench is told of a roll that was opened, gives it its lot, and it stays when the slip is taken back', async () => {
    const job = await newJob();
    const kept = await planOff(job, []);
    await write(job, kept);
    expect((await owner.get(`/jobs/${job}/cut-pulls`)).body).toEqual([]);
    const opened = kept.plan.sources.find(({ kind }) => kind === 'new')?.id ?? '';
    const [first = ''] = pullsOff(kept, opened);
    const before = (await rack()).map(({ entry }) => entry.id);
    await write(job, cut(kept, first));
    const [told] = (await owner.get(`/jobs/${job}/cut-pulls`)).body as CutPulls;
    if (!told?.roll) throw new Error('no roll');
    expect(told).toMatchObject({ pullId: first, keptAt: kept.keptAt, opened: true, roll: { lot: null } });
    const fresh = (await rack()).map(({ entry }) => entry.id).filter((id) => !before.includes(id));
    expect([told.roll, ...told.offcuts].map(({ entry }) => entry.id).sort()).toEqual(fresh.sort());
    const entries = [told.roll, ...told.offcuts].map(({ entry, version }) => ({
      entry,
      lot: 'N9',
      place: null,
      baseVersion: version,
    }));
    expect((await owner.put('/rack', { entries, removed: [] })).status).toBe(200);
    const labels = await owner.get(`/rack/labels?${fresh.map((id) => `ids=${id}`).join('&')}`);
    expect([labels.type, labels.body.slice(0, 5)]).toEqual(['application/pdf', '%PDF-']);
    expect((await write(job, kept)).body.notices).toEqual([]);
    const left = (await rack()).map(({ entry }) => entry.id).filter((id) => !before.includes(id));
    expect(left).toEqual([told.roll.entry.id]); // it has a lot now, so it stands there
  });

  test('a lot or a place given to a leftover is no use of it: the slip takes it back', async () => {
    const [id, job] = [await put('roll', 5000, 1400), await newJob()];
    const kept = await planOff(job, [id]);
    await write(job, kept);
    const before = (await rack()).map(({ entry }) => entry.id);
    const [first = ''] = pullsOff(kept, id);
    await write(job, cut(kept, first));
    const [told] = (await owner.get(`/jobs/${job}/cut-pulls`)).body as CutPulls;
    expect([told?.opened, told?.roll?.entry.id, told?.offcuts.length]).toEqual([false, id, 1]);
    const entries = (told?.offcuts ?? []).map(({ entry, version }) => ({
      entry,
      lot: 'N9',
      place: 'bin',
      baseVersion: version,
    }));
    expect((await owner.put('/rack', { entries, removed: [] })).status).toBe(200);
    expect((await write(job, kept)).body.notices).toEqual([]);
    expect((await rack()).map(({ entry }) => entry.id)).toEqual(before);
  });

  test('labels are for what is on the own rack only, and for so many at once', async () => {
    const id = await put('roll', 5000);
    const other = await signedIn(server, (await server.makeShop()).emails.owner);
    expect((await owner.get(`/rack/labels?ids=${id}`)).status).toBe(200);
    expect((await other.get(`/rack/labels?ids=${id}`)).status).toBe(404);
    expect((await owner.get('/rack/labels')).status).toBe(422);
    expect((await owner.get(`/rack/labels?${'ids=a&'.repeat(61)}`)).status).toBe(422);
  });

  test('a leftover that has been changed since keeps the rack as it is, and that is said', async () => {
    const [id, job] = [await put('roll', 5000, 1400), await newJob()];
    const kept = await planOff(job, [id]);
    await write(job, kept);
    const before = (await rack()).map(({ entry }) => entry.id);
    const [first = ''] = pullsOff(kept, id);
    await write(job, cut(kept, first));
    const left = (await rack()).find(({ entry }) => !before.includes(entry.id));
    if (!left) throw new Error('no leftover');
    await owner.put('/rack', {
      entries: [
        { entry: { ...left.entry, length: 500 }, lot: 'B7', place: 'bay 9', baseVersion: left.version },
      ],
      removed: [],
    });
    const { length } = (await entryOf(id))?.entry ?? {};
    expect((await write(job, kept)).body.notices).toEqual([
      expect.stringMatching(new RegExp(`leftovers ${left.entry.id} was used or changed since`)),
    ]);
    expect((await entryOf(id))?.entry.length).toBe(length);
    // Ticked again it is not cut a second time.
    await write(job, cut(kept, first));
    expect((await entryOf(id))?.entry.length).toBe(length);
  });

  test('a roll is reserved as long as something is to be cut off it', async () => {
    const [id, job] = [await put('roll', 5000), await newJob()];
    const kept = await planOff(job, [id]);
    await write(job, kept);
    const all = pullsOff(kept, id);
    await write(job, cut(kept, ...all.slice(0, -1)));
    expect((await entryOf(id))?.reservedBy).toBe(job);
    await write(job, cut(kept, ...all));
    expect((await entryOf(id))?.reservedBy).toBeNull();
  });

  test('what was cut was cut: where the rack lacks it the tick stands, the rack stays, and it is said', async () => {
    const [id, job] = [await put('roll', 5000), await newJob()];
    const kept = await planOff(job, [id]);
    await write(job, kept);
    const { entry, version } = (await entryOf(id)) ?? {};
    await owner.put('/rack', {
      entries: [{ entry: { ...entry, length: 900 }, lot: 'B7', place: null, baseVersion: version }],
      removed: [],
    });
    const [first = ''] = pullsOff(kept, id);
    const answer = await write(job, cut(kept, first));
    expect(answer).toMatchObject({
      status: 200,
      body: { notices: [expect.stringMatching(new RegExp(`^${id} has 900 mm left, the pull took \\d+`))] },
    });
    expect((await entryOf(id))?.entry.length).toBe(900);
    expect((await owner.get(`/jobs/${job}`)).body.records.plan[PLAN_ID].cutPullIds).toEqual([first]);
    const { version: now } = (await entryOf(id)) ?? {};
    await owner.put('/rack', { entries: [], removed: [{ id, baseVersion: now }] });
    const [, second = ''] = pullsOff(kept, id);
    expect((await write(job, cut(kept, first, second))).body.notices).toEqual([
      `${id} is not on the rack any more; count what is there and mend the rack.`,
    ]);
  });

  test('pulls of two jobs at once open a roll each, which stays theirs, and no two leftovers get one name', async () => {
    const jobs = [await newJob(), await newJob()];
    const plans = await Promise.all(jobs.map((job) => planOff(job, [])));
    for (const [at, job] of jobs.entries()) await write(job, plans[at] ?? null);
    const before = (await rack()).map(({ entry }) => entry.id);
    const told = await Promise.all(
      jobs.map((job, at) => {
        const kept = plans[at];
        return kept ? write(job, cut(kept, kept.plan.pulls[0]?.id ?? '')) : null;
      }),
    );
    expect(told.map((answer) => [answer?.status, answer?.body.notices])).toEqual([
      [200, []],
      [200, []],
    ]);
    const fresh = (await rack()).filter(({ entry }) => !before.includes(entry.id));
    const rolls = fresh.filter(({ entry }) => entry.kind === 'roll');
    const longer = plans[0]?.plan.pulls.length === 1;
    expect(rolls.map(({ reservedBy }) => reservedBy).sort()).toEqual(
      longer ? [null, null] : [...jobs].sort(),
    );
    expect(new Set(fresh.map(({ entry }) => entry.id)).size).toBe(fresh.length);
    const [length = 0] = plans.map((kept) => kept.plan.pulls[0]?.length ?? 0);
    expect(rolls.map(({ entry }) => entry.length)).toEqual([30_480 - length, 30_480 - length]);
  });

  test('sizes that were cut are told with the book, rounded up to centimetres, and to no other shop', async () => {
    const cutting = await server.makeShop();
    const there = await signedIn(server, cutting.emails.owner);
    const file = JSON.stringify(jobFileForTest(records));
    const job = (await there.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
    const kept = await planOff(job, []);
    const change = (after: KeptPlan, baseVersion: number) =>
      there.edit(job, { kind: 'plan', id: PLAN_ID, baseVersion, after });
    await change(kept, 0);
    await change(cut(kept, ...kept.plan.pulls.map(({ id }) => id)), 1);
    const told = (await there.get('/shop-book')).body.cutBefore['gannet-silver-20'];
    expect(told).toEqual([{ width: 750, length: 1050, times: 3 }]);
    const other = await signedIn(server, (await server.makeShop()).emails.owner);
    expect((await other.get('/shop-book')).body.cutBefore).toEqual({});
  });
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

describe('film on order', () => {
  const order = () => ({
    id: crypto.randomUUID(),
    filmId: 'gannet-silver-20',
    widthMm: 1524,
    rollMm: 30_480,
    quantity: 2,
    supplier: 'Harbour Film',
    orderedOn: '2026-05-01',
    arrivedOn: null,
    version: 0,
  });
  const roll = (id: string) => ({
    entry: {
      id,
      filmId: 'gannet-silver-20',
      kind: 'roll',
      width: 1524,
      length: 30_480,
      factoryEdges: ['left', 'right'],
    },
    lot: 'N9',
    place: 'bay 4',
    baseVersion: 0,
  });
  const orderOf = async (id: string, caller = owner) =>
    ((await caller.get('/film-orders')).body as FilmOrder[]).find((each) => each.id === id);

  test('goes on the rack when it has arrived, once, all of it or nothing', async () => {
    const sent = order();
    expect((await owner.put('/film-orders', sent)).body).toEqual({ ...sent, version: 1 });
    expect((await owner.put('/film-orders', sent)).status).toBe(409);
    const there = await put('roll', 5000);
    const arrive = (...entries: object[]) =>
      owner.post(`/film-orders/${sent.id}/arrival`, { baseVersion: 1, arrivedOn: '2026-05-04', entries });
    expect((await arrive(roll('A-1'), roll(there))).body.title).toBe('Name in use');
    expect([await entryOf('A-1'), (await orderOf(sent.id))?.arrivedOn]).toEqual([undefined, null]);
    expect((await arrive(roll('A-1'))).body).toMatchObject({ arrivedOn: null, quantity: 1, version: 2 });
    const rest = { baseVersion: 2, arrivedOn: '2026-05-04', entries: [roll('A-2')] };
    expect((await owner.post(`/film-orders/${sent.id}/arrival`, rest)).body).toMatchObject({
      arrivedOn: '2026-05-04',
      version: 3,
    });
    expect([(await entryOf('A-1'))?.lot, (await entryOf('A-2'))?.lot]).toEqual(['N9', 'N9']);
    expect((await arrive(roll('A-3'))).status).toBe(409);
    const longAgo = { ...order(), arrivedOn: '2026-01-07' };
    await owner.put('/film-orders', longAgo);
    expect(await orderOf(longAgo.id)).toBeUndefined();
    expect(await orderOf(sent.id)).toBeDefined();
    for (const id of ['A-1', 'A-2']) {
      const { version } = (await entryOf(id)) ?? {};
      await owner.put('/rack', { entries: [], removed: [{ id, baseVersion: version }] });
    }
  });

  test('is seen by its shop alone, and ordered by whoever may change the rack', async () => {
    const sent = order();
    await owner.put('/film-orders', sent);
    const other = await signedIn(server, (await server.makeShop()).emails.owner);
    expect(await orderOf(sent.id, other)).toBeUndefined();
    expect((await other.call('DELETE', `/film-orders/${sent.id}`)).status).toBe(404);
    const apprentice = await signedIn(server, shop.emails.apprentice);
    expect(await orderOf(sent.id, apprentice)).toMatchObject({ quantity: 2 });
    expect((await apprentice.put('/film-orders', order())).status).toBe(403);
    expect((await apprentice.call('DELETE', `/film-orders/${sent.id}`)).status).toBe(403);
    for (const wrong of [{ quantity: 0 }, { quantity: 1.5 }, { supplier: ' ' }, { orderedOn: '2026-02-31' }])
      expect((await owner.put('/film-orders', { ...order(), ...wrong })).status).toBe(422);
    expect((await owner.call('DELETE', `/film-orders/${sent.id}`)).status).toBe(200);
    expect(await orderOf(sent.id)).toBeUndefined();
  });

  test('is the new roll that a plan kept before asks for: no second one is opened', async () => {
    const job = await newJob();
    const kept = await planOff(job, []);
    await write(job, kept);
    const opened = kept.plan.sources.find(({ kind }) => kind === 'new');
    const [first = ''] = pullsOff(kept, opened?.id ?? '');
    const { entry } = roll('A-9');
    const bought = { ...entry, width: opened?.width, length: opened?.length };
    await owner.put('/rack', {
      entries: [{ entry: bought, lot: 'N9', place: null, baseVersion: 0 }],
      removed: [],
    });
    const before = (await rack()).map(({ entry: { id } }) => id);
    await write(job, cut(kept, first));
    const [told] = (await owner.get(`/jobs/${job}/cut-pulls`)).body as CutPulls;
    expect([told?.roll?.entry.id, told?.opened, told?.roll?.lot]).toEqual(['A-9', false, 'N9']);
    const rolls = (await rack()).filter(({ entry: { id, kind } }) => kind === 'roll' && !before.includes(id));
    expect(rolls).toEqual([]);
    await write(job, kept);
    expect((await entryOf('A-9'))?.entry.length).toBe(opened?.length);
  });
});

describe('consumables', () => {
  const blades = { name: 'Carbon blades, fine', unit: 'pieces', onHand: 40, least: 50, place: null };
  const named = async (name: string, caller = owner) =>
    ((await caller.get('/consumables')).body as { id: string; name: string; version: number }[]).find(
      (each) => each.name === name,
    );

  test('are added, changed on the version they were read at, and removed', async () => {
    const id = crypto.randomUUID();
    const first = await owner.put('/consumables', { ...blades, id, version: 0 });
    expect(first).toMatchObject({ status: 200, body: { ...blades, id, version: 1 } });
    expect((await owner.put('/consumables', { ...blades, id, version: 0 })).status).toBe(409);
    expect((await owner.put('/consumables', { ...blades, id, onHand: 12.5, version: 1 })).body).toMatchObject(
      {
        onHand: 12.5,
        version: 2,
      },
    );
    const stale = await owner.put('/consumables', { ...blades, id, onHand: 3, version: 1 });
    expect([stale.status, stale.body.title]).toEqual([409, 'Changed since']);
    expect((await owner.call('DELETE', `/consumables/${id}`)).status).toBe(200);
    expect(await named(blades.name)).toBeUndefined();
  });

  test.each([{ onHand: -1 }, { name: ' ' }, { unit: 'litres' }, { least: 1e9 }])(
    '%j can’t be',
    async (wrong) => {
      const body = { ...blades, id: crypto.randomUUID(), version: 0, ...wrong };
      expect((await owner.put('/consumables', body)).status).toBe(422);
    },
  );

  test('belong to one shop, and apprentices only read them', async () => {
    const id = crypto.randomUUID();
    await owner.put('/consumables', { ...blades, id, version: 0 });
    const other = await signedIn(server, (await server.makeShop()).emails.owner);
    expect(await named(blades.name, other)).toBeUndefined();
    expect((await other.put('/consumables', { ...blades, id, version: 1 })).status).toBe(409);
    await other.call('DELETE', `/consumables/${id}`);
    const apprentice = await signedIn(server, shop.emails.apprentice);
    expect(await named(blades.name, apprentice)).toMatchObject({ version: 1 });
    expect((await apprentice.put('/consumables', { ...blades, id, version: 1 })).status).toBe(403);
    expect((await apprentice.call('DELETE', `/consumables/${id}`)).status).toBe(403);
  });
});
