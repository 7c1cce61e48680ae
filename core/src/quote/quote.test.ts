import { planCuts } from '../cuts/index.ts';
import { NO_PRICING, deriveJob, type Quote } from '../job/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../testing/index.ts';
import { fitTimes } from '../times/index.ts';
import { seededRandom } from '../units/index.ts';
import { costOfJob, makeQuote, quotesOf, sinceQuote, timesDefaults } from './index.ts';

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const wide = readingsForTest([2300, 2300, 2300, 1326, 1326, 1326]);

function offered(panes: Parameters<typeof recordsForTest>[0], quotes: Readonly<Record<string, Quote>> = {}) {
  const job = deriveJob({ ...recordsForTest(panes), quote: quotes }, bookForTest);
  const planJob = job.plan.job;
  const plan = planCuts(planJob, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const cost = costOfJob({
    ...{ job, plan, planJob, currency: 'EUR', taxShare: 0.19 },
    ...{ times: fitTimes(timesDefaults(job.rules), []), pricing: NO_PRICING },
  });
  const quote = makeQuote({
    ...{ job, plan, cost, madeAt: '2027-01-31T09:00:00Z', today: '2027-01-31' },
    ...{ madeBy: 'Marit Brindle', terms: 'Half on ordering.' },
  });
  return { job, cost, quote };
}
const three = { panes: { p1: { readings: plain }, p2: { readings: wide }, p3: { readings: plain } } };

test('a quote keeps panes with their sizes and seams, films with their figures, and the price', () => {
  const { quote, cost } = offered(three);
  expect(quote).toMatchObject({
    ...{ version: 1, validUntil: '2027-03-02', currency: 'EUR', madeBy: 'Marit Brindle' },
    terms: 'Half on ordering.',
  });
  expect(quote.panes.map(({ label, widthMm, heightMm, seams }) => [label, widthMm, heightMm, seams])).toEqual(
    [
      ['1', 820, 1326, 0],
      ['2', 2300, 1326, 1],
      ['3', 820, 1326, 0],
    ],
  );
  expect(quote.panes[0]?.where).toBe('Reading room, South-west wall');
  expect(quote.films.map(({ id }) => id)).toEqual(['gannet-silver-20']);
  const { gross, net, tax } = cost.result;
  expect(quote.price).toMatchObject({ gross, net, tax, taxShare: 0.19, taxShown: 'added', because: '' });
});

test('quotes of a job are counted on, the newest first', () => {
  const first = offered(three).quote;
  const second = offered(three, { a: first }).quote;
  expect(second.version).toBe(2);
  const { job } = offered(three, { a: first, b: second });
  expect(quotesOf(job).map(({ id, version }) => [id, version])).toEqual([
    ['b', 2],
    ['a', 1],
  ]);
});

test('a quote is held against the job as it is now', () => {
  const { quote } = offered(three);
  expect(sinceQuote(quote, offered(three).quote)).toBeNull();
  const larger = readingsForTest([860, 860, 860, 1326, 1326, 1326]);
  const now = offered({ panes: { ...three.panes, p3: { readings: larger } } }).quote;
  expect(sinceQuote(quote, now)).toEqual({ added: [], gone: [], other: ['3'], priceNow: now.price.gross });
  const without = { ...quote, panes: quote.panes.slice(1) };
  expect(sinceQuote(quote, without)).toMatchObject({ added: [], gone: ['1'], other: [] });
  expect(sinceQuote(without, quote)).toMatchObject({ added: ['1'], gone: [], other: [] });
  const changed = (change: Partial<Quote['panes'][number]>) => ({
    ...quote,
    panes: quote.panes.map((pane, at) => (at === 0 ? { ...pane, ...change } : pane)),
  });
  for (const change of [{ heightMm: 1327 }, { widthMm: 821 }, { filmId: 'heron' }, { seams: 1 }])
    expect(sinceQuote(quote, changed(change))?.other).toEqual(['1']);
  const dearer = { ...quote, price: { ...quote.price, gross: quote.price.gross + 100 } };
  expect(sinceQuote(quote, dearer)).toMatchObject({ other: [], priceNow: quote.price.gross + 100 });
});
