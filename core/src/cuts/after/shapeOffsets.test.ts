import { NEW_PANE, type Pane } from '../../survey/index.ts';
import { readingsForTest } from '../../testing/index.ts';
import { shapeOnBench } from '../index.ts';

const pane = (shape: Pane['shape'], widthMm: number, heightMm: number): Pick<Pane, 'shape' | 'readings'> => ({
  ...NEW_PANE,
  shape,
  readings: readingsForTest([widthMm, widthMm, widthMm, heightMm, heightMm, heightMm]),
});
const rounded = (of: Pick<Pane, 'shape' | 'readings'>, clearanceMm = 0, everyMm = 200) => {
  const made = shapeOnBench(of, clearanceMm, everyMm);
  return made?.offsets.map(({ atMm, fromMm, toMm }) =>
    [atMm, fromMm, toMm].map((mm) => Math.round(mm * 10) / 10),
  );
};

test('an arch is told by offsets from its lower edge, and by the centre and radius of its arc', () => {
  // 1000 wide, 1500 high with a rise of 300: the radius is (500² + 300²) / 600.
  const arch = pane({ kind: 'arch', riseMm: 300 }, 1000, 1500);
  const radius = (500 ** 2 + 300 ** 2) / 600;
  const over = (x: number) => 1500 - radius + Math.sqrt(radius ** 2 - (x - 500) ** 2);
  expect(rounded(arch)).toEqual(
    [0, 200, 400, 600, 800, 1000].map((x) => [x, 0, Math.round(over(x) * 10) / 10]),
  );
  const [arc, ...others] = shapeOnBench(arch, 0, 200)?.arcs ?? [];
  expect(others).toEqual([]);
  expect(arc?.radiusMm).toBeCloseTo(radius, 6);
  expect([arc?.fromLeftMm, arc?.overEdgeMm]).toEqual([
    expect.closeTo(500, 6),
    expect.closeTo(1500 - radius, 6),
  ]);
});

test('clearance makes it smaller all round, and an end that falls between places is told', () => {
  const made = shapeOnBench(pane({ kind: 'arch', riseMm: 300 }, 1000, 1500), 2, 300);
  expect([made?.widthMm, made?.heightMm]).toEqual([998, 1498]);
  expect(made?.offsets.map(({ atMm }) => atMm)).toEqual([0, 300, 600, 900, 998]);
  const radius = (500 ** 2 + 300 ** 2) / 600;
  expect(made?.arcs[0]).toEqual({
    radiusMm: expect.closeTo(radius - 1, 6),
    fromLeftMm: expect.closeTo(499, 6),
    overEdgeMm: expect.closeTo(1499 - radius, 6),
  });
  expect(made?.offsets[1]).toEqual({
    atMm: 300,
    fromMm: expect.closeTo(0, 6),
    toMm: expect.closeTo(1499 - radius + Math.sqrt((radius - 1) ** 2 - 199 ** 2), 6),
  });
});

test('a circle rests on its lowest point: offsets have a begin and an end', () => {
  expect(rounded(pane({ kind: 'circle' }, 800, 800))).toEqual([
    [0, 400, 400],
    [200, 53.6, 746.4],
    [400, 0, 800],
    [600, 53.6, 746.4],
    [800, 400, 400],
  ]);
});

test('what is a rectangle needs none', () => {
  expect(shapeOnBench(pane({ kind: 'rectangle', cornerRadiusMm: 0 }, 800, 900), 1, 100)).toBeNull();
  const blocks = { kind: 'blocks', columns: 2, rows: 2, blockMm: 190, jointMm: 10, cornerRadiusMm: 0 };
  expect(shapeOnBench(pane({ ...NEW_PANE.shape, ...blocks } as Pane['shape'], 400, 400), 1, 100)).toBeNull();
  const unread = {
    ...NEW_PANE,
    shape: { kind: 'arch' as const, riseMm: 300 },
    readings: readingsForTest([]),
  };
  expect(shapeOnBench(unread, 1, 100)).toBeNull();
  expect(rounded(pane({ kind: 'rectangle', cornerRadiusMm: 40 }, 400, 900))?.[0]).toEqual([0, 40, 860]);
});
