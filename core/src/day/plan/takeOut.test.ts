import { dayForTest, personForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import { modelOf } from './model.ts';
import { insertAll } from './putIn.ts';
import { Schedule } from './schedule.ts';
import { chooseOut, withFollowers } from './takeOut.ts';
import { unitsOf } from './units.ts';

/* What goes out of a schedule in a round, and in which order it comes back; chance is told number by number. */

const after = (taskId: string, maxGap: number | null = null) => ({ after: [{ taskId, minGap: 0, maxGap }] });
/** Numbers in their order, and then the middle. */
const chance = (...numbers: readonly number[]) => {
  const left = [...numbers];
  return () => left.shift() ?? 0.5;
};

describe('taken out', () => {
  // Six an hour apart at the site and the far place by turns, two of them by the other person; the last is not placed.
  const tasks = Array.from({ length: 7 }, (_, at) => task(`t${at}`, at % 2 === 1 ? { placeId: 'far' } : {}));
  const day = dayForTest(tasks, {
    places: ['depot', 'site', 'far'].map((id) => ({ id, open: null })),
    travelMin: [
      [0, 15, 15],
      [15, 0, 30],
      [15, 30, 0],
    ],
    people: [personForTest('o'), personForTest('i'), personForTest('nobody')],
  });
  const model = modelOf(day);
  const units = unitsOf(model);
  const schedule = new Schedule(model);
  for (let at = 0; at < 6; at += 1) schedule.place(at, [at < 4 ? 0 : 1], 500 + 60 * at, 30);
  /** `size`: how many, `kind`: of which sort, `seed`: near which of the six. */
  const out = (size: number, kind: number, seed: number, ...more: readonly number[]) =>
    chooseOut(schedule, units, chance(size, kind, (seed + 0.5) / 6, ...more));

  test('nothing of nothing', () => {
    expect(chooseOut(new Schedule(model), units, () => 0)).toEqual([]);
  });

  test('a whole shift, of those that are used', () => {
    expect(out(0, 0, 0, 0)).toEqual([0, 1, 2, 3]);
    expect(out(0, 0.21, 0, 0.99)).toEqual([4, 5]);
    // Of a long one no more than twice as many as else.
    const long = new Schedule(model);
    for (let at = 0; at < 7; at += 1) long.place(at, [0], 500 + 60 * at, 30);
    expect(chooseOut(long, units, chance(0, 0, 0, 0))).toEqual([0, 1, 2, 3]);
    expect(chooseOut(long, units, chance(0.3, 0, 0, 0))).toHaveLength(6);
  });

  test('any, as chance has it', () => {
    expect(out(0, 0.22, 0, 0.99, 0)).toEqual([5, 0]);
    expect(out(0.99, 0.29, 0, 0, 0.2, 0.4, 0.6, 0.8)).toEqual([0, 1, 2, 3, 4, 3]);
  });

  test('what stands near one in time, or in place', () => {
    // Far in time 60 each, in place 0.2 × 30.
    expect(out(0.3, 0.3, 0)).toEqual([0, 1, 2]);
    expect(out(0.3, 0.59, 5)).toEqual([5, 4, 3]);
    // Far in time 6 each, in place 5 × 30.
    expect(out(0.3, 0.6, 0)).toEqual([0, 2, 4]);
    expect(out(0.3, 0.99, 5)).toEqual([5, 3, 1]);
    expect(out(0, 0.6, 2)).toEqual([2, 0]);
  });

  test('with chance in how near that is', () => {
    // t1 looks half as far again, t2 half as far: 66 × 1.5 against 120 × 0.5.
    expect(out(0, 0.3, 0, 0.5, 1, 0)).toEqual([0, 2]);
  });

  test('the one itself before another that begins with it', () => {
    const same = new Schedule(model);
    same.place(0, [0], 500, 30);
    same.place(2, [1], 500, 30);
    same.place(4, [1], 600, 30);
    expect(chooseOut(same, units, chance(0, 0.3, 0.5))).toEqual([2, 0]);
  });

  test('with all that comes after it and is placed', () => {
    const chain = [task('a'), task('b', after('a')), task('c', after('b')), task('d', after('b')), task('z')];
    const of = modelOf(dayForTest(chain));
    const all = unitsOf(of);
    const made = new Schedule(of);
    [0, 1, 2, 4].forEach((number, at) => made.place(number, [0], 500 + 30 * at, 30));
    const idsOf = (...ids: readonly string[]) => {
      const chosen = ids.map((id) => all.unitOf[chain.findIndex((each) => each.id === id)] ?? 99);
      return [...withFollowers(made, all, chosen)]
        .flatMap((number) => all.units[number]?.tasks.map((each) => chain[each]?.id) ?? [])
        .sort();
    };
    expect(idsOf('a')).toEqual(['a', 'b', 'c']);
    expect(idsOf('z', 'c', 'z')).toEqual(['c', 'z']);
    expect(idsOf('d', 'no such')).toEqual([]);
  });
});

describe('put in', () => {
  const AS_IT_LOOKS = { noise: () => 1, anywhere: null, isOpen: () => true };
  const putIn = (
    tasks: Parameters<typeof dayForTest>[0],
    ranks: readonly number[],
    only?: readonly number[],
  ) => {
    const model = modelOf(dayForTest(tasks));
    const schedule = new Schedule(model);
    const { units } = unitsOf(model);
    const chosen = only ? units.filter(({ number }) => only.includes(number)) : units;
    insertAll(schedule, chosen, ({ number }) => ranks[number] ?? 0, AS_IT_LOOKS);
    return schedule.start;
  };

  test('by their rank, each where it costs least among those before it', () => {
    expect(putIn([task('a'), task('b'), task('c')], [1, 2, 3])).toEqual([495, 525, 555]);
    expect(putIn([task('a'), task('b'), task('c')], [3, 1, 2])).toEqual([555, 495, 525]);
  });

  test('but not before what they wait for, where that is to be put in too', () => {
    expect(putIn([task('a'), task('b', after('a')), task('c')], [3, 1, 2])).toEqual([525, 555, 495]);
    // What cannot be placed keeps what waits for it off, and nothing else.
    const sun = { avoid: [{ from: 0, to: 2000 }] };
    expect(putIn([task('a', sun), task('b', after('a')), task('c')], [1, 2, 3])).toEqual([null, null, 495]);
    expect(putIn([task('a'), task('b', after('a')), task('c')], [1, 2, 3], [1, 2])).toEqual([
      null,
      null,
      495,
    ]);
  });
});
