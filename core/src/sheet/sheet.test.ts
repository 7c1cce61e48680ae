import {
  headingAt,
  type SheetUnit,
  day,
  guessColumns,
  length,
  needed,
  number,
  oneOf,
  orElse,
  readCells,
  several,
  sheetLines,
  text,
  textUpTo,
  unreadHeadings,
  wholeNumber,
  yesOrNo,
} from './index.ts';

const roomNames = { livingRoom: 'Living room', hall: 'Hall' } as const;
const room = oneOf(['livingRoom', 'hall'], roomNames);

test.each<[string, unknown, unknown]>([
  ['a number with a decimal comma and a sign', number(0, 100)('12,5 %'), 12.5],
  ['numbers with sign and point', ['+1.5', '-.5', '2.'].map(number(-9, 9)), [1.5, -0.5, 2]],
  ['text of just so many letters', textUpTo(3)('two'), 'two'],
  ['both ends of a range', [number(1, 5)('1'), number(1, 5)('5')], [1, 5]],
  ['a whole number', wholeNumber(1, 9)('9'), 9],
  ['a value by its own name', room('livingroom'), 'livingRoom'],
  ['a value by what people call it', room('LIVING ROOM'), 'livingRoom'],
  ['yes in some spellings', ['x', 'Yes', 'TRUE', '1', 'y'].map(yesOrNo), Array(5).fill(true)],
  ['no in some spellings', ['n', 'No', 'FALSE', '0'].map(yesOrNo), Array(4).fill(false)],
  ['a leap day', day('2028-02-29'), '2028-02-29'],
  ['a length as it was written', length('mm', 'glass')('32 1/4"'), { mm: 819.15, typed: '32 1/4"' }],
  ['several in one cell', several(room, /[,;]/)('hall; living room ,'), ['hall', 'livingRoom']],
  ['nothing, where nothing may stand', orElse(number(0, 1), null)(''), null],
])('%s is understood', (_name, read, value) => {
  const reads = Array.isArray(read) ? read : [read];
  const values = Array.isArray(read) ? (value as unknown[]) : [value];
  expect(reads).toEqual(values.map((each) => ({ ok: true, value: each })));
});

test.each([
  ['nothing, where something must stand', needed(text)(''), { code: 'cell.missing' }],
  ['a word for a number', number(0, 1)('half'), { code: 'cell.notNumber', typed: 'half' }],
  ['blanks for a number', number(0, 1)('  '), { code: 'cell.notNumber' }],
  ['what programs write for a number', number(0, 9999)('0x10'), { code: 'cell.notNumber', typed: '0x10' }],
  ['a number with an exponent', number(0, 9999)('1e3'), { code: 'cell.notNumber', typed: '1e3' }],
  ['text that is longer than is kept', textUpTo(3)('four'), { code: 'cell.tooLong', most: 3 }],
  ['a number below the range', number(1, 5)('0.99'), { code: 'cell.outOfRange', from: 1, to: 5 }],
  ['a number above the range', number(1, 5)('5.01'), { code: 'cell.outOfRange' }],
  ['a share of a count', wholeNumber(1, 9)('1.5'), { code: 'cell.notWhole' }],
  ['a count below its range', wholeNumber(1, 9)('0'), { code: 'cell.notWhole' }],
  ['a count above its range', wholeNumber(1, 9)('10'), { code: 'cell.notWhole', from: 1, to: 9 }],
  ['a name nobody knows', room('attic'), { code: 'cell.notOneOf', known: ['Living room', 'Hall'] }],
  ['neither yes nor no', yesOrNo('maybe'), { code: 'cell.notOneOf', known: ['yes', 'no'] }],
  ['a day that is none', day('2027-02-29'), { code: 'cell.notDay' }],
  ['a day in another order', day('01-03-2027'), { code: 'cell.notDay' }],
  ['a letter in a length', length('mm', 'glass')('64o'), { problem: { code: 'length.letterForDigit' } }],
  ['one of several that is not known', several(room, /,/)('hall, attic'), { typed: 'attic' }],
])('%s is said', (_name, read, problem) => {
  expect(read).toMatchObject({ ok: false, problem });
});

