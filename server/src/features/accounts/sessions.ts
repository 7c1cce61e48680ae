import { randomBytes } from 'node:crypto';
import { NEW_SHOP_DETAILS, type Person, type Session } from '@neat-sill/core/contract';
import bowser from 'bowser';
import { and, count, desc, eq, gt, lt, ne, sql } from 'drizzle-orm';
import type { CookieOptions, Request, RequestHandler, Response } from 'express';
import { enterShop, type Database, type Tx } from '../../db/database.ts';
import { auditLog, knownDevices, links, people, sessions } from '../../db/schema.ts';
import type { ShopCache } from '../../cache/shopCache.ts';
import type { Caller } from '../../http/route.ts';
import { noteInAudit } from '../audit/index.ts';
import { networkOf } from './brakes.ts';
import { hashOf, newToken } from './tokens.ts';

const SESSION_DAYS = 14;
const DEVICE_DAYS = 365;
/** How exactly it is kept when a session was last used: writing at every request would cost more than it tells. */
const SEEN_EVERY_MS = 5 * 60_000;
const HOUR_MS = 3_600_000;

export interface SessionSettings {
  readonly db: Database;
  readonly now: () => Date;
  readonly cache: ShopCache;
  readonly secureCookies: boolean;
  /** How to sign in to the demo shop, where that may be told. */
  readonly demoSignIn: (req: Request) => Session['demoSignIn'];
}

/** Over HTTPS the names say that no other host of the domain may have set them. */
export const cookieNames = (secure: boolean) => {
  const prefix = secure ? '__Host-' : '';
  return { session: `${prefix}neat_sill_session`, device: `${prefix}neat_sill_device` };
};

export function cookieOptions(secure: boolean, days = SESSION_DAYS): CookieOptions {
  return { httpOnly: true, sameSite: 'lax', secure, path: '/', maxAge: days * 86_400_000 };
}

function cookieOf(req: Request, name: string): string | null {
  const value: unknown = (req.cookies as Record<string, unknown>)[name];
  return typeof value === 'string' ? value : null;
}

/** What people tell a device by: “Chromium on Linux”. */
function deviceName(req: Request): string {
  const { browser, os } = bowser.parse(req.get('user-agent') || 'unknown');
  return `${browser.name || 'A browser'}${os.name ? ` on ${os.name}` : ''}`.slice(0, 120);
}

/** The device's own name, if it has signed in to this account before. */
export async function deviceKnownTo(
  { db, secureCookies }: SessionSettings,
  req: Request,
  email: string,
): Promise<string | null> {
  const token = cookieOf(req, cookieNames(secureCookies).device);
  if (token === null) return null;
  const [found] = await db.forSignIn((tx) =>
    tx
      .select({ tokenHash: knownDevices.tokenHash })
      .from(knownDevices)
      .innerJoin(people, eq(people.id, knownDevices.personId))
      .where(and(eq(knownDevices.tokenHash, hashOf(token)), eq(people.email, email))),
  );
  return found?.tokenHash ?? null;
}

interface SignedInPerson {
  readonly id: string;
  readonly shopId: string;
}

/** Opens a session for somebody who has shown who it is, and tells the device its cookies. */
export async function openSession(
  settings: SessionSettings,
  tx: Tx,
  person: SignedInPerson,
  req: Request,
  res: Response,
): Promise<string> {
  const now = settings.now();
  const { secureCookies } = settings;
  const place = networkOf(req.ip ?? '');
  await enterShop(tx, person.shopId);
  const [last] = await tx
    .select({ number: auditLog.number })
    .from(auditLog)
    .where(and(eq(auditLog.personId, person.id), eq(auditLog.kind, 'signed-in')))
    .orderBy(desc(auditLog.number))
    .limit(1);
  const [failed] = await tx
    .select({ tries: count() })
    .from(auditLog)
    .where(
      and(
        eq(auditLog.personId, person.id),
        eq(auditLog.kind, 'sign-in-failed'),
        gt(auditLog.number, last?.number ?? 0),
      ),
    );
  const token = newToken();
  await tx.insert(sessions).values({
    tokenHash: hashOf(token),
    shopId: person.shopId,
    personId: person.id,
    csrfToken: randomBytes(24).toString('base64url'),
    expiresAt: new Date(now.getTime() + SESSION_DAYS * 86_400_000),
    device: deviceName(req),
    openedAt: now,
    lastSeenAt: now,
    failedBefore: failed?.tries ?? 0,
  });
  const names = cookieNames(secureCookies);
  const device = cookieOf(req, names.device) ?? newToken();
  await tx
    .insert(knownDevices)
    .values({ tokenHash: hashOf(device), shopId: person.shopId, personId: person.id, lastSeenAt: now })
    .onConflictDoUpdate({
      target: [knownDevices.tokenHash, knownDevices.personId],
      set: { lastSeenAt: now },
    });
  await noteInAudit(tx, {
    shopId: person.shopId,
    at: now,
    personId: person.id,
    kind: 'signed-in',
    about: deviceName(req),
    place,
  });
  res.cookie(names.session, token, cookieOptions(secureCookies));
  res.cookie(names.device, device, cookieOptions(secureCookies, DEVICE_DAYS));
  return hashOf(token);
}

