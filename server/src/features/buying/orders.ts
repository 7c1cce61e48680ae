import type { FilmArrival, FilmOrder } from '@neat-sill/core/contract';
import { and, asc, eq, gte, isNull, or } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { filmOrders } from '../../db/schema.ts';
import { HttpProblem, notFound } from '../../http/problem.ts';
import { writeRack } from '../shop/index.ts';

const COLUMNS = {
  id: filmOrders.id,
  filmId: filmOrders.filmId,
  widthMm: filmOrders.widthMm,
  rollMm: filmOrders.rollMm,
  quantity: filmOrders.quantity,
  supplier: filmOrders.supplier,
  orderedOn: filmOrders.orderedOn,
  arrivedOn: filmOrders.arrivedOn,
  version: filmOrders.version,
};
const ARRIVED_DAYS = 60;

const changedSince = () =>
  new HttpProblem(409, {
    title: 'Changed since',
    detail:
      'Somebody has changed this order since you read it: look at what stands now, then change it. Nothing was written.',
  });

/** What is on order, and what has arrived lately, the oldest first. */
export function readOrders(tx: Tx, now: Date): Promise<FilmOrder[]> {
  const since = new Date(now.getTime() - ARRIVED_DAYS * 86_400_000).toISOString().slice(0, 10);
  return tx
    .select(COLUMNS)
    .from(filmOrders)
    .where(or(isNull(filmOrders.arrivedOn), gte(filmOrders.arrivedOn, since)))
    .orderBy(asc(filmOrders.orderedOn), asc(filmOrders.id));
}

/** Writes one on the version it was read at; 0 for a new one. */
export async function writeOrder(tx: Tx, shopId: string, sent: FilmOrder): Promise<FilmOrder> {
  const { id, version, ...values } = sent;
  const [written] =
    version === 0
      ? await tx
          .insert(filmOrders)
          .values({ id, shopId, ...values })
          .onConflictDoNothing()
          .returning(COLUMNS)
      : await tx
          .update(filmOrders)
          .set({ ...values, version: version + 1 })
          .where(and(eq(filmOrders.id, id), eq(filmOrders.version, version)))
          .returning(COLUMNS);
  if (!written) throw changedSince();
  return written;
}

/** Puts what has arrived on the rack. The order ends, once; what has not come stays on order. */
export async function orderArrived(
  tx: Tx,
  shopId: string,
  id: string,
  { baseVersion, arrivedOn, entries }: FilmArrival,
): Promise<FilmOrder> {
  const isIt = and(eq(filmOrders.id, id), eq(filmOrders.version, baseVersion), isNull(filmOrders.arrivedOn));
  const [before] = await tx.select({ quantity: filmOrders.quantity }).from(filmOrders).where(isIt);
  const left = (before?.quantity ?? 0) - entries.length;
  const [order] = await tx
    .update(filmOrders)
    .set({ version: baseVersion + 1, ...(left > 0 ? { quantity: left } : { arrivedOn }) })
    .where(isIt)
    .returning(COLUMNS);
  if (!order) throw changedSince();
  await writeRack(tx, shopId, { entries, removed: [] });
  return order;
}

export async function removeOrder(tx: Tx, id: string): Promise<void> {
  const gone = await tx.delete(filmOrders).where(eq(filmOrders.id, id)).returning({ id: filmOrders.id });
  if (gone.length === 0) throw notFound('The order');
}
