import { EARLIEST, type Assignment, type DayCase, type DayPlan } from '../day/index.ts';
import { dayForTest, personForTest, taskForTest as task } from '../testing/dayOfTasks.ts';
import { whyThere } from './why.ts';

/* Why a task stands where it does, over two days, two people and two sites. */

const shift = (from: number, to: number, ...breaks: readonly (readonly [number, number])[]) => ({
  ...{ from, to },
  breaks: breaks.map(([begins, ends]) => ({ from: begins, to: ends })),
});
const people = [
  personForTest('o', { shifts: [shift(480, 960, [570, 600], [720, 750]), shift(1920, 2400)] }),
  personForTest('i', { shifts: [shift(480, 960), shift(1980, 2400)] }),
];
const dayOf = (tasks: DayCase['tasks']) =>
  dayForTest(tasks, {
    people,
    places: ['depot', 'site', 'far'].map((id) => ({
      id,
      open:
        id === 'far'
          ? [
              { from: 500, to: 640 },
              { from: 650, to: 960 },
            ]
          : null,
    })),
    travelMin: [
      [0, 15, 40],
      [15, 0, 30],
      [40, 30, 0],
    ],
  });
type Put = readonly [taskId: string, start: number, ...people: string[]];
const planOf = (puts: readonly Put[]) =>
  ({
    assignments: puts.map(([taskId, start, ...by]): Assignment => ({ taskId, start, people: by })),
  }) as unknown as DayPlan;
/** Why the first of what is put stands there. */
const why = (tasks: DayCase['tasks'], puts: readonly Put[], beside?: Parameters<typeof whyThere>[3]) =>
  whyThere(dayOf(tasks), planOf(puts), puts[0]?.[0] ?? '', beside);
const stretch = (from: number, to: number) => ({ from, to });

test('a shift that begins then is that of the day, and of whoever does it', () => {
  expect(why([task('a')], [['a', 495, 'o']])).toEqual({ code: 'shift', personId: 'o' });
  expect(why([task('a')], [['a', 1935, 'o']])).toEqual({ code: 'shift', personId: 'o' });
  expect(why([task('a')], [['a', 1995, 'i']])).toEqual({ code: 'shift', personId: 'i' });
  expect(why([task('a')], [['a', 1935, 'i']])).toEqual({ code: 'noHurry' });
  expect(why([task('a')], [['a', 1995, 'o']])).toEqual({ code: 'noHurry' });
  // Whoever is the last to be there.
  expect(why([task('a', { hands: 2 })], [['a', 1995, 'o', 'i']])).toEqual({ code: 'shift', personId: 'i' });
  // At the depot it can begin with the very first minute, and there is no shift at all once it is over.
  expect(why([task('a', { placeId: 'depot' })], [['a', 480, 'o']])).toEqual({ code: 'shift', personId: 'o' });
  expect(why([task('a', { placeId: 'depot' })], [['a', 960, 'o']])).toEqual({ code: 'noHurry' });
});

test('a break is that of whoever does it, any of theirs', () => {
  expect(why([task('a')], [['a', 600, 'o']])).toEqual({ code: 'break', personId: 'o' });
  expect(why([task('a')], [['a', 750, 'i', 'o']])).toEqual({ code: 'break', personId: 'o' });
  expect(why([task('a')], [['a', 600, 'i']])).toEqual({ code: 'noHurry' });
  expect(why([task('a')], [['a', 605, 'o']])).toEqual({ code: 'noHurry' });
});

test('somebody busy is busy at a place, and on the way from there', () => {
  const tasks = [task('a'), task('near'), task('away', { placeId: 'far' })];
  expect(
    why(tasks, [
      ['a', 640, 'i'],
      ['near', 610, 'i'],
    ]),
  ).toEqual({
    ...{ code: 'busy', personId: 'i', taskId: 'near' },
  });
  expect(
    why(tasks, [
      ['a', 640, 'i'],
      ['near', 500, 'i'],
      ['away', 580, 'i'],
    ]),
  ).toEqual({
    ...{ code: 'busy', personId: 'i', taskId: 'away' },
  });
  // Somebody else, or with time to spare, is no reason.
  expect(
    why(tasks, [
      ['a', 640, 'i'],
      ['near', 610, 'o'],
    ]),
  ).toEqual({ code: 'noHurry' });
  expect(
    why(tasks, [
      ['a', 640, 'i'],
      ['near', 609, 'i'],
      ['away', 579, 'i'],
    ]),
  ).toEqual({ code: 'noHurry' });
  // What stands in a plan and is no task of the day keeps nobody.
  expect(
    why(
      [task('a')],
      [
        ['a', 640, 'i'],
        ['gone', 610, 'i'],
      ],
    ),
  ).toEqual({ code: 'noHurry' });
});

test('it comes after what ends just before it, of all it comes after', () => {
  const after = (...gaps: readonly (readonly [string, number])[]) => ({
    after: gaps.map(([taskId, minGap]) => ({ taskId, minGap, maxGap: null })),
  });
  const tasks = [task('a', after(['x', 0], ['y', 20], ['z', 0])), task('x'), task('y'), task('z')];
  const of = (...others: readonly Put[]) => why(tasks, [['a', 700, 'i'], ...others]);
  expect(of(['x', 500, 'o'], ['y', 650, 'o'])).toEqual({ code: 'after', taskId: 'y', minutes: 20 });
  expect(of(['x', 670, 'o'], ['y', 500, 'o'])).toEqual({ code: 'after', taskId: 'x', minutes: 0 });
  expect(of(['x', 669, 'o'], ['y', 649, 'o'])).toEqual({ code: 'noHurry' });
  // What is not placed holds nothing up.
  expect(why(tasks, [['a', 0, 'i']])).toEqual({ code: 'noHurry' });
});

test('the sun, the glass and what happened are told apart by the very stretch that ends then', () => {
  const avoid = [stretch(EARLIEST, 500), stretch(520, 560), stretch(580, 640)];
  const of = (start: number, beside: Partial<Parameters<typeof whyThere>[3]> = {}) =>
    why([task('a', { avoid })], [['a', start, 'i']], { glass: [], keptOff: [], ...beside });
  expect(of(640)).toEqual({ code: 'sun', until: 640 });
  expect(of(500)).toEqual({ code: 'past', until: 500 });
  expect(of(600)).toEqual({ code: 'noHurry' });
  expect(of(640, { glass: [stretch(520, 560)] }).code).toBe('sun');
  expect(of(640, { glass: [stretch(580, 641), stretch(579, 640)] }).code).toBe('sun');
  expect(of(640, { glass: [stretch(100, 200), stretch(580, 640)] }).code).toBe('glass');
  expect(of(560, { keptOff: [stretch(520, 560)] }).code).toBe('keptOff');
  expect(why([task('a', { avoid })], [['a', 640, 'i']])).toEqual({ code: 'sun', until: 640 });
});

test('a place opens then, the first time or again; what has no place has no reason', () => {
  const tasks = [task('a', { placeId: 'far' })];
  expect(why(tasks, [['a', 650, 'i']])).toEqual({ code: 'opens', at: 650 });
  expect(why(tasks, [['a', 560, 'i']])).toEqual({ code: 'noHurry' });
  expect(whyThere(dayOf(tasks), planOf([]), 'a')).toEqual({ code: 'noHurry' });
  expect(whyThere(dayOf([]), planOf([['a', 500, 'i']]), 'a')).toEqual({ code: 'noHurry' });
});
