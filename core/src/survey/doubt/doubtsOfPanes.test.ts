import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { readingsForTest, recordsForTest, unevenHouse } from '../../testing/index.ts';
import type { Pane, Wall } from '../records.ts';
import { doubtsOfPanes, jobDoubts } from './doubtsOfPanes.ts';

const [rules] = DEFAULT_RULE_SETS.map(({ survey }) => survey);
if (!rules) throw new Error('no rules');
const base = recordsForTest();
const [wall, pane] = [base.wall['w1'], base.pane['p1']];
if (!wall || !pane) throw new Error('no pane');

const light = (column: number, row: number, widthMm: number, heightMm: number): Pane => ({
  ...pane,
  cell: { gridId: 'g', column, row },
  readings: { ...readingsForTest([widthMm, 0, 0, heightMm]), widthMiddle: null, widthBottom: null },
});
function asked(panes: Record<string, Pane>, changes: Partial<Wall> = {}) {
  const records = { pane: panes, wall: { w1: { ...wall, ...changes } as Wall } };
  return [...doubtsOfPanes(records, rules as NonNullable<typeof rules>)].map(([id, doubts]) => [
    id,
    doubts.map(({ code, place, expectedMm }) => [code, place, Math.round(expectedMm)]),
  ]);
}
/** Two lights by two behind bars of 20 mm, no two of a size, in an opening of 1000 by 1600. */
const grid = { columns: 2, rows: 2, barMm: 20, whole: { widthMm: 1000, heightMm: 1600 } };
const WIDTHS = [500, 480, 500, 480];
const HEIGHTS = [800, 800, 780, 780];
const lights = (widths = WIDTHS, heights = HEIGHTS) =>
  Object.fromEntries(
    [0, 1, 2, 3].map((at) => [
      `l${at}`,
      light(at % 2, Math.floor(at / 2), widths[at] ?? 0, heights[at] ?? 0),
    ]),
  );

describe('lights of a grid against the whole', () => {
  const inGrid = (panes: Record<string, Pane>) => asked(panes, { grids: { g: grid } });

  test('agree when they and the bars add up, in every row and column', () => {
    expect(inGrid(lights())).toEqual([]);
    expect(inGrid(lights([498, 482, 501, 480]))).toEqual([]);
  });

  test('the odd one of a row is asked about its width, of a column its height, with what the others leave', () => {
    expect(inGrid(lights([500, 480, 500, 540]))).toEqual([['l3', [['reading.offGrid', 'widthTop', 480]]]]);
    expect(inGrid(lights(WIDTHS, [800, 800, 780, 840]))).toEqual([
      ['l3', [['reading.offGrid', 'heightLeft', 780]]],
    ]);
    expect(inGrid(lights([500, 540, 500, 480], [800, 800, 840, 780]))).toEqual([
      ['l1', [['reading.offGrid', 'widthTop', 480]]],
      ['l2', [['reading.offGrid', 'heightLeft', 780]]],
    ]);
    expect(inGrid(lights([500, 480, 500, 540], [800, 800, 780, 840]))).toEqual([
      [
        'l3',
        [
          ['reading.offGrid', 'widthTop', 480],
          ['reading.offGrid', 'heightLeft', 780],
        ],
      ],
    ]);
  });

  test('say nothing where a light of the row is missing or unread, or the whole was not measured', () => {
    const { l2, ...three } = lights([500, 480, 500, 540]);
    expect(l2).toBeDefined();
    expect(inGrid(three)).toEqual([]);
    expect(asked(lights([500, 480, 500, 540]), { grids: { g: { ...grid, whole: null } } })).toEqual([]);
    expect(asked(lights([500, 480, 500, 540]), { grids: {} })).toEqual([]);
  });
});

describe('what is known of the place', () => {
  const high = {
    p1: { ...pane, sillMm: 1200, readings: readingsForTest([800, 800, 800, 1600, 1600, 1600]) },
  };

  test('a wall that was measured bounds its panes, one as every new wall begins does not', () => {
    const measured = { widthMm: 4000, heightMm: 2600 };
    expect(asked(high, measured)).toEqual([['p1', [['pane.offWall', 'heightLeft', 1400]]]]);
    const untouched = { widthMm: rules.newWallWidthMm, heightMm: rules.newWallHeightMm };
    expect(asked({ p1: { ...high.p1, sillMm: rules.newWallHeightMm - 500 } }, untouched)).toEqual([]);
    expect(
      asked({ p1: { ...high.p1, sillMm: rules.newWallHeightMm - 500 } }, { ...untouched, widthMm: 4321 }),
    ).not.toEqual([]);
  });

  test('a sill that nobody has measured takes nothing of the room above it', () => {
    const sill = { p1: { ...high.p1, sillMm: rules.defaultSillMm } };
    expect(asked(sill, { widthMm: 4000, heightMm: 1650 })).toEqual([]);
    expect(asked(sill, { widthMm: 4000, heightMm: 1550 })).toEqual([
      ['p1', [['pane.offWall', 'heightLeft', 1550]]],
    ]);
  });

  test('every doubt of a pane is told with it, and panes without any are not named', () => {
    const twice = readingsForTest([819, 819, 891, 1325, 1324, 1399]);
    expect(
      asked({ p1: pane, p2: { ...pane, readings: twice } }).map(([id, doubts]) => [id, doubts?.length]),
    ).toEqual([['p2', 2]]);
  });
});

test('a house of uneven frames is said to be one, an even one is not', () => {
  const houseOf = (unevenMm: number) =>
    Object.fromEntries(
      unevenHouse(80, unevenMm, 4).panes.map(({ id, readings }) => [
        id,
        { ...pane, readings, twinSet: null },
      ]),
    );
  const known = rules as NonNullable<typeof rules>;
  const looked = (unevenMm: number) => jobDoubts({ pane: houseOf(unevenMm), wall: base.wall }, known);
  expect(looked(1).unevenMm).toBeNull();
  expect(looked(4).unevenMm).toBeGreaterThan(3);
  expect(jobDoubts({ pane: {}, wall: {} }, known)).toEqual({ byPane: new Map(), unevenMm: null });
});
