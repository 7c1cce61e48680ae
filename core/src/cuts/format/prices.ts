import type { FilmForPlan } from './planJob.ts';

/** True when every roll of the film that is sold has a price, so that plans can be compared by money. */
export function hasPrices(film: FilmForPlan): boolean {
  return film.rolls.length > 0 && film.rolls.every((roll) => roll.price !== null && roll.price !== undefined);
}
