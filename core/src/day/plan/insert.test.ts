import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import type { DayCase } from '../format/index.ts';
import { insertUnit, type InsertEffort } from './insert.ts';
import { modelOf } from './model.ts';
import { Schedule } from './schedule.ts';
import { unitsOf } from './units.ts';

/* Where one more unit goes among what is placed, reckoned by hand: half hours at a site a quarter of an hour away. */

const AS_IT_LOOKS: InsertEffort = { noise: () => 1, anywhere: null, isOpen: () => true };
/** Task, start, and the shifts that do it. */
type Put = readonly [task: number, start: number, shifts?: readonly number[]];

function inserted(
  day: DayCase,
  number: number,
  put: readonly Put[] = [],
  effort: Partial<InsertEffort> = {},
) {
  const model = modelOf(day);
  const schedule = new Schedule(model);
  for (const [of, start, shifts = [0]] of put)
    schedule.place(of, shifts, start, model.tasks[of]?.task.minutes ?? 0);
  const { units, unitOf } = unitsOf(model);
  const unit = units[unitOf[number] ?? -1];
  if (!unit) throw new Error('it is in a unit');
  const costBefore = schedule.cost();
  const isIn = insertUnit(schedule, unit, { ...AS_IT_LOOKS, ...effort });
  return { isIn, schedule, more: schedule.cost() - costBefore };
}
/** Its start, and the shifts that do it; null where there is no room. */
const placeOf = (...[day, number, put, effort]: Parameters<typeof inserted>) => {
  const { isIn, schedule } = inserted(day, number, put, effort);
  expect(schedule.isPlaced(number)).toBe(isIn);
  return isIn ? [schedule.start[number], ...(schedule.crew[number] ?? [])] : null;
};
const after = (minGap: number, maxGap: number | null = null, taskId = 'a') => ({
  after: [{ taskId, minGap, maxGap }],
});
const sunTo = (to: number) => ({ avoid: [{ from: 0, to }] });
const two = [personForTest('o'), personForTest('i')];

