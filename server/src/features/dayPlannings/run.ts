import { shopDataFor, type NewDayPlanning, type PlannedJobs } from '@neat-sill/core/contract';
import { shopDataOfJob } from '@neat-sill/core/job';
import { asc, inArray } from 'drizzle-orm';
import type { Database, Tx } from '../../db/database.ts';
import { people } from '../../db/schema.ts';
import type { QueuedTasks } from '../../queue/queue.ts';
import { runSearch } from '../../queue/runSearch.ts';
import { elsewhere } from '../days/index.ts';
import { readJob } from '../jobs/index.ts';
import { readShopBook } from '../shop/index.ts';
import type { DaysWork } from './dayThread.ts';
import { claimDayPlanning, finishDayPlanning, keepBetterDays } from './store.ts';

/** All that the search goes by, as it stands now: the jobs, who comes, and when they are elsewhere. */
async function workOf(tx: Tx, asked: NewDayPlanning, now: Date): Promise<DaysWork> {
  const { jobIds, workerIds, from, days, seconds, today } = asked;
  const book = await readShopBook(tx);
  const jobs = [];
  for (const jobId of new Set(jobIds)) {
    const job = await readJob(tx, jobId);
    // One that was deleted meanwhile is in no plan.
    if (!job) continue;
    const shop = shopDataOfJob(job.records, shopDataFor(book, jobId), today);
    jobs.push({ jobId, records: job.records, shop });
  }
  // In the order in which the crew is listed everywhere: by it a job knows its kept days again.
  const workers = await tx
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(inArray(people.id, workerIds))
    .orderBy(asc(people.name));
  const busy = (await elsewhere(tx, { from, days })).map((each) => ({
    ...{ personId: each.personId, jobId: each.jobId },
    from: each.from,
    to: each.to,
  }));
  return { jobs, workers, from, days, busy, seconds, now: now.toISOString() };
}

/** Plans the days of several jobs in a thread of its own, as cuts are: better plans are written as they come. */
export async function runDayPlanning(
  db: Database,
  { shopId, planningId }: QueuedTasks['day-planning'],
  now: () => Date,
): Promise<void> {
  const work = await db.inShop(shopId, async (tx) => {
    const asked = await claimDayPlanning(tx, planningId);
    return asked && workOf(tx, asked, now());
  });
  if (!work) return;
  const thread = new URL('./dayThread', import.meta.url).href;
  const problem = await runSearch<DaysWork, PlannedJobs>(thread, work, (newer) =>
    db.inShop(shopId, (tx) =>
      keepBetterDays(
        tx,
        planningId,
        newer && { planned: newer.better, afterSeconds: newer.afterSeconds, found: newer.found },
      ),
    ),
  );
  const state = problem === null ? 'ready' : 'failed';
  await db.inShop(shopId, (tx) => finishDayPlanning(tx, planningId, { state, problem, now: now() }));
}
