import { PLAN_ID } from '@neat-sill/core/cuts';
import { filmWantedBy, type FilmAsked } from '@neat-sill/core/buying';
import { RULES_OF_ROLES, operations } from '@neat-sill/core/contract';
import { readStored } from '@neat-sill/core/record';
import { recordKinds } from '@neat-sill/core/job';
import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, Tx } from '../../db/database.ts';
import { films, jobRecords, jobs } from '../../db/schema.ts';
import { filmSchema } from '@neat-sill/core/film';
import { notAllowed } from '../../http/problem.ts';
import { signedInRoute, type Caller } from '../../http/route.ts';
import { readHeaders } from '../jobs/index.ts';
import { noteInAudit } from '../audit/index.ts';
import { orderArrived, readOrders, removeOrder, writeOrder } from './orders.ts';
import type { SupplierFeed } from './suppliers.ts';

/** What the kept plans of a shop's open jobs ask to be bought. */
export async function wantedByShop(tx: Tx) {
  const plans = await tx
    .select({ jobId: jobRecords.jobId, data: jobRecords.data })
    .from(jobRecords)
    .innerJoin(jobs, eq(jobs.id, jobRecords.jobId))
    .where(
      and(
        eq(jobs.shelf, 'open'),
        eq(jobRecords.kind, 'plan'),
        eq(jobRecords.id, PLAN_ID),
        isNotNull(jobRecords.data),
      ),
    );
  if (plans.length === 0) return [];
  const headers = await readHeaders(
    tx,
    plans.map(({ jobId }) => jobId),
  );
  return plans.flatMap(({ jobId, data }) => {
    const { plan, cutPullIds } = readStored(recordKinds.plan.schema, data);
    return filmWantedBy({ jobId, jobName: headers.get(jobId)?.name ?? '' }, plan, cutPullIds);
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

export function buyingRoutes(db: Database, feeds: readonly SupplierFeed[], now: () => Date): Router {
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

  const mustBuy = ({ person }: Caller) => {
    if (!RULES_OF_ROLES[person.role].changesRack)
      throw notAllowed('Only the owner and installers order film.');
  };
  const noteOf = ({ person }: Caller, about: string) => ({
    shopId: person.shopId,
    at: now(),
    personId: person.id,
    kind: 'rack-changed' as const,
    about,
  });

  signedInRoute(router, operations.filmOrders, ({ caller }) =>
    db.inShop(caller.person.shopId, (tx) => readOrders(tx, now())),
  );

  signedInRoute(router, operations.saveFilmOrder, ({ caller, body }) => {
    mustBuy(caller);
    const { shopId } = caller.person;
    return db.inShop(shopId, (tx) => writeOrder(tx, shopId, body));
  });

  signedInRoute(router, operations.filmArrived, ({ caller, params, body }) => {
    mustBuy(caller);
    const { shopId } = caller.person;
    return db.inShop(shopId, async (tx) => {
      const order = await orderArrived(tx, shopId, params.id, body);
      await noteInAudit(tx, noteOf(caller, body.entries.map(({ entry }) => entry.id).join(', ')));
      return order;
    });
  });

  signedInRoute(router, operations.removeFilmOrder, ({ caller, params }) => {
    mustBuy(caller);
    return db.inShop(caller.person.shopId, async (tx) => {
      await removeOrder(tx, params.id);
      return {};
    });
  });

  return router;
}
