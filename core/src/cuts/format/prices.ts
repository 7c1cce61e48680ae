import type { FilmForPlan, PlanJob } from './planJob.ts';

/** What a film is sold as: rolls, and sheets as if they were short ones. */
export const soldAs = ({ rolls, sheets = [] }: FilmForPlan): readonly FilmForPlan['rolls'][number][] => [
  ...rolls,
  ...sheets.map(({ width, height: length, price }) => ({ width, length, price })),
];

/** True when every roll and sheet of the film that is sold has a price, so that plans can be compared by money. */
export function hasPrices(film: FilmForPlan): boolean {
  const sold = soldAs(film);
  return sold.length > 0 && sold.every(({ price }) => price !== null && price !== undefined);
}

/** Money for a mm² of new film at its cheapest; 0 without prices. */
export const pricePerMm2 = (film: FilmForPlan): number =>
  hasPrices(film)
    ? Math.min(...soldAs(film).map(({ width, length, price }) => (price ?? 0) / length / width))
    : 0;

/** Whether a job leaves it to the planner where seams go. Looks in money cannot be held against film without a price. */
export const placesAreFree = ({ rules }: Pick<PlanJob, 'rules'>, film: FilmForPlan): boolean =>
  rules.seamPlaces !== 'equal' && (rules.work?.seams === undefined || hasPrices(film));
