import type { NewPlanning, Planning } from '@neat-sill/core/contract';
import { cutPlanSchema, type CutPlan } from '@neat-sill/core/cuts';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { OPEN_STATES } from '../../db/openStates.ts';
import { plannings } from '../../db/schema.ts';

type Row = typeof plannings.$inferSelect;

/** As the asker sees it; without its plan where no more were found than the asker has seen. */
export function toPlanningDto(row: Omit<Row, 'work'>, seen: number): Planning {
  const { id, workKey, state, seconds, found, afterSeconds, problem, askedAt, startedAt, plan } = row;
  return {
    id,
    workKey,
    state,
    seconds,
    found,
    afterSeconds,
    problem,
    askedAt: askedAt.toISOString(),
    startedAt: startedAt?.toISOString() ?? null,
    plan: found > seen && plan !== null ? cutPlanSchema.parse(plan) : null,
  };
}

/** Stops what is still planned for a job; the best plan so far stays. */
export async function stopPlannings(tx: Tx, jobId: string, now: Date): Promise<void> {
  await tx
    .update(plannings)
    .set({ state: 'stopped', finishedAt: now })
    .where(and(eq(plannings.jobId, jobId), inArray(plannings.state, [...OPEN_STATES])));
}

/** How many plannings of a job are remembered. */
const REMEMBERED = 3;

export async function addPlanning(
  tx: Tx,
  who: { shopId: string; jobId: string; personId: string; id: string; now: Date },
  { work, workKey, seconds }: NewPlanning,
): Promise<Row> {
  const old = await tx
    .select({ id: plannings.id })
    .from(plannings)
    .where(eq(plannings.jobId, who.jobId))
    .orderBy(desc(plannings.number))
    .offset(REMEMBERED - 1);
  if (old.length > 0)
    await tx.delete(plannings).where(
      inArray(
        plannings.id,
        old.map(({ id }) => id),
      ),
    );
  const { id, shopId, jobId, personId, now } = who;
  const [row] = await tx
    .insert(plannings)
    .values({ id, shopId, jobId, work, workKey, seconds, state: 'waiting', askedBy: personId, askedAt: now })
    .returning();
  if (!row) throw new Error('An insert that returns has a row');
  return row;
}

export async function lastPlanning(tx: Tx, jobId: string): Promise<Omit<Row, 'work'> | null> {
  const [row] = await tx
    .select()
    .from(plannings)
    .where(eq(plannings.jobId, jobId))
    .orderBy(desc(plannings.number))
    .limit(1);
  return row ?? null;
}

/** Takes a planning up. Null where it was stopped meanwhile, or is done. One that was lost with its worker is begun again. */
export async function claimPlanning(
  tx: Tx,
  id: string,
  now: Date,
): Promise<{ work: unknown; seconds: number } | null> {
  const [row] = await tx
    .update(plannings)
    .set({ state: 'working', startedAt: now })
    .where(and(eq(plannings.id, id), inArray(plannings.state, [...OPEN_STATES])))
    .returning({ work: plannings.work, seconds: plannings.seconds });
  return row ?? null;
}

/** Writes a better plan. False where the planning was stopped meanwhile. */
export async function keepBetter(
  tx: Tx,
  id: string,
  better: { plan: CutPlan; found: number; afterSeconds: number } | null,
): Promise<boolean> {
  const rows = await tx
    .update(plannings)
    .set(better ?? { state: 'working' })
    .where(and(eq(plannings.id, id), eq(plannings.state, 'working')))
    .returning({ id: plannings.id });
  return rows.length > 0;
}

export async function finish(
  tx: Tx,
  id: string,
  how: { state: 'ready' | 'failed'; problem: string | null; now: Date },
): Promise<void> {
  await tx
    .update(plannings)
    .set({ state: how.state, problem: how.problem, finishedAt: how.now })
    .where(and(eq(plannings.id, id), eq(plannings.state, 'working')));
}
