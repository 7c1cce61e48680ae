import type { ShopDetails } from '@neat-sill/core/contract';
import { DEFAULT_RULE_SETS, rulesInInches } from '@neat-sill/core/rules';
import type { Tx } from '../../db/database.ts';
import { ruleSets, shops } from '../../db/schema.ts';

export interface NewShop {
  readonly id: string;
  readonly name: string;
  readonly details: ShopDetails | null;
}

/** Makes a shop with house rules, in inches where it works in them, and nothing else: no films, nothing on the rack, nobody in it. */
export async function insertEmptyShop(tx: Tx, { id, name, details }: NewShop, now: Date): Promise<void> {
  await tx.insert(shops).values({ id, name, details, createdAt: now });
  await tx.insert(ruleSets).values(
    DEFAULT_RULE_SETS.map((rules, place) => ({
      shopId: id,
      id: rules.id,
      place,
      version: 1,
      data: details?.unit === 'in' ? rulesInInches(rules) : rules,
    })),
  );
}
