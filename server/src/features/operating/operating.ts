import {
  DEFAULT_QUOTAS,
  QUOTA_NAMES,
  invitationSchema,
  quotasSchema,
  type Quotas,
} from '@neat-sill/core/contract';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { Client } from 'pg';
import { z } from 'zod';
import { enterShop, type Database } from '../../db/database.ts';
import { links, people, shops } from '../../db/schema.ts';
import { makeLink } from '../accounts/index.ts';
import { noteInAudit } from '../audit/index.ts';
import { OperatorProblem } from './operatorProblem.ts';

type MadeLink = Awaited<ReturnType<typeof makeLink>>;

/** Tables with rows of a shop, those first that name others. */
export const TABLES_OF_A_SHOP = [
  'claims',
  'papers',
  'pictures',
  'plannings',
  'day_plannings',
  'customer_links',
  'calendar_feeds',
  'calendar_events',
  'busy_times',
  'cut_pulls',
  'job_edits',
  'job_records',
  'jobs',
  'job_numbers',
  'stock',
  'consumables',
  'film_orders',
  'films',
  'rule_sets',
  'known_devices',
  'sessions',
  'links',
  'audit_log',
  'people',
] as const;

/** All shops with the people who work there. */
export async function listShops(db: Database) {
  return db.forSignIn(async (tx) => {
    const all = await tx.select({ id: shops.id, name: shops.name }).from(shops).orderBy(asc(shops.createdAt));
    const { shopId, name, email, role } = people;
    const who = await tx
      .select({ shopId, name, email, role })
      .from(people)
      .where(isNull(people.removedAt))
      .orderBy(asc(people.name));
    return all.map((shop) => ({ ...shop, people: who.filter((person) => person.shopId === shop.id) }));
  });
}

/** What a shop may have from now on, as `jobs=500 pictureBytes=1000000000`; the rest stays. Nothing said only tells. */
export async function setQuotas(url: string, shopId: string, said: readonly string[]): Promise<Quotas> {
  const pairs = said.map((each) => each.split('='));
  const asked = quotasSchema
    .partial()
    .safeParse(
      Object.fromEntries(
        pairs.map(([name, value]) => [name, value === undefined || value === '' ? NaN : Number(value)]),
      ),
    );
  if (!asked.success)
    throw new OperatorProblem(
      `“${said.join(' ')}” can’t be used: write a whole number for some of ${QUOTA_NAMES.join(', ')}, as jobs=500. Nothing was changed.`,
    );
  const id = idOf(shopId);
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query<{ quotas: Partial<Quotas> }>(
      'update shops set quotas = quotas || $2 where id = $1 returning quotas',
      [id, asked.data],
    );
    if (!rows[0]) throw new OperatorProblem(`There is no shop ${id}; list shows them.`);
    return { ...DEFAULT_QUOTAS, ...rows[0].quotas };
  } finally {
    await client.end();
  }
}

/** A link by which a shop begins. */
export function addShop(db: Database, now: Date): Promise<MadeLink> {
  return db.forSignIn((tx) => makeLink(tx, { kind: 'shop' }, now));
}

/** The link for the first shop of an installation: the one before no longer works. Null where there is a shop. */
export async function firstVisit(db: Database, now: Date): Promise<MadeLink | null> {
  return db.forSignIn(async (tx) => {
    const there = await tx.select({ id: shops.id }).from(shops).limit(1);
    if (there.length > 0) return null;
    await tx.delete(links).where(eq(links.kind, 'shop'));
    return makeLink(tx, { kind: 'shop' }, now);
  });
}

const idOf = (text: string): string => {
  const id = z.uuid().safeParse(text);
  if (!id.success) throw new OperatorProblem(`“${text}” is not the id of a shop; list shows them.`);
  return id.data;
};

/** A link by which somebody joins a shop as its owner. */
export async function inviteOwner(
  db: Database,
  asked: { readonly shopId: string; readonly name: string; readonly email: string },
  now: Date,
): Promise<MadeLink> {
  const shopId = idOf(asked.shopId);
  const invited = invitationSchema.safeParse({ name: asked.name, email: asked.email, role: 'owner' });
  if (!invited.success)
    throw new OperatorProblem(`${invited.error.issues[0]?.message}. Nothing was changed.`);
  return db.inShop(shopId, async (tx) => {
    const [shop] = await tx.select({ id: shops.id }).from(shops);
    if (!shop) throw new OperatorProblem(`There is no shop ${shopId}; list shows the shops.`);
    await noteInAudit(tx, { shopId, at: now, personId: null, kind: 'invited', about: 'owner' });
    return makeLink(tx, { kind: 'invitation', shopId, invited: invited.data }, now);
  });
}

/** A link by which somebody who is locked out chooses a new password. */
export async function resetPassword(db: Database, email: string, now: Date): Promise<MadeLink> {
  return db.forSignIn(async (tx) => {
    const [person] = await tx
      .select({ id: people.id, shopId: people.shopId })
      .from(people)
      .where(and(eq(people.email, email.trim().toLowerCase()), isNull(people.removedAt)));
    if (!person) throw new OperatorProblem(`Nobody has the address “${email}”; list shows the people.`);
    const { id: personId, shopId } = person;
    await enterShop(tx, shopId);
    await noteInAudit(tx, { shopId, at: now, personId: null, kind: 'reset-link', aboutPersonId: personId });
    return makeLink(tx, { kind: 'password', shopId, personId }, now);
  });
}

/**
 * Removes a shop with everything in it, audit log included, and answers how many rows that were. Done as the owner of the
 * database: the application itself may delete no audit log.
 */
export async function removeShop(url: string, shopId: string, name: string): Promise<number> {
  const id = idOf(shopId);
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('begin');
    const { rows } = await client.query<{ name: string }>('select name from shops where id = $1 for update', [
      id,
    ]);
    if (!rows[0]) throw new OperatorProblem(`There is no shop ${id}; list shows the shops.`);
    if (rows[0].name !== name)
      throw new OperatorProblem(
        `Write the name of the shop to remove it: --name "${rows[0].name}". Nothing was changed.`,
      );
    let removed = 1;
    for (const table of TABLES_OF_A_SHOP)
      removed += (await client.query(`delete from ${table} where shop_id = $1`, [id])).rowCount ?? 0;
    await client.query('delete from shops where id = $1', [id]);
    await client.query('commit');
    return removed;
  } finally {
    await client.end();
  }
}
