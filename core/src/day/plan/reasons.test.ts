import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import type { DayCase } from '../format/index.ts';
import { modelOf } from './model.ts';
import { reasonsFor } from './reasons.ts';
import { Schedule } from './schedule.ts';
import { unitsOf } from './units.ts';

/* Why tasks have no place: those of a schedule in which only some stand, each at its start. */

function reasonsOf(
  day: DayCase,
  placed: Readonly<Record<string, number>> = {},
): Readonly<Record<string, string>> {
  const model = modelOf(day);
  const schedule = new Schedule(model);
  for (const { number, task: of } of model.tasks) {
    const start = placed[of.id];
    if (start !== undefined) schedule.place(number, [0], start, of.minutes);
  }
  return Object.fromEntries(
    reasonsFor(schedule, unitsOf(model)).map(({ taskId, reason }) => [taskId, reason]),
  );
}
const reasonOf = (more: Parameters<typeof task>[1], day: Partial<DayCase> = {}) =>
  reasonsOf(dayForTest([task('a', more)], day)).a;
const shift = (from: number, to: number) => ({ from, to, breaks: [] });
const shut = (...open: readonly (readonly [number, number])[]) => ({
  places: [
    { id: 'depot', open: null },
    { id: 'site', open: open.map(([from, to]) => ({ from, to })) },
  ],
});
const after = (taskId: string, maxGap: number | null = null) => ({ taskId, minGap: 0, maxGap });

describe('by itself', () => {
  test('nobody can do it, or too few can', () => {
    expect(reasonOf({ needs: 'bead' })).toBe('skill.none');
    // Whoever has the skill has no shift.
    const off = [personForTest('o', { shifts: [] })];
    expect(reasonOf({}, { people: off })).toBe('hands.tooFew');
    expect(reasonOf({ needs: '' })).toBe('time.none');
    expect(reasonOf({ hands: 2 })).toBe('hands.tooFew');
    expect(reasonOf({ hands: 2 }, { people: [personForTest('o'), personForTest('i', { can: [] })] })).toBe(
      'hands.tooFew',
    );
  });

  test('it is longer than the longest shift, with the ways there and back; by two, than that of either', () => {
    expect(reasonOf({ minutes: 450 })).toBe('time.none');
    expect(reasonOf({ minutes: 451 })).toBe('shift.tooShort');
    const shifts = [shift(480, 600), shift(700, 1180)];
    expect(reasonOf({ minutes: 450 }, { people: [personForTest('o', { shifts })] })).toBe('time.none');
    const two = (to: number) => ({
      people: [personForTest('o'), personForTest('i', { shifts: [shift(480, to)] })],
    });
    expect(reasonOf({ hands: 2, minutes: 60 }, two(570))).toBe('time.none');
    expect(reasonOf({ hands: 2, minutes: 60 }, two(569))).toBe('shift.tooShort');
    // The way home is the longer one.
    const far = {
      travelMin: [
        [0, 15],
        [100, 0],
      ],
    };
    expect(reasonOf({ minutes: 365 }, far)).toBe('time.none');
    expect(reasonOf({ minutes: 366 }, far)).toBe('shift.tooShort');
  });

  test('two who could are not there together', () => {
    const people = [
      personForTest('o', { shifts: [shift(0, 400)] }),
      personForTest('i', { shifts: [shift(390, 900)] }),
    ];
    expect(reasonOf({ hands: 2 }, { people })).toBe('hands.tooFew');
    // Together long enough, in the second shift of one of them.
    const twice = [
      personForTest('o', { shifts: [shift(0, 400), shift(500, 600)] }),
      people[1] ?? personForTest('i'),
    ];
    expect(reasonOf({ hands: 2 }, { people: twice })).toBe('time.none');
    // Three, of whom each two meet, but never all.
    const three = [
      personForTest('o', { shifts: [shift(0, 300), shift(400, 500)] }),
      personForTest('i', { shifts: [shift(200, 300), shift(600, 700)] }),
      personForTest('u', { shifts: [shift(400, 500), shift(600, 700)] }),
    ];
    expect(reasonOf({ hands: 3 }, { people: three })).toBe('hands.tooFew');
    expect(reasonOf({ hands: 2 }, { people: three })).toBe('time.none');
  });

  test('its place is never open for so long while somebody works', () => {
    expect(reasonOf({}, shut())).toBe('place.closed');
    expect(reasonOf({}, shut([500, 529]))).toBe('place.closed');
    expect(reasonOf({}, shut([500, 530]))).toBe('time.none');
    expect(reasonOf({}, shut([960, 1200], [300, 509]))).toBe('place.closed');
    expect(reasonOf({}, shut([300, 525]))).toBe('time.none');
    // Open in the evening of one who is not there then.
    expect(reasonOf({}, shut([940, 1200]))).toBe('place.closed');
  });

  test('it keeps clear of something all the time that is left', () => {
    const sun = { avoid: [{ from: 0, to: 2000 }] };
    expect(reasonOf(sun)).toBe('avoid.always');
    // What else keeps it off stands beside it: the hours of the place, of which the sun takes the rest.
    expect(reasonOf({ avoid: [{ from: 500, to: 600 }] }, shut([480, 590]))).toBe('avoid.always');
    expect(reasonOf(sun, shut([500, 520]))).toBe('place.closed');
    // A shift is cut up by its breaks, and nothing is to be avoided in it.
    const breaks = Array.from({ length: 23 }, (_, at) => ({ from: 495 + 20 * at, to: 500 + 20 * at }));
    const people = [personForTest('o', { shifts: [{ from: 480, to: 960, breaks }] })];
    expect(reasonOf({}, { people })).toBe('shift.tooShort');
    expect(
      reasonOf(
        {
          avoid: [
            { from: 0, to: 480 },
            { from: 960, to: 990 },
          ],
        },
        { people },
      ),
    ).toBe('shift.tooShort');
    expect(reasonOf({ avoid: [{ from: 0, to: 481 }] }, { people })).toBe('avoid.always');
    expect(reasonOf({ avoid: [{ from: 959, to: 990 }] }, { people })).toBe('avoid.always');
  });
});

