import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';
import { deriveJob, type Acceptance, type Quote } from '@neat-sill/core/job';
import {
  bookForTest,
  quoteForTest,
  quoteOptionForTest,
  readingsForTest,
  recordsForTest,
} from '@neat-sill/core/testing';
import { renderPdf } from './pdf.ts';
import { PaperProblem, type PaperInput } from './paperInput.ts';
import { quotePaper } from './quotePaper.ts';

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const option = quoteOptionForTest;
const quote: Quote = {
  ...quoteForTest,
  ...{ version: 2, number: '41-2' },
  madeAt: '2027-01-31T09:00:00Z',
  validUntil: '2027-03-02',
};

function input(
  quotes: Readonly<Record<string, Quote>>,
  acceptance: Readonly<Record<string, Acceptance>> = {},
): PaperInput {
  const records = recordsForTest({ panes: { p1: { readings: plain }, p2: { readings: plain } } });
  return {
    job: deriveJob({ ...records, quote: quotes, acceptance }, bookForTest),
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
  expect(texts).toContain('Quote 41-2: Reading room');
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
  const price = { ...option.price, taxShown: 'included' as const, discount: 0 };
  const within = { ...quote, options: [{ ...option, price }] };
  const texts = textsOf(quotePaper(input({ a: within })).content).map((text) =>
    text.replaceAll('\u00a0', ' '),
  );
  expect(texts).toContain('of which tax, 8 %');
  expect(texts).not.toContain('Before tax');
  expect(() => quotePaper(input({}))).toThrow(PaperProblem);
});

test('choices stand with their prices; what is signed is drawn, and a change says what it changes', () => {
  const better = { ...option, id: 'b', name: 'Better', price: { ...option.price, gross: 60_000 } };
  const signed: Acceptance = {
    ...{ quoteId: 'a', optionId: 'b', name: 'Ines Alder', strokes: [[[0.1, 0.2]]] },
    ...{ at: '2027-02-03T10:00:00Z', takenBy: null },
  };
  const two = { ...quote, options: [option, better] };
  const told = (paper: ReturnType<typeof quotePaper>) =>
    textsOf(paper.content).map((text) => text.replaceAll('\u00a0', ' '));
  const texts = told(quotePaper(input({ a: two }, { x: signed })));
  expect(texts[texts.indexOf('Better') + 1]).toBeDefined();
  expect(texts).toEqual(expect.arrayContaining(['Your choice', '€513.00', '€600.00', 'Accepted: Better']));
  expect(texts).toContain('Ines Alder, 3 February 2027');
  const more = { ...option, panes: option.panes.slice(1), price: { ...option.price, gross: 62_000 } };
  const change = { ...quote, ...{ version: 3, number: '41-3' }, changes: 'a', options: [more] };
  const changed = told(quotePaper(input({ a: two, c: change }, { x: signed })));
  expect(changed).toEqual(
    expect.arrayContaining([
      'Change order 41-3: Reading room',
      'What changes since quote 41-2, which was accepted',
      'pane 1 is gone',
      'To pay was €600.00, it is now €620.00: €20.00 more.',
    ]),
  );
});
