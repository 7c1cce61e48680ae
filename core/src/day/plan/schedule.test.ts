import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import type { DayCase } from '../format/index.ts';
import { justify, justifyForwards } from './justify.ts';
import { modelOf } from './model.ts';
import { Schedule } from './schedule.ts';

/* Schedules that are made by hand, and how waiting goes out of them. */

const places = ['depot', 'site', 'other'].map((id) => ({ id, open: null }));
const travelMin = [
  [0, 15, 10],
  [20, 0, 12],
  [25, 14, 0],
];
/** Every task in the shifts named for it (the only person's where none are), at its start. */
function made(
  day: DayCase,
  starts: readonly number[],
  shifts: readonly (readonly number[])[] = [],
): Schedule {
  const schedule = new Schedule(modelOf(day));
  starts.forEach((start, number) => schedule.place(number, shifts[number] ?? [0], start, 30));
  return schedule;
}
const justified = (day: DayCase, starts: readonly number[], shifts: readonly (readonly number[])[] = []) => {
  const schedule = made(day, starts, shifts);
  justify(schedule);
  return schedule.start;
};

test('tasks stand in the order of their starts, whenever they were put in; paid is from leaving to being back', () => {
  const day = dayForTest([task('a'), task('b', { placeId: 'other' }), task('c')], {
    ...{ places, travelMin, lateCostPerMin: 2 },
    people: [personForTest('o'), personForTest('i', { costPerMin: 40 })],
  });
  const schedule = made(day, [600, 500, 800], [[0], [0], [0, 1]]);
  expect(schedule.order).toEqual([[1, 0, 2], [2]]);
  expect(schedule.paidSpan(0)).toEqual([490, 850]);
  expect(schedule.paidSpan(1)).toEqual([785, 850]);
  expect(schedule.lastEnd()).toBe(830);
  expect(schedule.cost()).toBe(360 * 70 + 65 * 40 + 830 * 2);
  // Two hands are missing where one task is for two.
  const pair = dayForTest([task('pair', { hands: 2, minutes: 40 }), task('a')]);
  expect([new Schedule(modelOf(pair)).unplaced(), made(pair, [500]).unplaced()]).toEqual([110, 30]);
  // Into the midst of others, and the last to end of all shifts.
  const five = dayForTest(
    ['a', 'b', 'c', 'd', 'e'].map((id) => task(id)),
    { people: [personForTest('o'), personForTest('i')] },
  );
  const midst = made(five, [700, 800, 900, 650, 500], [[0], [0], [0], [0], [1]]);
  expect([midst.order, midst.lastEnd()]).toEqual([[[3, 0, 1, 2], [4]], 930]);
  const other = schedule.copy();
  other.remove(2);
  expect([other.isPlaced(2), other.unplaced(), other.cost()]).toEqual([
    false,
    30,
    (650 - 490) * 70 + 630 * 2,
  ]);
  expect([other.paidSpan(1), other.order]).toEqual([null, [[1, 0], []]]);
  // The first is what it was, until it becomes as the other.
  expect([schedule.isPlaced(2), schedule.order, schedule.unplaced()]).toEqual([true, [[1, 0, 2], [2]], 0]);
  schedule.take(other);
  other.remove(0);
  expect([schedule.order, schedule.start, schedule.crew]).toEqual([
    [[1, 0], []],
    [600, 500, null],
    [[0], [0], []],
  ]);
  expect(new Schedule(schedule.model).lastEnd()).toBe(0);
});

test('all behind the first of a shift moves up to what is before it; what the shift begins with stays', () => {
  expect(justified(dayForTest([task('a'), task('b'), task('c')]), [500, 600, 700])).toEqual([500, 530, 560]);
  // The way from place to place stays between.
  const far = dayForTest([task('a'), task('b', { placeId: 'other' }), task('c')], { places, travelMin });
  expect(justified(far, [500, 600, 700])).toEqual([500, 542, 586]);
});

test('they move one after the other by when they begin, whatever their numbers', () => {
  expect(justified(dayForTest([task('c'), task('b'), task('a')]), [700, 600, 500])).toEqual([560, 530, 500]);
  const sun = { avoid: [{ from: 0, to: 700 }] };
  const drawn = dayForTest([task('d', sun), task('c', sun), task('b'), task('a')]);
  expect(justified(drawn, [760, 700, 560, 500])).toEqual([730, 700, 670, 640]);
  // By the shift, and not those of the other.
  const people = [personForTest('o'), personForTest('i')];
  const schedule = made(
    dayForTest([task('c'), task('b'), task('a'), task('z'), task('y')], { people }),
    [700, 600, 500, 700, 500],
    [[0], [0], [0], [1], [1]],
  );
  justify(schedule, new Set([0]));
  expect(schedule.start).toEqual([560, 530, 500, 700, 500]);
  justify(schedule);
  expect([schedule.start, schedule.end]).toEqual([
    [560, 530, 500, 530, 500],
    [590, 560, 530, 560, 530],
  ]);
});

