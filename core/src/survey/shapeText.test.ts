import { shapeOfText, textOfShape, type PaneShape } from './index.ts';

const SHAPES: readonly PaneShape[] = [
  { kind: 'rectangle', cornerRadiusMm: 0 },
  { kind: 'rectangle', cornerRadiusMm: 40 },
  { kind: 'quadrilateral' },
  { kind: 'trapezium', parallel: 'upright', offsetMm: 0 },
  { kind: 'trapezium', parallel: 'level', offsetMm: -120 },
  { kind: 'triangle', apexMm: null },
  { kind: 'triangle', apexMm: 200 },
  { kind: 'arch', riseMm: null },
  { kind: 'arch', riseMm: 450 },
  { kind: 'circle' },
  {
    kind: 'blocks',
    columns: 6,
    rows: 8,
    block: { widthMm: 190, heightMm: 180 },
    jointMm: 10,
    cornerRadiusMm: 12,
  },
];

test.each(SHAPES)('$kind reads back as it was written', (shape) => {
  expect(shapeOfText(textOfShape(shape, 'mm'), 'mm')).toEqual({ ok: true, value: shape });
});

test('in inches as well, to the fraction shown', () => {
  const arch: PaneShape = { kind: 'arch', riseMm: 450.85 };
  expect(textOfShape(arch, 'in')).toBe('arch, rise 17 3/4');
  expect(shapeOfText('arch, rise 17 3/4', 'in')).toEqual({ ok: true, value: arch });
});

test.each([
  ['Arched', 'arch'],
  ['round', 'circle'],
  ['Trapezoid', 'trapezium'],
  ['triangular', 'triangle'],
  ['Rectangle', 'rectangle'],
  ['square', 'rectangle'],
])('people write %s for a %s', (text, kind) => {
  expect(shapeOfText(text, 'mm')).toMatchObject({ ok: true, value: { kind } });
});

test.each(['wobbly', 'arch, rise', 'arch, rise 1/0', 'blocks 0 x 8 of 190 x 190'])(
  '"%s" is no shape',
  (typed) => {
    expect(shapeOfText(typed, 'mm')).toEqual({ ok: false, problem: { typed } });
  },
);
