import { parseOpeningLine, type BareUnit, type OpeningLine } from './openingLine.ts';

const understood = (text: string, unit: 'mm' | 'in' = 'mm'): OpeningLine => {
  const read = parseOpeningLine(text, unit);
  if (!read.ok) throw new Error(`${text}: ${JSON.stringify(read.problem)}`);
  return read.value;
};
const size = ({ width, height, count }: OpeningLine) => [
  Math.round(width.mm * 100) / 100,
  Math.round(height.mm * 100) / 100,
  count,
];

test.each([
  ['640 x 1120', [640, 1120, 1]],
  ['640x1120x3', [640, 1120, 3]],
  ['640 × 1120 × 3 sash', [640, 1120, 3]],
  ['64 cm by 1.12 m', [640, 1120, 1]],
  ['640 x 1120, 4 off, casement pvc', [640, 1120, 4]],
])('%s in millimetres', (text, expected) => expect(size(understood(text))).toEqual(expected));

test.each([
  ['32 1/4 x 44 1/8', [819.15, 1120.78, 1]],
  ['2\' 8 1/4" x 3\' 8 1/8" x2', [819.15, 1120.78, 2]],
  ['32-1/4" by 44.125" x 12 french door', [819.15, 1120.78, 12]],
])('%s in inches', (text, expected) => expect(size(understood(text, 'in'))).toEqual(expected));

test('words say kind, glass, frame and handle, in any order', () => {
  expect(understood('640 x 1120 x3 laminated sash timber handle left')).toMatchObject({
    opening: 'sash',
    glass: 'laminated',
    frame: 'timber',
    handle: 'left',
  });
  expect(understood('french doors double 700 x 2000')).toMatchObject({
    opening: 'frenchDoor',
    glass: 'double',
  });
  expect(understood('640 x 1120')).toMatchObject({ opening: null, glass: null, frame: null, handle: null });
});

test('a size decides its own unit: what stands bare beside inches is inches', () => {
  const sizes = (line: string, unit: 'mm' | 'in' = 'mm') => {
    const { width, height, count } = understood(line, unit);
    return [width.mm, height.mm, count];
  };
  expect(sizes(`2' 9" x 78`)).toEqual([838.2, 1981.2, 1]);
  expect(sizes('78 x 32 1/4')).toEqual([1981.2, 819.15, 1]);
  expect(sizes('600mm x 900', 'in')).toEqual([600, 900, 1]);
  expect(sizes('81.9 cm x 130', 'in')).toEqual([819, 1300, 1]);
  expect(sizes('81.9 cm x 1300')).toEqual([819, 1300, 1]);
  expect(sizes('60 x 90 cm')).toEqual([600, 900, 1]);
  expect(sizes('0.8 m x 2', 'in')).toEqual([800, 2000, 1]);
  expect(sizes('600,5 x 902')).toEqual([600.5, 902, 1]);
  expect(sizes('640 x 1120, sash, double')).toEqual([640, 1120, 1]);
});

test('the unit of two bare numbers is decided for the line, and asked where it may be several', () => {
  const units = (line: string, unit: 'mm' | 'in' = 'mm', bareAs: BareUnit | null = null) => {
    const read = parseOpeningLine(line, unit, bareAs);
    if (read.ok) return [read.value.width.typed, read.value.width.mm, read.value.height.mm];
    return read.problem.code === 'line.whichUnit' ? read.problem.units : read.problem.code;
  };
  for (const line of ['40 x 60', '48 x 72', '24 x 36', '60 x 90']) expect(units(line)).toContain('cm');
  expect(units('40 x 60')).toEqual(['cm', 'in', 'mm']);
  expect(units('60 x 90', 'in')).toEqual(['60', 1524, 2286.0]);
  expect(units('60 x 100')).toEqual(['60', 60, 100]);
  // One side that is no glass in millimetres does not become inches by itself.
  expect(units('40 x 900')).toEqual(['40', 40, 900]);
  expect(units('40 x 600')).toEqual(['cm', 'mm']);
  // Nothing but millimetres can be meant.
  expect(units('640 x 1120', 'in')).toEqual(['640 mm', 640, 1120]);
  expect(units('300 x 400', 'in')).toEqual(['mm', 'cm', 'in']);
  expect(units('40 x 60', 'mm', 'cm')).toEqual(['40 cm', 400, 600]);
  expect(units('40 x 60', 'mm', 'in')).toEqual(['40 in', 1016, 1524]);
  expect(units('60 x 90', 'mm', 'mm')).toEqual(['60', 60, 90]);
  // What was said of small numbers does not turn large ones.
  expect(units('640 x 1120', 'mm', 'cm')).toEqual(['640', 640, 1120]);
  expect(units('40 x 60 in')).toEqual(['40 in', 1016, 1524]);
  expect(units('20000 x 30000')).toBe('line.badLength');
});

