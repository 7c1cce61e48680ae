import { randomUUID } from 'node:crypto';
import { operations } from '@neat-sill/core/contract';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import { z } from 'zod';
import type { Database } from '../../db/database.ts';
import { papers } from '../../db/schema.ts';
import { HttpProblem, notFound } from '../../http/problem.ts';
import { callerOf, signedInRoute } from '../../http/route.ts';
import type { TaskQueue } from '../../queue/queue.ts';
import { readJob } from '../jobs/index.ts';
import { refuseOverQuota } from '../quotas/index.ts';

/** `publicAddress`: where people find Neat Sill; null takes the address that was asked, which a caller may have made up. */
export function paperRoutes(
  db: Database,
  queue: TaskQueue,
  now: () => Date,
  publicAddress: string | null,
): Router {
  const router = Router();

  signedInRoute(router, operations.makePaper, async ({ caller, params, body, req }) => {
    const { shopId, unit } = caller.person;
    const id = randomUUID();
    await db.inShop(shopId, async (tx) => {
      if (!(await readJob(tx, params.id))) throw notFound('The job');
      await refuseOverQuota(tx, shopId, 'papersADay', now());
      await tx
        .insert(papers)
        .values({ id, shopId, jobId: params.id, ...body, unit, state: 'waiting', madeAt: now() });
    });
    const origin = publicAddress ?? `${req.protocol}://${req.get('host') ?? 'localhost'}`;
    await queue.send('paper', { shopId, paperId: id, origin });
    return { id, kind: body.kind, state: 'waiting' as const, problem: null };
  });

  signedInRoute(router, operations.paper, ({ caller, params }) =>
    db.inShop(caller.person.shopId, async (tx) => {
      const { id, kind, state, problem } = papers;
      const [paper] = await tx
        .select({ id, kind, state, problem })
        .from(papers)
        .where(eq(papers.id, params.id));
      if (!paper) throw notFound('The paper');
      return paper;
    }),
  );

  router.get('/papers/:id/pdf', async (req, res) => {
    const caller = callerOf(res);
    const id = z.uuid().safeParse(req.params.id);
    if (!id.success) throw new HttpProblem(404, { title: 'Not found', detail: 'There is no such paper.' });
    const [paper] = await db.inShop(caller.person.shopId, (tx) =>
      tx.select().from(papers).where(eq(papers.id, id.data)),
    );
    if (!paper?.pdf) throw notFound('The paper');
    res
      .type('application/pdf')
      .set('content-disposition', `inline; filename="${paper.kind}.pdf"`)
      .send(paper.pdf);
  });

  return router;
}