describe('one task', () => {
  test('goes where a shift is paid the least more: between, before or behind what is there', () => {
    const day = dayForTest([task('a'), task('b'), task('c')]);
    expect(placeOf(day, 0)).toEqual([495, 0]);
    // 30 more before it as behind it: the earlier.
    expect(placeOf(day, 1, [[0, 600]])).toEqual([570, 0]);
    expect(inserted(day, 1, [[0, 600]]).more).toBe(30 * 70);
    expect(placeOf(day, 1, [[0, 495]])).toEqual([525, 0]);
    // Between two it costs nothing.
    expect(
      inserted(day, 2, [
        [0, 495],
        [1, 600],
      ]),
    ).toMatchObject({ isIn: true, more: 0 });
    // A gap that is a minute short is none.
    expect(
      placeOf(day, 2, [
        [0, 495],
        [1, 554],
      ]),
    ).toEqual([584, 0]);
    expect(
      placeOf(day, 2, [
        [0, 495],
        [1, 555],
      ]),
    ).toEqual([525, 0]);
  });

  test('begins a shift or ends it with the way to its own place', () => {
    const far = {
      places: ['depot', 'site', 'far'].map((id) => ({ id, open: null })),
      travelMin: [
        [0, 15, 50],
        [15, 0, 12],
        [40, 14, 0],
      ],
    };
    const day = dayForTest([task('a'), task('b', { placeId: 'far' })], far);
    // Before it: leaves at 600 - 12 - 30 - 50 instead of 585. Behind it: back at 644 + 30 + 40 - 2 instead of 645.
    expect(inserted(day, 1, [[0, 600]])).toMatchObject({ more: (642 + 30 + 40 - 645) * 70 });
    expect(placeOf(day, 1, [[0, 600]])).toEqual([642, 0]);
    expect(placeOf(day, 1, [[0, 880]])).toEqual([836, 0]);
    expect(inserted(day, 1, [[0, 880]]).more).toBe((865 - 836 + 50) * 70);
    expect(inserted(day, 1).more).toBe(120 * 70);
  });

  test('goes earlier where it costs to end late', () => {
    const day = dayForTest([task('a'), task('b', sunTo(700))], { lateCostPerMin: 5 });
    expect(placeOf(day, 1)).toEqual([700, 0]);
    const both = dayForTest([task('a'), task('b')], { lateCostPerMin: 5, people: two });
    expect(placeOf(both, 1, [[0, 495]])).toEqual([525, 0]);
    // So dear that somebody else comes: 60 more paid and nothing later, against 30 paid and 30 later.
    const dear = dayForTest([task('a'), task('b')], { lateCostPerMin: 71, people: two });
    expect(placeOf(dear, 1, [[0, 495]])).toEqual([495, 1]);
    // Behind something that ends later than it there is no more to pay for being late.
    const before = dayForTest([task('a'), task('b'), task('c')], { lateCostPerMin: 71, people: two });
    expect(
      placeOf(before, 2, [
        [0, 495],
        [1, 555, [1]],
      ]),
    ).toEqual([525, 0]);
  });

  test('goes to whoever is cheaper for it, of those that may be looked at', () => {
    const people = [personForTest('o'), personForTest('i', { costPerMin: 40 })];
    const day = dayForTest([task('a'), task('b')], { people });
    expect(placeOf(day, 0)).toEqual([495, 1]);
    // 60 minutes at 40 are more than 30 at 70.
    expect(placeOf(day, 1, [[0, 495]])).toEqual([525, 0]);
    expect(placeOf(day, 0, [], { isOpen: (shift) => shift === 0 })).toEqual([495, 0]);
    expect(placeOf(day, 0, [], { isOpen: () => false })).toBeNull();
  });

  test('waits for what comes before it, and leaves room to what comes after', () => {
    const day = dayForTest([task('a'), task('b', after(20)), task('c', after(0, null, 'b'))], {
      people: two,
    });
    expect(placeOf(day, 1, [[0, 600]])).toEqual([650, 0]);
    expect(placeOf(day, 1)).toBeNull();
    // Just before the one that waits for it is 50 more to pay there; 60 to anybody else.
    expect(
      placeOf(day, 0, [
        [1, 600, [1]],
        [2, 700, [1]],
      ]),
    ).toEqual([550, 1]);
    const late = { isOpen: (shift: number) => shift === 0 };
    const sun = dayForTest([task('a', sunTo(545)), task('b', after(20))], { people: two });
    expect(placeOf(sun, 0, [[1, 595, [1]]], late)).toEqual([545, 0]);
    expect(placeOf(sun, 0, [[1, 594, [1]]], late)).toBeNull();
  });

  test('stands in no break, nor where its place is shut', () => {
    const people = [
      personForTest('o', { shifts: [{ from: 480, to: 960, breaks: [{ from: 630, to: 660 }] }] }),
    ];
    expect(placeOf(dayForTest([task('a'), task('b', sunTo(615))], { people }), 1, [[0, 585]])).toEqual([
      660, 0,
    ]);
    const none = dayForTest([task('a', sunTo(940))]);
    expect(placeOf(none, 0)).toBeNull();
  });

  test('by two begins when both are free, and both are paid', () => {
    const day = dayForTest([task('a'), task('b'), task('pair', { hands: 2 })], { people: two });
    expect(inserted(day, 2)).toMatchObject({ more: 2 * 60 * 70 });
    expect(placeOf(day, 2)).toEqual([495, 0, 1]);
    expect(
      placeOf(day, 2, [
        [0, 500, [0]],
        [1, 520, [1]],
      ]),
    ).toEqual([550, 0, 1]);
    const apart = dayForTest([task('pair', { hands: 2 })], {
      people: [
        personForTest('o', { shifts: [{ from: 480, to: 700, breaks: [] }] }),
        personForTest('i', { shifts: [{ from: 650, to: 960, breaks: [] }] }),
      ],
    });
    expect(placeOf(apart, 0)).toBeNull();
  });

  test('looks a little other by noise, and is tried within a gap where that is wanted', () => {
    const day = dayForTest([task('a')]);
    const noises = (...all: readonly number[]) => {
      const left = [...all];
      return () => left.shift() ?? 1;
    };
    // Its gap begins at 495 and ends at 915.
    expect(placeOf(day, 0, [], { noise: noises(1, 0.9) })).toEqual([915, 0]);
    expect(placeOf(day, 0, [], { noise: noises(1, 1, 0.9), anywhere: () => 0.5 })).toEqual([705, 0]);
    expect(placeOf(day, 0, [], { noise: noises(1, 1, 0.9) })).toEqual([495, 0]);
    const narrow = (to: number) =>
      dayForTest([
        task('a', {
          avoid: [
            { from: 0, to: 600 },
            { from: to, to: 2000 },
          ],
        }),
      ]);
    // One minute, or two: there is nothing within.
    expect(placeOf(narrow(630), 0, [], { noise: noises(1, 0.5) })).toEqual([600, 0]);
    expect(placeOf(narrow(631), 0, [], { noise: noises(1, 1, 0.5), anywhere: () => 0 })).toEqual([600, 0]);
    expect(placeOf(narrow(632), 0, [], { noise: noises(1, 0.9, 0.5), anywhere: () => 0.5 })).toEqual([
      601, 0,
    ]);
  });

  test('begins or ends as roads turn where that is the shorter way', () => {
    const full = (from: number, to: number) => [
      {
        from,
        to,
        travelMin: [
          [0, 45],
          [45, 0],
        ],
      },
    ];
    const day = (more: Parameters<typeof task>[1], travelAt: DayCase['travelAt']) =>
      dayForTest([task('a', more)], { travelAt, lateCostPerMin: 1 });
    // There by a clear road at 555; at 525 for 45 minutes.
    expect(placeOf(day({}, full(420, 540)), 0)).toEqual([555, 0]);
    expect(placeOf(day({}, full(571, 900)), 0)).toEqual([495, 0]);
    // Not before 600: the way out is clear at 700 again, or takes 45 minutes before it.
    expect(placeOf(day(sunTo(600), full(550, 700)), 0)).toEqual([715, 0]);
    // The way home is clear again at 700.
    expect(placeOf(day({ ...sunTo(600), minutes: 60 }, full(650, 700)), 0)).toEqual([640, 0]);
  });
});

