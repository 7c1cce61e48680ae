import { EndType, JoinType, inflatePathsD } from 'clipper2-ts';
import { readingsForTest } from '../testing/jobs.ts';
import { seededRandom } from '../units/index.ts';
import { outlineInside, paneOutline, roundedRectangle, type OutlineCorner, type PaneShape } from './index.ts';

/* Outlines brought in by a gap, held against a package that offsets polygons (arcs as many short sides). */

const polygon = (...points: [number, number][]): OutlineCorner[] =>
  points.map(([x, y]) => ({ x, y, bulge: 0 }));

/** Points along an outline, arcs cut into short sides. */
function pointsOf(corners: readonly OutlineCorner[], perArc = 400): { x: number; y: number }[] {
  return corners.flatMap((corner, at) => {
    const next = corners[(at + 1) % corners.length] ?? corner;
    if (corner.bulge === 0) return [{ x: corner.x, y: corner.y }];
    const sweep = 4 * Math.atan(corner.bulge);
    const [dx, dy] = [next.x - corner.x, next.y - corner.y];
    const chord = Math.hypot(dx, dy);
    const radius = chord / (2 * Math.sin(sweep / 2));
    const toCentre = radius * Math.cos(sweep / 2);
    const centre = {
      x: (corner.x + next.x) / 2 - (dy / chord) * toCentre,
      y: (corner.y + next.y) / 2 + (dx / chord) * toCentre,
    };
    const from = Math.atan2(corner.y - centre.y, corner.x - centre.x);
    return Array.from({ length: perArc }, (_, step) => ({
      x: centre.x + radius * Math.cos(from + (sweep * step) / perArc),
      y: centre.y + radius * Math.sin(from + (sweep * step) / perArc),
    }));
  });
}
const areaOf = (points: readonly { x: number; y: number }[]) =>
  Math.abs(
    points.reduce((sum, { x, y }, at) => {
      const next = points[(at + 1) % points.length] ?? { x, y };
      return sum + (x * next.y - next.x * y) / 2;
    }, 0),
  );
const byPackage = (corners: readonly OutlineCorner[], gapMm: number) => {
  const [path = []] = inflatePathsD([pointsOf(corners)], -gapMm, JoinType.Miter, EndType.Polygon, 20, 6);
  return areaOf(path);
};
/** How far a point lies inside each side of a polygon of straight sides. */
const gapsTo = (corners: readonly OutlineCorner[], point: { x: number; y: number }) =>
  corners.map(({ x, y }, at) => {
    const next = corners[(at + 1) % corners.length] ?? { x, y };
    const [dx, dy] = [next.x - x, next.y - y];
    return (dx * (point.y - y) - dy * (point.x - x)) / Math.hypot(dx, dy);
  });

describe('straight sides', () => {
  test('a right triangle has its whole gap at the slanted side as well', () => {
    const triangle = polygon([0, 0], [1000, 1000], [0, 1000]);
    const inside = outlineInside(triangle, () => 1.5);
    expect(inside).toHaveLength(3);
    const nearest = triangle.map((_, side) =>
      Math.min(...inside.map((corner) => gapsTo(triangle, corner)[side] ?? 0)),
    );
    expect(nearest).toEqual([1.5, 1.5, 1.5].map((mm) => expect.closeTo(mm, 9)));
  });

  test('each side may have a gap of its own', () => {
    const inside = outlineInside(
      polygon([0, 0], [800, 0], [800, 500], [0, 500]),
      (side) => [2, 0, 3, 1][side] ?? 0,
    );
    expect(inside.map(({ x, y }) => [x, y])).toEqual([
      [1, 2],
      [800, 2],
      [800, 497],
      [1, 497],
    ]);
  });

  test('no gap changes nothing', () => {
    const raked = polygon([0, 300], [900, 0], [900, 1200], [0, 1200]);
    const inside = outlineInside(raked, () => 0);
    inside.forEach((corner, at) => {
      expect(corner.x).toBeCloseTo(raked[at]?.x ?? NaN, 9);
      expect(corner.y).toBeCloseTo(raked[at]?.y ?? NaN, 9);
    });
  });

  test.each(Array.from({ length: 20 }, (_, at) => at))(
    'any four-sided pane (seed %i) agrees with the package',
    (seed) => {
      const random = seededRandom(seed + 1);
      const off = () => random() * 120;
      const pane = polygon(
        [off(), off()],
        [900 - off(), off()],
        [900 - off(), 1400 - off()],
        [off(), 1400 - off()],
      );
      const gapMm = 1 + random() * 4;
      const inside = outlineInside(pane, () => gapMm);
      expect(areaOf(pointsOf(inside))).toBeCloseTo(byPackage(pane, gapMm), 0);
      for (const corner of inside) expect(Math.min(...gapsTo(pane, corner))).toBeCloseTo(gapMm, 6);
    },
  );
});

describe('arcs', () => {
  test('rounded corners stay round about the same centre, tighter by the gap', () => {
    const inside = outlineInside(roundedRectangle({ widthMm: 800, heightMm: 1200 }, 60), () => 1.5);
    expect(inside.filter(({ bulge }) => bulge !== 0)).toHaveLength(4);
    for (const { bulge } of inside.filter((corner) => corner.bulge !== 0))
      expect(bulge).toBeCloseTo(Math.tan(Math.PI / 8), 9);
    expect(areaOf(pointsOf(inside))).toBeCloseTo(797 * 1197 - (4 - Math.PI) * 58.5 ** 2, -1);
  });

  test('a corner rounder than its gap becomes sharp', () => {
    const inside = outlineInside(roundedRectangle({ widthMm: 800, heightMm: 1200 }, 1), () => 1.5);
    expect(inside.map(({ bulge }) => bulge)).toEqual([0, 0, 0, 0]);
    expect(areaOf(pointsOf(inside))).toBeCloseTo(797 * 1197, 6);
  });

  test.each<[string, PaneShape, number[]]>([
    ['an arch on a rectangle', { kind: 'arch', riseMm: 200 }, [800, 800, 800, 1200, 1400, 1200]],
    ['a half round', { kind: 'arch', riseMm: 400 }, [800, 800, 800, 1000, 1400, 1000]],
    ['a circle', { kind: 'circle' }, [600, 600, 600, 600, 600, 600]],
    [
      'a triangle with its point to the left',
      { kind: 'triangle', apexMm: 200 },
      [900, 900, 900, 700, 700, 700],
    ],
    [
      'a raked top',
      { kind: 'trapezium', parallel: 'upright', offsetMm: 0 },
      [900, 900, 900, 1200, 1100, 1000],
    ],
  ])('%s agrees with the package', (_what, shape, lengths) => {
    const outline = paneOutline(shape, readingsForTest(lengths));
    if (!outline.ok) throw new Error(JSON.stringify(outline.problem));
    const { corners } = outline.value;
    const inside = outlineInside(corners, () => 3);
    expect(areaOf(pointsOf(inside)) / byPackage(corners, 3)).toBeCloseTo(1, 4);
    // Arcs stay arcs: the plotter is given no polygon.
    expect(inside.filter(({ bulge }) => bulge !== 0)).toHaveLength(
      corners.filter(({ bulge }) => bulge !== 0).length,
    );
  });
});
