import type { Piece } from '../format/index.ts';
import { middleOf, outerSides, piecesOfPane, seamsBetween } from './seams.ts';

const cover = (left: number, top: number, width: number, height: number) => ({ left, top, width, height });
const piece = (paneId: string, panel: number, copy = 1) =>
  ({ id: `${paneId}/${panel}/${copy}`, paneId, panel, copy }) as Piece;

test('upright panels overlap from the left of the next to the right of the one before', () => {
  const covers = [cover(0, 0, 1163, 2000), cover(1143, 0, 1163, 2000), cover(2286, 0, 500, 2000)];
  const seams = seamsBetween(covers);
  expect(seams).toEqual([
    { axis: 'vertical', fromMm: 1143, toMm: 1163 },
    { axis: 'vertical', fromMm: 2286, toMm: 2306 },
  ]);
  expect(seams.map(middleOf)).toEqual([1153, 2296]);
});

test('panels below each other overlap from the top of the next to the bottom of the one before', () => {
  expect(seamsBetween([cover(30, 40, 1500, 1210), cover(30, 1230, 1500, 900)])).toEqual([
    { axis: 'horizontal', fromMm: 1230, toMm: 1250 },
  ]);
  expect(seamsBetween([cover(0, 0, 1500, 1210)])).toEqual([]);
});

test('the pieces of a pane come in the order of its panels, whatever the pulls; of many blocks the first', () => {
  const pulls = [
    { pieces: [piece('p1', 3), piece('p2', 1)] },
    { pieces: [piece('p1', 1), piece('p1', 1, 2), piece('p1', 2)] },
  ] as never;
  expect(piecesOfPane({ pulls }, 'p1').map(({ id }) => id)).toEqual(['p1/1/1', 'p1/2/1', 'p1/3/1']);
  expect(piecesOfPane({ pulls }, 'p9')).toEqual([]);
});

test.each([
  ['the left panel of two', cover(0, 0, 800, 1000), { left: true, top: true, right: false, bottom: true }],
  ['the right panel of two', cover(780, 0, 820, 1000), { left: false, top: true, right: true, bottom: true }],
  ['the upper of two', cover(0, 0, 1600, 600), { left: true, top: true, right: true, bottom: false }],
  ['the lower of two', cover(0, 580, 1600, 420), { left: true, top: false, right: true, bottom: true }],
])('which sides are sides of the pane: %s', (_name, covered, sides) => {
  expect(outerSides({ cover: covered }, { width: 1600, height: 1000 })).toEqual(sides);
});