interface SessionRow {
  readonly session_id: string;
  readonly csrf_token: string;
  readonly expires_at: Date;
  readonly last_seen_at: Date;
  readonly failed_before: number;
  readonly shop_id: string;
  readonly person_id: string;
  readonly person_name: string;
  readonly role: Caller['person']['role'];
  readonly unit: Caller['person']['unit'];
  readonly has_code: boolean;
  readonly shop_name: string;
  readonly idle_hours: number | null;
  readonly owners_need_code: boolean | null;
}

async function readSession(db: Database, sessionHash: string): Promise<SessionRow | null> {
  const { rows } = await db.pool.query<SessionRow>({
    name: 'session_of',
    text: 'select * from session_of($1)',
    values: [sessionHash],
  });
  return rows[0] ?? null;
}

const SESSION_BYTES = 1_000;

/** Who has the session of a hash, by one indexed read or as it was kept; null where there is none, or it has ended. */
export async function callerOfSession(
  { db, cache }: Pick<SessionSettings, 'db' | 'cache'>,
  sessionHash: string,
  now: Date,
): Promise<Caller | null> {
  const key = `session ${sessionHash}`;
  let row = cache.peek(key) as SessionRow | null | undefined;
  if (row === undefined) {
    const first = await readSession(db, sessionHash);
    // Read once more where it is to be kept: of which shop it is had to be known first.
    row =
      first &&
      (await cache.get({
        key,
        shopId: first.shop_id,
        from: ['sessions', 'people', 'shop'],
        make: () => readSession(db, sessionHash),
        bytesOf: () => SESSION_BYTES,
      }));
  }
  if (!row || row.expires_at <= now) return null;
  const unusedMs = now.getTime() - row.last_seen_at.getTime();
  if (unusedMs > (row.idle_hours ?? NEW_SHOP_DETAILS.idleHours) * HOUR_MS) return null;
  if (unusedMs > SEEN_EVERY_MS)
    await db.forSignIn((tx) =>
      tx.update(sessions).set({ lastSeenAt: now }).where(eq(sessions.tokenHash, sessionHash)),
    );
  return {
    person: {
      id: row.person_id,
      name: row.person_name,
      role: row.role,
      unit: row.unit,
      shop: row.shop_name,
      shopId: row.shop_id,
      mustSetCode: row.role === 'owner' && row.owners_need_code === true && !row.has_code,
    },
    csrfToken: row.csrf_token,
    failedBefore: row.failed_before,
    sessionHash,
  };
}

/** Finds out who asks from the session cookie. */
export function identifyCaller({ db, now, cache, secureCookies }: SessionSettings): RequestHandler {
  const name = cookieNames(secureCookies).session;
  return async (req, res, next) => {
    const token = cookieOf(req, name);
    res.locals.caller = token === null ? null : await callerOfSession({ db, cache }, hashOf(token), now());
    next();
  };
}

export async function closeSession(tx: Tx, sessionHash: string): Promise<void> {
  await tx.delete(sessions).where(eq(sessions.tokenHash, sessionHash));
}

/** Ends all sessions of somebody but one; with `alsoDevices` no device of theirs counts as known any more. */
export async function closeSessionsOf(
  tx: Tx,
  personId: string,
  { but = '', alsoDevices = false }: { readonly but?: string; readonly alsoDevices?: boolean } = {},
): Promise<void> {
  await tx.delete(sessions).where(and(eq(sessions.personId, personId), ne(sessions.tokenHash, but)));
  if (alsoDevices) await tx.delete(knownDevices).where(eq(knownDevices.personId, personId));
}

/** Clears away what has run out: sessions, links, devices not seen for a year, counts of tries. */
export async function removeExpiredSessions(db: Database, now: Date): Promise<void> {
  const yearAgo = new Date(now.getTime() - DEVICE_DAYS * 86_400_000);
  await db.forSignIn(async (tx) => {
    await tx.delete(sessions).where(lt(sessions.expiresAt, now));
    await tx.delete(links).where(lt(links.expiresAt, now));
    await tx.delete(knownDevices).where(lt(knownDevices.lastSeenAt, yearAgo));
    await tx.execute(sql`delete from sign_in_tries where expire < ${now.getTime()}`);
  });
}

export function personAnswer({ id, name, role, unit, shop, mustSetCode }: Caller['person']): Person {
  return { id, name, role, unit, shop, mustSetCode };
}

export function sessionAnswer(
  caller: Pick<Caller, 'person' | 'csrfToken' | 'failedBefore'> | null,
  demoSignIn: Session['demoSignIn'],
): Session {
  if (!caller) return { person: null, csrfToken: '', failedBefore: 0, demoSignIn };
  const { csrfToken, failedBefore } = caller;
  return { person: personAnswer(caller.person), csrfToken, failedBefore, demoSignIn: null };
}
