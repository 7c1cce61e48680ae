import type { CutPlan, FilmForPlan, PaneForPlan, PlanJob } from '../cuts/format/index.ts';
import { planCuts } from '../cuts/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../testing/planJobs.ts';
import { seededRandom } from '../units/index.ts';
import { goesOnSheet, sheetOf } from './checkSheets.ts';
import { checkPlan } from './checkPlan.ts';

const SHEET = { width: 500, height: 1000, price: 20 };
const MOTIF = { width: 700, height: 1400, price: 45, motif: true };
const print: FilmForPlan = {
  ...filmForTest,
  rolls: [],
  sheets: [SHEET, MOTIF],
  turn: 'none',
  matchEdges: false,
};
const jobOf = (pane: Partial<PaneForPlan>, film: Partial<FilmForPlan> = {}): PlanJob =>
  jobForTest({
    films: [{ ...print, ...film }],
    panes: [paneForTest({ id: 'a', width: 480, height: 980, ...pane })],
    rules: { ...jobForTest().rules, allowance: 10, factoryEdgeAllowance: 0 },
  });
const goes = (pane: Partial<PaneForPlan>, film: Partial<FilmForPlan> = {}) => {
  const job = jobOf(pane, film);
  const [only, of] = [job.panes[0], job.films[0]];
  return only !== undefined && of !== undefined && goesOnSheet(only, of, job);
};

test('whether a pane goes on a sheet, by the text of the format', () => {
  const plain = { sheets: [SHEET] };
  expect(goes({}, plain)).toBe(true);
  expect([goes({ width: 481 }, plain), goes({ height: 981 }, plain)]).toEqual([false, false]);
  const bare = { left: 0, top: 0, right: 0, bottom: 0 };
  expect(goes({ width: 500, height: 1000, allowances: bare }, plain)).toBe(true);
  for (const side of ['left', 'right', 'top', 'bottom'] as const)
    expect(goes({ width: 500, height: 1000, allowances: { ...bare, [side]: 1 } }, plain)).toBe(false);
  // On its side only where film may be turned.
  const lying = { width: 980, height: 480 };
  expect([goes(lying, plain), goes(lying, { ...plain, turn: 'half' })]).toEqual([false, false]);
  expect([goes(lying, { ...plain, turn: 'any' })]).toEqual([true]);
  expect(goes({ factoryEdge: 'left' }, plain)).toBe(false);
  expect(goes({ from: { kind: 'onHand', id: 'R' } }, plain)).toBe(false);
  const none: FilmForPlan = { ...print };
  delete none.sheets;
  expect(goesOnSheet(paneForTest(), none, jobOf({}))).toBe(false);
});

test('whether a pane goes on a motif: upright, in its middle or with the glass where it is wished', () => {
  const motif = { sheets: [MOTIF], turn: 'any' as const };
  expect(goes({ width: 680, height: 1380 }, motif)).toBe(true);
  expect([goes({ width: 681 }, motif), goes({ height: 1381 }, motif)]).toEqual([false, false]);
  expect(goes({ width: 1380, height: 600 }, motif)).toBe(false);
  const at = (left: number, top: number, film = motif as Partial<FilmForPlan>) =>
    goes({ motif: { left, top } }, film);
  for (const [left, top] of [
    [10, 10],
    [210, 410],
    [100, 200],
  ] as const)
    expect([left, top, at(left, top)]).toEqual([left, top, true]);
  for (const [left, top] of [
    [9, 100],
    [100, 9],
    [211, 100],
    [100, 411],
  ] as const)
    expect([left, top, at(left, top)]).toEqual([left, top, false]);
  // A plain sheet is none for a wish of where the motif is.
  expect(at(100, 200, { sheets: [SHEET] })).toBe(false);
});

test('a source is a sheet by its size, not where a roll of that size is sold', () => {
  const source = (width: number, length: number, kind: 'new' | 'roll' = 'new') => ({
    ...{ id: 's', filmId: 'F1', kind, width, length },
  });
  expect(sheetOf(source(500, 1000), print)).toEqual(SHEET);
  expect(sheetOf(source(700, 1400), print)).toEqual(MOTIF);
  for (const other of [source(500, 1400), source(700, 1000), source(500, 1000, 'roll')])
    expect(sheetOf(other, print)).toBeNull();
  expect(sheetOf(source(500, 1000), undefined)).toBeNull();
  const rolls = (width: number, length: number) => ({ ...print, rolls: [{ width, length, price: 1 }] });
  expect(sheetOf(source(500, 1000), rolls(500, 1000))).toBeNull();
  expect(sheetOf(source(500, 1000), rolls(500, 9000))).toEqual(SHEET);
  expect(sheetOf(source(500, 1000), rolls(600, 1000))).toEqual(SHEET);
});

test('a pull of a sheet is its whole length; of a motif one piece, upright, where it belongs', () => {
  const job = jobOf({ width: 560, height: 1180 });
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const codes = (change: (pull: CutPlan['pulls'][number]) => Partial<CutPlan['pulls'][number]>) =>
    checkPlan(job, {
      ...plan,
      pulls: plan.pulls.map((pull) => ({ ...pull, ...change(pull) })),
    }).map(({ code }) => code);
  expect(codes(() => ({}))).toEqual([]);
  const piece = (more: object) =>
    codes(({ pieces }) => ({ pieces: pieces.map((each) => ({ ...each, ...more })) }));
  const [own] = plan.pulls[0]?.pieces ?? [];
  if (!own) throw new Error('nothing is laid');
  for (const moved of [{ x: own.x + 1 }, { x: own.x - 1 }, { y: own.y + 1 }, { y: own.y - 1 }])
    expect(piece(moved)).toContain('sheet.motifPlace');
  expect(piece({ turn: 180 })).toContain('sheet.motifAlone');
  expect(piece({})).not.toContain('sheet.motifPlace');
  expect(codes(({ pieces }) => ({ pieces: [...pieces, ...pieces] }))).toContain('sheet.motifAlone');
  expect(codes(() => ({ length: 1300 }))).toContain('sheet.notWhole');
  expect(codes(() => ({ start: 10 }))).toContain('sheet.notWhole');
  // Of a plain sheet several pieces come, anywhere.
  const small = jobOf({ width: 230, height: 480, count: 2 }, { sheets: [SHEET] });
  const two = planCuts(small, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  expect([two.pulls.map(({ pieces }) => pieces.length), checkPlan(small, two)]).toEqual([[2], []]);
});

test('with its own wish a motif piece is held to that place', () => {
  const job = jobOf({ width: 300, height: 400, motif: { left: 60, top: 80 } });
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  expect(plan.pulls[0]?.pieces[0]).toMatchObject({ x: 50, y: 70 });
  expect(checkPlan(job, plan)).toEqual([]);
  const other = { ...job, panes: job.panes.map((pane) => ({ ...pane, motif: { left: 61, top: 80 } })) };
  expect(checkPlan(other, plan).map(({ code }) => code)).toContain('sheet.motifPlace');
});
