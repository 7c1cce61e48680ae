import { randomUUID } from 'node:crypto';
import { mayWrite, operations } from '@neat-sill/core/contract';
import { Router } from 'express';
import type { Database } from '../../db/database.ts';
import { notAllowed, notFound } from '../../http/problem.ts';
import { signedInRoute, type Caller } from '../../http/route.ts';
import type { TaskQueue } from '../../queue/queue.ts';
import { readJob } from '../jobs/index.ts';
import { refuseOverQuota } from '../quotas/index.ts';
import { addPlanning, toPlanningDto, lastPlanning, stopPlannings } from './store.ts';

function mayPlan({ person }: Caller): void {
  if (!mayWrite(person.role, 'plan')) throw notAllowed('Only the owner and installers plan cuts.');
}

export function planningRoutes(db: Database, queue: TaskQueue, now: () => Date): Router {
  const router = Router();

  signedInRoute(router, operations.startPlanning, async ({ caller, params, body }) => {
    mayPlan(caller);
    const { shopId, id: personId } = caller.person;
    const who = { shopId, jobId: params.id, personId, id: randomUUID(), now: now() };
    const row = await db.inShop(shopId, async (tx) => {
      if (!(await readJob(tx, params.id))) throw notFound('The job');
      await stopPlannings(tx, who.jobId, who.now);
      await refuseOverQuota(tx, shopId, 'planningsAtOnce', who.now);
      return addPlanning(tx, who, body);
    });
    await queue.send('planning', { shopId, planningId: row.id });
    return toPlanningDto(row, 0);
  });

  signedInRoute(router, operations.lastPlanning, ({ caller, params }) =>
    db.inShop(caller.person.shopId, async (tx) => {
      const row = await lastPlanning(tx, params.id);
      return { planning: row && toPlanningDto(row, params.seen) };
    }),
  );

  signedInRoute(router, operations.stopPlanning, ({ caller, params }) => {
    mayPlan(caller);
    return db.inShop(caller.person.shopId, async (tx) => {
      await stopPlannings(tx, params.id, now());
      const row = await lastPlanning(tx, params.id);
      return { planning: row && toPlanningDto(row, 0) };
    });
  });

  return router;
}
