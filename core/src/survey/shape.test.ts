import { NO_READINGS, readingOf, type ReadingPlace, type Readings } from './pane.ts';
import type { Outline, OutlineCorner } from './outline.ts';
import { RECTANGLE, paneOutline, type PaneShape } from './shape.ts';
import { nextReadingPlace, paneSizes } from './sizes.ts';

const rules = { roundingStepMm: 1 };

function read(lengths: Partial<Record<ReadingPlace | 'diagonalDown' | 'diagonalUp', number>>): Readings {
  const entries = Object.entries(lengths).map(([place, mm]) => [place, readingOf(mm, String(mm))] as const);
  return { ...NO_READINGS, ...Object.fromEntries(entries) };
}

function drawn(shape: PaneShape, readings: Readings): Outline {
  const outline = paneOutline(shape, readings);
  if (!outline.ok) throw new Error(outline.problem.code);
  return outline.value;
}

/** An arc as chords, by halving: the middle lies its rise beyond the chord, and each half has half the angle. */
function chords(
  from: OutlineCorner,
  to: { x: number; y: number },
  halvings: number,
): { x: number; y: number }[] {
  if (from.bulge === 0 || halvings === 0) return [from];
  const rise = from.bulge / 2;
  const middle = {
    x: (from.x + to.x) / 2 + (to.y - from.y) * rise,
    y: (from.y + to.y) / 2 - (to.x - from.x) * rise,
    bulge: Math.tan(Math.atan(from.bulge) / 2),
  };
  return [
    ...chords({ ...from, bulge: middle.bulge }, middle, halvings - 1),
    ...chords(middle, to, halvings - 1),
  ];
}

const pointsOf = ({ corners }: Outline) =>
  corners.flatMap((corner, at) => chords(corner, corners[(at + 1) % corners.length] ?? corner, 8));

/** Area of many chords: knows nothing of segments of a circle. */
function areaOfChords(outline: Outline): number {
  const points = pointsOf(outline);
  return points.reduce((sum, point, at) => {
    const next = points[(at + 1) % points.length] ?? point;
    return sum + (point.x * next.y - next.x * point.y) / 2;
  }, 0);
}

const CASES: readonly (readonly [
  string,
  PaneShape,
  Readings,
  { area: number; box: readonly [number, number] },
])[] = [
  [
    'a rectangle',
    RECTANGLE,
    read({ widthTop: 800, widthBottom: 802, heightLeft: 1200 }),
    { area: 802 * 1200, box: [802, 1200] },
  ],
  [
    'rounded corners',
    { kind: 'rectangle', cornerRadiusMm: 100 },
    read({ widthTop: 800, heightLeft: 600 }),
    { area: 800 * 600 - (4 - Math.PI) * 100 ** 2, box: [800, 600] },
  ],
  [
    'a raked top',
    { kind: 'trapezium', parallel: 'upright', offsetMm: 0 },
    read({ widthBottom: 760, heightLeft: 640, heightRight: 1180 }),
    { area: (760 * (640 + 1180)) / 2, box: [760, 1180] },
  ],
  [
    'a raked foot as well',
    { kind: 'trapezium', parallel: 'upright', offsetMm: 200 },
    read({ widthBottom: 700, heightLeft: 900, heightRight: 900 }),
    { area: 700 * 900, box: [700, 1100] },
  ],
  [
    'a level trapezium that leans out',
    { kind: 'trapezium', parallel: 'level', offsetMm: -100 },
    read({ widthTop: 900, widthBottom: 600, heightMiddle: 500 }),
    { area: ((900 + 600) / 2) * 500, box: [900, 500] },
  ],
  [
    'a triangle',
    { kind: 'triangle', apexMm: null },
    read({ widthBottom: 1000, heightMiddle: 400 }),
    { area: 200_000, box: [1000, 400] },
  ],
  [
    'a half-round arch',
    { kind: 'arch', riseMm: 450 },
    read({ widthBottom: 900, heightMiddle: 1850 }),
    { area: 900 * 1400 + (Math.PI * 450 ** 2) / 2, box: [900, 1850] },
  ],
  [
    'a fanlight that is all arch',
    { kind: 'arch', riseMm: 300 },
    read({ widthBottom: 600, heightMiddle: 300 }),
    { area: (Math.PI * 300 ** 2) / 2, box: [600, 300] },
  ],
  [
    'a circle',
    { kind: 'circle' },
    read({ widthMiddle: 600, heightMiddle: 598 }),
    { area: Math.PI * 300 ** 2, box: [600, 600] },
  ],
  [
    'a four-sided pane that leans',
    { kind: 'quadrilateral' },
    read({
      widthTop: 1000,
      widthBottom: 1000,
      heightLeft: Math.hypot(30, 800),
      heightRight: Math.hypot(30, 800),
      diagonalDown: Math.hypot(1030, 800),
      diagonalUp: Math.hypot(970, 800),
    }),
    { area: 800_000, box: [1030, 800] },
  ],
];

