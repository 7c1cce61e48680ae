import { dayForTest as dayOf, taskForTest as task } from '../../testing/dayOfTasks.ts';
import { readFormatValue, seededRandom } from '../../units/index.ts';
import { checkDay, dayCaseFormat, planDay, type DayCase, type DayPlan } from '../index.ts';

/* The rules of days one by one, by cases that are reckoned in the head. */

const planOf = (day: DayCase, rounds = 300, seed = 1): DayPlan => {
  const plan = planDay(day, { random: seededRandom(seed), rounds, shouldStop: () => false });
  expect(checkDay(day, plan)).toEqual([]);
  return plan;
};

test('a task waits for the sun to be gone, and nobody leaves the depot earlier for it', () => {
  const plan = planOf(dayOf([task('a', { avoid: [{ from: 0, to: 700 }] })]));
  expect(plan.assignments[0]?.start).toBeGreaterThanOrEqual(700);
  expect(plan).toMatchObject({ cost: 60 * 70, lowerBound: 60 * 70, proven: true, unplaced: [] });
  // Where ending late costs, it goes on as soon as it may.
  const soon = planOf(dayOf([task('a', { avoid: [{ from: 0, to: 700 }] })], { lateCostPerMin: 1 }));
  expect(soon.assignments[0]?.start).toBe(700);
  expect(soon.proven).toBe(true);
});

test('a way may fall into a break, work may not; pace is reckoned in thousandths', () => {
  const people = [
    {
      ...{ id: 'o', costPerMin: 1, pace: 1.1, can: ['film'] },
      shifts: [{ from: 480, to: 565, breaks: [{ from: 480, to: 495 }] }],
    },
  ];
  const plan = planOf(dayOf([task('a', { minutes: 50 })], { people }));
  // 55 minutes, from 495 to 550, and home at 565: not a minute to spare.
  expect(plan.assignments).toEqual([{ taskId: 'a', people: ['o'], start: 495 }]);
  const short = planOf(
    dayOf([task('a', { minutes: 50 })], { people: [{ ...(people[0] as (typeof people)[0]), pace: 1.101 }] }),
  );
  // A thousandth more is 56 minutes, which fit nowhere.
  expect(short.unplaced.map(({ taskId }) => taskId)).toEqual(['a']);
});

test('what can’t be is left out with its reason, and all else is planned', () => {
  const two = [
    { id: 'o', costPerMin: 70, pace: 1, can: ['film'], shifts: [{ from: 480, to: 700, breaks: [] }] },
    { id: 'i', costPerMin: 70, pace: 1, can: ['film'], shifts: [{ from: 700, to: 960, breaks: [] }] },
  ];
  const day = dayOf(
    [
      task('fine'),
      task('skill', { needs: 'bead' }),
      task('three', { hands: 3 }),
      task('never together', { hands: 2 }),
      task('long', { minutes: 400 }),
      task('closed', { placeId: 'shut' }),
      task('sun', { avoid: [{ from: 0, to: 2000 }] }),
      task('one', { after: [{ taskId: 'other', minGap: 0, maxGap: null }] }),
      task('other', { after: [{ taskId: 'one', minGap: 0, maxGap: null }] }),
      task('behind', { after: [{ taskId: 'one', minGap: 0, maxGap: null }] }),
      task('waits', { after: [{ taskId: 'skill', minGap: 0, maxGap: null }] }),
      task('tied', { after: [{ taskId: 'sun', minGap: 0, maxGap: 10 }] }),
      task('self', { after: [{ taskId: 'self', minGap: 0, maxGap: null }] }),
    ],
    {
      people: two,
      places: [
        { id: 'depot', open: null },
        { id: 'site', open: null },
        { id: 'shut', open: [{ from: 2000, to: 2100 }] },
      ],
      travelMin: [
        [0, 15, 15],
        [15, 0, 15],
        [15, 15, 0],
      ],
    },
  );
  const plan = planOf(day);
  expect(plan.assignments.map(({ taskId }) => taskId)).toEqual(['fine']);
  expect(Object.fromEntries(plan.unplaced.map(({ taskId, reason }) => [taskId, reason]))).toEqual({
    ...{
      skill: 'skill.none',
      three: 'hands.tooFew',
      'never together': 'hands.tooFew',
      long: 'shift.tooShort',
    },
    ...{ closed: 'place.closed', sun: 'avoid.always', one: 'after.circular', other: 'after.circular' },
    ...{ behind: 'after.unplaced', waits: 'after.unplaced', tied: 'gap.broken', self: 'after.circular' },
  });
  // Nothing more could have been placed, so that the rest may be proven.
  expect(plan.proven).toBe(true);
  const full = dayOf(Array.from({ length: 20 }, (_, at) => task(`t${at}`)));
  const left = planOf(full).unplaced;
  expect(left).toHaveLength(5);
  expect(new Set(left.map(({ reason }) => reason))).toEqual(new Set(['time.none']));
});

test('groups that wait for each other crosswise are placed as one', () => {
  const plan = planOf(
    dayOf([
      task('clean'),
      task('test', { minutes: 5, after: [{ taskId: 'clean', minGap: 0, maxGap: null }] }),
      task('film', {
        after: [
          { taskId: 'clean', minGap: 0, maxGap: 60 },
          { taskId: 'test', minGap: 0, maxGap: null },
        ],
      }),
    ]),
  );
  expect(plan.assignments.map(({ taskId }) => taskId)).toEqual(['clean', 'test', 'film']);
});

test('a case that can’t be used is refused by its place, each with what is wrong', () => {
  const bad = {
    ...dayOf([task('a'), task('a'), task('b', { placeId: 'nowhere', avoid: [{ from: 5, to: 5 }] })]),
    people: [
      {
        ...{ id: 'o', costPerMin: 70, pace: 1.0001, can: [] },
        shifts: [
          { from: 480, to: 400, breaks: [] },
          { from: 0, to: 100, breaks: [{ from: 9, to: 3 }] },
          { from: 50, to: 150, breaks: [] },
        ],
      },
    ],
    travelMin: [[0]],
    travelAt: [
      { from: 60, to: 90, travelMin: [[0]] },
      { from: 80, to: 80, travelMin: dayOf([]).travelMin },
    ],
  };
  const codes = (day: unknown) => {
    const read = readFormatValue(day, dayCaseFormat);
    return read.ok ? [] : read.problem.map(({ code, path }) => `${code} ${path}`);
  };
  expect(codes(bad)).toEqual([
    'field.custom people[0].pace',
    'id.twice tasks[1].id',
    'stretch.backwards people[0].shifts[0]',
    'stretch.backwards people[0].shifts[1].breaks[0]',
    'shift.overlaps people[0].shifts[2]',
    'travel.size travelMin',
    'travel.size travelAt[0].travelMin',
    'stretch.backwards travelAt[1]',
    'travel.overlaps travelAt[1]',
    'place.unknown tasks[2].placeId',
    'stretch.backwards tasks[2].avoid[0]',
  ]);
  const after = (taskId: string, minGap: number, maxGap: number) =>
    codes(dayOf([task('a', { after: [{ taskId, minGap, maxGap }] })]));
  expect(after('x', 0, 5)).toEqual(['task.unknown tasks[0].after[0].taskId']);
  expect(after('a', 10, 5)).toEqual(['gap.none tasks[0].after[0].maxGap']);
});
