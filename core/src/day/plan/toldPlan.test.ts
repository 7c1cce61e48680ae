import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import { seededRandom } from '../../units/index.ts';
import type { DayCase, DayPlan } from '../format/index.ts';
import { boundOfPlan, planDay, type DayEffort } from './planDay.ts';

/* What a plan tells of itself: who, in which order, what is left out, and how near to the least it is. */

function planned(day: DayCase, more: Partial<DayEffort> = {}) {
  const told: DayPlan[] = [];
  let rounds = 0;
  const plan = planDay(day, {
    ...{ random: seededRandom(1), rounds: 50 },
    shouldStop: () => {
      rounds += 1;
      return false;
    },
    onBetter: (each) => told.push(each),
    ...more,
  });
  return { plan, told, rounds };
}
const sun = (from: number, to: number) => ({ avoid: [{ from, to }] });
const people = [
  personForTest('o', { costPerMin: 80 }),
  personForTest('i', { shifts: [480, 1920].map((from) => ({ from, to: from + 480, breaks: [] })) }),
];

test('tasks come in the order of their starts, each with all who do it, whichever shift that is', () => {
  const day = dayForTest(
    [task('late', sun(0, 1900)), task('pair', { hands: 2, ...sun(0, 600) }), task('first', sun(530, 3000))],
    { people },
  );
  const { plan } = planned(day);
  expect(plan.assignments.map(({ taskId }) => taskId)).toEqual(['first', 'pair', 'late']);
  expect(plan.assignments[1]?.people.toSorted()).toEqual(['i', 'o']);
  expect(plan.assignments[2]).toMatchObject({ people: ['i'], start: 1935 });
  expect(plan).toMatchObject({ id: 'D', unplaced: [] });
});

test('what is proven at once is not searched for, nor told twice', () => {
  const { plan, told, rounds } = planned(dayForTest([task('a'), task('b')]));
  expect([plan.cost, plan.lowerBound, plan.proven]).toEqual([90 * 70, 90 * 70, true]);
  expect([told, rounds]).toEqual([[plan], 0]);
  // Nobody need listen.
  expect(planned(dayForTest([task('a'), task('b')]), { onBetter: undefined }).plan).toEqual(plan);
});

test('what is not proven is searched for, as long as there are rounds, patience and no wish to stop', () => {
  // The way out could be shared with nothing: somebody has to wait for the sun in between.
  const day = dayForTest([task('a', sun(530, 3000)), task('b', sun(0, 700))]);
  const { plan, rounds } = planned(day);
  expect([plan.proven, plan.lowerBound, plan.cost, rounds]).toEqual([
    false,
    90 * 70,
    (730 - 500 + 30) * 70,
    50,
  ]);
  expect(planned(day, { patience: 20 }).rounds).toBe(20);
});

test('what is left out counts by minutes and hands, of what could be placed alone', () => {
  // 450 minutes of one person: 15 of 20, or 14 with one for two left out.
  const tasks = Array.from({ length: 17 }, (_, at) => task(`t${at}`));
  const day = dayForTest([...tasks, task('never', { needs: 'bead' })]);
  const { plan } = planned(day);
  expect(plan.unplaced.filter(({ reason }) => reason === 'time.none')).toHaveLength(2);
  expect([plan.proven, plan.cost]).toEqual([false, 480 * 70]);
  expect(plan.lowerBound).toBe(480 * 70);
  expect(boundOfPlan(day, plan)).toBe(plan.lowerBound);
  const bound = (cost: number, ...left: readonly string[]) =>
    boundOfPlan(day, { cost, unplaced: left.map((taskId) => ({ taskId, reason: 'time.none' as const })) });
  // Without two of them 450 minutes and the ways; the one that nobody can do is of no account.
  expect(bound(99_999, 't0', 't1', 'never')).toBe(480 * 70);
  expect(bound(99_999, 't0', 't1', 't2')).toBe(450 * 70);
  expect(bound(1000, 't0', 't1')).toBe(1000);
  const pairs = dayForTest([task('pair', { hands: 2 }), task('a'), task('b', { minutes: 60 })], {
    people: [personForTest('o'), personForTest('i')],
  });
  const without = (...left: readonly string[]) =>
    boundOfPlan(pairs, {
      cost: 99_999,
      unplaced: left.map((taskId) => ({ taskId, reason: 'time.none' as const })),
    });
  // Two hands for half an hour are as much as one for an hour.
  expect(without('pair')).toBe(without('b'));
  expect(without('a')).toBe((120 + 30) * 70);
  expect(without()).toBe((60 + 30 + 60 + 60) * 70);
});

test('a circle is no work that could be done', () => {
  const after = (taskId: string) => ({ after: [{ taskId, minGap: 0, maxGap: null }] });
  const day = dayForTest([task('a', after('b')), task('b', after('a')), task('c')]);
  const { plan } = planned(day);
  expect([plan.cost, plan.lowerBound, plan.proven]).toEqual([60 * 70, 60 * 70, true]);
  expect(boundOfPlan(day, plan)).toBe(60 * 70);
});
