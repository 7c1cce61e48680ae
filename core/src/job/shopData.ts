import { PLAN_ID, type KeptPlan, type StockForPlan, type WantedSize } from '../cuts/index.ts';
import { filmsOfJob, type Film } from '../film/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { Pane } from '../survey/index.ts';
import { headerOf, type JobRecords } from './records.ts';

/** What the shop brings to every job: its catalogue, its rack, what it cut before, and its house rules. */
export interface ShopData {
  readonly films: readonly Film[];
  readonly stock: readonly StockForPlan[];
  /** Sizes that were cut before, by film. */
  readonly cutBefore: Readonly<Record<string, readonly WantedSize[]>>;
  readonly ruleSets: readonly RuleSet[];
}

/** The house rules by which a job goes: the set it names, else the shop's first. Throws where a shop has none. */
export function ruleSetOf(records: Pick<JobRecords, 'job'>, shop: Pick<ShopData, 'ruleSets'>): RuleSet {
  const wanted = headerOf(records)?.ruleSetId;
  const found = shop.ruleSets.find((rules) => rules.id === wanted) ?? shop.ruleSets[0];
  if (!found) throw new Error('A shop has at least one house rule set');
  return found;
}

/** The house rules by which one pane goes: its own set, else that of its film in this job, else the job's. */
export function ruleSetOfPane(
  { ruleSetId, filmId }: Pick<Pane, 'ruleSetId' | 'filmId'>,
  records: Pick<JobRecords, 'job'>,
  shop: Pick<ShopData, 'ruleSets'>,
  ofJob: RuleSet,
): RuleSet {
  const wanted = ruleSetId ?? headerOf(records)?.filmRuleSets[filmId ?? ''] ?? null;
  return shop.ruleSets.find(({ id }) => id === wanted) ?? ofJob;
}

/**
 * What the shop brings as a job goes by it on a day, `YYYY-MM-DD`: prices of that day, but films as they were sold, and films
 * and house rules, those of price aside, as they were when its plan was kept.
 */
export function shopDataOfJob(
  records: Pick<JobRecords, 'sold' | 'plan'>,
  shop: ShopData,
  day: string,
): ShopData {
  const films = filmsOfJob(records, shop.films, day);
  const frozen = records.plan[PLAN_ID]?.frozen;
  if (!frozen) return { ...shop, films };
  const kept = new Map(
    frozen.films.filter(({ id }) => !Object.hasOwn(records.sold, id)).map((film) => [film.id, film]),
  );
  const known = new Set(films.map(({ id }) => id));
  return {
    ...shop,
    films: [
      ...films.map((film) => kept.get(film.id) ?? film),
      ...[...kept.values()].filter(({ id }) => !known.has(id)),
    ],
    // What is asked for a job goes by the house rules of today: nothing of a plan hangs on it.
    ruleSets: shop.ruleSets.map((rules) =>
      rules.id === frozen.rules.id ? { ...frozen.rules, price: rules.price } : rules,
    ),
  };
}

/** What a plan that is kept now keeps with it: the rules the job goes by, and the films it lays. */
export function frozenWith({ rules, shop, plan }: FreezableJob): NonNullable<KeptPlan['frozen']> {
  const laid = new Set(plan.job.films.map(({ id }) => id));
  return { rules, films: shop.films.filter(({ id }) => laid.has(id)) };
}

interface FreezableJob {
  readonly rules: RuleSet;
  readonly shop: ShopData;
  readonly plan: { readonly job: { readonly films: readonly { readonly id: string }[] } };
}
