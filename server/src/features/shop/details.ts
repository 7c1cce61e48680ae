import { readStored } from '@neat-sill/core/record';
import { NEW_SHOP_DETAILS, saveShopSchema, shopDetailsSchema, type Shop } from '@neat-sill/core/contract';
import { countOf } from '@neat-sill/core/units';
import { dayAt } from '@neat-sill/core/fitting';
import { and, eq, isNotNull } from 'drizzle-orm';
import type { z } from 'zod';
import type { Tx } from '../../db/database.ts';
import { shops } from '../../db/schema.ts';
import { HttpProblem, notFound } from '../../http/problem.ts';
import { readOpenQuotes } from './openQuotes.ts';

const columns = {
  name: shops.name,
  version: shops.version,
  details: shops.details,
  hasLogo: isNotNull(shops.logo).mapWith(Boolean),
};

/** What the shop says of itself. */
export async function readShop(tx: Tx, shopId: string): Promise<Shop> {
  const [shop] = await tx.select(columns).from(shops).where(eq(shops.id, shopId));
  if (!shop) throw notFound('The shop');
  return {
    ...shop,
    details: shop.details === null ? NEW_SHOP_DETAILS : readStored(shopDetailsSchema, shop.details),
  };
}

/** Writes it on the version it was read at; false when somebody else has written since. */
export async function writeShop(
  tx: Tx,
  shopId: string,
  { name, baseVersion, details }: z.output<typeof saveShopSchema>,
): Promise<boolean> {
  const written = await tx
    .update(shops)
    .set({ name, details, version: baseVersion + 1 })
    .where(and(eq(shops.id, shopId), eq(shops.version, baseVersion)))
    .returning({ id: shops.id });
  return written.length === 1;
}

/** Quotes that are open are in the currency they were made in: another one is taken when somebody has been told so. */
export async function refuseOtherCurrency(
  tx: Tx,
  shopId: string,
  currency: string,
  now: Date,
): Promise<void> {
  const { details } = await readShop(tx, shopId);
  if (details.currency === currency) return;
  const today = dayAt(now.toISOString(), details.timeZone);
  const open = await readOpenQuotes(tx, today);
  const [first] = open;
  if (!first) return;
  throw new HttpProblem(409, {
    title: 'Open quotes',
    detail: `${countOf(open.length, 'open quote')} ${open.length === 1 ? 'is' : 'are'} in ${first.currency}: ${first.customer}, ${first.job}${open.length > 1 ? ` and ${open.length - 1} more` : ''}. They stay in it when they are accepted; amounts in films and house rules are not converted.`,
  });
}
