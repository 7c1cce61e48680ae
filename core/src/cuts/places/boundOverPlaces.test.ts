import loadHighs from 'highs';
import { paneForTest } from '../../testing/planJobs.ts';
import { rowFilm as film, rowJob } from '../../testing/rowJobs.ts';
import { demandOf } from '../cost/demand.ts';
import { solverOfText, type FilmForPlan, type PaneForPlan, type PlanJob } from '../index.ts';
import { boundOverPlaces } from './boundOverPlaces.ts';

const solver = solverOfText(await loadHighs());
const pane = (id: string, width: number, height = 1000, more: Partial<PaneForPlan> = {}) =>
  paneForTest({ id, label: id, width, height, seams: { allowed: true, axis: 'vertical' }, ...more });
const jobOf = (panes: readonly PaneForPlan[], of = film, more: Partial<PlanJob> = {}): PlanJob =>
  rowJob(panes, of, null, {}, more);
/** Rows of panes 1000 high. */
const rows = (panes: readonly PaneForPlan[], of = film, more: Partial<PlanJob> = {}) =>
  boundOverPlaces(of, jobOf(panes, of, more)) / 1_000_000;

describe('what stands beside each other in a width', () => {
  test.each([
    ['over half a roll: one a row', 501, 3, 3],
    ['half a roll: two a row', 500, 3, 1.5],
    ['over a third: two a row, though three are more film than two rows', 340, 3, 1.5],
    ['over a quarter: three a row', 260, 4, 4 / 3],
    ['over a fifth: four a row', 201, 5, 1.25],
    ['a twelfth and a bit: eleven or twelve a row', 80, 12, 1],
    ['over a thirteenth: twelve a row', 77, 13, 13 / 12],
    ['narrower: the area', 70, 10, 0.7],
  ])('%s', (_, width, count, expected) => {
    expect(rows([pane('a', width, 1000, { count })])).toBeCloseTo(expected, 9);
  });

  test('panes that turn count as they lie smallest', () => {
    // Upright one of 600 × 2400 takes 2400 of a roll alone; lying it takes 600 of two rolls wide.
    const turned = { ...film, turn: 'any' as const, rolls: [{ width: 2400, length: 30_000 }] };
    const all = (of: FilmForPlan) => boundOverPlaces(of, jobOf([pane('a', 600, 2400, { count: 3 })], of));
    expect(all(turned)).toBeCloseTo(3 * 600 * 2400, 3);
    // Level it needs 700 of 1000 alone; upright two rows of 400 beside each other.
    expect(rows([pane('a', 700, 400, { count: 2 })], { ...film, turn: 'any' })).toBeCloseTo(0.7, 9);
  });

  test('a pane that goes on none of what is sold says nothing, and of two widths the cheaper row counts', () => {
    expect(rows([pane('a', 600, 51_000), pane('b', 600)])).toBeCloseTo(1, 9);
    // Two of 600 on a roll of 1200 of the same film per m²: beside each other.
    const wide = {
      ...film,
      rolls: [
        { width: 1000, length: 30_000 },
        { width: 1200, length: 30_000 },
      ],
    };
    expect(rows([pane('a', 600, 1000, { count: 2 })], wide)).toBeCloseTo(1.2, 9);
    expect(
      boundOverPlaces(wide, jobOf([pane('a', 600, 1000)], wide), ({ widthMm }) => (widthMm > 1000 ? 0 : 10)),
    ).toBe(0);
    expect(boundOverPlaces({ ...film, rolls: [] }, jobOf([pane('a', 600)]))).toBe(0);
    expect(boundOverPlaces(film, jobOf([pane('a', 600)]), () => 0)).toBe(0);
    expect(boundOverPlaces(film, jobOf([pane('a', 600)]), () => 20)).toBeCloseTo(20 * 1000, 6);
  });
});

describe('a divided pane', () => {
  test('counts its area, full panels between included, where a row can be shared', () => {
    expect(rows([pane('a', 1500, 1000, { count: 2 })])).toBeCloseTo(3, 9);
    expect(rows([pane('a', 2500, 1000, { count: 2 })])).toBeCloseTo(5, 9);
    expect(rows([pane('a', 2500), pane('b', 500)])).toBeCloseTo(3, 9);
  });

  test('takes a row for the wider of its panels, wherever the seam is', () => {
    // 1100: one panel over 500 always; four of 501 beside it take rows of their own.
    expect(rows([pane('a', 1100), pane('b', 501, 1000, { count: 4 })])).toBeCloseTo(5, 9);
    // 1800: both panels over 500, or a full width and 800: always two rows.
    expect(rows([pane('a', 1800, 1000, { count: 3 })])).toBeCloseTo(6, 9);
    // 1350: over a third and over a half at least, or a full width and over a third.
    expect(rows([pane('a', 1350, 1000, { count: 2 })])).toBeCloseTo(3, 9);
  });

  test('with a seam somebody placed counts there only', () => {
    const placed = { seams: { allowed: true, axis: 'vertical' as const, at: [550] } };
    expect(rows([pane('a', 1100, 1000, { ...placed, count: 2 })])).toBeCloseTo(4, 9);
    expect(rows([pane('a', 1100, 1000, { count: 2 })])).toBeCloseTo(2.2, 9);
  });
});

