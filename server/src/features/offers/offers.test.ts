import type { Acceptance, JobRecords, Quote } from '@neat-sill/core/job';
import { jobFileForTest, quoteForTest, quoteOptionForTest, recordsForTest } from '@neat-sill/core/testing';
import { sql } from 'drizzle-orm';
import { ApiCaller, signedIn } from '../../testing/caller.ts';
import { startTestServer, testNow, type TestServer, type TestShop } from '../../testing/server.ts';

/* What a customer reads, signs and asks behind a secret link, and what nobody changes afterwards. */

type Role = 'owner' | 'installer' | 'apprentice';

let server: TestServer;
let shop: TestShop;
const callers = {} as Record<Role, ApiCaller>;
const ids = {} as Record<Role, string>;
let jobId: string;
let token: string;
beforeAll(async () => {
  server = await startTestServer({ trustProxy: true });
  shop = await server.makeShop();
  for (const role of ['owner', 'installer', 'apprentice'] as const) {
    callers[role] = await signedIn(server, shop.emails[role]);
    ids[role] = ((await callers[role].get('/session')).body as { person: { id: string } }).person.id;
  }
});
beforeEach(async () => {
  server.moveClock(testNow);
  const file = JSON.stringify(jobFileForTest(recordsForTest()));
  jobId = (await callers.owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
  expect((await makeQuote('a')).status).toBe(200);
  token = (await link('a')).body.token as string;
});
afterAll(() => server.stop());

const numberIn = (version: number) => `7-${version}`;
const better = { ...quoteOptionForTest, id: 'better', name: 'Better' };
const makeQuote = (id: string, more: Partial<Quote> = {}, by: Role = 'owner') =>
  callers[by].edit(jobId, {
    ...{ kind: 'quote', id, baseVersion: 0 },
    after: {
      ...quoteForTest,
      ...{ options: [quoteOptionForTest, better], madeBy: { id: ids[by], name: by } },
      number: numberIn(more.version ?? 1),
      ...more,
    },
  } as never);
const link = (quoteId: string, by: Role = 'owner', days = 30) =>
  callers[by].post(`/jobs/${jobId}/customer-links`, { quoteId, days });
let place = 0;
/** Somebody outside, from an address of their own. */
const outside = () => {
  const caller = new ApiCaller(server);
  place += 1;
  const from = { 'x-forwarded-for': `10.1.${Math.floor(place / 250)}.${(place % 250) + 1}` };
  return {
    look: (of = token) => caller.call('POST', '/offers/look', { token: of }, from),
    accept: (more: object = {}) =>
      caller.call(
        'POST',
        '/offers/acceptance',
        { token, quoteId: 'a', optionId: 'better', name: 'Ines Alder', strokes: [[[0.1, 0.2]]], ...more },
        from,
      ),
    ask: (text: string, of = token) =>
      caller.call('POST', '/offers/questions', { token: of, name: 'Ines Alder', text }, from),
  };
};
const records = async () => (await callers.owner.get(`/jobs/${jobId}`)).body.records as JobRecords;

test('behind the link stands what is offered, and nothing of what it costs the shop', async () => {
  const { status, body } = await outside().look();
  expect(status).toBe(200);
  expect(body).toMatchObject({
    ...{
      quoteId: 'a',
      number: '7-1',
      language: 'en',
      currency: 'EUR',
      customer: 'Lantern Quay Library',
      accepted: null,
    },
    ...{ against: null, changes: null, questions: [], shop: { name: 'Brindle & Rook' } },
  });
  expect(body.options.map(({ id }: { id: string }) => id)).toEqual(['own', 'better']);
  expect(body.options[0]).not.toHaveProperty('cost');
  expect(Object.keys(body.options[0].films[0]).sort()).toEqual(['id', 'name', 'sentences']);
  await outside().look();
  const { links } = (await callers.installer.get(`/jobs/${jobId}/customer-links`)).body;
  expect(links).toMatchObject([{ quoteId: 'a', timesSeen: 2, revokedAt: null }]);
  expect(JSON.stringify(links)).not.toContain(token);
});

test('a guessed, closed, or run-out link, and one of a deleted job, are told alike: there is nothing', async () => {
  const guessed = await outside().look('x'.repeat(43));
  expect(guessed.status).toBe(404);
  const [made] = (await callers.owner.get(`/jobs/${jobId}/customer-links`)).body.links;
  const short = (await link('a', 'installer', 1)).body.token as string;
  await callers.owner.call('DELETE', `/jobs/${jobId}/customer-links/${made.id}`);
  const closed = await outside().look();
  server.moveClock(new Date(testNow.getTime() + 86_400_000));
  const ranOut = await outside().look(short);
  server.moveClock(testNow);
  await callers.owner.put(`/jobs/${jobId}/keeping`, { shelf: 'deleted' });
  const ofDeleted = await outside().look(short);
  for (const each of [closed, ranOut, ofDeleted])
    expect([each.status, each.body]).toEqual([404, guessed.body]);
});

test('who guesses is held up after some tries, from that place only', async () => {
  const guesser = outside();
  const tries: number[] = [];
  for (let at = 0; at < 33; at += 1) tries.push((await guesser.look(`guess-number-${at}-of-many`)).status);
  expect(tries.slice(0, 30)).toEqual(Array(30).fill(404));
  expect(tries.at(-1)).toBe(429);
  expect((await guesser.look()).status).toBe(429);
  expect((await outside().look()).status).toBe(200);
});

test('only crew leaders make and close links, of quotes that are there, in their own shop', async () => {
  expect((await link('a', 'apprentice')).status).toBe(403);
  expect((await link('b')).status).toBe(404);
  const other = await server.makeShop();
  const stranger = await signedIn(server, other.emails.owner);
  expect((await stranger.post(`/jobs/${jobId}/customer-links`, { quoteId: 'a', days: 3 })).status).toBe(404);
  const [made] = (await callers.owner.get(`/jobs/${jobId}/customer-links`)).body.links;
  expect((await stranger.call('DELETE', `/jobs/${jobId}/customer-links/${made.id}`)).status).toBe(404);
  expect((await stranger.get(`/jobs/${jobId}/customer-links`)).body.links).toEqual([]);
  expect((await outside().look()).status).toBe(200);
});

test('one choice is accepted once by name and hand; pressed twice it stands once, and nothing else is taken', async () => {
  const customer = outside();
  const taken = await customer.accept();
  expect(taken.body).toMatchObject({
    accepted: { optionId: 'better', name: 'Ines Alder', at: testNow.toISOString() },
  });
  expect((await customer.accept()).status).toBe(200);
  const other = await customer.accept({ optionId: 'own' });
  expect([other.status, other.body.detail]).toEqual([409, 'This quote has been accepted already.']);
  const { acceptance } = await records();
  expect(Object.values(acceptance)).toEqual([
    {
      ...{ quoteId: 'a', optionId: 'better', name: 'Ines Alder', strokes: [[[0.1, 0.2]]] },
      ...{ at: testNow.toISOString(), takenBy: null },
    },
  ]);
});

test('an old, run-out or unknown quote, and an unsigned one, are not accepted', async () => {
  const customer = outside();
  expect((await customer.accept({ strokes: [] })).status).toBe(422);
  expect((await customer.accept({ optionId: 'none' })).status).toBe(409);
  await makeQuote('b', { version: 2 });
  // A link is to its own quote.
  expect((await customer.accept({ quoteId: 'b' })).status).toBe(409);
  const old = await customer.accept();
  expect([old.status, old.body.detail]).toEqual([
    409,
    'There is a newer quote for this job; only that one can be accepted.',
  ]);
  expect((await customer.look()).body.against).toContain('There is a newer quote');
  const newer = (await link('b', 'owner', 60)).body.token as string;
  server.moveClock(new Date('2026-06-04T10:00:00Z'));
  const late = await customer.accept({ token: newer, quoteId: 'b' });
  expect([late.status, late.body.detail]).toEqual([409, 'This quote has run out. Ask for a new one.']);
  server.moveClock(testNow);
  expect((await records()).acceptance).toEqual({});
});

test('a question reaches the job once and gets its answer, which nobody forges', async () => {
  const customer = outside();
  await customer.ask('Will it be dark?');
  expect((await customer.ask('Will it be dark?')).status).toBe(200);
  const [[id = '', question] = []] = Object.entries((await records()).question);
  expect(question).toMatchObject({ name: 'Ines Alder', text: 'Will it be dark?', answer: null });
  expect(Object.keys((await records()).question)).toHaveLength(1);
  const answer = { text: 'Hardly.', at: testNow.toISOString(), by: { id: ids.owner, name: 'owner' } };
  const write = (by: Role, after: object) =>
    callers[by].edit(jobId, { kind: 'question', id, baseVersion: 1, after } as never);
  expect((await write('installer', { ...question, answer })).status).toBe(422);
  expect((await write('owner', { ...question, text: 'Is it cheap?', answer })).status).toBe(422);
  expect((await write('owner', { ...question, answer })).status).toBe(200);
  expect((await customer.look()).body.questions).toEqual([
    {
      ...{ name: 'Ines Alder', text: 'Will it be dark?', at: testNow.toISOString() },
      answer: { text: 'Hardly.', at: testNow.toISOString() },
    },
  ]);
  const made = await callers.owner.edit(jobId, {
    ...{ kind: 'question', id: 'mine', baseVersion: 0, after: question },
  } as never);
  expect(made.status).toBe(422);
});

test('a quote stays as it was made, is made in one’s own name, and under its cost by the owner with a reason', async () => {
  const change = (id: string, after: Quote | null, baseVersion = 1) =>
    callers.owner.edit(jobId, { kind: 'quote', id, baseVersion, after } as never);
  const [, quote] = Object.entries((await records()).quote)[0] ?? [];
  expect(await change('a', { ...quoteForTest, ...quote, terms: 'None.' })).toMatchObject({
    status: 422,
    body: { title: 'A quote stays as it is' },
  });
  // It has gone out by a link; one that nobody has seen may be taken back.
  expect((await change('a', null)).status).toBe(422);
  await makeQuote('b', { version: 2 });
  expect((await change('b', null)).status).toBe(200);
  expect((await makeQuote('c', { version: 2, madeBy: { id: ids.installer, name: 'x' } })).status).toBe(422);
  const dear = { options: [{ ...quoteOptionForTest, cost: 47_501 }] };
  expect((await makeQuote('c', { version: 2, ...dear })).status).toBe(422);
  expect((await makeQuote('c', { version: 2, ...dear, underCost: 'a friend' }, 'installer')).status).toBe(
    422,
  );
  expect((await makeQuote('c', { version: 2, ...dear, underCost: 'a friend' })).status).toBe(200);
});

test('at the door the customer signs with whoever is there; what is signed stays, in the database too', async () => {
  const signed = (by: Role, more: Partial<Acceptance> = {}) => ({
    ...{ kind: 'acceptance', id: 'x', baseVersion: 0 },
    after: {
      ...{ quoteId: 'a', optionId: 'own', name: 'Ines Alder', strokes: [[[0.1, 0.2]]] },
      ...{ at: testNow.toISOString(), takenBy: { id: ids[by], name: by }, ...more },
    },
  });
  expect((await callers.apprentice.edit(jobId, signed('apprentice') as never)).status).toBe(403);
  expect((await callers.installer.edit(jobId, signed('owner') as never)).status).toBe(422);
  expect((await callers.installer.edit(jobId, signed('installer', { takenBy: null }) as never)).status).toBe(
    422,
  );
  expect(
    (await callers.installer.edit(jobId, signed('installer', { optionId: 'none' }) as never)).status,
  ).toBe(409);
  expect((await callers.installer.edit(jobId, signed('installer') as never)).status).toBe(200);
  for (const after of [null, { ...signed('installer').after, optionId: 'better' }])
    expect(
      (await callers.installer.edit(jobId, { ...signed('installer'), baseVersion: 1, after } as never))
        .status,
    ).toBe(422);
  const touched = await server.db.inShop(shop.id, async (tx) => [
    (await tx.execute(sql`update job_records set data = '{}' where kind = 'acceptance'`)).rowCount,
    (await tx.execute(sql`delete from job_records where kind = 'acceptance'`)).rowCount,
  ]);
  expect(touched).toEqual([0, 0]);
  await callers.owner.put(`/jobs/${jobId}/keeping`, { shelf: 'deleted' });
  expect((await callers.owner.call('DELETE', `/jobs/${jobId}`)).status).toBeLessThan(300);
});

test('what changes an order says what is other and what it costs more', async () => {
  await outside().accept();
  const fewer = { ...quoteOptionForTest, panes: quoteOptionForTest.panes.slice(1) };
  const dearer = { ...fewer, price: { ...fewer.price, gross: 60_000 } };
  await makeQuote('b', { version: 2, changes: 'a', options: [dearer] });
  token = (await link('b')).body.token as string;
  const { body } = await outside().look();
  expect(body.changes).toEqual({ number: '7-1', differences: ['pane 1 is gone'], grossBefore: 51_300 });
  const taken = await outside().accept({ quoteId: 'b', optionId: 'own' });
  expect(taken.body.accepted).toMatchObject({ optionId: 'own' });
});

test('open quotes are told with what their films cost then; accepted and run-out ones are not', async () => {
  const open = async () =>
    ((await callers.apprentice.get('/open-quotes')).body.quotes as { jobId: string }[]).filter(
      (quote) => quote.jobId === jobId,
    );
  expect(await open()).toMatchObject([
    { number: '7-1', gross: 51_300, films: [{ id: 'gannet-silver-20', rolls: [{ widthMm: 1524 }] }] },
  ]);
  await outside().accept();
  expect(await open()).toEqual([]);
  await makeQuote('b', { version: 2, changes: 'a' });
  expect(await open()).toMatchObject([{ number: '7-2' }]);
  await makeQuote('c', { version: 3, changes: 'a', validUntil: '2026-05-03' });
  expect(await open()).toEqual([]);
});

test('today tells who waits for an answer and who accepted lately', async () => {
  await outside().ask('Will it be dark?');
  const told = async () =>
    ((await callers.installer.get('/today?day=2026-05-04')).body.customers as { jobId: string }[]).filter(
      (each) => each.jobId === jobId,
    );
  expect(await told()).toEqual([
    { jobId, job: 'Reading room', kind: 'question', name: 'Ines Alder', at: testNow.toISOString() },
  ]);
  const [[id = '', question] = []] = Object.entries((await records()).question);
  const answer = { text: 'Hardly.', at: testNow.toISOString(), by: { id: ids.owner, name: 'owner' } };
  await callers.owner.edit(jobId, {
    ...{ kind: 'question', id, baseVersion: 1 },
    after: { ...question, answer },
  } as never);
  expect(await told()).toEqual([]);
  await outside().accept();
  expect(await told()).toMatchObject([{ kind: 'acceptance' }]);
  await callers.owner.put(`/jobs/${jobId}/keeping`, { shelf: 'archived' });
  expect(await told()).toEqual([]);
});

test('another currency is not taken unawares while quotes are open', async () => {
  const { body: now } = await callers.owner.get('/shop');
  const details = { ...now.details, currency: 'SEK' };
  const change = (version: number, more = {}) =>
    callers.owner.put('/shop', { name: now.name, baseVersion: version, details, ...more });
  const refused = await change(now.version);
  expect([refused.status, refused.body.title]).toEqual([409, 'Open quotes']);
  expect(refused.body.detail).toContain('in EUR: Lantern Quay Library, Reading room');
  expect((await callers.owner.get('/shop')).body.details.currency).toBe('EUR');
  expect((await change(now.version, { despiteOpenQuotes: true })).status).toBe(200);
  expect((await outside().look()).body.currency).toBe('EUR');
  expect((await callers.owner.get('/open-quotes')).body.quotes[0]).toMatchObject({ currency: 'EUR' });
});
