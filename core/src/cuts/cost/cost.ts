import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import { hasPrices, soldAs } from '../format/prices.ts';

type Source = { readonly kind: 'roll' | 'offcut' | 'new'; readonly width: number; readonly length?: number };

/**
 * What a millimetre of film off this source costs: new film at its roll's price per length, a part roll at what it
 * costs to buy again (its own width where that is sold, else the cheapest film per area), an offcut nothing.
 * Without prices the figure is the width, so that plans go by area.
 */
export function costPerMm(film: FilmForPlan, source: Source): number {
  if (source.kind === 'offcut') return 0;
  if (!hasPrices(film)) return source.width;
  const sold = source.kind === 'new' ? soldAs(film) : film.rolls;
  const same = sold.filter(
    (roll) => roll.width === source.width && (source.kind === 'roll' || roll.length === source.length),
  );
  const perMm = (rolls: readonly FilmForPlan['rolls'][number][]) =>
    rolls.map((roll) => (roll.price ?? 0) / roll.length);
  if (same.length > 0) return Math.min(...perMm(same));
  const all = film.rolls.length > 0 ? film.rolls : soldAs(film);
  return Math.min(...all.map((roll) => (roll.price ?? 0) / roll.length / roll.width)) * source.width;
}

/** What a millimetre off a source counts while plans are weighed: film on hand at its book value, by the house rules. */
export function weightPerMm(film: FilmForPlan, source: Source, { rules }: Pick<PlanJob, 'rules'>): number {
  return costPerMm(film, source) * (source.kind === 'roll' ? (rules.bookValue ?? 1) : 1);
}
