import { lengthsThatPaid, lengthsToTry, worthOfRound } from './pricingRounds.ts';

/** Chance that comes as it is written; after it, always the same. */
const scripted = (...values: readonly number[]) => {
  let at = -1;
  return () => {
    at += 1;
    return values[at] ?? 0;
  };
};

test('lengths are of one piece, or of two or three behind each other as chance has it, none longer than a pull may be', () => {
  const alongs = [500, 700, 6000];
  // Two of 500; three, of 500, 700 and 700; two of 6000, just as long as a pull may be; 6000 twice and 500, too long.
  const random = scripted(0.49, 0, 0.3, 0.5, 0.1, 0.4, 0.66, 0, 0.9, 0.99, 0.99, 0.7, 0.8, 0.2);
  expect(lengthsToTry(alongs, 20_000, undefined, { tries: 4, random })).toEqual([
    ...[500, 700, 6000, 1000, 1900, 12_000],
  ]);
  // A roll's own longest: 700 is just as long, 500 and 500 behind each other are not tried.
  expect(lengthsToTry(alongs, 700, undefined, { tries: 3, random: scripted() })).toEqual([500, 700]);
  expect(lengthsToTry(alongs, 1000, undefined, { tries: 1, random: scripted() })).toEqual([500, 700, 1000]);
});

test('what paid before is tried instead of single pieces; nothing comes of no pieces or no tries', () => {
  expect(lengthsToTry([500], 9000, [900, 800], { tries: 1, random: scripted() })).toEqual([900, 800, 1000]);
  expect(lengthsToTry([500], 9000, [900], { tries: 0, random: scripted() })).toEqual([900]);
  expect(lengthsToTry([], 9000, undefined, { tries: 5, random: scripted() })).toEqual([]);
  expect(lengthsToTry([], 9000, [900], { tries: 5, random: scripted() })).toEqual([900]);
});

test('the sixty lengths that paid best are kept, the best first', () => {
  const tried = Array.from({ length: 70 }, (_, at) => ({ lengthMm: at, overPerMm: (at * 37) % 70 }));
  const paid = lengthsThatPaid(tried);
  expect(paid).toHaveLength(60);
  expect(paid.map((lengthMm) => (lengthMm * 37) % 70)).toEqual(Array.from({ length: 60 }, (_, at) => at));
});

test('worth goes from near the centre to what the programme says; at once where nothing was lacking', () => {
  const now = Float64Array.from([10, 20]);
  const at = (round: number, isStill = false) => [...worthOfRound(now, [110, 20], round, isStill)];
  expect([at(0)[0], at(1)[0], at(2)[0], at(3)[0], at(4)[0]]).toEqual(
    [90, 70, 50, 30, 90].map((each): unknown => expect.closeTo(each, 9)),
  );
  expect(at(0)[1]).toBeCloseTo(20, 9);
  expect(at(0, true)).toEqual([10, 20]);
  expect(worthOfRound(now, null, 0, false)).toBe(now);
  // Parts that came later have no place in the centre.
  expect([...worthOfRound(now, [110], 0, false)]).toEqual([expect.closeTo(90, 9), expect.closeTo(20, 9)]);
});
