import { RULES_OF_ROLES, operations } from '@neat-sill/core/contract';
import { and, eq, isNull } from 'drizzle-orm';
import { Router } from 'express';
import { links, people } from '../../db/schema.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import { signedInRoute, type Caller } from '../../http/route.ts';
import { refuseOverQuota } from '../quotas/index.ts';
import { noteInAudit } from '../audit/index.ts';
import { makeLink } from './links.ts';
import { personIn, readPeople, refuseLastOwner, removePerson } from './people.ts';
import { closeSessionsOf, type SessionSettings } from './sessions.ts';

function managerOf(caller: Caller): string {
  if (!RULES_OF_ROLES[caller.person.role].managesShop)
    throw notAllowed('Only the owner looks after the people.');
  return caller.person.shopId;
}

/** The owner's part: who works in the shop, in which role. */
export function peopleRoutes({ db, now }: SessionSettings): Router {
  const router = Router();
  const noteOf = (caller: Caller) => ({
    shopId: caller.person.shopId,
    at: now(),
    personId: caller.person.id,
  });

  signedInRoute(router, operations.people, ({ caller }) =>
    db.inShop(managerOf(caller), (tx) => readPeople(tx, now())),
  );

  signedInRoute(router, operations.invite, ({ caller, body }) =>
    db.inShop(managerOf(caller), async (tx) => {
      const [there] = await tx
        .select({ id: people.id })
        .from(people)
        .where(and(eq(people.email, body.email), isNull(people.removedAt)));
      if (there)
        throw new HttpProblem(409, {
          title: 'Here already',
          detail: `${body.email} belongs to somebody of your shop already. Nothing was changed.`,
        });
      await refuseOverQuota(tx, caller.person.shopId, 'people', now());
      await noteInAudit(tx, { ...noteOf(caller), kind: 'invited', about: body.role });
      return makeLink(tx, { kind: 'invitation', shopId: caller.person.shopId, invited: body }, now());
    }),
  );

  signedInRoute(router, operations.withdrawInvitation, ({ caller, params }) =>
    db.inShop(managerOf(caller), async (tx) => {
      const gone = await tx
        .delete(links)
        .where(and(eq(links.id, params.id), eq(links.kind, 'invitation')))
        .returning({ invited: links.invited });
      if (gone.length === 0) throw notFound('The invitation');
      await noteInAudit(tx, {
        ...noteOf(caller),
        kind: 'invitation-withdrawn',
        about: gone[0]?.invited?.role ?? '',
      });
      return {};
    }),
  );

  signedInRoute(router, operations.changeRole, ({ caller, params, body }) =>
    db.inShop(managerOf(caller), async (tx) => {
      const person = await personIn(tx, params.id);
      if (body.role !== 'owner') await refuseLastOwner(tx, params.id);
      await tx.update(people).set({ role: body.role }).where(eq(people.id, params.id));
      await noteInAudit(tx, {
        ...noteOf(caller),
        kind: 'role-changed',
        about: `${person.role} to ${body.role}`,
        aboutPersonId: params.id,
      });
      return {};
    }),
  );

  signedInRoute(router, operations.removePerson, ({ caller, params, body }) =>
    db.inShop(managerOf(caller), async (tx) => {
      const [person] = await tx.select().from(people).where(eq(people.id, params.id));
      if (!person) throw notFound('This person');
      if (!person.removedAt) await refuseLastOwner(tx, params.id);
      await removePerson(tx, params.id, body.erase, now());
      await noteInAudit(tx, {
        ...noteOf(caller),
        kind: body.erase ? 'erased' : 'removed',
        about: person.role,
        aboutPersonId: params.id,
      });
      return {};
    }),
  );

  signedInRoute(router, operations.resetPassword, ({ caller, params }) =>
    db.inShop(managerOf(caller), async (tx) => {
      await personIn(tx, params.id);
      await tx.delete(links).where(and(eq(links.personId, params.id), eq(links.kind, 'password')));
      await closeSessionsOf(tx, params.id, { but: caller.sessionHash });
      await noteInAudit(tx, { ...noteOf(caller), kind: 'reset-link', aboutPersonId: params.id });
      return makeLink(tx, { kind: 'password', shopId: caller.person.shopId, personId: params.id }, now());
    }),
  );
  return router;
}
