import {
  newDayPlanningSchema,
  plannedJobsSchema,
  type DayPlanning,
  type NewDayPlanning,
  type PlannedJobs,
} from '@neat-sill/core/contract';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { OPEN_STATES } from '../../db/openStates.ts';
import { dayPlannings } from '../../db/schema.ts';

type Row = typeof dayPlannings.$inferSelect;

/** How many of somebody are remembered. */
const REMEMBERED = 3;

/** As the asker sees it; without its plan where no more were found than the asker has seen. */
export function toDayPlanning(row: Row, seen: number): DayPlanning {
  const { id, asked, state, found, afterSeconds, problem, askedAt, planned } = row;
  return {
    ...{ id, state, found, afterSeconds, problem },
    asked: newDayPlanningSchema.parse(asked),
    askedAt: askedAt.toISOString(),
    planned: found > seen && planned !== null ? plannedJobsSchema.parse(planned) : null,
  };
}

/** Stops what is still planned for somebody; the best plan so far stays. */
export async function stopDayPlannings(tx: Tx, personId: string, now: Date): Promise<void> {
  await tx
    .update(dayPlannings)
    .set({ state: 'stopped', finishedAt: now })
    .where(and(eq(dayPlannings.askedBy, personId), inArray(dayPlannings.state, [...OPEN_STATES])));
}

export async function addDayPlanning(
  tx: Tx,
  who: { shopId: string; personId: string; id: string; now: Date },
  asked: NewDayPlanning,
): Promise<Row> {
  const { id, shopId, personId, now } = who;
  const old = await tx
    .select({ id: dayPlannings.id })
    .from(dayPlannings)
    .where(eq(dayPlannings.askedBy, personId))
    .orderBy(desc(dayPlannings.number))
    .offset(REMEMBERED - 1);
  if (old.length > 0)
    await tx.delete(dayPlannings).where(
      inArray(
        dayPlannings.id,
        old.map((each) => each.id),
      ),
    );
  const [row] = await tx
    .insert(dayPlannings)
    .values({ id, shopId, askedBy: personId, asked, state: 'waiting', askedAt: now })
    .returning();
  if (!row) throw new Error('An insert that returns has a row');
  return row;
}

export async function lastDayPlanning(tx: Tx, personId: string): Promise<Row | null> {
  const [row] = await tx
    .select()
    .from(dayPlannings)
    .where(eq(dayPlannings.askedBy, personId))
    .orderBy(desc(dayPlannings.number))
    .limit(1);
  return row ?? null;
}

/** Takes one up. Null where it was stopped meanwhile, or is done. One that was lost with its worker is begun again. */
export async function claimDayPlanning(tx: Tx, id: string): Promise<NewDayPlanning | null> {
  const [row] = await tx
    .update(dayPlannings)
    .set({ state: 'working' })
    .where(and(eq(dayPlannings.id, id), inArray(dayPlannings.state, [...OPEN_STATES])))
    .returning({ asked: dayPlannings.asked });
  return row ? newDayPlanningSchema.parse(row.asked) : null;
}

/** Writes a better plan. False where it was stopped meanwhile. */
export async function keepBetterDays(
  tx: Tx,
  id: string,
  better: { planned: PlannedJobs; found: number; afterSeconds: number } | null,
): Promise<boolean> {
  const rows = await tx
    .update(dayPlannings)
    .set(better ?? { state: 'working' })
    .where(and(eq(dayPlannings.id, id), eq(dayPlannings.state, 'working')))
    .returning({ id: dayPlannings.id });
  return rows.length > 0;
}

export async function finishDayPlanning(
  tx: Tx,
  id: string,
  how: { state: 'ready' | 'failed'; problem: string | null; now: Date },
): Promise<void> {
  await tx
    .update(dayPlannings)
    .set({ state: how.state, problem: how.problem, finishedAt: how.now })
    .where(and(eq(dayPlannings.id, id), eq(dayPlannings.state, 'working')));
}
