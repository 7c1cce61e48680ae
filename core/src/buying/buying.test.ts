import { jobForTest, paneForTest } from '../testing/planJobs.ts';
import { planCuts } from '../cuts/index.ts';
import { seededRandom } from '../units/index.ts';
import {
  STAND_IN_SUPPLIERS,
  filmWantedBy,
  shoppingList,
  standInFeed,
  type FilmWanted,
  type Offer,
  type SupplierOffers,
} from './index.ts';

const wanted = (jobId: string, usedMm: number, changes: Partial<FilmWanted> = {}): FilmWanted => ({
  jobId,
  jobName: `Job ${jobId}`,
  filmId: 'F1',
  widthMm: 1524,
  rollMm: 30_480,
  usedMm,
  ...changes,
});

const offer = (changes: Partial<Offer> = {}): Offer => ({
  filmId: 'F1',
  widthMm: 1524,
  rollMm: 30_480,
  soldBy: 'roll',
  price: 400,
  inStock: 9,
  days: 2,
  daysIfNot: 9,
  lot: 'H120',
  ...changes,
});

const from = (supplierId: string, ...offers: Offer[]): SupplierOffers => ({
  supplierId,
  supplierName: supplierId,
  offers,
});

describe('a shopping list', () => {
  test('two jobs share a roll where it lasts for both', () => {
    const list = (first: number, second: number) =>
      shoppingList([wanted('a', first), wanted('b', second)], [from('one', offer())]).bySupplier[0]?.lines[0];
    expect(list(12_000, 18_000)).toMatchObject({ quantity: 1, cost: 400 });
    expect(list(12_000, 19_000)).toMatchObject({ quantity: 2, cost: 800 });
    expect(list(12_000, 18_000)?.forJobs.map(({ jobId }) => jobId)).toEqual(['a', 'b']);
  });

  test('by the metre only what is used is bought', () => {
    const byMetre = offer({ soldBy: 'metre', price: 15, inStock: 60 });
    const [supplier] = shoppingList([wanted('a', 4321)], [from('one', byMetre)]).bySupplier;
    expect(supplier?.lines[0]).toMatchObject({ quantity: 4.4, cost: 66, inStock: true });
  });

  test('all of one film comes from one supplier: the cheapest that has enough, else the cheapest', () => {
    const cheap = from('cheap', offer({ price: 350, inStock: 1, lot: 'C1' }));
    const dear = from('dear', offer({ price: 380, inStock: 4, lot: 'D1' }));
    const two = [wanted('a', 30_000), wanted('b', 30_000)];
    expect(shoppingList(two, [cheap, dear]).bySupplier).toMatchObject([
      { supplierId: 'dear', cost: 760, days: 2, lines: [{ quantity: 2, lot: 'D1' }] },
    ]);
    expect(shoppingList([wanted('a', 30_000)], [cheap, dear]).bySupplier[0]?.supplierId).toBe('cheap');
    const [late] = shoppingList([...two, ...two, wanted('c', 30_000)], [cheap, dear]).bySupplier;
    expect(late).toMatchObject({ supplierId: 'cheap', days: 9, lines: [{ inStock: false, lot: null }] });
  });

  test('what nobody offers is said', () => {
    const list = shoppingList([wanted('a', 900, { widthMm: 610 })], [from('one', offer())]);
    expect(list.bySupplier).toEqual([]);
    expect(list.nowhere).toMatchObject([{ widthMm: 610, quantity: 1 }]);
  });

  test('rolls of which something is cut are bought already', () => {
    const job = jobForTest({ panes: [paneForTest({ count: 3 })] });
    const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
    const name = { jobId: 'a', jobName: 'A' };
    expect(filmWantedBy(name, plan, [])).toMatchObject([
      { widthMm: 1524, usedMm: plan.summary.byFilm[0]?.usedLength },
    ]);
    expect(filmWantedBy(name, plan, [plan.pulls[0]?.id ?? ''])).toEqual([]);
  });
});

test('a supplier that stands in has the same stock each time, and now and then gives no answer', () => {
  const films = [
    { filmId: 'F1', rolls: [{ widthMm: 1524, rollMm: 30_480, price: 412, soldBy: 'roll' as const }] },
    { filmId: 'F2', rolls: [{ widthMm: 1524, rollMm: 30_480, price: null, soldBy: 'roll' as const }] },
  ];
  const [, supplier] = STAND_IN_SUPPLIERS;
  if (!supplier) throw new Error('no supplier');
  const random = seededRandom(4);
  const answers = Array.from({ length: 400 }, () => standInFeed(supplier, films, random));
  const kinds = new Set(answers.map(({ kind }) => kind));
  expect([...kinds].sort()).toEqual(['away', 'offers', 'refused']);
  const offers = answers.flatMap((answer) =>
    answer.kind === 'offers' ? [JSON.stringify(answer.offers)] : [],
  );
  expect(new Set(offers).size).toBe(1);
  const [first] = answers.flatMap((answer) => (answer.kind === 'offers' ? answer.offers : []));
  expect(first).toMatchObject({ filmId: 'F1', widthMm: 1524 });
  expect(Math.abs((first?.price ?? 0) / 412 - 1)).toBeLessThan(0.12);
});
