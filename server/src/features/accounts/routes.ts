import { operations } from '@neat-sill/core/contract';
import { and, eq, isNull } from 'drizzle-orm';
import { Router, type Request, type Response } from 'express';
import { people } from '../../db/schema.ts';
import { HttpProblem } from '../../http/problem.ts';
import { openRoute, signedInRoute } from '../../http/route.ts';
import { noteInAudit } from '../audit/index.ts';
import { ownAccountRoutes, takeCode } from './accountRoutes.ts';
import { networkOf, signInBrakes } from './brakes.ts';
import { lookAtLink, takeLink } from './links.ts';
import { matchesPassword } from './passwords.ts';
import { peopleRoutes } from './peopleRoutes.ts';
import {
  callerOfSession,
  closeSession,
  cookieNames,
  deviceKnownTo,
  openSession,
  sessionAnswer,
  type SessionSettings,
} from './sessions.ts';

const refused = (codeNeeded: boolean, detail: string) =>
  new HttpProblem(401, { title: 'Not signed in', detail, ...(codeNeeded ? { codeNeeded } : {}) });

export function accountRoutes(settings: SessionSettings): Router {
  const router = Router();
  const { db, now, demoSignIn } = settings;
  const brakes = signInBrakes(db.pool);

  const answerFor = async (person: { id: string; shopId: string }, req: Request, res: Response) => {
    const sessionHash = await db.forSignIn((tx) => openSession(settings, tx, person, req, res));
    return sessionAnswer(await callerOfSession(settings, sessionHash, now()), null);
  };

  openRoute(router, operations.session, ({ req, res }) =>
    Promise.resolve(sessionAnswer(res.locals.caller, demoSignIn(req))),
  );

  openRoute(router, operations.signIn, async ({ body, req, res }) => {
    const { email, password, code } = body;
    const place = networkOf(req.ip ?? '');
    const each = { email, place, device: await deviceKnownTo(settings, req, email) };
    await brakes.count(each);
    const [person] = await db.forSignIn((tx) =>
      tx
        .select()
        .from(people)
        .where(and(eq(people.email, email), isNull(people.removedAt))),
    );
    const noteFailure = async () => {
      if (!person) return;
      const { id: personId, shopId } = person;
      await db.inShop(shopId, (tx) =>
        noteInAudit(tx, { shopId, at: now(), personId, kind: 'sign-in-failed', place }),
      );
    };
    if (!(await matchesPassword(person?.passwordHash || null, password)) || !person) {
      await noteFailure();
      throw refused(false, 'This address and password do not belong together; check both and try again.');
    }
    const { id, shopId, codeSecret } = person;
    if (codeSecret !== null) {
      if (code === '') {
        await brakes.giveBack(each);
        throw refused(true, 'Now the code that your authenticator shows.');
      }
      if (!(await db.inShop(shopId, (tx) => takeCode(tx, { id, codeSecret }, code, now())))) {
        await noteFailure();
        throw refused(true, 'The code does not fit or was used before; wait for the next one and type it.');
      }
    }
    await brakes.forgive(each);
    return answerFor(person, req, res);
  });

  signedInRoute(router, operations.signOut, async ({ caller, req, res }) => {
    await db.forSignIn((tx) => closeSession(tx, caller.sessionHash));
    res.clearCookie(cookieNames(settings.secureCookies).session, {
      path: '/',
      secure: settings.secureCookies,
    });
    res.set('clear-site-data', '"cache"');
    return sessionAnswer(null, demoSignIn(req));
  });

  signedInRoute(router, operations.savePreferences, async ({ caller, body }) => {
    await db.inShop(caller.person.shopId, (tx) =>
      tx.update(people).set(body).where(eq(people.id, caller.person.id)),
    );
    return body;
  });

  openRoute(router, operations.lookAtLink, ({ body }) =>
    db.forSignIn((tx) => lookAtLink(tx, body.token, now())),
  );

  openRoute(router, operations.useLink, async ({ body, req, res }) =>
    answerFor(await db.forSignIn((tx) => takeLink(tx, body, now())), req, res),
  );

  router.use(ownAccountRoutes(settings, brakes), peopleRoutes(settings));
  return router;
}
