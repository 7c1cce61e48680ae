import type { Film } from '../../film/index.ts';

/** A roll or leftover that is at hand. Lengths mm. */
export interface AtHand {
  readonly id: string;
  readonly filmId: string;
  readonly kind: 'roll' | 'offcut';
  readonly width: number;
  readonly length: number;
}

/** Where a piece that replaces another one comes from, and how much film that takes. */
export interface Replacement {
  readonly from: 'leftover' | 'roll' | 'newRoll';
  /** The leftover or roll on the rack; null for one that is to be bought. */
  readonly stockId: string | null;
  readonly filmM2: number;
  /** Leftovers on the rack are counted as nothing to buy. */
  readonly filmCost: number | null;
}

type PieceSize = { readonly width: number; readonly length: number };

const pricePerM2 = ({ rolls }: Pick<Film, 'rolls'>, least: number): number | null => {
  const prices = rolls.flatMap(({ widthMm, lengthMm, price }) =>
    price === null || widthMm < least ? [] : [price / ((widthMm * lengthMm) / 1e6)],
  );
  return prices.length > 0 ? Math.min(...prices) : null;
};

/**
 * Where a piece of this size can be cut from again: the smallest leftover that holds it, as it lies or turned where the film
 * may turn; else a roll on the rack, the narrowest first; else a roll to buy. Null where no roll is wide enough.
 */
export function replacementFor(
  piece: PieceSize,
  film: Pick<Film, 'id' | 'turn' | 'rolls'>,
  atHand: readonly AtHand[],
): Replacement | null {
  const ways: readonly PieceSize[] =
    film.turn === 'any' ? [piece, { width: piece.length, length: piece.width }] : [piece];
  const holds = (width: number, length: number) =>
    ways.filter((way) => way.width <= width && way.length <= length);
  const own = atHand.filter(({ filmId }) => filmId === film.id);
  const leftover = own
    .filter(({ kind, width, length }) => kind === 'offcut' && holds(width, length).length > 0)
    .sort((a, b) => a.width * a.length - b.width * b.length)[0];
  const pieceM2 = (piece.width * piece.length) / 1e6;
  if (leftover) return { from: 'leftover', stockId: leftover.id, filmM2: pieceM2, filmCost: 0 };
  const pulled = (width: number, length: number) =>
    Math.min(...holds(width, length).map((way) => (width * way.length) / 1e6));
  const cost = (filmM2: number) => {
    const price = pricePerM2(film, Math.min(...ways.map(({ width }) => width)));
    return price === null ? null : price * filmM2;
  };
  const roll = own
    .filter(({ kind, width, length }) => kind === 'roll' && holds(width, length).length > 0)
    .sort((a, b) => pulled(a.width, a.length) - pulled(b.width, b.length))[0];
  if (roll) {
    const filmM2 = pulled(roll.width, roll.length);
    return { from: 'roll', stockId: roll.id, filmM2, filmCost: cost(filmM2) };
  }
  const bought = film.rolls
    .filter(({ widthMm, lengthMm }) => holds(widthMm, lengthMm).length > 0)
    .map(({ widthMm, lengthMm }) => pulled(widthMm, lengthMm))
    .sort((a, b) => a - b)[0];
  return bought === undefined
    ? null
    : { from: 'newRoll', stockId: null, filmM2: bought, filmCost: cost(bought) };
}
