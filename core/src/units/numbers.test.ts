import { countOf, formatMoney, formatNumber, formatShare, listOf, nameOfMonth } from './index.ts';

test.each<[number, number | undefined, string]>([
  [0.425, 2, '0.43'],
  [7, undefined, '7'],
  [9999.5, 1, '9999.5'],
  [12_400, 0, '12,400'],
  [-3.14, 1, '−3.1'],
  [-0.04, 1, '0.0'],
])('%p with %p decimals', (value, digits, text) => {
  expect(formatNumber(value, digits)).toBe(text);
});

test('shares, money, counts and lists', () => {
  expect([formatShare(0.094), formatShare(0.0312, 1)]).toEqual(['9\u00a0%', '3.1\u00a0%']);
  const amounts: [number, string][] = [
    [1030, 'EUR'],
    [-12_000.5, 'GBP'],
    [12_000.4, 'JPY'],
    [-0.001, 'USD'],
  ];
  expect(amounts.map(([amount, currency]) => formatMoney(amount, currency))).toEqual([
    '€1030.00',
    '−£12,000.50',
    '¥12,000',
    '$0.00',
  ]);
  expect([0, 1, 2].map((count) => countOf(count, 'pane'))).toEqual(['0 panes', '1 pane', '2 panes']);
  expect(countOf(2, 'offcut of it', 'offcuts of it')).toBe('2 offcuts of it');
  expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map((all) => listOf(all))).toEqual([
    '',
    'a',
    'a and b',
    'a, b and c',
  ]);
  expect(listOf(['a', 'b', 'c'], 'or')).toBe('a, b or c');
  expect([0, 11].map(nameOfMonth)).toEqual(['January', 'December']);
});
