import { withMorePlaces, type Demand, type Supply } from '../cost/demand.ts';
import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import { looksOf } from '../looks/looks.ts';
import { dividedPanes, firstOf, isPermitted, seamsAt, type Divided } from './divided.ts';

/** Further places of one pane off one supply at a time. */
const NEW_PLACES = 3;
/** Demands are kept to about so many parts: a programme over more takes too long. */
const MOST_PARTS = 400;
/** Whole pulls may want a place that costs more by this share than the pane is reckoned to, in fractions. */
const NEARLY = 0.01;

/** Places nearer to each other than this are one for whoever looks for others, mm. */
const APART_MM = 2;

/** What a panel so long costs in the pulls of a supply, by whole mm of its width. */
export type PanelPrices = (supply: Supply, alongMm: number) => Float64Array;

/** Gives a demand with further places, by what panels cost and what a programme says kinds are worth. */
export type MorePlaces = (
  demand: Demand,
  priceOf: PanelPrices,
  worthOfKind: (kind: number) => number,
) => Demand;

/** First panels, in whole mm, at which a pane costs less than `atMostPrice`: the cheapest, each less than both beside it. */
function cheapestFirsts(
  divided: Divided,
  prices: Float64Array,
  looks: (firstMm: number) => number,
  atMostPrice: number,
  known: readonly number[],
  job: PlanJob,
): number[] {
  const { togetherMm, supply } = divided;
  const width = Math.floor(supply.widthMm);
  const priceOf = (firstMm: number) =>
    isPermitted(divided, firstMm, job)
      ? (prices[Math.ceil(firstMm - 1e-6)] ?? Infinity) +
        (prices[Math.ceil(togetherMm - firstMm - 1e-6)] ?? Infinity)
      : Infinity;
  const found: { firstMm: number; price: number }[] = [];
  for (let firstMm = 0; firstMm <= width; firstMm += 1) {
    const film = priceOf(firstMm);
    if (!(film < atMostPrice) || film > priceOf(firstMm - 1) || film >= priceOf(firstMm + 1)) continue;
    const price = film + looks(firstMm);
    if (price < atMostPrice && !known.some((mm) => Math.abs(mm - firstMm) < APART_MM))
      found.push({ firstMm, price });
  }
  return found
    .sort((a, b) => a.price - b.price)
    .slice(0, NEW_PLACES)
    .map(({ firstMm }) => firstMm);
}

/**
 * Gives, for a film and a job, the demand with further places for the seams of panes that stand for themselves: where both
 * panels together cost no more, to a hundredth, in the pulls there are than the programme says the pane is worth. The same
 * demand where none does.
 */
export function placesThatPay(film: FilmForPlan, job: PlanJob): MorePlaces {
  return (demand, priceOf, worthOfKind) => {
    const { counting, kinds, supplies } = demand;
    if (demand.parts.length > MOST_PARTS) return demand;
    const firsts = new Map<string, { readonly of: Divided; readonly firstsMm: readonly number[] }[]>();
    const panes = new Set(kinds.flatMap(({ pane, alike }) => (alike === null ? [pane.id] : [])));
    const own = { ...job, panes: kinds.flatMap(({ pane }) => (panes.has(pane.id) ? [pane] : [])) };
    const known = new Map<string, Float64Array>();
    const worths = new Map(kinds.map(({ pane }, at) => [pane.id, worthOfKind(at)]));
    for (const of of dividedPanes(film, own, supplies)) {
      const { pane, supply, alongMm, panels, axis } = of;
      const key = `${supply.index} ${alongMm}`;
      const prices = known.get(key) ?? priceOf(supply, alongMm);
      known.set(key, prices);
      // The full panels between the first and the last cost what their film does.
      const full = (panels - 2) * supply.countPerMm * alongMm;
      const atMost = (worths.get(pane.id) ?? 0) * (1 + NEARLY) - full;
      const looks = (firstMm: number) =>
        counting?.seams
          ? looksOf(pane, film, { axis, atMm: seamsAt(of, firstMm, job) }, job.rules, counting.seams).total
          : 0;
      const knownMm = kinds.flatMap((kind) =>
        kind.pane.id === pane.id
          ? kind.ways.flatMap((way) =>
              way.place?.axis === axis && way.supply === supply.index ? [firstOf(of, way.place, job)] : [],
            )
          : [],
      );
      const firstsMm = cheapestFirsts(of, prices, looks, atMost, knownMm, job);
      if (firstsMm.length > 0) firsts.set(pane.id, [...(firsts.get(pane.id) ?? []), { of, firstsMm }]);
    }
    if (firsts.size === 0) return demand;
    return withMorePlaces(demand, job, (pane, supply) =>
      (firsts.get(pane.id) ?? []).flatMap(({ of, firstsMm }) =>
        of.supply.index === supply.index
          ? firstsMm.map((firstMm) => ({ axis: of.axis, at: seamsAt(of, firstMm, job) }))
          : [],
      ),
    );
  };
}
