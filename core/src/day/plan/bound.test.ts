import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import type { DayCase } from '../format/index.ts';
import { lowerBound, lowerBoundWithout, possibleTasks } from './bound.ts';
import { modelOf } from './model.ts';

/* What no plan can cost less than, reckoned by hand: work, ways, and how late it ends at the earliest. */

const WAYS = 30;
const film = (count: number, minutes: number) =>
  Array.from({ length: count }, (_, at) => task(`t${at}`, { minutes }));
const dear = personForTest('dear', { can: ['film', 'bead'] });
const cheap = personForTest('cheap', { costPerMin: 40 });
const both = { people: [dear, cheap] };
const short = (more: object = {}) => ({ ...cheap, shifts: [{ from: 480, to: 600, breaks: [] }], ...more });
const boundOf = (day: DayCase) => {
  const model = modelOf(day);
  return lowerBound(
    model,
    possibleTasks(model, () => false),
  );
};

test('work is paid to the cheapest who can do it, and the ways there and back to the cheapest of all', () => {
  const day = dayForTest([task('a'), task('b', { minutes: 20, needs: 'bead' })], both);
  expect(boundOf(day)).toBe(30 * 40 + 20 * 70 + WAYS * 40);
  expect(boundOf(dayForTest([]))).toBe(0);
});

test('the cheapest work no longer than there is room in their shifts, ways and breaks counted, by their pace', () => {
  const of = (person: ReturnType<typeof short>) =>
    boundOf(dayForTest(film(3, 60), { people: [dear, person] })) - WAYS * 40;
  expect(of(short())).toBe(90 * 40 + 90 * 70);
  // A break of half an hour, of which 20 minutes lie within the shift.
  const breaks = [{ from: 580, to: 610 }];
  expect(of(short({ shifts: [{ from: 480, to: 600, breaks }] }))).toBe(70 * 40 + 110 * 70);
  expect(of(short({ pace: 1.5 }))).toBe(60 * 60 + 120 * 70);
});

test('work for two brings two there, each with the ways', () => {
  expect(boundOf(dayForTest([task('a', { hands: 2, minutes: 60 })], both))).toBe(60 * 110 + 2 * WAYS * 40);
});

test('more work than a shift holds wants a second; what waits longer than a shift a second visit', () => {
  const twoDays = [
    { from: 480, to: 960, breaks: [] },
    { from: 1920, to: 2400, breaks: [] },
  ];
  const people = [personForTest('o', { shifts: twoDays })];
  // 450 minutes beside the ways.
  expect(boundOf(dayForTest(film(15, 30), { people }))).toBe(450 * 70 + WAYS * 70);
  expect(boundOf(dayForTest(film(16, 30), { people }))).toBe(480 * 70 + 2 * WAYS * 70);
  const waits = (minGap: number) =>
    boundOf(
      dayForTest([task('a'), task('b', { after: [{ taskId: 'a', minGap, maxGap: null }] })], { people }),
    );
  expect(waits(479)).toBe(60 * 70 + WAYS * 70);
  // The way out again; whether somebody is at home in between is not said.
  expect(waits(480)).toBe(60 * 70 + (WAYS + 15) * 70);
});

test('sites are reached one from the other; what is at the depot wants no way', () => {
  const places = ['depot', 'near', 'far'].map((id) => ({ id, open: null }));
  const travelMin = [
    [0, 15, 40],
    [15, 0, 20],
    [40, 20, 0],
  ];
  const at = (...ids: readonly string[]) =>
    boundOf(
      dayForTest(
        ids.map((placeId, at) => task(`t${at}`, { placeId })),
        { places, travelMin },
      ),
    );
  expect(at('near', 'far')).toBe(60 * 70 + (15 + 20 + 15) * 70);
  expect(at('far', 'far')).toBe(60 * 70 + (40 + 40) * 70);
  expect(at('depot', 'near')).toBe(60 * 70 + 15 * 70);
  expect(at('depot')).toBe(30 * 70);
  // By the shortest that a way ever is.
  const travelAt = [{ from: 900, to: 960, travelMin: travelMin.map((row) => row.map((min) => min / 5)) }];
  expect(boundOf(dayForTest([task('a', { placeId: 'near' })], { places, travelMin, travelAt }))).toBe(
    36 * 70,
  );
});

