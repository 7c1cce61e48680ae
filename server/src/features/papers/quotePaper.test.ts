import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';
import { deriveJob, type Quote } from '@neat-sill/core/job';
import { bookForTest, readingsForTest, recordsForTest, silverForTest } from '@neat-sill/core/testing';
import { renderPdf } from './pdf.ts';
import { PaperProblem, type PaperInput } from './paperInput.ts';
import { quotePaper } from './quotePaper.ts';

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const pane = (paneId: string, label: string, seams: number) => ({
  ...{ paneId, label, where: 'Reading room, South-west wall', widthMm: 820, heightMm: 1326, seams },
  filmId: silverForTest.id,
});
const quote: Quote = {
  ...{ version: 2, madeAt: '2027-01-31T09:00:00Z', madeBy: 'Marit Brindle', validUntil: '2027-03-02' },
  currency: 'EUR',
  panes: [pane('p1', '1', 0), pane('p2', '2', 1)],
  films: [silverForTest],
  price: {
    ...{ price: 50_000, discount: 2500, because: 'three rooms at once', net: 47_500, tax: 3800 },
    ...{ taxShare: 0.08, taxShown: 'added', gross: 51_300, deposit: 15_390 },
  },
  terms: 'Half on ordering.',
};

function input(quotes: Readonly<Record<string, Quote>>): PaperInput {
  const records = recordsForTest({ panes: { p1: { readings: plain }, p2: { readings: plain } } });
  return {
    job: deriveJob({ ...records, quote: quotes }, bookForTest),
    unit: 'mm',
    today: '2027-01-31',
    shop: { name: 'Brindle & Rook Glass Film', details: NEW_SHOP_DETAILS, logo: null },
  };
}
/** All texts of a paper in their order. */
function textsOf(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  if (Array.isArray(value)) return value.flatMap(textsOf);
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, each]) =>
    ['text', 'stack', 'columns', 'ul', 'table', 'body', 'content'].includes(key) ? textsOf(each) : [],
  );
}

test('the newest quote stands on two pages: windows, what film does, panes, price, and what to mind', async () => {
  const paper = quotePaper(input({ a: { ...quote, version: 1 }, b: quote }));
  const texts = textsOf(paper.content).map((text) => text.replaceAll('\u00a0', ' '));
  const all = texts.join('\n');
  expect(texts).toContain('Quote 2: Reading room');
  expect(all).toContain('holds until 2 March 2027');
  expect(all).toMatch(/Keeps out \d+ % of the sun’s heat/);
  expect(texts).toEqual(expect.arrayContaining(['820 mm × 1326 mm', 'none', '1']));
  for (const [name, amount] of [
    ['Film, fitted', '€500.00'],
    ['Discount, three rooms at once', '-€25.00'],
    ['Before tax', '€475.00'],
    ['Tax, 8 %', '€38.00'],
    ['To pay', '€513.00'],
    ['Of that on ordering', '€153.90'],
  ] as const)
    expect(texts[texts.indexOf(name) + 1]?.replace('−', '-')).toBe(amount);
  expect(all).toContain('Pane 2: the glass is wider than film is made');
  expect(all).toContain('Half on ordering.');
  const pdf = await renderPdf(paper, 'A4');
  expect(pdf.toString('latin1').match(/\/Type \/Page\b(?!s)/g)).toHaveLength(2);
});

test('tax that is within the price is told as such, and no quote is no paper', () => {
  const within = { ...quote, price: { ...quote.price, taxShown: 'included' as const, discount: 0 } };
  const texts = textsOf(quotePaper(input({ a: within })).content).map((text) =>
    text.replaceAll('\u00a0', ' '),
  );
  expect(texts).toContain('of which tax, 8 %');
  expect(texts).not.toContain('Before tax');
  expect(() => quotePaper(input({}))).toThrow(PaperProblem);
});
