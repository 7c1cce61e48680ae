import type { FilmForPlan, PlanJob } from './planJob.ts';

/** True when every roll of the film that is sold has a price, so that plans can be compared by money. */
export function hasPrices(film: FilmForPlan): boolean {
  return film.rolls.length > 0 && film.rolls.every((roll) => roll.price !== null && roll.price !== undefined);
}

/** Money for a mm² of new film at its cheapest; 0 without prices. */
export const pricePerMm2 = (film: FilmForPlan): number =>
  hasPrices(film)
    ? Math.min(...film.rolls.map(({ width, length, price }) => (price ?? 0) / length / width))
    : 0;

/** Whether a job leaves it to the planner where seams go. Looks in money cannot be held against film without a price. */
export const placesAreFree = ({ rules }: Pick<PlanJob, 'rules'>, film: FilmForPlan): boolean =>
  rules.seamPlaces !== 'equal' && (rules.work?.seams === undefined || hasPrices(film));
