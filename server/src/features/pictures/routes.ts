import { mayWrite } from '@neat-sill/core/contract';
import { eq } from 'drizzle-orm';
import express, { Router } from 'express';
import { z } from 'zod';
import type { Database } from '../../db/database.ts';
import { jobs, pictures } from '../../db/schema.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import { callerOf } from '../../http/route.ts';
import { refuseOverQuota } from '../quotas/index.ts';
import { keepPicture } from './picture.ts';

const LARGEST_PICTURE = '12mb';
const ids = z.object({ jobId: z.uuid(), id: z.uuid() });

/** Photographs of a job. The device chooses the id, so that sending one twice keeps it once. */
export function pictureRoutes(db: Database, now: () => Date): Router {
  const router = Router();

  router.put(
    '/jobs/:jobId/pictures/:id',
    express.raw({ type: () => true, limit: LARGEST_PICTURE }),
    async (req, res) => {
      const { person } = callerOf(res);
      if (!mayWrite(person.role, 'pane')) throw notAllowed(`The role ${person.role} may not add pictures.`);
      const params = ids.safeParse(req.params);
      if (!params.success) throw notFound('The job');
      const { jobId, id } = params.data;
      if (!Buffer.isBuffer(req.body) || req.body.length === 0)
        throw new HttpProblem(422, {
          title: 'No picture',
          detail: 'Nothing was sent; take the photograph again.',
        });
      const kept = await keepPicture(req.body);
      await db.inShop(person.shopId, async (tx) => {
        const [job] = await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, jobId));
        if (!job) throw notFound('The job');
        await refuseOverQuota(tx, person.shopId, 'pictureBytes', now(), kept.jpeg.length);
        await tx
          .insert(pictures)
          .values({ id, shopId: person.shopId, jobId, ...kept, takenBy: person.id, keptAt: now() })
          .onConflictDoNothing();
      });
      res.status(201).json({ id, widthPx: kept.widthPx, heightPx: kept.heightPx });
    },
  );

  router.get('/pictures/:id', async (req, res) => {
    const { person } = callerOf(res);
    const id = z.uuid().safeParse(req.params.id);
    if (!id.success) throw notFound('The picture');
    const [picture] = await db.inShop(person.shopId, (tx) =>
      tx.select({ jpeg: pictures.jpeg }).from(pictures).where(eq(pictures.id, id.data)),
    );
    if (!picture) throw notFound('The picture');
    res
      .type('image/jpeg')
      .set({ 'cache-control': 'private, max-age=31536000, immutable', 'x-content-type-options': 'nosniff' })
      .send(picture.jpeg);
  });

  return router;
}
