import type { CutPlan, FilmForPlan, PlanJob } from '../cuts/index.ts';
import { filmForTest, jobForTest } from '../testing/index.ts';
import { filmOfPlan } from './filmLines.ts';

/* What film of a plan is bought and taken off the rack, line by line, from a plan written by hand. */

const other: FilmForPlan = {
  ...filmForTest,
  ...{ id: 'F2', name: 'Turnstone Print' },
  rolls: [
    { width: 1000, length: 20_000, price: 300 },
    { width: 1000, length: 30_000, price: 420, soldBy: 'metre' },
    { width: 1200, length: 30_000, price: null },
  ],
  sheets: [{ width: 700, height: 1400, price: 38 }],
};
const pull = (id: string, sourceId: string, start: number, length: number) => ({
  ...{ id, sourceId, start, length, pieces: [], offcuts: [] },
});
const source = (
  id: string,
  filmId: string,
  width: number,
  length: number,
  kind: 'new' | 'roll' | 'offcut' = 'new',
) => ({
  ...{ id, filmId, kind, width, length },
});
function lines(
  sources: readonly ReturnType<typeof source>[],
  pulls: readonly ReturnType<typeof pull>[],
  more: Partial<PlanJob> = {},
) {
  const job = jobForTest({ films: [filmForTest, other], ...more });
  const plan = {
    ...{ format: 'neat-sill/cut-plan', version: 1, sources, pulls, unplaced: [] },
    summary: {
      byFilm: [
        { filmId: 'F1', netArea: 3e6 },
        { filmId: 'F2', netArea: 5e6 },
      ],
    },
  } as unknown as CutPlan;
  return filmOfPlan(job, plan, 100);
}

test('rolls of one size are one line, with all that is taken off them, each to its last pull', () => {
  const { bought, onHand, withoutPrice } = lines(
    [
      source('N1', 'F1', 1524, 30_480),
      source('N2', 'F1', 1524, 30_480),
      source('N3', 'F1', 1524, 30_480),
      source('M1', 'F2', 1000, 20_000),
    ],
    [pull('1', 'N1', 0, 900), pull('2', 'N1', 900, 1100), pull('3', 'N2', 0, 700), pull('4', 'M1', 0, 5000)],
  );
  // What nothing is cut of is not bought.
  expect(bought).toEqual([
    {
      ...{
        id: 'film F1 1524 30480',
        name: 'Gannet Silver 20',
        usedMm: 2700,
        rollMm: 30_480,
        rollPrice: 41_200,
      },
      ...{ soldBy: 'roll', wholeRolls: 2, leftoverWorthShare: 0, netAreaM2: 3 },
    },
    {
      ...{
        id: 'film F2 1000 20000',
        name: 'Turnstone Print',
        usedMm: 5000,
        rollMm: 20_000,
        rollPrice: 30_000,
      },
      ...{ soldBy: 'roll', wholeRolls: 1, leftoverWorthShare: 0, netAreaM2: 5 },
    },
  ]);
  expect([onHand, withoutPrice]).toEqual([[], []]);
});

test('sizes and ways of selling are told apart by width and length; the area stands once', () => {
  const { bought, withoutPrice } = lines(
    [
      source('A', 'F2', 1000, 30_000),
      source('B', 'F2', 700, 1400),
      source('C', 'F2', 1200, 30_000),
      source('D', 'F2', 1234, 9000),
    ],
    ['A', 'B', 'C', 'D'].map((id, at) => pull(String(at), id, 0, 1400)),
  );
  expect(bought.map(({ rollPrice, soldBy, netAreaM2 }) => [rollPrice, soldBy, netAreaM2])).toEqual([
    [42_000, 'metre', 5],
    [3800, 'sheet', 0],
    [0, 'roll', 0],
    [0, 'roll', 0],
  ]);
  expect(withoutPrice).toEqual(['F2']);
});

test('film off the rack is counted by the metre at its worth; an offcut by what the rules say it is worth', () => {
  const work = { leftoverWorth: 0.5 } as NonNullable<PlanJob['rules']['work']>;
  const { bought, onHand, withoutPrice } = lines(
    [source('R1', 'F1', 1524, 18_000, 'roll'), source('N1', 'F1', 1524, 30_480)],
    [pull('1', 'R1', 0, 3000), pull('2', 'N1', 0, 1000)],
    { rules: { ...jobForTest().rules, work: { ...jobForTest().rules.work, ...work } } },
  );
  expect(
    bought.map(({ usedMm, leftoverWorthShare, netAreaM2 }) => [usedMm, leftoverWorthShare, netAreaM2]),
  ).toEqual([[1000, 0.5, 3]]);
  expect(onHand).toHaveLength(1);
  expect(onHand[0]).toMatchObject({ id: 'stock R1', name: 'Gannet Silver 20, R1', quantity: 3 });
  // A metre of a roll of 412 € and 30.48 m.
  expect(onHand[0]?.unitCost).toBeCloseTo((412 / 30.48) * 100, 4);
  expect(withoutPrice).toEqual([]);
  const unpriced = { ...filmForTest, rolls: [{ width: 1524, length: 30_480, price: null }] };
  const none = lines([source('R1', 'F1', 1524, 18_000, 'roll')], [pull('1', 'R1', 0, 3000)], {
    films: [unpriced],
  });
  expect([none.withoutPrice, none.onHand[0]?.unitCost]).toEqual([['F1'], 0]);
});
