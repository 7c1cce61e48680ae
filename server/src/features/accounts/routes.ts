import { countOf } from '@neat-sill/core/units';
import { hash, verify } from '@node-rs/argon2';
import { operations, type Session } from '@neat-sill/core/contract';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { people, shops } from '../../db/schema.ts';
import { HttpProblem } from '../../http/problem.ts';
import { openRoute, signedInRoute } from '../../http/route.ts';
import {
  SESSION_COOKIE,
  closeSession,
  cookieOptions,
  openSession,
  sessionAnswer,
  type SessionSettings,
} from './sessions.ts';

const TRIES_SECONDS = 15 * 60;
/** Failed sign-ins in that time: for one person from one place, and from one place for anybody. */
const TRIES = { person: 10, place: 100 };

/** Counts failed sign-ins in the database, so that several servers count together. */
function signInLimit(settings: SessionSettings, of: keyof typeof TRIES): RateLimiterPostgres {
  return new RateLimiterPostgres({
    storeClient: settings.db.pool,
    storeType: 'pool',
    tableName: 'sign_in_tries',
    tableCreated: true,
    clearExpiredByTimeout: false,
    keyPrefix: of,
    points: TRIES[of],
    duration: TRIES_SECONDS,
  });
}

async function countTry(limit: RateLimiterPostgres, key: string): Promise<void> {
  try {
    await limit.consume(key);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    const minutes = Math.max(1, Math.ceil(error.msBeforeNext / 60_000));
    throw new HttpProblem(429, {
      title: 'Too many tries',
      retryAfterSeconds: Math.ceil(error.msBeforeNext / 1000),
      detail: `Too many tries for this address; wait ${countOf(minutes, 'minute')} and try again.`,
    });
  }
}

/** Verified against when nobody has the address, so that both answers take equally long. */
const NOBODY = hash('nobody has this password');

export function accountRoutes(settings: SessionSettings, demoSignIn: Session['demoSignIn']): Router {
  const router = Router();
  const limits = { person: signInLimit(settings, 'person'), place: signInLimit(settings, 'place') };
  const { db, now } = settings;

  openRoute(router, operations.session, ({ res }) =>
    Promise.resolve(sessionAnswer(res.locals.caller, demoSignIn)),
  );

  openRoute(router, operations.signIn, async ({ body, req, res }) => {
    const place = req.ip ?? '';
    const key = `${body.email} ${place}`;
    await countTry(limits.place, place);
    await countTry(limits.person, key);
    const [found] = await db.forSignIn((tx) =>
      tx
        .select({ person: people, shop: shops.name })
        .from(people)
        .innerJoin(shops, eq(shops.id, people.shopId))
        .where(eq(people.email, body.email)),
    );
    const matches = await verify(found?.person.passwordHash ?? (await NOBODY), body.password);
    if (!found || !matches)
      throw new HttpProblem(401, {
        title: 'Not signed in',
        detail: 'This address and password do not belong together; check both and try again.',
      });
    await limits.person.delete(key);
    await limits.place.reward(place);
    const { token, csrfToken } = await db.forSignIn((tx) => openSession(tx, found.person, now()));
    res.cookie(SESSION_COOKIE, token, cookieOptions(settings.secureCookies));
    return sessionAnswer({ person: { ...found.person, shop: found.shop }, csrfToken }, null);
  });

  signedInRoute(router, operations.signOut, async ({ caller, res }) => {
    await db.forSignIn((tx) => closeSession(tx, caller.sessionHash));
    res.clearCookie(SESSION_COOKIE, { path: '/' });
    return sessionAnswer(null, demoSignIn);
  });

  signedInRoute(router, operations.savePreferences, async ({ caller, body }) => {
    await db.inShop(caller.person.shopId, (tx) =>
      tx.update(people).set(body).where(eq(people.id, caller.person.id)),
    );
    return body;
  });

  return router;
}
