import { randomUUID } from 'node:crypto';
import type { ImportedJob, KeepJob } from '@neat-sill/core/contract';
import { PLAN_ID } from '@neat-sill/core/cuts';
import { HEADER_ID, headerOf, recordKinds } from '@neat-sill/core/job';
import { and, eq, isNull, lt, sql } from 'drizzle-orm';
import type { Database, Tx } from '../../db/database.ts';
import {
  claims,
  cutPulls,
  jobEdits,
  jobRecords,
  jobs,
  customerLinks,
  dayPlannings,
  papers,
  people,
  pictures,
  plannings,
} from '../../db/schema.ts';
import { HttpProblem, notFound } from '../../http/problem.ts';
import { rackFollowsPlan } from '../shop/index.ts';
import { tellAnew } from './list.ts';
import { insertJob } from './make.ts';
import { readJob } from './records.ts';

/** How long a deleted job can be put back, days. */
const DELETED_DAYS = 30;

interface Who {
  readonly shopId: string;
  readonly now: Date;
}

/** A deleted job takes nothing of the rack; one that is put back takes what its plan wants, as far as it is still there. */
async function rackFollowsShelf(
  tx: Tx,
  jobId: string,
  { shopId, now }: Who,
  isBack: boolean,
): Promise<string[]> {
  const [row] = await tx
    .select({ data: jobRecords.data })
    .from(jobRecords)
    .where(and(eq(jobRecords.jobId, jobId), eq(jobRecords.kind, 'plan'), eq(jobRecords.id, PLAN_ID)));
  if (!row?.data) return [];
  const plan = recordKinds.plan.schema.parse(row.data);
  if (!isBack) return rackFollowsPlan(tx, { shopId, jobId, now }, plan, null);
  try {
    // In a savepoint: what the rack refuses undoes nothing but this.
    return await tx.transaction((inner) => rackFollowsPlan(inner, { shopId, jobId, now }, null, plan));
  } catch (error) {
    if (!(error instanceof HttpProblem)) throw error;
    return [`${error.details.detail.split('. ')[0]}. The job is back; plan its cuts again.`];
  }
}

/** Archives or deletes a job or puts it back, or says who does it and when; answers what is to be mended by hand. */
export async function keepJob(tx: Tx, jobId: string, sent: KeepJob, who: Who): Promise<string[]> {
  const [job] = await tx.select({ shelf: jobs.shelf }).from(jobs).where(eq(jobs.id, jobId)).for('update');
  if (!job) throw notFound('The job');
  const { shelf = job.shelf, assignedTo, visitOn } = sent;
  if (assignedTo) {
    const [person] = await tx
      .select({ id: people.id })
      .from(people)
      .where(and(eq(people.id, assignedTo), isNull(people.removedAt)));
    if (!person) throw notFound('This person');
  }
  const moved = shelf !== job.shelf;
  await tx
    .update(jobs)
    .set({
      shelf,
      ...(moved ? { shelvedAt: who.now } : {}),
      ...(assignedTo === undefined ? {} : { assignedTo }),
      ...(visitOn === undefined ? {} : { visitOn }),
    })
    .where(eq(jobs.id, jobId));
  if (!moved || (shelf !== 'deleted' && job.shelf !== 'deleted')) return [];
  return rackFollowsShelf(tx, jobId, who, job.shelf === 'deleted');
}

/** Another job of the same rooms, walls, panes and films; nothing of it is kept, cut, sold, photographed or fitted. */
export async function copyJob(
  tx: Tx,
  jobId: string,
  caller: { readonly shopId: string; readonly personId: string; readonly now: Date },
): Promise<ImportedJob> {
  const job = await readJob(tx, jobId);
  const header = job && headerOf(job.records);
  if (!job || !header) throw notFound('The job');
  const id = randomUUID();
  const name = `${header.name.slice(0, 112)}, copy`;
  const pane = Object.fromEntries(
    Object.entries(job.records.pane).map(([paneId, record]) => [
      paneId,
      { ...record, condition: record.condition.map((mark) => ({ ...mark, pictureId: null })) },
    ]),
  );
  const records = {
    ...job.records,
    job: { [HEADER_ID]: { ...header, name } },
    pane,
    plan: {},
    sold: {},
    quote: {},
    acceptance: {},
    question: {},
    visit: {},
    fitting: {},
    fittingEntry: {},
  };
  await insertJob(tx, { id, ...caller }, records);
  return { id, notes: [], alike: null };
}

/** Takes a deleted job out for good: its records and their history, papers, photographs and what it cut. */
export async function eraseJob(tx: Tx, jobId: string): Promise<void> {
  const [job] = await tx.select({ shelf: jobs.shelf }).from(jobs).where(eq(jobs.id, jobId)).for('update');
  if (!job) throw notFound('The job');
  if (job.shelf !== 'deleted')
    throw new HttpProblem(409, {
      title: 'Not deleted',
      detail: 'A job is deleted first; what is deleted can be erased for good. Nothing was changed.',
    });
  await tx
    .delete(claims)
    .where(
      sql`${claims.id} in (select id from plannings where job_id = ${jobId} union select id from papers where job_id = ${jobId})`,
    );
  // What was planned of it with other jobs names its customer.
  await tx.delete(dayPlannings).where(sql`${dayPlannings.asked}->'jobIds' ? ${jobId}`);
  // The database lets a log go only with its job (migration 0018).
  await tx.execute(sql`select set_config('app.purpose', 'erase', true)`);
  for (const table of [customerLinks, papers, plannings, pictures, cutPulls, jobEdits, jobRecords])
    await tx.delete(table).where(eq(table.jobId, jobId));
  await tx.delete(jobs).where(eq(jobs.id, jobId));
}

/** Erases what was deleted so long ago that nobody puts it back any more. */
export async function eraseOldJobs(db: Database, now: Date): Promise<void> {
  const before = new Date(now.getTime() - DELETED_DAYS * 86_400_000);
  const old = await db.forWorker((tx) =>
    tx
      .select({ id: jobs.id, shopId: jobs.shopId })
      .from(jobs)
      .where(and(eq(jobs.shelf, 'deleted'), lt(jobs.shelvedAt, before))),
  );
  for (const { id, shopId } of old) await db.inShop(shopId, (tx) => eraseJob(tx, id));
}

const TOLD_AT_ONCE = 20;

/** Tells some jobs anew that films or house rules have changed under; answers how many. */
export async function tellStaleJobs(db: Database, now: Date): Promise<number> {
  const stale = await db.forWorker((tx) =>
    tx
      .select({ id: jobs.id, shopId: jobs.shopId })
      .from(jobs)
      .where(eq(jobs.outlineStale, true))
      .limit(TOLD_AT_ONCE),
  );
  for (const { id, shopId } of stale) await db.inShop(shopId, (tx) => tellAnew(tx, id, now));
  return stale.length;
}
