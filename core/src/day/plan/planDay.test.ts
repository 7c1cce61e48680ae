import { smallDay, syntheticDay, withFullRoads } from '../../testing/dayCases.ts';
import { leftOutMinutes as leftOut } from '../../testing/dayOfTasks.ts';
import { everyDay } from '../../testing/everyDay.ts';
import { seededRandom } from '../../units/index.ts';
import { checkDay, planDay, type DayCase, type DayPlan } from '../index.ts';

const planOf = (day: DayCase, rounds = 300, seed = 1): DayPlan => {
  const plan = planDay(day, { random: seededRandom(seed), rounds, shouldStop: () => false });
  expect(checkDay(day, plan)).toEqual([]);
  return plan;
};

test('small days: as good as trying everything, and the bound never above it', () => {
  for (const seed of [3, 5, 8, 13, 21, 34, 36, 55, 71, 78, 97, 99, 147, 160]) {
    const day = smallDay(seed);
    const best = everyDay(day, 10);
    const plan = planOf(day, 4000);
    expect([seed, leftOut(day, plan)]).toEqual([seed, best.unplaced]);
    expect(plan.cost).toBeCloseTo(best.cost, 6);
    expect(plan.lowerBound).toBeLessThanOrEqual(best.cost + 1e-6);
  }
});

test('small days with full roads: as good as trying everything, leaving at any minute', () => {
  for (const seed of [4, 14, 38, 81, 131, 190]) {
    const roads = withFullRoads(smallDay(seed), seed, 10);
    const best = everyDay(roads, 10);
    const plan = planOf(roads, 2000);
    expect([seed, leftOut(roads, plan)]).toEqual([seed, best.unplaced]);
    expect(plan.cost).toBeLessThanOrEqual(best.cost + 1e-6);
    expect(plan.lowerBound).toBeLessThanOrEqual(plan.cost + 1e-6);
  }
});

test('bounds hold over many small days, and what is proven is the best', () => {
  let proven = 0;
  for (let seed = 200; seed < 280; seed += 1) {
    const day = smallDay(seed);
    const best = everyDay(day, 10);
    const plan = planOf(day, 0);
    if (leftOut(day, plan) === best.unplaced) expect(plan.lowerBound).toBeLessThanOrEqual(best.cost + 1e-6);
    if (!plan.proven) continue;
    proven += 1;
    expect([leftOut(day, plan), plan.cost]).toEqual([best.unplaced, expect.closeTo(best.cost, 6)]);
  }
  expect(proven).toBeGreaterThan(3);
});

test.each([
  ['an office day', { people: 2, sites: 1, days: 1, tasks: 24, sunny: 0.5 }],
  ['a week of several sites', { people: 3, sites: 7, days: 5, tasks: 70, sunny: 0.4 }],
  ['more work than fits', { people: 2, sites: 4, days: 1, tasks: 60, sunny: 0.4 }],
  ['a week with full roads', { people: 2, sites: 5, days: 5, tasks: 50, sunny: 0.3, roads: true }],
])(
  '%s: every plan holds, more rounds never make it worse, and the same seed makes the same',
  (_name, { roads = false, ...traits }: { roads?: boolean } & Parameters<typeof syntheticDay>[1]) => {
    for (const seed of [1, 2]) {
      const day = roads ? withFullRoads(syntheticDay(seed, traits), seed, 1) : syntheticDay(seed, traits);
      const [few, more] = [planOf(day, 0), planOf(day, 150)];
      const [fewLeft, moreLeft] = [leftOut(day, few), leftOut(day, more)];
      expect(moreLeft).toBeLessThanOrEqual(fewLeft);
      if (moreLeft === fewLeft) expect(more.cost).toBeLessThanOrEqual(few.cost + 1e-6);
      expect(planOf(day, 150)).toEqual(more);
      expect(more.lowerBound).toBeGreaterThan(0);
      expect(more.lowerBound).toBeLessThanOrEqual(more.cost);
    }
  },
);

test('better plans are told as they are found, each better than the one before and right', () => {
  const day = syntheticDay(6, { people: 2, sites: 3, days: 2, tasks: 30, sunny: 0.4 });
  const told: DayPlan[] = [];
  const last = planDay(day, {
    ...{ random: seededRandom(1), rounds: 200, shouldStop: () => false },
    onBetter: (plan) => told.push(plan),
  });
  expect(told.length).toBeGreaterThan(2);
  expect(told.at(-1)).toEqual(last);
  told.forEach((plan, at) => {
    expect(checkDay(day, plan)).toEqual([]);
    const before = told[at - 1];
    if (before) expect(leftOut(day, plan)).toBeLessThanOrEqual(leftOut(day, before));
    if (before && leftOut(day, plan) === leftOut(day, before)) expect(plan.cost).toBeLessThan(before.cost);
  });
  expect(planDay(day, { random: seededRandom(1), rounds: 1e9, shouldStop: () => true })).toEqual(told[0]);
});
