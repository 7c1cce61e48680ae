import { readFormatValue, seededRandom } from '../units/index.ts';
import { decimalsOf, priceCaseFormat, priceOf, type PriceCase } from './index.ts';

const base: PriceCase = {
  ...{ format: 'neat-sill/price-case', version: 1, id: 'Q', currency: 'EUR' },
  film: [
    {
      ...{ id: 'F1', name: 'Gannet Silver 20', usedMm: 11_600, rollMm: 30_480, rollPrice: 41_200 },
      ...{ soldBy: 'metre', wholeRolls: 1, leftoverWorthShare: 0.5, netAreaM2: 9.94 },
    },
  ],
  labour: [{ id: 'L1', name: 'Two installers', minutes: 412, hourly: 4200 }],
  items: [{ id: 'I1', name: 'Sealant 300 ml', quantity: 3, unitCost: 780 }],
  travel: { km: 36, perKm: 45, minutes: 50, hourly: 4200, trips: 2 },
  house: { by: 'margin', share: 0.38, minimum: 18_000, rounding: 500, filmCharge: 'used' },
  discount: { share: 0.05, because: 'three rooms at once' },
  tax: { share: 0.19, shown: 'added', roundedBy: 'total' },
  depositShare: 0.3,
};
const nothing = { film: [], labour: [], items: [], travel: null };
const item = (id: string, unitCost: number) => ({ id, name: id, quantity: 1, unitCost });
const price = (changes: Partial<PriceCase>) => priceOf({ ...base, ...changes });
const house = (changes: Partial<PriceCase['house']>) => ({ ...base.house, ...changes });

test('the case of the format, by hand', () => {
  // Film 11600 / 30480 × 41200 = 15679.79; labour 412 / 60 × 4200 = 28840; travel 2 × (1620 + 3500).
  expect(price({})).toEqual({
    ...{ format: 'neat-sill/price-result', version: 1, id: 'Q', currency: 'EUR' },
    lines: [
      { id: 'F1', cost: 15_680 },
      { id: 'L1', cost: 28_840 },
      { id: 'I1', cost: 2340 },
      { id: 'travel', cost: 10_240 },
    ],
    cost: 57_100,
    // 57100 / 0.62 = 92096.77, up to the next 500.
    price: 92_500,
    ...{ discount: 4625, net: 87_875, tax: 16_696, gross: 104_571, deposit: 31_371 },
    profit: 30_775,
    marginShare: 30_775 / 87_875,
    warnings: ['marginUnder'],
  });
});

test('film by whole rolls is what they cost less what their rests are worth', () => {
  // 41200 less half of (30480 − 11600) / 30480 of it.
  expect(price({ house: house({ filmCharge: 'rolls' }) }).lines[0]?.cost).toBe(28_440);
  const [film] = base.film;
  if (!film) throw new Error('no film');
  const onHand = { ...film, wholeRolls: 0 };
  expect(price({ film: [onHand], house: house({ filmCharge: 'rolls' }) }).lines[0]?.cost).toBe(0);
});

test('each school asks its way, and the minimum and the rounding come after', () => {
  const plain = { ...nothing, items: [item('I', 10_000)], discount: null, tax: null };
  const by = (changes: Partial<PriceCase['house']>) =>
    price({ ...plain, house: house({ minimum: 0, ...changes }) });
  expect(by({ by: 'markup', share: 0.333, rounding: 0 }).price).toBe(13_330);
  expect(by({ by: 'margin', share: 0.333, rounding: 0 }).price).toBe(14_993);
  expect(by({ by: 'margin', share: 0.333, rounding: 1 }).price).toBe(14_993);
  expect(by({ by: 'markup', share: 0.33301, rounding: 1 }).price).toBe(13_331);
  expect(by({ by: 'markup', share: 0.333, rounding: 500 }).price).toBe(13_500);
  expect(by({ by: 'markup', share: 0.35, rounding: 500 }).price).toBe(13_500);
  expect(by({ by: 'markup', share: 0, minimum: 18_001, rounding: 500 }).price).toBe(18_500);
  const perArea = price({
    house: house({ by: 'perArea', share: 6000, minimum: 0, rounding: 0 }),
    discount: null,
  });
  expect([perArea.price, perArea.cost]).toEqual([59_640, 57_100]);
});

test('tax is added or within, rounded once or line by line', () => {
  const three = {
    ...{ ...nothing, discount: null, depositShare: 0.5 },
    items: [item('a', 105), item('b', 105), item('c', 105)],
    house: house({ by: 'markup', share: 0, minimum: 0, rounding: 0 }),
  };
  const taxed = (tax: Partial<NonNullable<PriceCase['tax']>>) =>
    price({ ...three, tax: { share: 0.1, shown: 'added', roundedBy: 'total', ...tax } });
  // 10 % of 315 is 31.5; of 105 it is 10.5, three times 11.
  expect(taxed({})).toMatchObject({ net: 315, tax: 32, gross: 347, deposit: 174 });
  expect(taxed({ roundedBy: 'line' })).toMatchObject({ net: 315, tax: 33, gross: 348 });
  expect(taxed({ shown: 'included' })).toMatchObject({ gross: 315, tax: 29, net: 286, deposit: 158 });
  expect(taxed({ shown: 'included', roundedBy: 'line' })).toMatchObject({ gross: 315, tax: 30, net: 285 });
  // With no cost there is nothing to share by.
  const free = price({
    ...{
      ...three,
      items: [item('a', 0)],
      house: house({ by: 'markup', share: 0, minimum: 105, rounding: 0 }),
    },
    tax: { share: 0.1, shown: 'added', roundedBy: 'line' },
  });
  expect(free).toMatchObject({ cost: 0, net: 105, tax: 11, marginShare: 1 });
});