describe('for others', () => {
  test('tasks in a circle are told from those that only wait for one', () => {
    const tasks = [
      task('a', { after: [after('c')] }),
      task('b', { after: [after('a')] }),
      task('c', { after: [after('b'), after('free')] }),
      task('waits', { after: [after('c')] }),
      task('self', { after: [after('self')] }),
      task('free'),
    ];
    expect(reasonsOf(dayForTest(tasks), { free: 495 })).toEqual({
      ...{ a: 'after.circular', b: 'after.circular', c: 'after.circular' },
      ...{ waits: 'after.unplaced', self: 'after.circular' },
    });
  });

  test('what is tied to something impossible by a longest gap breaks with it, on either side', () => {
    const tasks = [
      task('sun', { avoid: [{ from: 0, to: 2000 }] }),
      task('behind', { after: [after('sun', 10)] }),
      task('before'),
      task('bead', { needs: 'bead', after: [after('before', 10)] }),
      task('loose', { after: [after('sun')] }),
      task('third', { after: [after('behind', 10)] }),
      task('round', { after: [after('other')] }),
      task('other', { after: [after('round'), after('tied', 5)] }),
      task('tied'),
    ];
    expect(reasonsOf(dayForTest(tasks))).toEqual({
      ...{ sun: 'avoid.always', behind: 'gap.broken', before: 'gap.broken', bead: 'skill.none' },
      ...{ loose: 'after.unplaced', third: 'gap.broken' },
      ...{ round: 'after.circular', other: 'after.circular', tied: 'gap.broken' },
    });
  });

  test('what waits for something unplaced, or is tied to what does, is told from what has no time', () => {
    const tasks = [
      task('late'),
      task('first', { after: [after('late')] }),
      task('mate', { after: [after('first', 20)] }),
      task('done'),
      task('behind', { after: [after('done')] }),
      task('pair', { after: [after('behind', 20)] }),
    ];
    expect(reasonsOf(dayForTest(tasks), { done: 495 })).toEqual({
      ...{ late: 'time.none', first: 'after.unplaced', mate: 'after.unplaced' },
      ...{ behind: 'time.none', pair: 'time.none' },
    });
  });
});
