import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import type { FilmForPlan, PaneForPlan } from '../format/planJob.ts';
import { countOfSheet, sheetOfSource, waysOnSheets, type SheetSize } from './onSheets.ts';

const rules = { ...jobForTest().rules, allowance: 10 };
const SHEET = { width: 500, height: 1000, price: 20 };
const MOTIF = { width: 700, height: 1400, price: 45, motif: true };
const film = (sheets: readonly SheetSize[], more: Partial<FilmForPlan> = {}): FilmForPlan => ({
  ...filmForTest,
  ...{ rolls: [], sheets: [...sheets], turn: 'none', matchEdges: false },
  ...more,
});
const ways = (pane: Partial<PaneForPlan>, of = film([SHEET])) =>
  waysOnSheets(paneForTest({ width: 480, height: 980, ...pane }), of, rules).map(({ sheet, shape, at }) => ({
    sheet: sheet.width,
    turn: shape.turn,
    at,
  }));

test('a pane with its margin goes on a sheet that is as large, not on one a millimetre smaller', () => {
  expect(ways({})).toEqual([{ sheet: 500, turn: 0, at: null }]);
  expect(ways({ width: 481 })).toEqual([]);
  expect(ways({ height: 981 })).toEqual([]);
  expect(
    ways({ allowances: { top: 0, bottom: 0, left: 0, right: 0 }, width: 500, height: 1000 }),
  ).toHaveLength(1);
  expect(ways({}, film([]))).toEqual([]);
});

test('film that may be turned lies on its side too; a wish for an edge or for film on hand goes on none', () => {
  const either = film([{ ...SHEET, width: 1000 }], { turn: 'any' });
  expect(ways({}, either).map(({ turn }) => turn)).toEqual([0, 90]);
  expect(ways({ width: 981, height: 480 }, film([SHEET], { turn: 'any' }))).toEqual([]);
  expect(ways({ factoryEdge: 'left' })).toEqual([]);
  expect(ways({ from: { kind: 'onHand', id: 'R1' } })).toEqual([]);
});

test('on a motif a pane lies upright and alone, in the middle or where its glass is wished', () => {
  const print = film([SHEET, MOTIF], { turn: 'any' });
  expect(ways({}, print)).toEqual([
    { sheet: 500, turn: 0, at: null },
    { sheet: 700, turn: 0, at: { x: 100, y: 200 } },
  ]);
  const wished = (left: number, top: number) => ways({ motif: { left, top } }, print);
  // The glass begins there; its margin lies before it.
  expect(wished(50, 60)).toEqual([{ sheet: 700, turn: 0, at: { x: 40, y: 50 } }]);
  expect(wished(10, 10)).toEqual([{ sheet: 700, turn: 0, at: { x: 0, y: 0 } }]);
  expect(wished(210, 410)).toEqual([{ sheet: 700, turn: 0, at: { x: 200, y: 400 } }]);
  for (const [left, top] of [
    [9, 60],
    [50, 9],
    [211, 60],
    [50, 411],
  ] as const)
    expect(wished(left, top)).toEqual([]);
});

test('a sheet is known by its size, unless a roll of that size is sold too, or it was on hand', () => {
  const source = (width: number, length: number, kind = 'new') => ({ kind, width, length });
  const print = film([SHEET, MOTIF]);
  expect(sheetOfSource(source(700, 1400), print)).toEqual(MOTIF);
  expect(sheetOfSource(source(500, 1000), print)).toEqual(SHEET);
  for (const [width, length] of [
    [500, 1400],
    [700, 1000],
    [501, 1000],
  ] as const)
    expect(sheetOfSource(source(width, length), print)).toBeNull();
  expect(sheetOfSource(source(500, 1000, 'offcut'), print)).toBeNull();
  expect(sheetOfSource(source(500, 1000), undefined)).toBeNull();
  const rolls = (width: number, length: number) => film([SHEET], { rolls: [{ width, length, price: 1 }] });
  expect(sheetOfSource(source(500, 1000), rolls(500, 1000))).toBeNull();
  expect(sheetOfSource(source(500, 1000), rolls(500, 2000))).toEqual(SHEET);
  expect(sheetOfSource(source(500, 1000), rolls(600, 1000))).toEqual(SHEET);
});

test('a sheet counts its price, or its area where film has none', () => {
  expect(countOfSheet(SHEET, true)).toBe(20);
  expect(countOfSheet(SHEET, false)).toBe(500_000);
  expect(countOfSheet({ width: 500, height: 1000, price: null }, true)).toBe(0);
});
