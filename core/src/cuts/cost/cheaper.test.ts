import { atMostCheaper } from './cheaper.ts';

test('a plan can be so much cheaper as its parts together, and not at all below what is proven', () => {
  expect(atMostCheaper([{ total: 100, least: 97 }])).toBeCloseTo(0.03, 12);
  expect(
    atMostCheaper([
      { total: 100, least: 90 },
      { total: 300, least: 300 },
    ]),
  ).toBeCloseTo(10 / 400, 12);
  expect(atMostCheaper([{ total: 100, least: 100.4 }])).toBe(0);
});

test('a part that is not proven, or a plan that costs nothing, says nothing', () => {
  expect(atMostCheaper([{ total: 100, least: 97 }, null])).toBeNull();
  expect(atMostCheaper([])).toBeNull();
  expect(atMostCheaper([{ total: 0, least: -3 }])).toBeNull();
});