describe('film on hand', () => {
  const offcut = (width: number, length: number) => ({
    ...{ id: 'o', filmId: film.id, kind: 'offcut' as const, width, length },
    factoryEdges: [],
  });

  test('gives what it has at the most, and rows are counted no more', () => {
    const panes = [pane('a', 600, 1000, { count: 3 })];
    expect(rows(panes)).toBeCloseTo(3, 9);
    expect(rows(panes, film, { stock: [offcut(500, 1000)] })).toBeCloseTo(1.8 - 0.5, 9);
    expect(rows(panes, film, { stock: [offcut(900, 9000)] })).toBe(0);
  });

  test('gives only what it is cheaper by', () => {
    const job = jobOf([pane('a', 600, 1000, { count: 3 })], film, { stock: [offcut(500, 1000)] });
    const perMm = (part: number) =>
      boundOverPlaces(film, job, ({ kind }) => (kind === 'new' ? 1000 : part * 500));
    expect(perMm(0.4)).toBeCloseTo((1.8 - 0.6 * 0.5) * 1e6, 3);
    expect(perMm(2)).toBeCloseTo(1.8 * 1e6, 3);
  });
});

describe('with a solver', () => {
  const boundBy = (
    panes: readonly PaneForPlan[],
    worthOf: Readonly<Record<string, number>> | null = null,
  ) => {
    const job = jobOf(panes);
    const demand = demandOf(film, job);
    const worth = demand.parts.map(({ kind }) => worthOf?.[demand.kinds[kind]?.pane.id ?? ''] ?? 0);
    const known = worthOf && { demand, worth };
    return boundOverPlaces(film, job, undefined, { known, solver, shouldStop: () => false }) / 1_000_000;
  };
  /** 380 and 630 never stand beside each other, two of 380 do: rows of their own. */
  const both = [pane('x', 380, 1000, { count: 4 }), pane('y', 630, 1000, { count: 2 })];

  test('proves what no step function of widths sees, whatever it is told before', () => {
    expect(rows(both)).toBeCloseTo(22 / 7, 9);
    expect(boundBy(both)).toBeCloseTo(4, 3);
    expect(boundBy(both, { x: 0.5, y: 1 })).toBeCloseTo(4, 3);
    expect(boundBy(both, { x: 5, y: 1 })).toBeCloseTo(4, 3);
    expect(boundBy(both, {})).toBeCloseTo(4, 3);
  });

  test('counts a part by the millimetre of its length', () => {
    const panes = [pane('x', 380, 2000, { count: 4 }), pane('y', 630, 1000, { count: 4 })];
    expect(boundBy(panes)).toBeCloseTo(8, 3);
  });

  test('takes the seam of a divided pane where that is worth least, its full panels whole', () => {
    // 1390 is a full width and 390, which stands beside another 390 or 380, or two panels that fill a row with less.
    const wide = (width: number) => [...both, pane('wide', width, 1000, { count: 2 })];
    expect(boundBy(wide(1390))).toBeCloseTo(4 + 2 * 1.5, 3);
    expect(boundBy(wide(2390))).toBeCloseTo(4 + 2 * 2.5, 3);
  });

  test('is the area where everything fills rows, and holds at once when time is up', () => {
    expect(boundBy([pane('a', 1500, 1000, { count: 2 })])).toBeCloseTo(3, 2);
    const job = jobOf(both);
    const stopped = boundOverPlaces(film, job, undefined, { known: null, solver, shouldStop: () => true });
    expect(stopped / 1_000_000).toBeCloseTo(22 / 7, 9);
    const unsolved = { known: null, solver: { solve: () => null }, shouldStop: () => false };
    expect(boundOverPlaces(film, job, undefined, unsolved) / 1_000_000).toBeCloseTo(22 / 7, 9);
  });
});

test('a pane that somebody wants off one roll counts there; others where they are cheapest', () => {
  const two = {
    ...film,
    rolls: [
      { width: 1000, length: 50_000 },
      { width: 1500, length: 50_000 },
    ],
  };
  const from = { kind: 'new' as const, width: 1500 };
  const perMm = ({ widthMm }: { widthMm: number }) => (widthMm > 1000 ? 6 : 1);
  const of = (panes: readonly PaneForPlan[]) => boundOverPlaces(two, jobOf(panes, two), perMm) / 1000;
  // 800 wide takes a row of either; 1200 divided takes one and a part of the narrow roll, whole it takes one of the wide.
  expect(of([pane('a', 800)])).toBeCloseTo(1, 9);
  expect(of([pane('a', 800, 1000, { from })])).toBeCloseTo(6, 9);
  expect(of([pane('a', 1400, 1000, { seams: { allowed: false, axis: 'any' } })])).toBeCloseTo(6, 9);
});
