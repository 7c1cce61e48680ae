import { seededRandom } from '../../units/index.ts';
import { leastWays } from './leastWays.ts';

type Table = readonly (readonly number[])[];
const leastOf = (places: readonly number[], ways: Table) =>
  leastWays(places, (from, to) => ways[from]?.[to] ?? 0);

/** By trying from which place each is come to. */
function byTrying(ways: Table): number {
  const places = ways.map((_, place) => place).slice(1);
  const isReached = (place: number, from: ReadonlyMap<number, number>) => {
    let at = place;
    for (let step = 0; step < ways.length && at !== 0; step += 1) at = from.get(at) ?? 0;
    return at === 0;
  };
  const least = (left: readonly number[], from: ReadonlyMap<number, number>, sum: number): number => {
    const [place, ...rest] = left;
    if (place === undefined) return places.every((each) => isReached(each, from)) ? sum : Infinity;
    return Math.min(
      ...ways.map((row, start) =>
        start === place ? Infinity : least(rest, new Map([...from, [place, start]]), sum + (row[place] ?? 0)),
      ),
    );
  };
  return least(places, new Map(), 0);
}

test('the least ways that reach all places, also where the cheapest go round in a circle', () => {
  const ways = [
    [0, 10, 9, 20],
    [0, 0, 2, 30],
    [0, 1, 0, 30],
    [0, 4, 30, 0],
  ];
  expect(leastOf([1, 2, 3], ways)).toBe(20 + 4 + 2);
  expect(leastOf([1, 2], ways)).toBe(9 + 1);
  expect(leastOf([2], ways)).toBe(9);
  // The depot is reached as it is.
  expect(leastOf([0, 2], ways)).toBe(9);
  expect(leastOf([], ways)).toBe(0);
});

test('as trying all of them finds, over circles within circles', () => {
  const random = seededRandom(4);
  for (let round = 0; round < 120; round += 1) {
    const size = 2 + (round % 4);
    // Ways among the places are short, so that the cheapest often go round.
    const ways = Array.from({ length: size }, (_, from) =>
      Array.from({ length: size }, () => Math.floor(random() * (from === 0 ? 40 : 12))),
    );
    expect(leastOf(ways.map((_, place) => place).slice(1), ways)).toBe(byTrying(ways));
  }
});