describe('a unit', () => {
  test('goes in whole or not at all, and what has least room first', () => {
    const day = dayForTest([task('a', { minutes: 10 }), task('b', { ...after(0, 20), ...sunTo(600) })]);
    const { isIn, schedule, more } = inserted(day, 0);
    expect([isIn, schedule.start, more]).toEqual([true, [590, 600], 70 * 70]);
    // Filled up to it, there is no place for the first.
    const full = dayForTest([
      task('a', { minutes: 10 }),
      task('b', { ...after(0, 20), ...sunTo(600) }),
      task('c', { minutes: 105 }),
    ]);
    const before = inserted(full, 0, [[2, 495]], { isOpen: (shift) => shift === 0 });
    expect([before.isIn, before.schedule.start]).toEqual([true, [600, 610, 495]]);
    const none = dayForTest([
      task('a', { minutes: 10, avoid: [{ from: 590, to: 2000 }] }),
      task('b', { ...after(0, 15), ...sunTo(600) }),
      task('c', { minutes: 90 }),
    ]);
    const out = inserted(none, 0, [[2, 495]]);
    expect([out.isIn, out.schedule.start, out.schedule.order]).toEqual([false, [null, null, 495], [[2]]]);
  });

  test('keeps its longest gaps and its shortest on both sides', () => {
    const tied = (minGap: number, maxGap: number, first: object, second: object) =>
      inserted(dayForTest([task('a', first), task('b', { ...after(minGap, maxGap), ...second })]), 0).schedule
        .start;
    // The second can only be at 700; the first stands 20 to 40 before it, and the other way about.
    const only = {
      avoid: [
        { from: 0, to: 700 },
        { from: 730, to: 2000 },
      ],
    };
    expect(tied(20, 40, {}, only)).toEqual([650, 700]);
    expect(tied(20, 40, only, {})).toEqual([700, 750]);
    expect(tied(20, 40, { avoid: [{ from: 650, to: 2000 }] }, only)).toEqual([null, null]);
    expect(tied(0, 40, { avoid: [{ from: 660, to: 2000 }] }, only)).toEqual([630, 700]);
    expect(tied(0, 39, { avoid: [{ from: 660, to: 2000 }] }, only)).toEqual([null, null]);
    expect(tied(0, 40, only, sunTo(770))).toEqual([700, 770]);
    expect(tied(0, 39, only, sunTo(770))).toEqual([null, null]);
  });

  test('is not kept from the one shift that has room for all of it by many cheaper places of another', () => {
    // Gaps of half an hour that cost nothing for the first, all of them long before somebody comes who can do the second.
    const placed = Array.from({ length: 12 }, (_, at) => task(`p${at}`));
    const day = dayForTest([...placed, task('a'), task('b', { ...after(0, 5), needs: 'bead' })], {
      people: [
        personForTest('o', { shifts: [{ from: 480, to: 1290, breaks: [] }] }),
        personForTest('i', { can: ['film', 'bead'], shifts: [{ from: 1300, to: 1700, breaks: [] }] }),
      ],
    });
    const put = placed.map((_, at): Put => [at, 495 + 60 * at]);
    const { isIn, schedule } = inserted(day, 12, put);
    expect([isIn, schedule.crew[12], schedule.crew[13]]).toEqual([true, [1], [1]]);
  });

  test('waits until all that comes before any of it is placed', () => {
    const tasks = [
      task('z'),
      task('a'),
      task('b', { after: [...after(0, 30).after, { taskId: 'z', minGap: 0, maxGap: null }] }),
    ];
    expect(inserted(dayForTest(tasks), 1).isIn).toBe(false);
    const { isIn, schedule } = inserted(dayForTest(tasks), 1, [[0, 495]]);
    expect([isIn, schedule.start]).toEqual([true, [495, 525, 555]]);
  });

  test('goes where all of it costs least, not where its first task does', () => {
    // The first would fit between two for nothing; its second then costs a dear person’s whole visit.
    const people = [personForTest('o'), personForTest('i', { costPerMin: 100 })];
    const day = dayForTest([task('p'), task('q'), task('a'), task('b', after(0, 20))], { people });
    const { schedule, more } = inserted(day, 2, [
      [0, 495],
      [1, 555],
    ]);
    expect([schedule.start, more]).toEqual([[495, 555, 585, 615], 60 * 70]);
  });

  test('leaves as much room beside its first task as the others want, before it and behind it', () => {
    const people = [personForTest('o'), personForTest('i', { can: ['bead', 'look'] })];
    const busy = (id: string, minutes: number) => task(id, { minutes, needs: 'look' });
    /** The first is behind 525, and before `next` where there is one; the second, of somebody who is busy up to `until` and from `from` on, right after it. */
    const startsOf = (until: number, from: number, next: readonly Put[]) =>
      inserted(
        dayForTest(
          [
            ...[task('p'), task('q'), busy('r', until - 495), busy('s', 30)],
            ...[task('a', { avoid: [{ from: 900, to: 910 }] }), task('b', { ...after(0, 0), needs: 'bead' })],
          ],
          { people },
        ),
        4,
        [[0, 495], ...next, [2, 495, [1]], [3, from, [1]]],
      ).schedule.start.slice(4);
    expect(startsOf(595, 625, [[1, 625]])).toEqual([565, 595]);
    expect(startsOf(590, 620, [[1, 625]])).toEqual([null, null]);
    expect(startsOf(585, 615, [])).toEqual([555, 585]);
  });

  test('counts how late its own tasks end once', () => {
    const late = dayForTest([task('a'), task('b', { ...after(0, 300), ...sunTo(700) })], {
      lateCostPerMin: 100,
    });
    expect(inserted(late, 0).schedule.start).toEqual([670, 700]);
    const day = dayForTest([task('a'), task('b', after(0, 300))], { lateCostPerMin: 10 });
    expect(inserted(day, 0).schedule.start).toEqual([495, 525]);
    expect(inserted(day, 0).more).toBe(90 * 70 + 555 * 10);
  });
});
