import { stockSchema, type StockForPlan } from '@neat-sill/core/cuts';
import { filmSchema } from '@neat-sill/core/film';
import { storedRuleSetSchema, type ShopBookAnswer, type StoredRuleSet } from '@neat-sill/core/contract';
import type { ShopBook } from '@neat-sill/core/job';
import { and, asc, eq } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { films, ruleSets, stock } from '../../db/schema.ts';

/** Reads what the shop brings to every job; rows are parsed on their way out of the database. */
export async function readShopBook(tx: Tx): Promise<ShopBookAnswer> {
  const filmRows = await tx.select().from(films).orderBy(asc(films.place));
  const stockRows = await tx.select().from(stock).orderBy(asc(stock.id));
  const ruleRows = await tx.select().from(ruleSets).orderBy(asc(ruleSets.place));
  return {
    films: filmRows.map(({ data }) => filmSchema.parse(data)),
    stock: stockRows.map(({ data }): StockForPlan => stockSchema.parse(data)),
    ruleSets: ruleRows.map(({ version, data }) => storedRuleSetSchema.parse({ version, rules: data })),
  };
}

export function bookOf({ films: catalogue, stock: rack, ruleSets: sets }: ShopBookAnswer): ShopBook {
  return { films: catalogue, stock: rack, ruleSets: sets.map(({ rules }) => rules) };
}

/** Writes a rule set on the version it was read at; null when somebody else has written since. */
export async function writeRuleSet(tx: Tx, id: string, baseVersion: number, rules: StoredRuleSet['rules']) {
  const [written] = await tx
    .update(ruleSets)
    .set({ version: baseVersion + 1, data: rules })
    .where(and(eq(ruleSets.id, id), eq(ruleSets.version, baseVersion)))
    .returning();
  return written ? { version: written.version, rules } : null;
}
