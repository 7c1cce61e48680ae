import { dayForTest, taskForTest as task } from '../../testing/dayOfTasks.ts';
import { goesOnFrom, isBetter, isWarmedAgain, warmthIn } from './cooling.ts';
import { modelOf } from './model.ts';
import { chooseEffort, chooseOrder, shiftsToLookAt } from './putBack.ts';
import { Schedule } from './schedule.ts';
import { unitsOf, type Unit } from './units.ts';

/* How a round puts back what it took out and from what the search goes on; chance is told number by number. */

const chance = (...numbers: readonly number[]) => {
  const left = [...numbers];
  return () => left.shift() ?? 0.5;
};

const near = (number: number) => expect.closeTo(number, 9) as number;

test('of few shifts all are looked at, of many some, and those that were emptied', () => {
  const shifts = (count: number) => Array.from({ length: count }, (_, number) => ({ number }));
  expect([...shiftsToLookAt(shifts(36), new Set(), () => 0.999)]).toHaveLength(36);
  // A fifth of 180, at chance under 0.2.
  const chances = Array.from({ length: 180 }, (_, at) => (at === 3 ? 0.199 : at === 5 ? 0.2 : 0.9));
  expect([...shiftsToLookAt(shifts(180), new Set(), chance(...chances))]).toEqual([3]);
  expect([...shiftsToLookAt(shifts(180), new Set([7, 9]), () => 0.9)]).toEqual([7, 9]);
});

describe('the order', () => {
  const model = modelOf(dayForTest([task('a'), task('b', { minutes: 100 })]));
  const { units } = unitsOf(model);
  const before = new Schedule(model);
  before.place(0, [0], 500, 30);
  const [a, b] = units as [Unit, Unit];
  const ranks = (...numbers: readonly number[]) => {
    const rank = chooseOrder(before, chance(...numbers));
    return [rank(a), rank(b)];
  };

  test('is by chance', () => {
    expect(ranks(0.34, 0.9, 0.1)).toEqual([0.9, 0.1]);
  });

  test('by room, the least first, about as it is', () => {
    expect(ranks(0.35, 0.5, 0.5)).toEqual([a.room, b.room]);
    expect(ranks(0.59, 0, 1)).toEqual([a.room * 0.7, b.room * 1.3].map(near));
  });

  test('by work, the most first', () => {
    expect(ranks(0.6, 0.5, 0.5)).toEqual([-30, -100]);
    expect(ranks(0.79, 0, 1)).toEqual([-21, -130].map(near));
  });

  test('by when it stood before', () => {
    expect(ranks(0.8, 0.5, 0.5)).toEqual([500, 0]);
    expect(ranks(0.99, 0)).toEqual([450, 0]);
  });
});

describe('how exactly places are looked at', () => {
  test('as they are, in a third of rounds', () => {
    const { noise, anywhere } = chooseEffort(chance(0.34, 0, 0, 0));
    expect([noise(), noise(), anywhere]).toEqual([1, 1, null]);
  });

  test('a little other, or much; and within gaps too', () => {
    const tame = chooseEffort(chance(0.35, 0.25, 0.4, 1, 0));
    expect([tame.noise(), tame.noise(), tame.anywhere]).toEqual([1.06, 0.94, null]);
    const random = chance(0.9, 0.24, 0.39, 1, 0.75);
    const wild = chooseEffort(random);
    expect([wild.noise(), wild.anywhere]).toEqual([1.7, random]);
    expect(wild.anywhere?.()).toBe(0.75);
  });
});

describe('from what a search goes on', () => {
  const worth = (unplaced: number, cost: number) => ({ unplaced, cost });

  test('more work placed is better, and of the same work the cheaper', () => {
    expect(isBetter(worth(10, 900), worth(20, 100))).toBe(true);
    expect(isBetter(worth(20, 100), worth(10, 900))).toBe(false);
    expect(isBetter(worth(10, 99), worth(10, 100))).toBe(true);
    // Within a hair it is the same.
    expect(isBetter(worth(10, 100 - 1e-10), worth(10, 100))).toBe(false);
  });

  test('what is no worse, or dearer by no more than it is warm', () => {
    const goesOn = (made: ReturnType<typeof worth>, random = 0.5) =>
      goesOnFrom(made, worth(10, 100), 0.01, () => random);
    expect([goesOn(worth(10, 90)), goesOn(worth(0, 500)), goesOn(worth(10, 100), 0)]).toEqual([
      true,
      true,
      true,
    ]);
    expect([goesOn(worth(10, 100.49)), goesOn(worth(10, 100.51)), goesOn(worth(20, 1))]).toEqual([
      true,
      false,
      false,
    ]);
  });

  test('it cools from a hundredth to a fiftieth of that, and is warmed again', () => {
    expect(warmthIn(0)).toBe(0.01);
    expect(warmthIn(750)).toBeCloseTo(0.01 / Math.sqrt(50), 9);
    expect(warmthIn(1499) / 0.0002).toBeCloseTo(1, 2);
    expect([warmthIn(1500), warmthIn(2250)]).toEqual([warmthIn(0), warmthIn(750)]);
    expect([0, 1, 1499, 1500, 1501, 3000].filter(isWarmedAgain)).toEqual([1500, 3000]);
  });
});
