import { BestPlaces, type Candidate } from './bestPlaces.ts';
import type { Shift } from './model.ts';

const shifts = Array.from({ length: 3 }, (_, number): Shift => ({
  ...{ number, person: number, from: 0, to: 100, breaks: [], costPerMin: 1 },
}));
/** Offers places as shift and cost, and tells what is kept, the start being which of them it was. */
function kept(
  most: number,
  mostOfAShift: number,
  offers: readonly (readonly [shift: number, more: number])[],
) {
  const best = new BestPlaces(most, mostOfAShift);
  offers.forEach(([shift, more], start) =>
    best.offer({ shifts: [shifts[shift] as Shift], start, minutes: 1, more }),
  );
  return best.list.map(({ shifts: [of], more, start }: Candidate) => [of?.number, more, start]);
}

test('the cheapest are kept in rising cost, of the same cost those that came first', () => {
  expect(
    kept(3, Infinity, [
      [0, 5],
      [1, 3],
      [0, 9],
      [2, 3],
      [0, 5],
      [1, 1],
    ]),
  ).toEqual([
    [1, 1, 5],
    [1, 3, 1],
    [2, 3, 3],
  ]);
  expect(kept(3, Infinity, [[0, 5]])).toEqual([[0, 5, 0]]);
  expect(
    kept(2, Infinity, [
      [0, 5],
      [1, 5],
      [2, 5],
      [2, 4],
    ]),
  ).toEqual([
    [2, 4, 3],
    [0, 5, 0],
  ]);
});

test('no more than some of one shift, so that others are kept beside them', () => {
  expect(
    kept(4, 2, [
      [0, 1],
      [0, 3],
      [0, 3],
      [0, 2],
      [1, 8],
      [1, 7],
      [1, 9],
      [2, 7.5],
    ]),
  ).toEqual([
    [0, 1, 0],
    [0, 2, 3],
    [1, 7, 5],
    [2, 7.5, 7],
  ]);
  // One more of a shift that is full drives its own dearest out and nobody else's.
  expect(
    kept(3, 1, [
      [0, 4],
      [1, 5],
      [2, 6],
      [0, 3],
      [1, 5.5],
      [2, 1],
    ]),
  ).toEqual([
    [2, 1, 5],
    [0, 3, 3],
    [1, 5, 1],
  ]);
});

test('shifts of one crew are told by its first', () => {
  const best = new BestPlaces(3, 1);
  const [a, b] = shifts as [Shift, Shift];
  best.offer({ shifts: [a, b], start: 0, minutes: 1, more: 2 });
  best.offer({ shifts: [a], start: 1, minutes: 1, more: 1 });
  best.offer({ shifts: [b, a], start: 2, minutes: 1, more: 3 });
  expect(best.list.map(({ start }) => start)).toEqual([1, 2]);
});
