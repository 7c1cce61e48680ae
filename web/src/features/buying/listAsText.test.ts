import type { ShoppingLine, ShoppingList } from '@neat-sill/core/buying';
import { listAsRows, mailOf, textOfList } from './listAsText.ts';

const line: ShoppingLine = {
  filmId: 'g',
  widthMm: 1524,
  rollMm: 30_480,
  soldBy: 'roll',
  quantity: 2,
  each: 400,
  cost: 800,
  days: 2,
  inStock: true,
  lot: 'H120',
  forJobs: [
    { jobId: 'a', jobName: 'Reading room' },
    { jobId: 'b', jobName: 'House' },
  ],
};
const list: ShoppingList = {
  bySupplier: [{ supplierId: 's', supplierName: 'Harbour Film', lines: [line], cost: 800, days: 2 }],
  nowhere: [{ filmId: 'g', widthMm: 610, rollMm: 3000, quantity: 1, forJobs: [] }],
};
const filmName = (id: string) => `Gannet Silver ${id}`;

test('a list is a row a line, with what nobody offers', () => {
  const [head, ...rows] = listAsRows(list, { filmName, currency: 'EUR' });
  expect(rows).toEqual([
    [
      'Harbour Film',
      'Gannet Silver g',
      '1524',
      '30480',
      '2',
      'roll',
      '800',
      'EUR',
      'H120',
      'Reading room; House',
    ],
    ['', 'Gannet Silver g', '610', '3000', '1', 'roll', '', '', '', ''],
  ]);
  for (const row of rows) expect(row).toHaveLength(head?.length ?? 0);
});

test('a mail says what is wanted, in the person’s unit', () => {
  const byMetre = { ...line, soldBy: 'metre' as const, quantity: 4.4, lot: null };
  const said = (unit: 'mm' | 'in') => decodeURIComponent(mailOf([line, byMetre], { unit, filmName }));
  expect(said('mm')).toContain('- Gannet Silver g, 1524 mm wide: 2 × 30.5 m, lot H120');
  expect(said('mm')).toContain('4.4 m by the metre');
  expect(said('in')).toMatch(/60(″|"| in) wide/);
});

test('the list as text names suppliers, and what nobody offers', () => {
  expect(textOfList(list, { unit: 'mm', filmName })).toBe(
    [
      'Harbour Film',
      '- Gannet Silver g, 1524 mm wide: 2 × 30.5 m, lot H120',
      '',
      'Nobody offers it',
      '- Gannet Silver g, 610 mm wide: 1 × 3.0 m',
    ].join('\n'),
  );
  expect(textOfList({ bySupplier: [], nowhere: [] }, { unit: 'mm', filmName })).toBe('');
});