test('a count may stand first, and door and window are words', () => {
  expect(understood('2 x 640 x 1120 sash')).toMatchObject({
    width: { mm: 640 },
    height: { mm: 1120 },
    count: 2,
    opening: 'sash',
  });
  expect(understood('640 x 1120 x 3')).toMatchObject({ count: 3, width: { mm: 640 } });
  expect(understood('3 x 32 1/4 x 40 1/2', 'in')).toMatchObject({ count: 3, height: { mm: 1028.7 } });
  expect(understood('2 x 32 1/4 x 40', 'in')).toMatchObject({ count: 2, height: { mm: 1016 } });
  expect(understood('32 1/4 x 40 x 2', 'in')).toMatchObject({ count: 2, height: { mm: 1016 } });
  expect(understood('30 x 40 x 2', 'in')).toMatchObject({ count: 2, width: { mm: 762 } });
  expect(understood('door 800 x 2000').opening).toBe('frenchDoor');
  expect(understood('window 800 x 1200').opening).toBeNull();
  expect(parseOpeningLine('70 x 640 x 1120', 'mm').ok).toBe(false);
});

test('a grid of lights with its bars', () => {
  expect(understood('1200 x 900 lights 3 by 2 bars 22')).toMatchObject({
    width: { mm: 1200 },
    grid: { columns: 3, rows: 2, barMm: 22 },
  });
  expect(understood('1200 x 900 3x2 lights x2')).toMatchObject({
    count: 2,
    grid: { columns: 3, rows: 2, barMm: null },
  });
});

test.each([
  ['900 x 1850 arch rise 450', { shape: { kind: 'arch', riseMm: 450 } }],
  ['900 x 1850 rise 450 fixed', { shape: { kind: 'arch', riseMm: 450 }, opening: 'fixed' }],
  ['900 x 400 triangle x2', { shape: { kind: 'triangle', apexMm: null }, count: 2 }],
  ['600 x 600 round', { shape: { kind: 'circle' } }],
  ['800 x 600 radius 40', { shape: { kind: 'rectangle', cornerRadiusMm: 40 } }],
  ['800 x 600 raked', { shape: { kind: 'trapezium', parallel: 'upright' } }],
  ['800 x 600', { shape: null }],
])('a shape: %s', (text, expected) => expect(understood(text)).toMatchObject(expected));

test('a wall of glass blocks is said by its block', () => {
  expect(understood('190 x 190 blocks 6 by 8 joint 10 radius 12 steel')).toMatchObject({
    opening: 'blockWall',
    glass: 'block',
    frame: 'steel',
    shape: {
      kind: 'blocks',
      columns: 6,
      rows: 8,
      block: { widthMm: 190, heightMm: 190 },
      jointMm: 10,
      cornerRadiusMm: 12,
    },
  });
});

test.each([
  ['190 x 190 blocks 0 by 8', 'line.badCount'],
  ['800 x 600 rise 1/0', 'line.badLength'],
  ['800 x 600 joint 10', 'line.doesNotBelong'],
  ['600 x 600 round radius 20', 'line.doesNotBelong'],
  ['900 x 400 triangle rise 100', 'line.doesNotBelong'],
  ['1200 x 900 lights 3 by 2 arch', 'line.doesNotBelong'],
  ['', 'line.empty'],
  ['640', 'line.needsTwoLengths'],
  ['640 x 1120 x 3 x 4', 'line.needsTwoLengths'],
  ['640 x 1120 wombat', 'line.unknownWord'],
  ['640 x 1120 x 0', 'line.badCount'],
  ['640 x 1120 x 600', 'line.badCount'],
  ['64o x 1120', 'line.badLength'],
  ['640 x 1/0', 'line.badLength'],
])('"%s" is not taken: %s', (text, code) => {
  expect(parseOpeningLine(text, 'mm')).toMatchObject({ ok: false, problem: { code } });
});

test('an opening may be said to stand above another, by its number or the last', () => {
  const said = (line: string) => {
    const { above, count, opening } = understood(line);
    return [above, count, opening];
  };
  expect(said('800 x 400 fanlight above')).toEqual([{ label: null }, 1, 'fanlight']);
  expect(said('800 x 400 fanlight over 3 x2')).toEqual([{ label: '3' }, 2, 'fanlight']);
  expect(said('800 x 400 above pane 12b')).toEqual([{ label: '12b' }, 1, null]);
  expect(said('380 x 400 above x2')).toEqual([{ label: null }, 2, null]);
  expect(said('380 x 400 above, 2 off, double')).toEqual([{ label: null }, 2, null]);
});
