import {
  formatLength,
  formatRollWidth,
  lengthParts,
  parseLength,
  roundLength,
  type LengthUnit,
} from './index.ts';

const mmOf = (typed: string, unit: LengthUnit) => {
  const result = parseLength(typed, unit);
  return result.ok ? Number(result.value.mm.toFixed(5)) : result.problem.code;
};

describe('a length as it is written on the job', () => {
  test.each([
    ['32 1/4', 819.15],
    ['32-1/4"', 819.15],
    ["2' 8 1/4", 819.15],
    [`2'8-1/4"`, 819.15],
    ['2 ft 8 1/4 in', 819.15],
    ['32¼', 819.15],
    ['32.25', 819.15],
    ['32,25 in', 819.15],
    ['32 1/4 inches', 819.15],
    ['81.9cm', 819],
    ['81,9 cm', 819],
    ['0.819 m', 819],
    ['819mm', 819],
    ['819', 819],
    ['3/4"', 19.05],
    ['30 31/32', 786.60625],
  ])('%s is understood alike by people who work in mm and in inches', (typed, mm) => {
    expect(mmOf(typed, 'mm')).toBe(mm);
    expect(mmOf(typed, 'in')).toBe(mm);
  });

  test('a bare number is taken in the own unit, and the other unit is said when it had to be taken', () => {
    expect(parseLength('96', 'mm')).toMatchObject({ value: { mm: 96, unit: 'mm', unitAssumed: false } });
    expect(parseLength('96', 'in')).toMatchObject({ value: { mm: 2438.4, unit: 'in', unitAssumed: false } });
    expect(parseLength('30', 'mm')).toMatchObject({ value: { mm: 762, unit: 'in', unitAssumed: true } });
    expect(parseLength('30', 'mm', 'any')).toMatchObject({ value: { mm: 30, unitAssumed: false } });
    expect(parseLength('1640', 'in')).toMatchObject({ value: { mm: 1640, unit: 'mm', unitAssumed: true } });
  });

  test.each([
    ['3o 1/2', 'length.letterForDigit'],
    ['-5', 'length.negative'],
    ['1/0', 'length.zeroDenominator'],
    ['40000', 'length.tooLong'],
    ['', 'length.empty'],
    ['0', 'length.zero'],
    ['32 1/3', 'length.oddFraction'],
    ['32 9/8', 'length.improperFraction'],
    ['1,219', 'length.ambiguousComma'],
    ['wide', 'length.notANumber'],
    ['32 1/4 1/8', 'length.notANumber'],
    ['1e5', 'length.notANumber'],
  ])('%s is refused as %s', (typed, code) => {
    expect(mmOf(typed, 'mm')).toBe(code);
    expect(mmOf(typed, 'in')).toBe(code);
  });

  test('a letter for a digit comes with what was perhaps meant', () => {
    expect(parseLength('3o 1/2', 'in')).toMatchObject({ problem: { perhaps: '30 1/2' } });
  });
});

describe('a length as it is shown', () => {
  test('every thirty-second of an inch up to 100 in survives being shown and typed again', () => {
    for (let steps = 64; steps <= 3200; steps += 1) {
      const mm = (steps / 32) * 25.4;
      expect(mmOf(formatLength(mm, { unit: 'in' }), 'mm')).toBe(Number(mm.toFixed(5)));
    }
  });

  test('cutting sizes go up, net sizes down, and an exact step stays where it is', () => {
    expect(formatLength(819.15, { unit: 'in', rounding: 'up', denominator: 16 })).toBe('32 1/4 in');
    expect(formatLength(819.2, { unit: 'in', rounding: 'up', denominator: 16 })).toBe('32 5/16 in');
    expect(formatLength(819.2, { unit: 'in', rounding: 'down', denominator: 16 })).toBe('32 1/4 in');
    expect(roundLength(819.01, 1, 'up')).toBe(820);
    expect(roundLength(819, 1, 'up')).toBe(819);
    expect(roundLength(31.7, 25.4 / 16, 'down')).toBeCloseTo(30.1625, 6);
  });

  test('inches are told as people say them: on their mark, else to the sixteenth, long ones in feet', () => {
    const said = (mm: number) => formatLength(mm, { unit: 'in' });
    expect([said(819.15), said(819.94375), said(609.6)]).toEqual(['32 1/4 in', '32 9/32 in', '24 in']);
    // Off any mark: what was rounded in millimetres.
    expect([said(820), said(25), said(20), said(1.5), said(10)]).toEqual([
      '32 5/16 in',
      '1 in',
      '13/16 in',
      '1/16 in',
      '13/32 in',
    ]);
    expect([said(8401.05), said(3048), said(3047), said(3657.6), said(30480), said(3054.35)]).toEqual([
      `27' 6 3/4"`,
      `10'`,
      '119 15/16 in',
      `12'`,
      `100'`,
      `10' 1/4"`,
    ]);
    for (const mm of [8400, 3050, 5000])
      expect(Math.abs(Number(mmOf(said(mm), 'mm')) - mm)).toBeLessThan(0.8);
  });

  test('a roll is as wide as it is sold', () => {
    const sold = [508, 610, 762, 914, 1016, 1219, 1524, 1829];
    expect(sold.map((mm) => formatRollWidth(mm, 'in'))).toEqual(
      [20, 24, 30, 36, 40, 48, 60, 72].map((inches) => `${inches} in`),
    );
    expect([formatRollWidth(450, 'in'), formatRollWidth(914, 'mm')]).toEqual(['17 11/16 in', '914 mm']);
  });

  test('less than an inch has no leading nought', () => {
    expect(lengthParts(6.35, { unit: 'in' })).toEqual({
      unit: 'in',
      whole: '',
      fraction: { numerator: 1, denominator: 4 },
    });
    expect(formatLength(819.15, { unit: 'mm' })).toBe('819.2 mm');
  });
});
