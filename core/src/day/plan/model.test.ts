import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import type { DayCase } from '../format/index.ts';
import { MOST_CREWS, modelOf } from './model.ts';

const shift = (from: number, to: number, breaks: readonly (readonly [number, number])[] = []) => ({
  ...{ from, to },
  breaks: breaks.map(([start, end]) => ({ from: start, to: end })),
});
/** When the first task may begin in the first shift. */
const startsOf = (more: Parameters<typeof task>[1], day: Partial<DayCase> = {}) =>
  modelOf(dayForTest([task('a', more)], day)).starts(0, 0, more?.minutes ?? 30);

test('crews are those who can do it together, the cheapest by pay and pace first, as slow as the slowest of them', () => {
  const people = [
    personForTest('dear', { costPerMin: 80 }),
    personForTest('slow', { costPerMin: 50, pace: 1.5 }),
    personForTest('cheap', { costPerMin: 60 }),
    personForTest('cannot', { costPerMin: 1, can: ['bead'] }),
    personForTest('off', { costPerMin: 1, shifts: [] }),
  ];
  const tasks = [
    task('one'),
    task('two', { hands: 2 }),
    task('anybody', { needs: '' }),
    task('four', { hands: 4 }),
  ];
  const [one, two, anybody, four] = modelOf(dayForTest(tasks, { people })).tasks;
  const crewsOf = (of: typeof one) => of?.crews.map(({ people: own, minutes }) => [own, minutes]);
  expect(crewsOf(one)).toEqual([
    [[2], 30],
    [[1], 45],
    [[0], 30],
  ]);
  expect(crewsOf(two)).toEqual([
    [[2, 1], 45],
    [[2, 0], 30],
    [[1, 0], 45],
  ]);
  expect(crewsOf(anybody)?.map(([own]) => own)).toEqual([[3], [2], [1], [0]]);
  expect(crewsOf(four)).toEqual([]);
  expect(one?.crews.map(({ together }) => together.map((set) => set.map(({ number }) => number)))).toEqual([
    [[2]],
    [[1]],
    [[0]],
  ]);
});

test('no more sets of people are tried than there is use for', () => {
  const people = Array.from({ length: 12 }, (_, at) => personForTest(`p${at}`, { costPerMin: 10 + at }));
  const [four] = modelOf(dayForTest([task('four', { hands: 4 })], { people })).tasks;
  expect(four?.crews).toHaveLength(MOST_CREWS);
  expect(four?.crews[0]?.people).toEqual([0, 1, 2, 3]);
});

test('together are the shifts of each that are worked at one time, if only for a while', () => {
  const people = [
    personForTest('a', { shifts: [shift(0, 300), shift(400, 800)] }),
    personForTest('b', { shifts: [shift(300, 500), shift(790, 900)] }),
    personForTest('c', { shifts: [shift(450, 795)] }),
  ];
  const model = modelOf(dayForTest([task('two', { hands: 2 }), task('all', { hands: 3 })], { people }));
  expect(model.shifts.map(({ person, number, from }) => [person, number, from])).toEqual([
    [0, 0, 0],
    [0, 1, 400],
    [1, 2, 300],
    [1, 3, 790],
    [2, 4, 450],
  ]);
  expect(model.shiftsOf.map((own) => own.map(({ number }) => number))).toEqual([[0, 1], [2, 3], [4]]);
  const togetherOf = (number: number) =>
    model.tasks[number]?.crews.map(({ together }) => together.map((set) => set.map((each) => each.number)));
  // The first shift of a ends as b begins.
  expect(togetherOf(0)).toEqual([
    [
      [1, 2],
      [1, 3],
    ],
    [[1, 4]],
    [
      [2, 4],
      [3, 4],
    ],
  ]);
  expect(togetherOf(1)).toEqual([
    [
      [1, 2, 4],
      [1, 3, 4],
    ],
  ]);
});

test('what a task comes after, it comes before', () => {
  const { tasks } = modelOf(
    dayForTest([task('a'), task('b', { after: [{ taskId: 'a', minGap: 5, maxGap: 20 }] })]),
  );
  expect(
    tasks.map(({ before, after, number, place, hands }) => ({ before, after, number, place, hands })),
  ).toEqual([
    { ...{ number: 0, place: 1, hands: 1, before: [] }, after: [{ task: 1, minGap: 5, maxGap: 20 }] },
    { ...{ number: 1, place: 1, hands: 1, after: [] }, before: [{ task: 0, minGap: 5, maxGap: 20 }] },
  ]);
});

test('a task may begin once somebody is there, and early enough to be back', () => {
  expect(startsOf({})).toEqual([[495, 915]]);
  expect(startsOf({ minutes: 450 })).toEqual([[495, 495]]);
  expect(startsOf({ minutes: 451 })).toEqual([]);
  expect(startsOf({ placeId: 'depot' })).toEqual([[480, 930]]);
});

test('but for breaks, what it avoids and when its place is shut, to the minute', () => {
  const people = [personForTest('o', { shifts: [shift(480, 960, [[720, 750]])] })];
  expect(startsOf({}, { people })).toEqual([
    [495, 690],
    [750, 915],
  ]);
  expect(startsOf({ avoid: [{ from: 600, to: 660 }] })).toEqual([
    [495, 570],
    [660, 915],
  ]);
  const open = (...hours: readonly (readonly [number, number])[]) => ({
    places: [
      { id: 'depot', open: null },
      { id: 'site', open: hours.map(([from, to]) => ({ from, to })) },
    ],
  });
  // Too short for it, just long enough, and two that overlap.
  expect(startsOf({}, open([500, 529], [540, 570], [600, 700], [650, 800]))).toEqual([
    [540, 540],
    [600, 770],
  ]);
  expect(startsOf({}, open())).toEqual([]);
});

test('there are no starts for what there is not, and known ones are not found anew', () => {
  const model = modelOf(dayForTest([task('a')]));
  expect([model.starts(1, 0, 30), model.starts(0, 1, 30)]).toEqual([[], []]);
  expect(model.starts(0, 0, 30)).toBe(model.starts(0, 0, 30));
  expect(model.starts(0, 0, 60)).toEqual([[495, 885]]);
});

test('where roads turn, somebody who leaves then is at a place by and by', () => {
  const full = {
    from: 420,
    to: 540,
    travelMin: [
      [0, 40],
      [45, 0],
    ],
  };
  const model = modelOf(dayForTest([task('a')], { travelAt: [full] }));
  expect(model.turnsAt(1)).toEqual([460, 555]);
  expect(model.turnsAt(0)).toEqual(model.ways.turns);
  expect([model.turnsAt(7), modelOf(dayForTest([task('a')])).turnsAt(1)]).toEqual([[], []]);
});
