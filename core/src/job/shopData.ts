import type { StockForPlan, WantedSize } from '../cuts/index.ts';
import { filmsOfJob, type Film } from '../film/index.ts';
import type { RuleSet } from '../rules/index.ts';
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

/** What the shop brings as a job goes by it on a day, `YYYY-MM-DD`: prices of that day, films as they were sold. */
export function shopDataOfJob(records: Pick<JobRecords, 'sold'>, shop: ShopData, day: string): ShopData {
  return { ...shop, films: filmsOfJob(records, shop.films, day) };
}
