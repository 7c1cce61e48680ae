import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import { seededRandom } from '../../units/index.ts';
import type { DayCase } from '../format/index.ts';
import { modelOf } from './model.ts';
import { Schedule } from './schedule.ts';
import { firstSchedule, improveSchedule, type SearchEffort } from './search.ts';
import { unitsOf } from './units.ts';

const sun = (from: number, to: number) => ({ from, to });

describe('the first schedule', () => {
  const firstOf = (day: DayCase) => {
    const model = modelOf(day);
    return firstSchedule(model, unitsOf(model));
  };

  test('gives what has least room its place before others take it', () => {
    const narrow = { avoid: [sun(525, 2000)] };
    expect(firstOf(dayForTest([task('a'), task('b'), task('narrow', narrow)])).start).toEqual([
      525, 555, 495,
    ]);
    expect(firstOf(dayForTest([])).start).toEqual([]);
  });

  test('goes by what room is left beside work, or by their share: the better of both is taken', () => {
    /** A task of some minutes that may begin in so many, from 495 on. */
    const within = (id: string, minutes: number, room: number) =>
      task(id, { minutes, avoid: [sun(494 + room + minutes, 2000)] });
    // By what is left the long one is first (-10 and -5) and takes the short one's place; by the share it is not.
    expect(firstOf(dayForTest([within('long', 210, 200), within('short', 30, 25)])).start).toEqual([
      525, 495,
    ]);
    // And the other way about: 50 and 10, 1.5 and 2.
    expect(firstOf(dayForTest([within('long', 100, 150), within('short', 10, 20)])).start).toEqual([
      505, 495,
    ]);
  });

  test('has no waiting in it', () => {
    const day = dayForTest([task('a'), task('b', { avoid: [sun(0, 700)] })]);
    expect(firstOf(day).cost()).toBe(90 * 70);
  });
});

describe('improved', () => {
  const people = [personForTest('o'), personForTest('i', { costPerMin: 60 })];
  // Ten half hours, the dear one alone at first and with a gap between any two.
  const day = dayForTest(
    Array.from({ length: 10 }, (_, at) => task(`t${at}`)),
    { people },
  );
  const model = modelOf(day);
  const units = unitsOf(model);
  const bad = () => {
    const schedule = new Schedule(model);
    for (let at = 0; at < 10; at += 1) schedule.place(at, [0], 495 + 35 * at, 30);
    return schedule;
  };
  const effort = (more: Partial<SearchEffort> = {}): SearchEffort => ({
    ...{ random: seededRandom(3), rounds: 400, patience: 400, shouldStop: () => false },
    ...more,
  });

  test('it ends at the best there is, told step by step, and leaves what it began with', () => {
    const first = bad();
    const told: number[] = [];
    const best = improveSchedule(first, units, effort({ onBetter: (each) => told.push(each.cost()) }));
    expect(best.cost()).toBe((300 + 30) * 60);
    expect(first.start).toEqual(bad().start);
    expect(told.length).toBeGreaterThan(0);
    expect(told.at(-1)).toBe(best.cost());
    expect(told).toEqual([...new Set(told)].sort((a, b) => b - a));
    expect(improveSchedule(bad(), units, effort()).start).toEqual(best.start);
  });

  test('no round is tried once it is to stop, there are none, or so many brought nothing', () => {
    const rounds = (more: Partial<SearchEffort>) => {
      let asked = 0;
      const shouldStop = () => {
        asked += 1;
        return more.shouldStop?.() ?? false;
      };
      const found = improveSchedule(bad(), units, effort({ ...more, shouldStop }));
      return [asked, found.cost()] as const;
    };
    expect(rounds({ shouldStop: () => true })).toEqual([1, bad().cost()]);
    expect(rounds({ rounds: 0 })).toEqual([0, bad().cost()]);
    expect(rounds({ rounds: 7 })[0]).toBe(7);
    // The best is there already: only patience ends it.
    const best = improveSchedule(bad(), units, effort());
    let asked = 0;
    improveSchedule(best, units, effort({ patience: 25, shouldStop: () => (asked += 1) < 0 }));
    expect(asked).toBe(25);
  });

  test('more work placed is better whatever it costs, and of the same work the cheaper', () => {
    const one = dayForTest([task('a'), task('b')], { people });
    const of = modelOf(one);
    const first = new Schedule(of);
    first.place(0, [1], 495, 30);
    const best = improveSchedule(first, unitsOf(of), effort({ rounds: 60 }));
    expect([best.unplaced(), best.cost()]).toEqual([0, 90 * 60]);
  });

  test('where it costs to end late, all of a shift moves to where it can begin; where not, it stays', () => {
    // Ten in a row late in the day: each alone moved forwards would cost a longer shift.
    const soonest = (lateCostPerMin: number, more: object = {}) => {
      const tasks = Array.from({ length: 10 }, (_, at) => task(`t${at}`, { minutes: 20, ...more }));
      const of = modelOf(dayForTest(tasks, { lateCostPerMin }));
      const first = new Schedule(of);
      for (let at = 0; at < 10; at += 1) first.place(at, [0], 700 + 20 * at, 20);
      const best = improveSchedule(first, unitsOf(of), effort({ rounds: 4 }));
      return Math.min(...best.start.map((start) => start ?? 0));
    };
    expect([soonest(0.01), soonest(0)]).toEqual([495, 700]);
    expect(soonest(0.01, { avoid: [sun(0, 650)] })).toBe(650);
  });

  test('what has to be in the shade, in an order, and by two finds its hours', () => {
    const shade = { avoid: [sun(0, 600)] };
    const tasks = [
      task('clean', { minutes: 20 }),
      task('film', { ...shade, hands: 2, after: [{ taskId: 'clean', minGap: 0, maxGap: 30 }] }),
      task('look', { minutes: 10, after: [{ taskId: 'film', minGap: 60, maxGap: null }] }),
      task('other', { minutes: 60 }),
    ];
    const of = modelOf(dayForTest(tasks, { people }));
    const best = improveSchedule(
      firstSchedule(of, unitsOf(of)),
      unitsOf(of),
      effort({ rounds: 800, patience: 800 }),
    );
    // The cheaper one is there for all of it: 20, film, an hour in which the other task is done, 10; the other for film alone.
    expect([best.unplaced(), best.cost()]).toEqual([0, (20 + 30 + 60 + 10 + 30) * 60 + 60 * 70]);
  });
});
