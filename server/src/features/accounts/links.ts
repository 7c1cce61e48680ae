import { randomUUID } from 'node:crypto';
import { NEW_SHOP_DETAILS, type LinkAnswer, type UseLink } from '@neat-sill/core/contract';
import { and, eq, gt, isNull } from 'drizzle-orm';
import { enterShop, type Tx } from '../../db/database.ts';
import { links, people, shops } from '../../db/schema.ts';
import { HttpProblem } from '../../http/problem.ts';
import { noteInAudit } from '../audit/index.ts';
import { insertEmptyShop } from '../shop/index.ts';
import { hashPassword, weaknessOf } from './passwords.ts';
import { closeSessionsOf } from './sessions.ts';
import { hashOf, newToken } from './tokens.ts';

const DAY_MS = 86_400_000;
const VALID_DAYS = { shop: 7, invitation: 7, password: 1 } as const;

type Link = typeof links.$inferSelect;
export type NewLink = Pick<typeof links.$inferInsert, 'kind' | 'shopId' | 'invited' | 'personId'>;

/** Makes a link that works once; the token is told to whoever asked and kept nowhere. */
export async function makeLink(
  tx: Tx,
  link: NewLink,
  now: Date,
): Promise<{ token: string; expiresAt: string }> {
  const token = newToken();
  const expiresAt = new Date(now.getTime() + VALID_DAYS[link.kind] * DAY_MS);
  await tx.insert(links).values({ ...link, tokenHash: hashOf(token), expiresAt });
  return { token, expiresAt: expiresAt.toISOString() };
}

const used = () =>
  new HttpProblem(404, {
    title: 'Not found',
    detail: 'This link has been used, withdrawn or has run out; ask for a new one.',
  });

const addressTaken = (email: string) =>
  new HttpProblem(409, {
    title: 'Address taken',
    detail: `There is an account with ${email} already; sign in with it, or use another address. Nothing was changed.`,
  });

const isSameAddress = (error: unknown): boolean => {
  const { code, constraint, cause } = error as { code?: string; constraint?: string; cause?: unknown };
  return (code === '23505' && constraint === 'people_email') || (cause !== undefined && isSameAddress(cause));
};

async function shopAndPerson(tx: Tx, link: Link) {
  const [shop] = link.shopId
    ? await tx.select({ name: shops.name }).from(shops).where(eq(shops.id, link.shopId))
    : [];
  const [person] = link.personId
    ? await tx
        .select()
        .from(people)
        .where(and(eq(people.id, link.personId), isNull(people.removedAt)))
    : [];
  return { shop: shop?.name ?? '', person };
}

const isOf = (token: string, now: Date) => and(eq(links.tokenHash, hashOf(token)), gt(links.expiresAt, now));

export async function lookAtLink(tx: Tx, token: string, now: Date): Promise<LinkAnswer> {
  const [link] = await tx.select().from(links).where(isOf(token, now));
  if (!link) throw used();
  const { shop, person } = await shopAndPerson(tx, link);
  const expiresAt = link.expiresAt.toISOString();
  if (link.kind === 'shop') return { kind: 'shop', expiresAt };
  if (link.kind === 'invitation' && link.invited)
    return { kind: 'invitation', expiresAt, shop, ...link.invited };
  if (!person) throw used();
  return { kind: 'password', expiresAt, shop, name: person.name, email: person.email };
}

function refuseWeak(password: string, known: readonly string[]): void {
  const weakness = weaknessOf(password, known);
  if (weakness)
    throw new HttpProblem(422, {
      title: 'Not usable',
      detail: weakness,
      errors: [{ path: 'password', message: weakness }],
    });
}

/** Uses a link up and does what it is for; answers who is to be signed in. A refusal leaves the link as it was. */
export async function takeLink(tx: Tx, asked: UseLink, now: Date): Promise<{ id: string; shopId: string }> {
  const [link] = await tx.delete(links).where(isOf(asked.token, now)).returning();
  if (link?.kind !== asked.kind) throw used();
  const { shop, person } = await shopAndPerson(tx, link);
  const id = randomUUID();
  try {
    switch (asked.kind) {
      case 'shop': {
        const { name, email, unit, currency, timeZone } = asked;
        refuseWeak(asked.password, [name, email, asked.shop]);
        const shopId = randomUUID();
        await enterShop(tx, shopId);
        const details = { ...NEW_SHOP_DETAILS, currency, timeZone, unit };
        await insertEmptyShop(tx, { id: shopId, name: asked.shop, details }, now);
        const passwordHash = await hashPassword(asked.password);
        await tx.insert(people).values({ id, shopId, email, name, role: 'owner', unit, passwordHash });
        await noteInAudit(tx, { shopId, at: now, personId: id, kind: 'shop-made', about: asked.shop });
        return { id, shopId };
      }
      case 'invitation': {
        if (!link.shopId || !link.invited) throw used();
        const { shopId, invited } = link;
        refuseWeak(asked.password, [asked.name, invited.email, shop]);
        await enterShop(tx, shopId);
        const passwordHash = await hashPassword(asked.password);
        const [own] = await tx.select({ details: shops.details }).from(shops).where(eq(shops.id, shopId));
        const unit = (own?.details ?? NEW_SHOP_DETAILS).unit;
        await tx.insert(people).values({ ...invited, id, shopId, unit, name: asked.name, passwordHash });
        await noteInAudit(tx, { shopId, at: now, personId: id, kind: 'joined', about: invited.role });
        return { id, shopId };
      }
      case 'password': {
        if (!person) throw used();
        refuseWeak(asked.password, [person.name, person.email, shop]);
        const { shopId } = person;
        await enterShop(tx, shopId);
        await tx
          .update(people)
          .set({ passwordHash: await hashPassword(asked.password), codeSecret: null, codeStep: 0 })
          .where(eq(people.id, person.id));
        await closeSessionsOf(tx, person.id, { alsoDevices: true });
        await noteInAudit(tx, {
          shopId,
          at: now,
          personId: person.id,
          kind: 'password-changed',
          about: 'by a link',
        });
        return { id: person.id, shopId };
      }
    }
  } catch (error) {
    if (!isSameAddress(error)) throw error;
    throw addressTaken(asked.kind === 'shop' ? asked.email : (link.invited?.email ?? ''));
  }
}
