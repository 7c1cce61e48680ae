import { planCuts } from '../cuts/index.ts';
import { NO_PRICING, deriveJob, type Acceptance, type JobHeader, type Quote } from '../job/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../testing/index.ts';
import { fitTimes } from '../times/index.ts';
import { seededRandom } from '../units/index.ts';
import {
  acceptancesOf,
  againstAccepting,
  costOfJob,
  makeQuote,
  numberOfQuote,
  optionsDiffer,
  questionsOf,
  quoteOption,
  quotesOf,
  timesDefaults,
} from './index.ts';

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const wide = readingsForTest([2300, 2300, 2300, 1326, 1326, 1326]);
const texts = { said: [], cautions: ['Film slows fading; nothing stops it.'], afterwards: 'Dry in 30 days.' };

interface Before {
  readonly quote?: Readonly<Record<string, Quote>>;
  readonly acceptance?: Readonly<Record<string, Acceptance>>;
}

function offered(panes: Parameters<typeof recordsForTest>[0], before: Before = {}) {
  const job = deriveJob({ ...recordsForTest(panes), ...before }, bookForTest);
  const planJob = job.plan.job;
  const plan = planCuts(planJob, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const cost = costOfJob({
    ...{ job, plan, planJob, currency: 'EUR', taxShare: 0.19 },
    ...{ times: fitTimes(timesDefaults(job.rules), []), pricing: NO_PRICING },
  });
  const option = quoteOption({ id: 'own', name: 'As it stands', job, plan, cost, texts });
  const quote = makeQuote({
    ...{ job, options: [option], currency: 'EUR' },
    ...{ madeAt: '2027-01-31T09:00:00Z', today: '2027-01-31', underCost: null },
    ...{ madeBy: { id: 'm', name: 'Marit Brindle' }, terms: 'Half on ordering.' },
    language: 'en',
  });
  return { job, cost, quote, option };
}
const three = { panes: { p1: { readings: plain }, p2: { readings: wide }, p3: { readings: plain } } };

const signed = (quoteId: string, more: Partial<Acceptance> = {}): Acceptance => ({
  ...{ quoteId, optionId: 'own', name: 'Ines Alder', strokes: [[[0.1, 0.1]]] },
  ...{ at: '2027-02-03T10:00:00Z', takenBy: null },
  ...more,
});

test('a quote keeps whose it is, panes with their sizes and seams, films with their figures, and the price', () => {
  const { quote, option, cost } = offered(three);
  expect(quote).toMatchObject({
    ...{ version: 1, validUntil: '2027-03-02', currency: 'EUR', changes: null, underCost: null },
    ...{ job: 'Reading room', customer: 'Lantern Quay Library', terms: 'Half on ordering.' },
  });
  expect(quote.place).not.toBe('');
  expect(
    option.panes.map(({ label, widthMm, heightMm, seams }) => [label, widthMm, heightMm, seams]),
  ).toEqual([
    ['1', 820, 1326, 0],
    ['2', 2300, 1326, 1],
    ['3', 820, 1326, 0],
  ]);
  expect(option.panes[0]?.where).toBe('Reading room, South-west wall');
  expect(option.films.map(({ id }) => id)).toEqual(['gannet-silver-20']);
  const { gross, net, tax, cost: whole } = cost.result;
  expect(option.price).toMatchObject({ gross, net, tax, taxShare: 0.19, taxShown: 'added', because: '' });
  expect(option).toMatchObject({ cost: whole, ...texts });
});

test('a wall is kept as it is drawn: every pane in its place, darker with film, with its seams', () => {
  const [wall] = offered(three).option.walls;
  expect(wall).toMatchObject({ name: 'Reading room, South-west wall', widthMm: 5000, heightMm: 2600 });
  const [first, second] = wall?.openings ?? [];
  expect([first?.label, first?.widthMm, first?.heightMm, first?.seams]).toEqual(['1', 820, 1326, []]);
  expect(second?.seams).toHaveLength(1);
  expect(second?.seams[0]?.axis).toBe('vertical');
  expect(second?.seams[0]?.at).toBeGreaterThan(0.2);
  expect(second?.seams[0]?.at).toBeLessThan(0.8);
  // Without film the same glass is lighter, from inside by day.
  const bare = offered({ panes: { ...three.panes, p1: { readings: plain, filmId: null } } });
  const glass = bare.option.walls[0]?.openings[0];
  expect(glass?.label).toBe('1');
  expect(glass?.lightByDay).toBeGreaterThan(first?.lightByDay ?? 1);
  expect(glass?.lightByNight).not.toBe(first?.lightByNight);
});

test('a quote is called by the job’s number through the shop and its version, one from before by its version', () => {
  const { quote, job } = offered(three);
  expect([quote.number, numberOfQuote(quote)]).toEqual(['', '1']);
  const header = { ...(job.header as JobHeader), number: 41 };
  const second = makeQuote({
    ...{ job: { ...job, header, records: { ...job.records, quote: { a: quote } } }, options: quote.options },
    ...{
      currency: 'EUR',
      madeAt: '2027-02-01T09:00:00Z',
      today: '2027-02-01',
      underCost: null,
      madeBy: null,
    },
    ...{ terms: '', language: 'en' },
  });
  expect([second.number, numberOfQuote(second), second.language]).toEqual(['41-2', '41-2', 'en']);
});

test('quotes of a job are counted on, the newest first', () => {
  const first = offered(three).quote;
  const second = offered(three, { quote: { a: first } }).quote;
  expect(second.version).toBe(2);
  const { job } = offered(three, { quote: { a: first, b: second } });
  expect(quotesOf(job.records).map(({ id, version }) => [id, version])).toEqual([
    ['b', 2],
    ['a', 1],
  ]);
});

test('what was offered is held against what is offered now', () => {
  const { option } = offered(three);
  const gross = option.price.gross;
  expect(optionsDiffer(option, offered(three).option)).toBeNull();
  const larger = readingsForTest([860, 860, 860, 1326, 1326, 1326]);
  const now = offered({ panes: { ...three.panes, p3: { readings: larger } } }).option;
  expect(optionsDiffer(option, now)).toEqual({
    ...{ added: [], gone: [], other: [{ label: '3', what: ['size'] }] },
    ...{ grossBefore: gross, grossNow: now.price.gross },
  });
  const without = { ...option, panes: option.panes.slice(1) };
  expect(optionsDiffer(option, without)).toMatchObject({ added: [], gone: ['1'], other: [] });
  expect(optionsDiffer(without, option)).toMatchObject({ added: ['1'], gone: [], other: [] });
  const changed = (change: Partial<(typeof option.panes)[number]>) => ({
    ...option,
    panes: option.panes.map((pane, at) => (at === 0 ? { ...pane, ...change } : pane)),
  });
  for (const [change, what] of [
    [{ heightMm: 1327 }, ['size']],
    [{ widthMm: 821 }, ['size']],
    [{ filmId: 'heron', seams: 1 }, ['film', 'seams']],
  ] as const)
    expect(optionsDiffer(option, changed(change))?.other).toEqual([{ label: '1', what }]);
  const dearer = { ...option, price: { ...option.price, gross: gross + 100 } };
  expect(optionsDiffer(option, dearer)).toMatchObject({ other: [], grossNow: gross + 100 });
});

test('only the newest quote is accepted, once, while it holds, one of its choices; then only changes to it', () => {
  const first = offered(three).quote;
  const second = offered(three, { quote: { a: first } }).quote;
  const both = { quote: { a: first, b: second }, acceptance: {} };
  const day = '2027-02-03';
  expect(againstAccepting(both, 'b', 'own', day)).toBeNull();
  expect(againstAccepting(both, 'a', 'own', day)).toBe('newer');
  expect(againstAccepting(both, 'b', 'other', day)).toBe('noOption');
  expect(againstAccepting(both, 'c', 'own', day)).toBe('noOption');
  expect(againstAccepting(both, 'b', 'own', '2027-03-02')).toBeNull();
  expect(againstAccepting(both, 'b', 'own', '2027-03-03')).toBe('ranOut');
  const taken = { ...both, acceptance: { x: signed('b') } };
  expect(againstAccepting(taken, 'b', 'own', day)).toBe('accepted');
  // What comes after an order changes it, and says which; a quote made beside it is not taken.
  const change = offered(three, taken).quote;
  expect(change).toMatchObject({ version: 3, changes: 'b' });
  const withChange = { ...taken, quote: { ...both.quote, c: change } };
  expect(againstAccepting(withChange, 'c', 'own', day)).toBeNull();
  const beside = { ...withChange, quote: { ...withChange.quote, c: { ...change, changes: null } } };
  expect(againstAccepting(beside, 'c', 'own', day)).toBe('otherAccepted');
  // A change to the change is held against that.
  const twice = { ...withChange, acceptance: { x: signed('b'), y: signed('c') } };
  expect(acceptancesOf(twice).map(({ quote: { id }, option }) => [id, option.id])).toEqual([
    ['c', 'own'],
    ['b', 'own'],
  ]);
  expect(offered(three, twice).quote.changes).toBe('c');
});

test('questions stand with the latest first', () => {
  const question = (at: string) => ({ quoteId: 'a', at, name: 'Ines', text: 'Is it dark?', answer: null });
  const asked = { q: question('2027-02-01T10:00:00Z'), r: question('2027-02-02T10:00:00Z') };
  expect(questionsOf({ question: asked }).map(({ id }) => id)).toEqual(['r', 'q']);
});
