import type { CutPlan } from '@neat-sill/core/cuts';
import type { Database } from '../../db/database.ts';
import type { QueuedTasks } from '../../queue/queue.ts';
import { runSearch } from '../../queue/runSearch.ts';
import type { CutWork } from './planThread.ts';
import { finish, keepBetter, claimPlanning } from './store.ts';

/**
 * Plans the cuts of a job that was handed over, in a thread of its own; writes the best plan as better ones come, and
 * ends when somebody stops it. A worker that dies meanwhile leaves the best plan, and the queue begins it again.
 */
export async function runPlanning(
  db: Database,
  { shopId, planningId }: QueuedTasks['planning'],
  now: () => Date,
): Promise<void> {
  const taken: CutWork | null = await db.inShop(shopId, (tx) => claimPlanning(tx, planningId, now()));
  if (!taken) return;
  const thread = new URL('./planThread', import.meta.url).href;
  const problem = await runSearch<CutWork, CutPlan>(thread, taken, (newer) =>
    db.inShop(shopId, (tx) =>
      keepBetter(
        tx,
        planningId,
        newer && { plan: newer.better, afterSeconds: newer.afterSeconds, found: newer.found },
      ),
    ),
  );
  const state = problem === null ? 'ready' : 'failed';
  await db.inShop(shopId, (tx) => finish(tx, planningId, { state, problem, now: now() }));
}
