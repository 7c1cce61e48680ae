import { randomUUID } from 'node:crypto';
import { mayWrite, operations } from '@neat-sill/core/contract';
import { and, inArray, isNull, ne } from 'drizzle-orm';
import { Router } from 'express';
import type { Database } from '../../db/database.ts';
import { jobs, people } from '../../db/schema.ts';
import { notAllowed, notFound } from '../../http/problem.ts';
import { signedInRoute, type Caller } from '../../http/route.ts';
import type { TaskQueue } from '../../queue/queue.ts';
import { refuseOverQuota } from '../quotas/index.ts';
import { addDayPlanning, lastDayPlanning, stopDayPlannings, toDayPlanning } from './store.ts';

function mayPlanDays({ person }: Caller): void {
  if (!mayWrite(person.role, 'visit')) throw notAllowed('Only the owner and installers plan days.');
}

/** Days of several jobs, planned on the server. */
export function dayPlanningRoutes(db: Database, queue: TaskQueue, now: () => Date): Router {
  const router = Router();

  signedInRoute(router, operations.startDayPlanning, async ({ caller, body }) => {
    mayPlanDays(caller);
    const { shopId, id: personId } = caller.person;
    const who = { shopId, personId, id: randomUUID(), now: now() };
    const row = await db.inShop(shopId, async (tx) => {
      const known = await tx
        .select({ id: jobs.id })
        .from(jobs)
        .where(and(inArray(jobs.id, body.jobIds), ne(jobs.shelf, 'deleted')));
      if (known.length < new Set(body.jobIds).size) throw notFound('One of the jobs');
      const crew = await tx
        .select({ id: people.id })
        .from(people)
        .where(and(inArray(people.id, body.workerIds), isNull(people.removedAt)));
      if (crew.length < new Set(body.workerIds).size) throw notFound('One of those who come');
      await stopDayPlannings(tx, personId, who.now);
      await refuseOverQuota(tx, shopId, 'planningsAtOnce', who.now);
      return addDayPlanning(tx, who, body);
    });
    await queue.send('day-planning', { shopId, planningId: row.id });
    return toDayPlanning(row, 0);
  });

  signedInRoute(router, operations.lastDayPlanning, ({ caller: { person }, params }) =>
    db.inShop(person.shopId, async (tx) => {
      const row = await lastDayPlanning(tx, person.id);
      return { planning: row && toDayPlanning(row, params.seen) };
    }),
  );

  signedInRoute(router, operations.stopDayPlanning, ({ caller }) => {
    mayPlanDays(caller);
    const { person } = caller;
    return db.inShop(person.shopId, async (tx) => {
      await stopDayPlannings(tx, person.id, now());
      const row = await lastDayPlanning(tx, person.id);
      return { planning: row && toDayPlanning(row, 0) };
    });
  });

  return router;
}
