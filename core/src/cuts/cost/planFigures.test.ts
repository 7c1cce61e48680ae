import { jobForTest, filmForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { planCuts, planFigures, type PlanJob } from '../index.ts';

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
