import { smallDay, withFullRoads } from '../../testing/dayCases.ts';
import { leftOutMinutes as leftOut } from '../../testing/dayOfTasks.ts';
import { everyDay } from '../../testing/everyDay.ts';
import { seededRandom } from '../../units/index.ts';
import { boundOfPlan, checkDay, planDay, type DayCase } from '../index.ts';

/* Small days in a few rounds: as good as trying everything. */

const ROUNDS = 120;

function planned(day: DayCase) {
  const best = everyDay(day, 10);
  const plan = planDay(day, { random: seededRandom(1), rounds: ROUNDS, shouldStop: () => false });
  expect(checkDay(day, plan)).toEqual([]);
  expect([day.id, leftOut(day, plan)]).toEqual([day.id, best.unplaced]);
  expect(plan.lowerBound).toBeLessThanOrEqual(best.cost + 1e-6);
  expect(boundOfPlan(day, plan)).toBeCloseTo(plan.lowerBound, 6);
  return { best, plan };
}

test.each([4, 13, 17, 18, 23, 26, 29, 34, 36, 40, 41, 49, 51, 52, 56, 57, 58, 60])(
  'small day %i costs what the best does',
  (seed) => {
    const { best, plan } = planned(smallDay(seed));
    expect(plan.cost).toBeCloseTo(best.cost, 6);
  },
);

test.each([14, 20, 27, 33, 44, 50])(
  'small day %i with full roads costs no more than the best by tens',
  (seed) => {
    const { best, plan } = planned(withFullRoads(smallDay(seed), seed, 10));
    expect(plan.cost).toBeLessThanOrEqual(best.cost + 1e-6);
  },
);
