import { randomUUID } from 'node:crypto';
import { and, eq, lt, sql } from 'drizzle-orm';
import type { Database } from '../db/database.ts';
import { claims } from '../db/schema.ts';
import type { QueuedTasks, TaskQueue } from './queue.ts';

const BEAT_EVERY_MS = 8_000;
/** Several beats may fail before work counts as lost, since a database that restarts is away for some seconds. */
const LOST_AFTER = sql`now() - interval '30 seconds'`;

type ClaimedTask = 'paper' | 'planning' | 'day-planning';

export interface Claim<Task extends ClaimedTask> {
  readonly task: Task;
  readonly id: string;
  readonly work: QueuedTasks[Task];
}

/**
 * Does a work as the only worker that has it in hand; nothing where another has, since the queue may hand a work out twice.
 * While it is done its claim beats; times are the database's, so that workers' clocks don't matter.
 */
export async function withClaim<Task extends ClaimedTask>(
  db: Database,
  { task, id, work }: Claim<Task>,
  run: () => Promise<void>,
): Promise<void> {
  const holder = randomUUID();
  const mine = and(eq(claims.task, task), eq(claims.id, id), eq(claims.holder, holder));
  const taken = await db.forWorker((tx) =>
    tx
      .insert(claims)
      .values({ task, id, shopId: work.shopId, work, holder })
      .onConflictDoUpdate({
        target: [claims.task, claims.id],
        set: { beatAt: sql`now()`, holder },
        setWhere: lt(claims.beatAt, LOST_AFTER),
      })
      .returning({ id: claims.id }),
  );
  if (taken.length === 0) return;
  const beat = setInterval(() => {
    // A beat that fails is made good by the next, or the work is taken up elsewhere.
    db.forWorker((tx) =>
      tx
        .update(claims)
        .set({ beatAt: sql`now()` })
        .where(mine),
    ).catch(() => undefined);
  }, BEAT_EVERY_MS);
  try {
    await run();
  } finally {
    clearInterval(beat);
    await db.forWorker((tx) => tx.delete(claims).where(mine));
  }
}

/** Hands work that was lost with its worker to the queue again; answers how much that was. Any worker may do so. */
export async function takeUpLost(db: Database, queue: TaskQueue): Promise<number> {
  const lost = await db.forWorker((tx) =>
    tx
      .delete(claims)
      .where(lt(claims.beatAt, LOST_AFTER))
      .returning({ task: claims.task, work: claims.work }),
  );
  for (const { task, work } of lost) await queue.send(task as ClaimedTask, work as QueuedTasks[ClaimedTask]);
  return lost.length;
}
