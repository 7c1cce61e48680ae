import { randomUUID } from 'node:crypto';
import { operations } from '@neat-sill/core/contract';
import { eq } from 'drizzle-orm';
import { Router, type Request } from 'express';
import { z } from 'zod';
import type { Database } from '../../db/database.ts';
import { papers } from '../../db/schema.ts';
import { HttpProblem, notFound } from '../../http/problem.ts';
import { callerOf, signedInRoute } from '../../http/route.ts';
import type { TaskQueue } from '../../queue/queue.ts';
import { readJob } from '../jobs/index.ts';
import { readFilmsAndRules, readRack } from '../shop/index.ts';
import { rackLabels } from './rackLabels.ts';
import { refuseOverQuota } from '../quotas/index.ts';

const MOST_LABELS = 60;
const labelsAsked = z.preprocess(
  (value) => (typeof value === 'string' ? [value] : value),
  z.array(z.string().min(1).max(60)).min(1).max(MOST_LABELS),
);

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
    await queue.send('paper', { shopId, paperId: id, origin: originOf(req) });
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

  const originOf = (req: Request) => publicAddress ?? `${req.protocol}://${req.get('host') ?? 'localhost'}`;

  // A few labels take a blink: they are made as they are asked for, so that one click at the bench prints them.
  router.get('/rack/labels', async (req, res) => {
    const { shopId, unit } = callerOf(res).person;
    const asked = labelsAsked.safeParse(req.query.ids);
    if (!asked.success)
      throw new HttpProblem(422, {
        title: 'Not usable',
        detail: `Name 1 to ${MOST_LABELS} rolls or offcuts, as /rack/labels?ids=C-101&ids=G-119.`,
      });
    const { entries, films } = await db.inShop(shopId, async (tx) => {
      const rack = await readRack(tx, asked.data);
      const filmIds = [...new Set(rack.map(({ entry }) => entry.filmId))];
      return { entries: rack, films: (await readFilmsAndRules(tx, filmIds)).films };
    });
    if (entries.length === 0) throw notFound('What the label is for');
    res
      .type('application/pdf')
      .set('content-disposition', 'inline; filename="labels.pdf"')
      .send(await rackLabels(entries, films, unit, originOf(req)));
  });

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
