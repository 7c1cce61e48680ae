import { jobForTest, filmForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { planCuts, planFigures, type CutPlan, type FilmForPlan, type PlanJob } from '../index.ts';

const film = {
  ...filmForTest,
  turn: 'half' as const,
  matchEdges: false,
  rolls: [{ width: 1000, length: 10_000, price: 100 }],
};
const rules = {
  ...{ allowance: 0, factoryEdgeAllowance: 0, seamOverlap: 0, minPanel: 100, seamPlaces: 'equal' as const },
  minOffcut: { width: 300, length: 600 },
};
const panes = [
  paneForTest({ id: 'wide', width: 1600, height: 2000, seams: { allowed: true, axis: 'vertical' } }),
  paneForTest({ id: 'never', width: 1600, height: 2000, seams: { allowed: false, axis: 'any' } }),
];
const figures = (more: Partial<PlanJob> = {}) => {
  const job = jobForTest({ films: [film], panes, rules, ...more });
  return planFigures(job, planCuts(job, { random: seededRandom(1), rounds: 20, shouldStop: () => false }));
};

test('a plan beside another: film, rolls, waste, pulls, seams, what was not laid', () => {
  // Two panels of 800 behind each other: 4 m of film at 10 a metre, 3.2 of 4 m² on the glass.
  expect(figures()).toEqual({
    ...{
      counts: 40,
      cost: 40,
      toBuy: 100,
      newRolls: 1,
      newSheets: 0,
      panes: 2,
      pulls: 2,
      seams: 1,
      unplaced: 1,
    },
    wasteShare: expect.closeTo(0.2, 9),
  });
});

test('without prices there is no money, with nothing laid no waste', () => {
  const unpriced = { ...film, rolls: [{ width: 1000, length: 10_000 }] };
  expect(figures({ films: [unpriced] })).toMatchObject({
    counts: null,
    cost: null,
    toBuy: null,
    newRolls: 1,
  });
  expect(figures({ panes: [] })).toMatchObject({ wasteShare: 0, pulls: 0, newRolls: 0, toBuy: 0 });
});

describe('what has to be bought', () => {
  const narrow = { width: 800, length: 10_000, price: 70 };
  const short = { width: 1000, length: 5000, price: 55 };
  const panel = { width: 900, height: 2000, price: 98 };
  const two = { ...film, rolls: [narrow, short, ...film.rolls], sheets: [panel] };
  const other = { ...film, id: 'other', rolls: [{ width: 1000, length: 10_000, price: 300 }] };
  const source = (id: string, filmId: string, width: number, length: number, kind = 'new') => ({
    ...{ id, filmId, width, length, kind: kind as 'new', usedLength: 0, factoryEdges: [] },
  });
  /** Nothing is laid on them: only what is bought is looked at. */
  const bought = (
    sources: readonly ReturnType<typeof source>[],
    films: readonly FilmForPlan[] = [two, other],
  ) => {
    const job = jobForTest({ films: [...films], panes: [], rules });
    const plan = {
      ...{ format: 'neat-sill/cut-plan', version: 1, pulls: [], unplaced: [], sources: [...sources] },
      summary: { cost: null, byFilm: [] },
    } as unknown as CutPlan;
    const { toBuy, newRolls, newSheets, counts } = planFigures(job, plan);
    return { toBuy, newRolls, newSheets, counts };
  };

  test('each size at its own price, each film’s own; what is on hand is not bought', () => {
    const all = [
      source('n1', film.id, 800, 10_000),
      source('n2', film.id, 1000, 5000),
      source('n3', 'other', 1000, 10_000),
      source('n4', film.id, 900, 2000),
      source('K-7', film.id, 1000, 10_000, 'roll'),
    ];
    expect(bought(all)).toEqual({ toBuy: 70 + 55 + 300 + 98, newRolls: 3, newSheets: 1, counts: null });
    expect(bought(all.slice(0, 1))).toMatchObject({ toBuy: 70, newRolls: 1, newSheets: 0 });
  });

  test('a size or film that is not sold has no price, and then nothing has', () => {
    expect(bought([source('n1', film.id, 850, 10_000)]).toBuy).toBeNull();
    expect(bought([source('n1', 'gone', 800, 10_000), source('n2', film.id, 800, 10_000)])).toMatchObject({
      ...{ toBuy: null, newRolls: 2, newSheets: 0 },
    });
  });

  test('one film of several without a price leaves nothing counted', () => {
    const unpriced = { ...other, rolls: [{ width: 1000, length: 10_000 }] };
    const job = jobForTest({ films: [film, unpriced], panes, rules });
    const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => false });
    expect(planFigures(job, plan).counts).toBeNull();
  });
});

test('a pane of three panels has two seams', () => {
  const three = paneForTest({
    id: 'w',
    width: 2700,
    height: 900,
    seams: { allowed: true, axis: 'vertical' },
  });
  expect(figures({ panes: [three, paneForTest({ id: 's', width: 500, height: 500 })] }).seams).toBe(2);
});
