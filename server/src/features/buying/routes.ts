import { PLAN_ID } from '@neat-sill/core/cuts';
import { filmWantedBy, type FilmAsked } from '@neat-sill/core/buying';
import { operations } from '@neat-sill/core/contract';
import { HEADER_ID, recordKinds } from '@neat-sill/core/job';
import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, Tx } from '../../db/database.ts';
import { films, jobRecords } from '../../db/schema.ts';
import { filmSchema } from '@neat-sill/core/film';
import { signedInRoute } from '../../http/route.ts';
import type { SupplierFeed } from './suppliers.ts';

async function wantedByShop(tx: Tx) {
  const plans = await tx
    .select({ jobId: jobRecords.jobId, data: jobRecords.data })
    .from(jobRecords)
    .where(and(eq(jobRecords.kind, 'plan'), eq(jobRecords.id, PLAN_ID), isNotNull(jobRecords.data)));
  if (plans.length === 0) return [];
  const headers = await tx
    .select({ jobId: jobRecords.jobId, data: jobRecords.data })
    .from(jobRecords)
    .where(
      and(
        eq(jobRecords.kind, 'job'),
        eq(jobRecords.id, HEADER_ID),
        inArray(
          jobRecords.jobId,
          plans.map(({ jobId }) => jobId),
        ),
      ),
    );
  const names = new Map(headers.map(({ jobId, data }) => [jobId, recordKinds.job.schema.parse(data).name]));
  return plans.flatMap(({ jobId, data }) => {
    const { plan, cutPullIds } = recordKinds.plan.schema.parse(data);
    return filmWantedBy({ jobId, jobName: names.get(jobId) ?? '' }, plan, cutPullIds);
  });
}

async function filmsAsked(tx: Tx, ids: readonly string[]): Promise<FilmAsked[]> {
  if (ids.length === 0) return [];
  const rows = await tx
    .select()
    .from(films)
    .where(inArray(films.id, [...ids]));
  return rows.map(({ id, data }) => ({
    filmId: id,
    rolls: filmSchema
      .parse(data)
      .rolls.map(({ widthMm, lengthMm, price, soldBy }) => ({ widthMm, rollMm: lengthMm, price, soldBy })),
  }));
}

export function buyingRoutes(db: Database, feeds: readonly SupplierFeed[]): Router {
  const router = Router();

  signedInRoute(router, operations.filmWanted, ({ caller }) =>
    db.inShop(caller.person.shopId, async (tx) => ({ wanted: await wantedByShop(tx) })),
  );

  signedInRoute(router, operations.askSuppliers, async ({ caller, body }) => {
    const asked = await db.inShop(caller.person.shopId, (tx) => filmsAsked(tx, body.filmIds));
    const suppliers = await Promise.all(
      feeds.map(async ({ id, name, standIn, ask }) => {
        const answer = await ask(asked);
        return {
          supplierId: id,
          supplierName: name,
          standIn,
          state: answer.kind,
          offers: answer.kind === 'offers' ? [...answer.offers] : [],
        };
      }),
    );
    return { suppliers };
  });

  return router;
}
