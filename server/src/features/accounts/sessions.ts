import { createHash, randomBytes } from 'node:crypto';
import type { Session } from '@neat-sill/core/contract';
import { eq, lt } from 'drizzle-orm';
import type { CookieOptions, RequestHandler } from 'express';
import type { Database, Tx } from '../../db/database.ts';
import { people, sessions, shops } from '../../db/schema.ts';
import type { Caller } from '../../http/route.ts';

export const SESSION_COOKIE = 'neat_sill_session';
const SESSION_DAYS = 14;

export interface SessionSettings {
  readonly db: Database;
  readonly now: () => Date;
  readonly secureCookies: boolean;
}

export function cookieOptions(secure: boolean): CookieOptions {
  return { httpOnly: true, sameSite: 'lax', secure, path: '/', maxAge: SESSION_DAYS * 86_400_000 };
}

/** Only a hash of the token is stored: who reads the database can't take over a session. */
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

export async function openSession(tx: Tx, person: { id: string; shopId: string }, now: Date) {
  const token = randomBytes(32).toString('base64url');
  const csrfToken = randomBytes(24).toString('base64url');
  await tx.insert(sessions).values({
    tokenHash: hashOf(token),
    shopId: person.shopId,
    personId: person.id,
    csrfToken,
    expiresAt: new Date(now.getTime() + SESSION_DAYS * 86_400_000),
  });
  return { token, csrfToken };
}

async function findCaller(tx: Tx, token: string, now: Date): Promise<Caller | null> {
  const [found] = await tx
    .select({ session: sessions, person: people, shop: shops.name })
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.personId))
    .innerJoin(shops, eq(shops.id, people.shopId))
    .where(eq(sessions.tokenHash, hashOf(token)));
  if (!found || found.session.expiresAt <= now) return null;
  const { id, name, role, unit, shopId } = found.person;
  const person = { id, name, role, unit, shop: found.shop, shopId };
  return { person, csrfToken: found.session.csrfToken, sessionHash: found.session.tokenHash };
}

/** Finds out who asks from the session cookie. */
export function identifyCaller({ db, now }: SessionSettings): RequestHandler {
  return async (req, res, next) => {
    const token: unknown = (req.cookies as Record<string, unknown>)[SESSION_COOKIE];
    res.locals.caller =
      typeof token === 'string' ? await db.forSignIn((tx) => findCaller(tx, token, now())) : null;
    next();
  };
}

export async function closeSession(tx: Tx, sessionHash: string): Promise<void> {
  await tx.delete(sessions).where(eq(sessions.tokenHash, sessionHash));
}

export async function removeExpiredSessions(db: Database, now: Date): Promise<void> {
  await db.forSignIn((tx) => tx.delete(sessions).where(lt(sessions.expiresAt, now)));
}

export function sessionAnswer(
  caller: Pick<Caller, 'person' | 'csrfToken'> | null,
  demoSignIn: Session['demoSignIn'],
): Session {
  if (!caller) return { person: null, csrfToken: '', demoSignIn };
  const { id, name, role, unit, shop } = caller.person;
  return { person: { id, name, role, unit, shop }, csrfToken: caller.csrfToken, demoSignIn: null };
}
