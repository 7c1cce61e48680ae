import { panelPrice, type Filling } from '../cost/filling.ts';
import type { PlanJob } from '../format/planJob.ts';
import { firstsThatLookWell, isPermitted, narrowestFirsts, type Divided } from './divided.ts';
import { isAmong } from './triedPlaces.ts';

/* First panels of divided panes by what film is worth at each width, and which of them are tried next. Widths are mm. */

/** A choice of the first panel's width, with what its film and its looks are reckoned to cost. */
export interface PricedFirst {
  readonly firstMm: number;
  readonly price: number;
}

/**
 * First panels of a divided pane in rising price: where either panel leaves just what something else fills, is as wide as
 * something else or as the roll, or as narrow as the rules allow, or where the seam looks well. `widths` are the widths of all
 * that is cut, `looksCost` what the looks of a first panel count.
 */
export function pricedFirsts(
  divided: Divided,
  filling: Filling,
  widths: readonly number[],
  job: PlanJob,
  looksCost: (firstMm: number) => number,
): PricedFirst[] {
  const { supply, togetherMm } = divided;
  const sides = [
    supply.widthMm,
    ...narrowestFirsts(divided, job),
    ...filling.sums.map((sum) => supply.widthMm - sum),
    ...widths,
    ...firstsThatLookWell(divided, job),
  ];
  const firsts = new Set(
    sides.flatMap((mm) => [mm, togetherMm - mm]).map((mm) => Math.round(mm * 1000) / 1000),
  );
  const priceOf = panelPrice(divided, filling);
  return [...firsts]
    .filter((mm) => isPermitted(divided, mm, job))
    .map((firstMm) => ({
      firstMm,
      price: priceOf(firstMm) + priceOf(togetherMm - firstMm) + looksCost(firstMm),
    }))
    .sort((a, b) => a.price - b.price || a.firstMm - b.firstMm);
}

/** First panels of one pane off one supply that stand at a time, and how many are tried anew in a round. */
export const MOST_FIRSTS = 6;
export const NEW_FIRSTS = 4;
/** Those that look well are gone on with beside these, so many of them. */
export const WELL_LOOKING_FIRSTS = 4;
/** A first panel that costs more than the cheapest by this share is not gone on with. */
const NEARLY = 0.01;

/** What is known of the first panels of one pane off one supply, mm. */
export interface KnownFirsts {
  readonly tried: readonly number[];
  /** Of these, those the programme takes. */
  readonly taken: readonly number[];
  /** Where a seam looks well; the programme reckons in fractions, so these stay to be tried in whole pulls. */
  readonly well: readonly number[];
}

/** The first panels that are tried next, mm: those taken, those that cost hardly more than the cheapest, and a few new ones. */
export function nextFirsts(
  priced: readonly PricedFirst[],
  { tried, taken, well }: KnownFirsts,
): readonly number[] {
  const most = (priced[0]?.price ?? 0) * (1 + NEARLY) + 1e-9;
  const firstsWhere = (is: (of: PricedFirst) => boolean) => priced.filter(is).map(({ firstMm }) => firstMm);
  const kept = firstsWhere(({ firstMm, price }) => isAmong(tried, firstMm) && price <= most);
  const fresh = firstsWhere(({ firstMm }) => !isAmong(tried, firstMm)).slice(0, NEW_FIRSTS);
  const looksWell = firstsWhere(({ firstMm }) => isAmong(well, firstMm)).slice(0, WELL_LOOKING_FIRSTS);
  return [...new Set([...[...taken, ...kept, ...fresh].slice(0, MOST_FIRSTS), ...looksWell])];
}
