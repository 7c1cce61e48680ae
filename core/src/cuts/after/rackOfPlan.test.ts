import { jobForTest, paneForTest } from '../../testing/index.ts';
import { seededRandom } from '../../units/index.ts';
import type { CutPlan, PlanSource, Pull } from '../format/index.ts';
import type { KeptPlan } from '../records.ts';
import { planCuts } from '../search/planner.ts';
import { consume } from './consume.ts';
import { cutList, pieceName } from './cutList.ts';
import { pullsJustCut, usedByPlan } from './rackOfPlan.ts';

const source = (id: string, kind: PlanSource['kind']): PlanSource => ({
  id,
  filmId: 'F1',
  kind,
  width: 1524,
  length: 5000,
});
const pull = (id: string, sourceId: string, length = 1200): Pull => ({
  id,
  sourceId,
  start: 0,
  length,
  pieces: [],
  offcuts: [],
});
const plan: CutPlan = {
  format: 'neat-sill/cut-plan',
  version: 1,
  sources: [source('R1', 'roll'), source('O1', 'offcut'), source('N1', 'new')],
  pulls: [pull('1', 'R1'), pull('2', 'O1'), pull('3', 'N1'), pull('4', 'N1')],
  unplaced: [],
  summary: { cost: null, byFilm: [] },
};
const kept = (cutPullIds: string[]): KeptPlan => ({
  job: jobForTest(),
  plan,
  keptAt: '2026-05-04T15:00:00Z',
  cutPullIds,
  lockedPullIds: [],
  frozen: null,
});

describe('what a kept plan takes off the rack', () => {
  test('is all it comes off, until the last pull of each is cut', () => {
    expect(usedByPlan(kept([]))).toEqual({ stockIds: ['R1', 'O1'], newRollIds: ['N1'] });
    expect(usedByPlan(kept(['1', '3']))).toEqual({ stockIds: ['O1'], newRollIds: ['N1'] });
    expect(usedByPlan(kept(['1', '2', '3', '4']))).toEqual({ stockIds: [], newRollIds: [] });
    expect(usedByPlan(null)).toEqual({ stockIds: [], newRollIds: [] });
  });

  test('goes down by the pulls that are cut now and were not, in the order of the plan', () => {
    const ids = (before: string[] | null, after: string[]) =>
      pullsJustCut(before && kept(before), kept(after)).map(({ pull: each, source: from }) => [
        each.id,
        from.id,
      ]);
    expect(ids(null, ['4', '1'])).toEqual([
      ['1', 'R1'],
      ['4', 'N1'],
    ]);
    expect(ids(['1'], ['1', '2'])).toEqual([['2', 'O1']]);
    expect(ids(['1', '2'], ['1'])).toEqual([]);
  });
});

describe('a pull that was cut', () => {
  const ids = { source: 'new-roll', offcut: (at: number) => `left-${at}` };
  const roll = { ...source('R1', 'roll'), kind: 'roll' as const, factoryEdges: ['left' as const] };

  test('makes its roll shorter by a tenth of a millimetre exact, and opens a new one', () => {
    expect(consume(source('R1', 'roll'), { ...roll, length: 3000 }, pull('1', 'R1', 1199.96), ids)).toEqual({
      source: { ...roll, length: 1800 },
      offcuts: [],
    });
    expect(consume(source('N1', 'new'), null, pull('3', 'N1'), ids)).toEqual({
      source: {
        id: 'new-roll',
        filmId: 'F1',
        kind: 'roll',
        width: 1524,
        length: 3800,
        factoryEdges: ['left', 'right'],
      },
      offcuts: [],
    });
  });

  test('uses a roll up when what is left is no use, and is refused when it is too short', () => {
    const cutOff = (length: number) =>
      consume(source('R1', 'roll'), { ...roll, length }, pull('1', 'R1', 1200), ids);
    expect(cutOff(1299.9)).toEqual({ source: null, offcuts: [] });
    expect(cutOff(1300)).toMatchObject({ source: { length: 100 } });
    // A millimetre is what measuring a roll is worth.
    expect(cutOff(1199)).toEqual({ source: null, offcuts: [] });
    expect(cutOff(1198.9)).toEqual({ code: 'stock.tooShort', id: 'R1', lengthMm: 1198.9, pullMm: 1200 });
  });

  test('puts what is worth keeping on the rack, and drops the rest', () => {
    const left = (w: number, keep: boolean) => ({
      x: 0,
      y: 0,
      w,
      l: 1200,
      factoryEdges: ['left' as const],
      keep,
    });
    const cut = { ...pull('1', 'R1'), offcuts: [left(50, false), left(400, true), left(600, true)] };
    expect(consume(source('R1', 'roll'), { ...roll, length: 5000 }, cut, ids)).toMatchObject({
      offcuts: [
        { id: 'left-1', kind: 'offcut', width: 400, length: 1200, factoryEdges: ['left'] },
        { id: 'left-2', kind: 'offcut', width: 600 },
      ],
    });
  });
});

