import { NO_READINGS, paneOutline, readingOf, type Outline, type PaneShape } from '@neat-sill/core/survey';
import { mirroredOutline, outlinePath } from './outlinePath.ts';

const read = (mm: number) => readingOf(mm, String(mm));
const readings = {
  ...NO_READINGS,
  widthBottom: read(800),
  heightLeft: read(600),
  heightRight: read(900),
  heightMiddle: read(1000),
};

function outline(shape: PaneShape): Outline {
  const drawn = paneOutline(shape, readings);
  if (!drawn.ok) throw new Error(drawn.problem.code);
  return drawn.value;
}

const raked = outline({ kind: 'trapezium', parallel: 'upright', offsetMm: 0 });
const arch = outline({ kind: 'arch', riseMm: 200 });

test('a straight outline is drawn to scale into its box', () => {
  const path = outlinePath(raked, { x: 10, y: 20, width: 80, height: 90 });
  expect(path).toBe('M10 50L90 20L90 110L10 110L10 50Z');
});

test('an arc stays an arc, bowing outwards, with the radius of its rise', () => {
  const path = outlinePath(arch, { x: 0, y: 0, width: 400, height: 500 });
  const [, radius] = /A([\d.]+) /.exec(path) ?? [];
  // r = (chord² / 4 + rise²) / (2 rise), at half scale.
  expect(Number(radius)).toBeCloseTo((400 ** 2 + 200 ** 2) / 400 / 2, 6);
  expect(path).toMatch(/ 0 0 1 400 100/);
});

test.each([
  ['raked', raked],
  ['arch', arch],
])('seen from the other side twice it is the same again: %s', (_, drawn) => {
  const other = mirroredOutline(drawn);
  expect(other.bounding).toEqual(drawn.bounding);
  const sorted = ({ corners }: Outline) =>
    [...corners].map(({ x, y, bulge }) => [x, y, bulge].map((each) => Math.round(each * 1e6) / 1e6)).sort();
  expect(sorted(mirroredOutline(other))).toEqual(sorted(drawn));
  if (drawn === raked) expect(other.corners.find(({ y }) => y === 0)?.x).toBe(0);
});