test('what moved lets others move once more, and no more than once', () => {
  // t stands no more than 40 minutes before s: it follows as far as s has moved. p and q stay where they are.
  const stay = { avoid: [{ from: 530, to: 2000 }] };
  const tied = { after: [{ taskId: 't', minGap: 0, maxGap: 40 }] };
  const day = dayForTest([task('p', stay), task('t'), task('q', stay), task('s', tied)], {
    people: [personForTest('o'), personForTest('i')],
  });
  const shifts = [[0], [0], [1], [1]];
  expect(justified(day, [500, 700, 500, 760], shifts)).toEqual([500, 650, 500, 680]);
});

test('what must wait draws what is before it towards it, but for what the shift ends with', () => {
  const sun = { avoid: [{ from: 0, to: 600 }] };
  expect(justified(dayForTest([task('a'), task('b', sun), task('c')]), [500, 610, 700])).toEqual([
    570, 600, 630,
  ]);
  // There is a break before it: the task before moves to its beginning.
  const people = [personForTest('o', { shifts: [{ from: 480, to: 960, breaks: [{ from: 560, to: 590 }] }] })];
  expect(justified(dayForTest([task('a'), task('b', sun)], { people }), [495, 600])).toEqual([530, 600]);
  const far = dayForTest([task('a'), task('b', { ...sun, placeId: 'other' })], { places, travelMin });
  expect(justified(far, [500, 640])).toEqual([558, 600]);
});

test('gaps are kept on both sides while tasks move', () => {
  const after = (minGap: number, maxGap: number | null) => ({ after: [{ taskId: 'a', minGap, maxGap }] });
  expect(justified(dayForTest([task('a'), task('b', after(25, null))]), [500, 700])).toEqual([500, 555]);
  // b stays in the sun's shade from 700 on; a may be no more than 40 before it, c stands between them.
  const sun = { avoid: [{ from: 0, to: 700 }] };
  const tied = [task('c'), task('a'), task('b', { ...after(0, 40), ...sun })];
  expect(justified(dayForTest(tied), [500, 640, 700])).toEqual([640, 670, 700]);
  // Held by the gap alone: the one that is before may not go earlier than that.
  const held = [task('c'), task('a'), task('b', { ...after(0, 40), ...sun })];
  const schedule = made(dayForTest(held), [500, 660, 700]);
  justifyForwards(schedule, new Set([0]));
  expect(schedule.start).toEqual([640, 670, 700]);
  // Two people: b, the first of its shift, draws nothing; a moves back by its own shift only as far as the gap lets it.
  const people = [personForTest('o'), personForTest('i')];
  const gap = dayForTest([task('c'), task('a'), task('b', after(10, null)), task('d')], { people });
  expect(justified(gap, [500, 560, 600, 640], [[0], [0], [1], [1]])).toEqual([500, 530, 600, 630]);
  const later = dayForTest(
    [task('a'), task('z', { avoid: [{ from: 0, to: 700 }] }), task('b', after(10, null))],
    {
      people,
    },
  );
  expect(justified(later, [500, 700, 600], [[0], [0], [1]])).toEqual([560, 700, 600]);
  // And b no further than its longest gap from a, though it could.
  const most = dayForTest(
    [task('a'), task('b', after(0, 50)), task('z', { avoid: [{ from: 0, to: 900 }] })],
    {
      people: [personForTest('o'), personForTest('i', { shifts: [{ from: 480, to: 1200, breaks: [] }] })],
    },
  );
  expect(justified(most, [500, 560, 900], [[0], [1], [1]])).toEqual([500, 580, 900]);
});

test('two people move when both can', () => {
  const people = [
    personForTest('o'),
    personForTest('i', { shifts: [{ from: 480, to: 960, breaks: [{ from: 520, to: 560 }] }] }),
  ];
  const day = dayForTest([task('a'), task('b', { hands: 2 }), task('c')], { people });
  // The shift of one begins with b: it stays, and a is drawn to it.
  expect(justified(day, [495, 600, 700], [[0], [0, 1], [0, 1]])).toEqual([570, 600, 630]);
  // Behind c it goes to the end of the break, not to where the other could.
  expect(justified(day, [495, 600, 485], [[0], [0, 1], [1]])).toEqual([530, 560, 485]);
});

test('moved forwards a shift begins as early as it can; shifts that are not named stay', () => {
  const people = [personForTest('o'), personForTest('i')];
  const day = dayForTest([task('a', { avoid: [{ from: 0, to: 520 }] }), task('b'), task('c')], { people });
  const schedule = made(day, [600, 700, 700], [[0], [0], [1]]);
  justifyForwards(schedule, new Set([0]));
  expect(schedule.start).toEqual([520, 550, 700]);
  justify(schedule, new Set([1]));
  expect(schedule.start).toEqual([520, 550, 700]);
});