describe('the outline of a pane', () => {
  test.each(CASES)('%s has the area and the box that geometry gives', (_, shape, readings, { area, box }) => {
    const outline = drawn(shape, readings);
    expect(outline.areaMm2 / area).toBeCloseTo(1, 4);
    expect(outline.bounding.widthMm).toBeCloseTo(box[0], 0);
    expect(outline.bounding.heightMm).toBeCloseTo(box[1], 0);
    expect(areaOfChords(outline) / area).toBeCloseTo(1, 4);
    const points = pointsOf(outline);
    expect(Math.min(...points.map(({ x }) => x))).toBeGreaterThanOrEqual(-1e-6);
    expect(Math.max(...points.map(({ y }) => y))).toBeLessThanOrEqual(outline.bounding.heightMm + 1e-6);
  });

  test('a flat arch has the rise that crown and springing leave', () => {
    const readings = read({ widthBottom: 1200, heightLeft: 900, heightMiddle: 1050 });
    const said = drawn({ kind: 'arch', riseMm: 150 }, readings);
    expect(drawn({ kind: 'arch', riseMm: null }, readings)).toEqual(said);
  });

  test('glass blocks have their wall as size and their faces as area', () => {
    const shape: PaneShape = {
      kind: 'blocks',
      columns: 6,
      rows: 5,
      block: { widthMm: 190, heightMm: 190 },
      jointMm: 10,
      cornerRadiusMm: 10,
    };
    const sizes = paneSizes(NO_READINGS, rules, shape);
    expect(sizes?.cutting).toEqual({ widthMm: 1190, heightMm: 990 });
    expect(sizes?.areaMm2).toBeCloseTo(30 * (190 ** 2 - (4 - Math.PI) * 100), 6);
  });

  test.each([
    ['a radius larger than the pane', { kind: 'rectangle', cornerRadiusMm: 400 }, 'shape.radiusTooLarge'],
    ['a point beside its base', { kind: 'triangle', apexMm: 900 }, 'shape.apexOutside'],
    ['an arch without a rise', { kind: 'arch', riseMm: null }, 'shape.noRise'],
    ['more rise than a circle has', { kind: 'arch', riseMm: 500 }, 'shape.riseTooHigh'],
    ['a circle that is none', { kind: 'circle' }, 'shape.notRound'],
    ['sides that are not read', { kind: 'quadrilateral' }, 'shape.notMeasured'],
  ] as const)('%s is said, and the sizes stay what was read', (_, shape, code) => {
    const readings = read({ widthMiddle: 700, widthBottom: 700, widthTop: 700, heightMiddle: 1200 });
    expect(paneOutline(shape, readings)).toMatchObject({ ok: false, problem: { code } });
    if (shape.kind !== 'quadrilateral')
      expect(paneSizes(readings, rules, shape)?.cutting.heightMm).toBe(1200);
  });

  test('sides and diagonals that close nowhere are said', () => {
    const readings = read({
      widthTop: 1000,
      widthBottom: 1000,
      heightLeft: 800,
      heightRight: 800,
      diagonalDown: 1400,
      diagonalUp: 1281,
    });
    expect(paneOutline({ kind: 'quadrilateral' }, readings)).toMatchObject({
      problem: { code: 'shape.doesNotClose' },
    });
  });

  test('the tape goes only where the shape has something to read', () => {
    expect(nextReadingPlace(read({ widthBottom: 900 }), { kind: 'triangle', apexMm: null })).toBe(
      'heightMiddle',
    );
    expect(nextReadingPlace(NO_READINGS, { kind: 'circle' })).toBe('widthMiddle');
    const triangle = paneSizes(read({ widthTop: 5, widthBottom: 900, heightMiddle: 400 }), rules, {
      kind: 'triangle',
      apexMm: 0,
    });
    expect(triangle).toMatchObject({
      cutting: { widthMm: 900, heightMm: 400 },
      missing: [],
      outOfSquareMm: 0,
    });
  });
});
