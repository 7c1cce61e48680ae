import { operations } from '@neat-sill/core/contract';
import { and, desc, eq, lt } from 'drizzle-orm';
import { Router } from 'express';
import type { Tx } from '../../db/database.ts';
import { people, sessions } from '../../db/schema.ts';
import { HttpProblem, notFound } from '../../http/problem.ts';
import { signedInRoute, type Caller } from '../../http/route.ts';
import { noteInAudit } from '../audit/index.ts';
import type { SignInBrakes } from './brakes.ts';
import { hashPassword, matchesPassword, weaknessOf } from './passwords.ts';
import { personIn } from './people.ts';
import { newSecret, stepOfCode } from './secondFactor.ts';
import { closeSessionsOf, personAnswer, type SessionSettings } from './sessions.ts';

const wrong = (path: string, message: string) =>
  new HttpProblem(422, { title: 'Not usable', detail: message, errors: [{ path, message }] });

/** One's own account: password, second factor, devices. */
export function ownAccountRoutes({ db, now }: SessionSettings, brakes: SignInBrakes): Router {
  const router = Router();
  const inShop = <Value>(caller: Caller, work: (tx: Tx) => Promise<Value>) =>
    db.inShop(caller.person.shopId, work);
  const noteOf = (caller: Caller) => ({
    shopId: caller.person.shopId,
    at: now(),
    personId: caller.person.id,
  });

  /** Whoever sits at a page that was left open must not find out the password by trying. */
  const isPassword = async (
    person: { email: string; passwordHash: string },
    caller: Caller,
    typed: string,
  ) => {
    const each = { email: person.email, place: '', device: caller.sessionHash };
    await brakes.count(each);
    const matches = await matchesPassword(person.passwordHash, typed);
    if (matches) await brakes.forgive(each);
    return matches;
  };

  signedInRoute(router, operations.account, ({ caller }) =>
    inShop(caller, async (tx) => {
      const person = await personIn(tx, caller.person.id);
      const open = await tx
        .select()
        .from(sessions)
        .where(eq(sessions.personId, person.id))
        .orderBy(desc(sessions.lastSeenAt));
      return {
        person: personAnswer(caller.person),
        email: person.email,
        hasCode: person.codeSecret !== null,
        devices: open.map(({ id, device, openedAt, lastSeenAt, tokenHash }) => ({
          id,
          device,
          openedAt: openedAt.toISOString(),
          lastSeenAt: lastSeenAt.toISOString(),
          here: tokenHash === caller.sessionHash,
        })),
      };
    }),
  );

  signedInRoute(router, operations.changePassword, ({ caller, body }) =>
    inShop(caller, async (tx) => {
      const person = await personIn(tx, caller.person.id);
      if (!(await isPassword(person, caller, body.now)))
        throw wrong('now', 'That is not the password you have now; type it again. Nothing was changed.');
      const weakness = weaknessOf(body.next, [person.name, person.email, caller.person.shop]);
      if (weakness) throw wrong('next', weakness);
      await tx
        .update(people)
        .set({ passwordHash: await hashPassword(body.next) })
        .where(eq(people.id, person.id));
      await closeSessionsOf(tx, person.id, { but: caller.sessionHash, alsoDevices: true });
      await noteInAudit(tx, { ...noteOf(caller), kind: 'password-changed' });
      return {};
    }),
  );

  signedInRoute(router, operations.signOutElsewhere, ({ caller }) =>
    inShop(caller, async (tx) => {
      await closeSessionsOf(tx, caller.person.id, { but: caller.sessionHash });
      await noteInAudit(tx, { ...noteOf(caller), kind: 'signed-out-everywhere' });
      return {};
    }),
  );

  signedInRoute(router, operations.signOutDevice, ({ caller, params }) =>
    inShop(caller, async (tx) => {
      const gone = await tx
        .delete(sessions)
        .where(and(eq(sessions.id, params.id), eq(sessions.personId, caller.person.id)))
        .returning({ id: sessions.id });
      if (gone.length === 0) throw notFound('This device');
      return {};
    }),
  );

  signedInRoute(router, operations.newCode, ({ caller }) =>
    inShop(caller, async (tx) => newSecret((await personIn(tx, caller.person.id)).email)),
  );

  signedInRoute(router, operations.confirmCode, ({ caller, body }) =>
    inShop(caller, async (tx) => {
      const step = stepOfCode(body.secret, body.code, now());
      if (step === null)
        throw wrong('code', 'The code does not fit; look at the newest one, and whether the clock is right.');
      await tx
        .update(people)
        .set({ codeSecret: body.secret, codeStep: step })
        .where(eq(people.id, caller.person.id));
      await noteInAudit(tx, { ...noteOf(caller), kind: 'code-on' });
      return {};
    }),
  );

  signedInRoute(router, operations.dropCode, ({ caller, body }) =>
    inShop(caller, async (tx) => {
      const person = await personIn(tx, caller.person.id);
      if (!(await isPassword(person, caller, body.password)))
        throw wrong('password', 'That is not your password; type it again. Nothing was changed.');
      await tx.update(people).set({ codeSecret: null, codeStep: 0 }).where(eq(people.id, person.id));
      await noteInAudit(tx, { ...noteOf(caller), kind: 'code-off' });
      return {};
    }),
  );
  return router;
}

/** Takes a code for somebody who has a second factor; false where it is wrong or was taken before. */
export async function takeCode(
  tx: Tx,
  { id, codeSecret }: { readonly id: string; readonly codeSecret: string },
  code: string,
  now: Date,
): Promise<boolean> {
  const step = stepOfCode(codeSecret, code, now);
  if (step === null) return false;
  const taken = await tx
    .update(people)
    .set({ codeStep: step })
    .where(and(eq(people.id, id), lt(people.codeStep, step)))
    .returning({ id: people.id });
  return taken.length === 1;
}
