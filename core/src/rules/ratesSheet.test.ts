import { USUAL_PRICE_RULES as usual, ratesOfHouse, readRates } from './index.ts';

const sheetOf = (rules = usual) => [
  ['rate', 'what it is', 'value'],
  ...ratesOfHouse(rules).map(({ path, value }) => [path.join('.'), 'said', String(value)]),
];

test('all rates of a house go out, one a line, and come back the same', () => {
  const rates = new Map(ratesOfHouse(usual).map(({ path, value }) => [path.join('.'), value]));
  expect(rates.get('hourlyCost')).toBe(38);
  expect(rates.get('used.solutionCost')).toBe(0.4);
  expect(rates.get('times.kind.security')).toBe(1.5);
  expect(rates.get('by')).toBe('margin');
  expect(readRates(sheetOf(), usual)).toEqual({ rules: usual, changed: 0, problems: [] });
});

test('what is changed in the sheet is taken, with comma or point; what does not stand there stays', () => {
  const { rules, changed, problems } = readRates(
    [['rate', 'value'], ['hourlyCost', '42,50'], [], ['times.access.ladder', '1.6'], ['by', 'markup']],
    usual,
  );
  expect([changed, problems]).toEqual([3, []]);
  expect(rules).toEqual({
    ...usual,
    hourlyCost: 42.5,
    by: 'markup',
    times: { ...usual.times, access: { ...usual.times.access, ladder: 1.6 } },
  });
});

test('a line that can’t be taken is named with what is wrong, and the others are', () => {
  const { rules, problems } = readRates(
    [
      ['rate', 'value'],
      ['hourlycost', '40'],
      ['hourlyCost', ''],
      ['marginShare', '38 %'],
      ['marginShare', '0.4'],
      ['depositShare', '1.5'],
      ['taxShown', 'somewhere'],
      ['validDays', '14'],
      ['times', '3'],
    ],
    usual,
  );
  expect(problems.map(({ line, code, said }) => [line, code, said])).toEqual([
    [2, 'unknownRate', 'hourlycost'],
    [3, 'noValue', 'hourlyCost'],
    [4, 'notUsable', 'marginShare'],
    [5, 'twice', 'marginShare'],
    [6, 'notUsable', 'depositShare'],
    [7, 'notUsable', 'taxShown'],
    [9, 'unknownRate', 'times'],
  ]);
  expect(problems[2]?.why).toBe('“38 %” is no number');
  expect(problems[4]?.why).not.toBe('');
  expect(rules).toEqual({ ...usual, validDays: 14 });
});