describe('the cut list', () => {
  const job = jobForTest({
    panes: [
      paneForTest({ id: 'A', label: '1', width: 2300, height: 2000 }),
      paneForTest({ id: 'B', label: '2', width: 500, height: 900, count: 3 }),
    ],
  });
  const made = planCuts(job, { random: seededRandom(3), rounds: 10, shouldStop: () => false });
  const steps = cutList(made, job);
  const pieces = steps.flatMap(({ strips }) => strips.flatMap((strip) => strip.pieces));

  test('names every piece once, as it is written on the liner', () => {
    expect(pieces.map(({ name }) => name).sort()).toEqual([
      '1a',
      '1b',
      '2 (1 of 3)',
      '2 (2 of 3)',
      '2 (3 of 3)',
    ]);
    const [any] = pieces;
    expect(pieceName({ ...(any as (typeof pieces)[number]).piece, paneId: 'gone', panels: 1 }, job)).toBe(
      'gone',
    );
  });

  test('the strips of a pull lie beside each other, and knives stand at their edges', () => {
    for (const { pull: each, source: from, strips, knifeAtMm } of steps) {
      expect(each.length).toBeLessThanOrEqual(from.length);
      const edges = strips.flatMap(({ fromMm, widthMm }) => [fromMm, fromMm + widthMm]);
      for (const knife of knifeAtMm) {
        expect(knife).toBeGreaterThan(0);
        expect(knife).toBeLessThan(from.width);
        expect(edges.some((edge) => Math.abs(edge - knife) < 0.01)).toBe(true);
      }
      for (const [at, strip] of strips.entries()) {
        const next = strips[at + 1];
        if (next) expect(next.fromMm).toBeGreaterThanOrEqual(strip.fromMm + strip.widthMm - 0.01);
      }
    }
  });

  test('each piece is cut across where it ends, unless the pull ends there, and trimmed where its strip is wider', () => {
    for (const { pull: each, strips } of steps)
      for (const { widthMm, pieces: onStrip } of strips)
        for (const { piece, crossCutAtMm, trimToMm } of onStrip) {
          const end = piece.y + piece.l;
          if (crossCutAtMm === null) expect(end).toBeCloseTo(each.length, 1);
          else expect(crossCutAtMm).toBeCloseTo(end, 6);
          if (trimToMm === null) expect(piece.w).toBeCloseTo(widthMm, 1);
          else expect(trimToMm).toBe(piece.w);
        }
  });

  test('two panels meet at one seam, each with its own side', () => {
    const panels = pieces.filter(({ name }) => name.startsWith('1'));
    const sides = panels.map(({ seams }) => seams.map(({ side }) => side)).sort();
    // Upright or level, whichever the plan takes.
    expect([
      [['left'], ['right']],
      [['bottom'], ['top']],
    ]).toContainEqual(sides);
    expect(pieces.filter(({ name }) => name.startsWith('2')).flatMap(({ seams }) => seams)).toEqual([]);
  });
});
