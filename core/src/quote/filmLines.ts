import Decimal from 'decimal.js';
import { worthOnHand, type CutPlan, type PlanJob, type PlanSource } from '../cuts/index.ts';
import type { PriceCase } from '../price/index.ts';

/* Film of a plan as lines of a price: what is bought by its rolls and sheets, what is on hand at its worth. */

export interface FilmOfPlan {
  readonly bought: PriceCase['film'];
  readonly onHand: PriceCase['items'];
  /** Films of the plan that nobody has named a price for. */
  readonly withoutPrice: readonly string[];
}

const usedOf = ({ id }: PlanSource, plan: Pick<CutPlan, 'pulls'>) =>
  plan.pulls.reduce((end, pull) => (pull.sourceId === id ? Math.max(end, pull.start + pull.length) : end), 0);

/** `minor`: how many minor units the currency has to one. */
export function filmOfPlan(job: PlanJob, plan: CutPlan, minor: number): FilmOfPlan {
  const bought: PriceCase['film'] = [];
  const onHand: PriceCase['items'] = [];
  const withoutPrice: string[] = [];
  for (const film of job.films) {
    const sources = plan.sources.filter((each) => each.filmId === film.id && usedOf(each, plan) > 0);
    if (sources.length === 0) continue;
    const netAreaM2 = (plan.summary.byFilm.find(({ filmId }) => filmId === film.id)?.netArea ?? 0) / 1e6;
    const offers = [
      ...film.rolls.map(({ width, length, price, soldBy = 'roll' }) => ({ width, length, price, soldBy })),
      ...(film.sheets ?? []).map(({ width, height, price }) => ({
        ...{ width, length: height, price, soldBy: 'sheet' as const },
      })),
    ];
    const sizes = new Map<string, PlanSource[]>();
    for (const source of sources.filter(({ kind }) => kind === 'new')) {
      const key = `${source.width} ${source.length}`;
      sizes.set(key, [...(sizes.get(key) ?? []), source]);
    }
    let isFirst = true;
    for (const [key, rolls] of sizes) {
      const [roll] = rolls;
      const offer = offers.find(({ width, length }) => width === roll?.width && length === roll.length);
      if (!roll) continue;
      if (typeof offer?.price !== 'number') withoutPrice.push(film.id);
      bought.push({
        id: `film ${film.id} ${key}`,
        name: film.name,
        usedMm: rolls.reduce((sum, each) => sum + usedOf(each, plan), 0),
        rollMm: roll.length,
        rollPrice: new Decimal(offer?.price ?? 0).times(minor).toNumber(),
        soldBy: offer?.soldBy ?? 'roll',
        wholeRolls: rolls.length,
        leftoverWorthShare: job.rules.work?.leftoverWorth ?? 0,
        netAreaM2: isFirst ? netAreaM2 : 0,
      });
      isFirst = false;
    }
    for (const source of sources.filter(({ kind }) => kind !== 'new')) {
      const { id, kind, width, length } = source;
      const worth = kind === 'new' ? null : worthOnHand(film, { kind, width, length }, job);
      if (worth === null) withoutPrice.push(film.id);
      onHand.push({
        id: `stock ${id}`,
        name: `${film.name}, ${id}`,
        quantity: usedOf(source, plan) / 1000,
        unitCost: new Decimal(worth ?? 0).times(minor).times(1000).dividedBy(length).toNumber(),
      });
    }
  }
  return { bought, onHand, withoutPrice: [...new Set(withoutPrice)] };
}
