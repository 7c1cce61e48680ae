import { readStored } from '@neat-sill/core/record';
import { NEW_SHOP_DETAILS, saveShopSchema, shopDetailsSchema, type Shop } from '@neat-sill/core/contract';
import { and, eq, isNotNull } from 'drizzle-orm';
import type { z } from 'zod';
import type { Tx } from '../../db/database.ts';
import { shops } from '../../db/schema.ts';
import { notFound } from '../../http/problem.ts';

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
