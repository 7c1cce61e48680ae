import { equalGridCells, gridLeaves } from './grid.ts';
import { UNMEASURED_SIZE, placeOpenings } from './wall.ts';

const light = (id: string, column: number, row: number, widthMm = 380, heightMm = 435) => ({
  id,
  gapBeforeMm: 100,
  sillMm: 800,
  size: { widthMm, heightMm },
  cell: { gridId: 'g', column, row },
});

test('lights of a grid stand in rows and columns with bars between, the next opening beside the whole', () => {
  const lights = [0, 1].flatMap((row) => [0, 1, 2].map((column) => light(`${column}${row}`, column, row)));
  const next = { id: 'next', gapBeforeMm: 50, sillMm: 0, size: { widthMm: 700, heightMm: 2000 } };
  const { openings, widthMm, heightMm } = placeOpenings(
    { widthMm: 1000, heightMm: 1000, grids: { g: { barMm: 30 } } },
    [...lights, next],
  );
  const at = (id: string) => openings.find((opening) => opening.id === id);
  expect(at('00')).toMatchObject({ leftMm: 100, sillMm: 800 + 435 + 30 });
  expect(at('21')).toMatchObject({ leftMm: 100 + 2 * (380 + 30), sillMm: 800 });
  expect(at('next')).toMatchObject({ leftMm: 100 + 3 * 380 + 2 * 30 + 50, sillMm: 0, cell: null });
  expect([widthMm, heightMm]).toEqual([100 + 1200 + 50 + 700, 2000]);
});

test('columns are as wide as their widest light, so that no light covers another', () => {
  const { openings } = placeOpenings({ widthMm: 0, heightMm: 0, grids: { g: { barMm: 0 } } }, [
    light('a', 0, 0, 300),
    light('b', 1, 0),
    light('c', 0, 1, 420),
    light('d', 1, 1),
  ]);
  expect(openings.map(({ leftMm }) => leftMm)).toEqual([100, 520, 100, 520]);
});

test('an unmeasured light has the size that unmeasured openings are drawn at', () => {
  const { openings } = placeOpenings({ widthMm: 0, heightMm: 0, grids: {} }, [
    { ...light('a', 0, 0), size: null },
  ]);
  expect(openings[0]).toMatchObject({ size: UNMEASURED_SIZE, measured: false });
});

test.each([
  [3, 2, 24],
  [1, 1, 24],
  [4, 1, 22.5],
])('%i by %i equal lights and their bars of %f mm make the whole', (columns, rows, barMm) => {
  const whole = { widthMm: 47.25 * 25.4, heightMm: 901.3 };
  const { widthMm, heightMm } = equalGridCells(whole, { columns, rows, barMm });
  expect(columns * widthMm + (columns - 1) * barMm).toBeCloseTo(whole.widthMm, 9);
  expect(rows * heightMm + (rows - 1) * barMm).toBeCloseTo(whole.heightMm, 9);
});

test('a row that does not add up names the light that is least like the others, and what is left for it', () => {
  expect(gridLeaves([380, 380, 380], 1200, 30, 4)).toBeNull();
  expect(gridLeaves([380, 395, 380], 1200, 30, 4)).toEqual({ at: 1, leavesMm: 380 });
  expect(gridLeaves([380, null, 380], 1200, 30, 4)).toBeNull();
  // All alike and still too long: the last is asked about, since any may be wrong.
  expect(gridLeaves([390, 390, 390], 1200, 30, 4)).toEqual({ at: 2, leavesMm: 360 });
});