test('columns go by their names, ours before the beginnings of others', () => {
  const names = { width: ['Width', 'w'], height: ['Height'], lot: ['Lot'] };
  expect(guessColumns(['Width of the sash', 'W', 'Height (mm)', ''], names)).toEqual({
    width: 1,
    height: 2,
    lot: null,
  });
  // A word that only begins alike is another word.
  expect(guessColumns(['Identity', 'Lottery'], { id: ['id'], lot: ['Lot'] })).toEqual({
    id: null,
    lot: null,
  });
  // A heading is one column only, and an empty one is none.
  expect(guessColumns(['Width (mm)', ''], { ...names, across: ['Width'] })).toMatchObject({
    width: 0,
    across: null,
  });
});

test('what stands in no column of ours is named, and lines keep their number over empty ones', () => {
  const table = [['Name', 'Colour', ' '], ['a', 'red', ''], ['', ' ', ''], ['b'], ['', 'blue', '']];
  const map = guessColumns(table[0] ?? [], { name: ['Name'], lot: ['Lot'] });
  expect(unreadHeadings(table[0] ?? [], map)).toEqual(['Colour']);
  expect(sheetLines(table, map)).toEqual([
    { line: 2, text: { name: 'a', lot: '' } },
    { line: 4, text: { name: 'b', lot: '' } },
    { line: 5, text: { name: '', lot: '' } },
  ]);
});

test('a line is read whole: all that is wrong with it is said, by column', () => {
  const cells = { name: needed(text), count: orElse(wholeNumber(1, 9), 1), at: orElse(day, null) };
  expect(readCells(cells, { name: ' a ' })).toEqual({ ok: true, value: { name: 'a', count: 1, at: null } });
  expect(readCells(cells, { count: '0', at: '2027-01-31' })).toMatchObject({
    ok: false,
    problem: [
      { column: 'name', code: 'cell.missing' },
      { column: 'count', code: 'cell.notWhole' },
    ],
  });
});

test('a heading may stand below a title, and lines are named from there', () => {
  const names = { width: ['Width'], height: ['Height'] };
  const table = [['Windows of the house'], [], ['No', 'Width', 'Height'], ['1', '640', '1120']];
  expect(headingAt(table, names)).toBe(2);
  expect(
    headingAt(
      [
        ['a', 'b'],
        ['1', '2'],
      ],
      names,
    ),
  ).toBe(0);
  expect(headingAt([], names)).toBe(0);
  // The first of two that are as good.
  expect(
    headingAt(
      [
        ['Width', 'Height'],
        ['Width', 'Height'],
      ],
      names,
    ),
  ).toBe(0);
  const map = guessColumns(table[2] ?? [], names);
  expect(sheetLines(table, map, 2)).toEqual([{ line: 4, text: { width: '640', height: '1120' } }]);
});

test('bare lengths are in the unit of the sheet, whatever their size; thousands are understood', () => {
  const mm = (typed: string, unit: SheetUnit) => {
    const read = length(unit, 'glass')(typed);
    return read.ok ? Math.round(read.value.mm * 1000) / 1000 : read.problem.code;
  };
  expect([mm('61', 'cm'), mm('61,5', 'cm'), mm('1.12', 'm'), mm('24', 'in'), mm('24', 'mm')]).toEqual([
    610, 615, 1120, 609.6, 24,
  ]);
  expect([mm('819 mm', 'cm'), mm('32 1/4', 'cm'), mm('2\' 8"', 'cm')]).toEqual([819, 819.15, 812.8]);
  expect([mm('1.250,5', 'mm'), mm('1,250.5', 'mm'), mm('12.345,0', 'mm')]).toEqual([
    1250.5,
    1250.5,
    'cell.length',
  ]);
  expect(mm('abc', 'cm')).toBe('cell.length');
});