test('what rounding leaves goes to the largest line, the first of equals', () => {
  const thirds = price({
    ...nothing,
    items: ['a', 'b', 'c'].map((id) => item(id, 33.4)),
    discount: null,
    tax: null,
  });
  expect(thirds.lines.map(({ cost }) => cost)).toEqual([34, 33, 33]);
  const halves = price({ ...nothing, items: [item('a', 0.5), item('b', 7.5)], discount: null, tax: null });
  expect([halves.cost, halves.lines.map(({ cost }) => cost)]).toEqual([8, [1, 7]]);
});

test('warnings: under cost, under the minimum, under the margin', () => {
  const cheap = { ...nothing, items: [item('I', 10_000)], tax: null };
  const asked = (share: number, changes: Partial<PriceCase['house']> = {}) =>
    price({ ...cheap, house: house({ minimum: 18_000, ...changes }), discount: { share, because: '' } })
      .warnings;
  expect(asked(0)).toEqual([]);
  expect(asked(0.02)).toEqual(['belowMinimum']);
  expect(asked(0.15)).toEqual(['belowMinimum', 'marginUnder']);
  expect(asked(0.5)).toEqual(['belowCost', 'belowMinimum', 'marginUnder']);
  expect(asked(0.15, { by: 'markup' })).toEqual(['belowMinimum']);
  const all = price({ ...cheap, discount: { share: 1, because: '' } });
  expect([all.net, all.marginShare]).toEqual([0, null]);
});

test('decimals are decimals: no cent is lost to floating point', () => {
  const tenths = price({
    ...nothing,
    items: [{ ...item('I', 0.1), quantity: 3 }, item('J', 1.2)],
    discount: null,
    tax: null,
  });
  expect(tenths.cost).toBe(2);
  // 1.005 × 100 is 100.49999… in floating point.
  expect(
    price({ ...nothing, items: [{ ...item('I', 100), quantity: 1.005 }], discount: null, tax: null }).cost,
  ).toBe(101);
});

test('for any case the lines add up, net and tax are the gross, and all is in whole minor units', () => {
  const random = seededRandom(11);
  for (let round = 0; round < 300; round += 1) {
    const some = (most: number) => Math.round(random() * most * 100) / 100;
    const result = price({
      items: Array.from({ length: Math.floor(random() * 5) }, (_, at) => ({
        ...item(`i${at}`, some(300)),
        quantity: some(9),
      })),
      house: house({
        by: (['markup', 'margin', 'perArea'] as const)[Math.floor(random() * 3)] ?? 'markup',
        ...{
          share: some(0.9),
          minimum: Math.round(some(30_000)),
          rounding: [0, 1, 50, 500][Math.floor(random() * 4)] ?? 0,
        },
      }),
      discount: { share: some(1), because: 'x' },
      tax: {
        share: some(0.3),
        shown: random() < 0.5 ? 'added' : 'included',
        roundedBy: random() < 0.5 ? 'line' : 'total',
      },
      depositShare: some(1),
    });
    const { lines, cost, price: asked, discount, net, tax, gross, deposit, profit } = result;
    expect(lines.reduce((sum, line) => sum + line.cost, 0)).toBe(cost);
    expect(net + tax).toBe(gross);
    expect(net - cost).toBe(profit);
    expect(deposit).toBeLessThanOrEqual(gross);
    expect([net, gross]).toContain(asked - discount);
    expect([cost, asked, discount, net, tax, gross, deposit].every(Number.isInteger)).toBe(true);
  }
});

test('what cannot be used is named: a whole margin, shares beyond 1, negative hours, an id twice, no such currency', () => {
  const problems = (changes: object) => {
    const read = readFormatValue({ ...base, ...changes }, priceCaseFormat);
    return read.ok ? [] : read.problem.map(({ path }) => path);
  };
  expect(problems({})).toEqual([]);
  expect(problems({ house: house({ share: 1 }) })).toEqual(['house.share']);
  expect(problems({ house: house({ by: 'markup', share: 1.5 }) })).toEqual([]);
  expect(problems({ discount: { share: 1.01, because: '' } })).toEqual(['discount.share']);
  expect(problems({ tax: { ...base.tax, share: -0.1 } })).toEqual(['tax.share']);
  expect(problems({ depositShare: 2 })).toEqual(['depositShare']);
  expect(problems({ labour: [{ ...base.labour[0], minutes: -1 }] })).toEqual(['labour[0].minutes']);
  expect(problems({ items: [item('F1', 1), item('travel', 1)] })).toEqual(['items[0].id', 'items[1].id']);
  expect(problems({ currency: 'QQQ' })).toEqual(['currency']);
});

test('a currency knows its minor unit', () => {
  expect(['EUR', 'JPY', 'KWD'].map(decimalsOf)).toEqual([2, 0, 3]);
});
