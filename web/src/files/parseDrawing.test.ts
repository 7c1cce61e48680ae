import { parseDrawing } from './parseDrawing.ts';

const square = (layer: string, left: number, closed = 1) =>
  [0, 'LWPOLYLINE', 8, layer, 90, 4, 70, closed]
    .concat([left, left + 10, left + 10, left].flatMap((x, at) => [10, x, 20, at < 2 ? 0 : 10]))
    .join('\n');
const drawing = (entities: readonly string[], unit: number | null = 4) =>
  [
    ...(unit === null ? [] : ['0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70', unit, '0\nENDSEC']),
    '0\nSECTION\n2\nENTITIES',
    ...entities,
    '0\nENDSEC\n0\nEOF',
  ].join('\n');

test('closed outlines are found by their layer, in the unit the drawing says', () => {
  const read = parseDrawing(
    'a.dxf',
    drawing([square('GLASS', 0), square('GLASS', 20), square('WALL', 0)], 5),
  );
  expect([...read.layers].map(([layer, outlines]) => [layer, outlines.length])).toEqual([
    ['GLASS', 2],
    ['WALL', 1],
  ]);
  expect(read.layers.get('GLASS')?.[1]?.[0]).toEqual({ x: 20, y: 0 });
  expect(read.mmPerUnit).toBe(10);
  expect(parseDrawing('a.dxf', drawing([square('0', 0)], null)).mmPerUnit).toBeNull();
});

test('a drawing without closed outlines, and what is none, is refused by name', () => {
  expect(() => parseDrawing('open.dxf', drawing([square('GLASS', 0, 0)]))).toThrow(
    /“open.dxf” has no closed outlines/,
  );
  expect(() => parseDrawing('text.dxf', 'hello')).toThrow(/“text.dxf” (can’t be read|has no closed)/);
});

test('a drawing that is cut off or broken in the middle is refused, not read for ever', () => {
  const whole = drawing([square('GLASS', 0), square('GLASS', 20)]);
  expect(() => parseDrawing('half.dxf', whole.slice(0, whole.length / 2))).toThrow(
    /“half.dxf” .*(cut off|group code)/,
  );
  expect(() => parseDrawing('shifted.dxf', whole.replace('\n8\n', '\n'))).toThrow(
    /line \d+ should be a group code/,
  );
  const endless = whole.replace('\n90\n4\n', '\n90\n123456789012\n');
  expect(() => parseDrawing('endless.dxf', endless)).toThrow(/123456789012 corners/);
  const broken = drawing(['0\nLWPOLYLINE\n8\nGLASS\n90\n4\n10\n20\n170\n1']);
  expect(() => parseDrawing('broken.dxf', broken)).toThrow(/broken off/);
});

test('thousands of outlines are read, tens of thousands refused', () => {
  const many = (count: number) => drawing(Array.from({ length: count }, (_, at) => square('GLASS', at * 20)));
  expect(parseDrawing('a.dxf', many(5000)).layers.get('GLASS')).toHaveLength(5000);
  expect(() => parseDrawing('hatch.dxf', many(5001))).toThrow(/more than 5000 closed outlines/);
});
