import { randomUUID } from 'node:crypto';
import type { ShopDetails } from '@neat-sill/core/contract';
import type { Database, Tx } from '../db/database.ts';
import { consumables, films, people, shops, stock } from '../db/schema.ts';
import { hashPassword } from '../features/accounts/index.ts';
import { insertJob } from '../features/jobs/index.ts';
import { insertEmptyShop } from '../features/shop/index.ts';
import { DEMO_FILMS } from './films.ts';
import { DEMO_JOBS } from './jobs.ts';
import { DEMO_CONSUMABLES, DEMO_RACK } from './rack.ts';
import { DEMO_PEOPLE, DEMO_SHOP, DEMO_SIGN_IN } from './people.ts';

export interface NewShop {
  readonly id: string;
  readonly name: string;
  readonly details: ShopDetails | null;
  readonly people: readonly {
    id: string;
    email: string;
    name: string;
    role: 'owner' | 'installer' | 'apprentice';
  }[];
  readonly password: string;
}

/** Makes a shop with its people, catalogue, rack and house rules. */
export async function insertShop(tx: Tx, shop: NewShop, now: Date): Promise<void> {
  const shopId = shop.id;
  const passwordHash = await hashPassword(shop.password);
  await insertEmptyShop(tx, shop, now);
  await tx
    .insert(people)
    .values(shop.people.map((person) => ({ ...person, shopId, unit: 'mm' as const, passwordHash })));
  await tx
    .insert(films)
    .values(DEMO_FILMS.map((film, place) => ({ shopId, id: film.id, place, data: film })));
  await tx
    .insert(stock)
    .values(DEMO_RACK.map(({ entry, lot, place }) => ({ shopId, id: entry.id, data: entry, lot, place })));
  await tx
    .insert(consumables)
    .values(DEMO_CONSUMABLES.map((each) => ({ ...each, id: randomUUID(), shopId })));
}

/** Fills an empty database with the demo shop; a database with a shop in it is left as it is. */
export async function seedDemo(db: Database, now: Date): Promise<boolean> {
  return db.inShop(DEMO_SHOP.id, async (tx) => {
    const there = await tx.select({ id: shops.id }).from(shops);
    if (there.length > 0) return false;
    await insertShop(tx, { ...DEMO_SHOP, people: DEMO_PEOPLE, password: DEMO_SIGN_IN.password }, now);
    // The oldest first, so that they are numbered as they were made.
    for (const [at, { id, records }] of [...DEMO_JOBS.entries()].reverse()) {
      const changedAt = new Date(now.getTime() - at * 3_600_000);
      await insertJob(tx, { id, shopId: DEMO_SHOP.id, personId: null, now: changedAt }, records);
    }
    return true;
  });
}
