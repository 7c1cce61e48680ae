import { replacementFor } from '../index.ts';

const film = {
  id: 'f',
  turn: 'half' as const,
  rolls: [
    { widthMm: 1524, lengthMm: 10_000, price: 152.4, soldBy: 'roll' as const, later: [] },
    { widthMm: 914, lengthMm: 10_000, price: 91.4, soldBy: 'roll' as const, later: [] },
  ],
};
const stock = (id: string, kind: 'roll' | 'offcut', width: number, length: number, filmId = 'f') => ({
  ...{ id, kind, width, length, filmId },
});
const piece = { width: 800, length: 1300 };

test('the smallest leftover that holds it comes first, and costs nothing', () => {
  const rack = [
    stock('large', 'offcut', 1500, 2000),
    stock('fits', 'offcut', 800, 1300),
    stock('low', 'offcut', 2000, 1299),
    stock('narrow', 'offcut', 799, 5000),
    stock('other', 'offcut', 800, 1300, 'g'),
    stock('roll', 'roll', 914, 9000),
  ];
  expect(replacementFor(piece, film, rack)).toEqual({
    ...{ from: 'leftover', stockId: 'fits', filmM2: expect.closeTo(1.04, 9), filmCost: 0 },
  });
});

test('turned only where the film may turn', () => {
  const rack = [stock('turned', 'offcut', 1300, 800)];
  expect(replacementFor(piece, film, rack)?.from).toBe('newRoll');
  expect(replacementFor(piece, { ...film, turn: 'any' }, rack)).toMatchObject({
    from: 'leftover',
    stockId: 'turned',
  });
});

test('else off the roll on the rack that loses least film, at its price', () => {
  const rack = [
    stock('wide', 'roll', 1524, 9000),
    stock('near', 'roll', 914, 1300),
    stock('short', 'roll', 914, 1299),
  ];
  // 0.914 × 1.3 m at 10 a m².
  expect(replacementFor(piece, film, rack)).toEqual({
    ...{
      from: 'roll',
      stockId: 'near',
      filmM2: expect.closeTo(1.1882, 9),
      filmCost: expect.closeTo(11.882, 9),
    },
  });
});

test('else off a roll to buy; none where it is too wide for any', () => {
  expect(replacementFor(piece, film, [])).toMatchObject({
    from: 'newRoll',
    stockId: null,
    filmM2: expect.closeTo(1.1882, 9),
  });
  expect(replacementFor({ width: 1600, length: 2000 }, film, [])).toBeNull();
  const unpriced = { ...film, rolls: film.rolls.map((roll) => ({ ...roll, price: null })) };
  expect(replacementFor(piece, unpriced, [])?.filmCost).toBeNull();
});