test('the last task ends no earlier than what comes before it lets it, nor than all hands can be done', () => {
  const late = { lateCostPerMin: 1 };
  const chain = [
    task('a', { avoid: [{ from: 0, to: 500 }] }),
    task('b', { after: [{ taskId: 'a', minGap: 60, maxGap: null }] }),
  ];
  expect(boundOf(dayForTest(chain, late))).toBe(60 * 70 + WAYS * 70 + 620);
  // The other way round it is the first that ends last.
  const back = [task('a', { avoid: [{ from: 0, to: 700 }] }), task('b')];
  expect(boundOf(dayForTest(back, late))).toBe(60 * 70 + WAYS * 70 + 730);
  // 300 minutes from 480 on are done at 780, by two at 630; less than a minute is not told apart.
  expect(boundOf(dayForTest(film(10, 30), late))).toBe(300 * 70 + WAYS * 70 + 779);
  const two = [personForTest('o'), personForTest('i')];
  expect(boundOf(dayForTest(film(10, 30), { ...late, people: two }))).toBe(300 * 70 + WAYS * 70 + 629);
  const slow = [personForTest('o', { pace: 1.5 })];
  expect(boundOf(dayForTest(film(10, 30), { ...late, people: slow }))).toBe(450 * 70 + WAYS * 70 + 929);
});

test('two begin together when both are there', () => {
  const people = [
    personForTest('o'),
    personForTest('i', {
      costPerMin: 40,
      shifts: [{ from: 700, to: 960, breaks: [{ from: 700, to: 720 }] }],
    }),
  ];
  const day = dayForTest([task('a', { hands: 2 })], { people, lateCostPerMin: 1 });
  expect(boundOf(day)).toBe(30 * 110 + 2 * WAYS * 40 + 750);
});

test('by two the earliest is a minute at which all of some crew are there, whichever shifts that takes', () => {
  const shifts = (...all: readonly (readonly [number, number])[]) => ({
    shifts: all.map(([from, to]) => ({ from, to, breaks: [] })),
  });
  // In no order; o and i meet from 815 on, o and u from 615 on, i and u never.
  const people = [
    personForTest('o', shifts([800, 960], [480, 500], [560, 660])),
    personForTest('i', shifts([800, 900])),
    personForTest('u', shifts([600, 700], [400, 450])),
  ];
  const endOf = (tasks: Parameters<typeof dayForTest>[0]) => {
    const of = (lateCostPerMin: number) => boundOf(dayForTest(tasks, { people, lateCostPerMin }));
    return of(1) - of(0);
  };
  const pair = task('pair', { hands: 2 });
  expect(endOf([pair])).toBe(645);
  const later = (from: number) => endOf([task('pair', { hands: 2, avoid: [{ from: 0, to: from }] })]);
  expect([later(615), later(616), later(820)]).toEqual([645, 845, 850]);
  // The first ends at 605 at the earliest.
  const first = task('first', { avoid: [{ from: 0, to: 575 }] });
  const after = (minGap: number) => ({ ...pair, after: [{ taskId: 'first', minGap, maxGap: null }] });
  expect(endOf([first, after(10)])).toBe(645);
  expect(endOf([first, after(11)])).toBe(845);
});

test('of many people not all sets are known: the cheapest at the pace of the quickest', () => {
  const people = Array.from({ length: 12 }, (_, at) =>
    personForTest(`p${at}`, { costPerMin: at < 6 ? 15 - at : 90, pace: at === 11 ? 0.95 : 1 }),
  );
  // In 28.5 minutes, rounded up, for what the cheapest four are paid.
  const day = (hands: number) => dayForTest([task('a', { hands })], { people });
  expect(boundOf(day(1))).toBe(30 * 10 + WAYS * 10);
  expect(boundOf(day(4))).toBe((10 + 11 + 12 + 13) * 29 + 4 * WAYS * 10);
});

test('what is left out is the dearest of it; of nothing kept nothing is left', () => {
  const day = dayForTest([task('a', { minutes: 100 }), task('b', { minutes: 50, needs: 'bead' })], {
    ...both,
    lateCostPerMin: 1,
  });
  const model = modelOf(day);
  const without = (leftOut: number) =>
    lowerBoundWithout(
      model,
      possibleTasks(model, () => false),
      leftOut,
    );
  // 30 of the 50 minutes at 70 go; 120 are done by two from 480 on.
  expect(without(30)).toBe(100 * 40 + 20 * 70 + WAYS * 40 + 539);
  // All of b goes, and 10 of a.
  expect(without(60)).toBe(90 * 40 + WAYS * 40 + 524);
  expect(without(150)).toBe(0);
  expect(lowerBoundWithout(model, new Set(), 10)).toBe(0);
});

test('what waits for something impossible, or is tied to it, is impossible; others are not', () => {
  const after = (taskId: string, maxGap: number | null = null) => ({
    after: [{ taskId, minGap: 0, maxGap }],
  });
  const tasks = [
    task('sun', { avoid: [{ from: 0, to: 2000 }] }),
    task('waits', after('sun')),
    task('waits too', after('waits')),
    task('before'),
    task('tied', after('before', 10)),
    task('free'),
    task('before sun'),
    task('sun 2', { avoid: [{ from: 0, to: 2000 }], ...after('before sun', 20) }),
    task('goes on', after('free')),
  ];
  const possible = possibleTasks(modelOf(dayForTest(tasks)), (number) => number === 4);
  expect([...possible].map((number) => tasks[number]?.id)).toEqual(['free', 'goes on']);
});
