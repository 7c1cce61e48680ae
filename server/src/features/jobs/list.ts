import type { JobSummary, Today } from '@neat-sill/core/contract';
import { jobOutlineSchema, type JobOutline } from '@neat-sill/core/job';
import { and, asc, desc, eq, gte, sql, type SQL } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobs, people } from '../../db/schema.ts';
import { outlineOf } from './outlines.ts';
import { readJob } from './records.ts';

/** Tells how far a job is and keeps it: since films or house rules changed, or since this was written otherwise. */
export async function tellAnew(tx: Tx, id: string, now: Date): Promise<JobOutline | null> {
  // Held, so that no edit writes a newer outline between reading and writing this one.
  await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, id)).for('update');
  const job = await readJob(tx, id);
  const outline = job && (await outlineOf(tx, job.records, now));
  await tx.update(jobs).set({ outline, outlineStale: false }).where(eq(jobs.id, id));
  return outline;
}

const COLUMNS = {
  id: jobs.id,
  changedAt: jobs.changedAt,
  outline: jobs.outline,
  outlineStale: jobs.outlineStale,
  shelf: jobs.shelf,
  visitOn: jobs.visitOn,
  assignedTo: jobs.assignedTo,
  assignedName: people.name,
  total: sql<number>`count(*) over ()::int`,
};

export interface JobList {
  readonly jobs: JobSummary[];
  /** How many there are, on all pages. */
  readonly total: number;
}

interface Wanted {
  readonly where: SQL | undefined;
  readonly order: readonly SQL[];
  readonly most: number;
}

/** An outline without what a job is found by, which is for the database alone. */
function shownOf(outline: JobOutline): Omit<JobOutline, 'search'> {
  return Object.fromEntries(Object.entries(outline).filter(([name]) => name !== 'search')) as JobOutline;
}

/** A page of jobs with how far each is; only those on the page are told anew where they have to be. */
async function page(tx: Tx, now: Date, { where, order, most }: Wanted): Promise<JobList> {
  const rows = await tx
    .select(COLUMNS)
    .from(jobs)
    .leftJoin(people, eq(people.id, jobs.assignedTo))
    .where(where)
    .orderBy(...order, asc(jobs.id))
    .limit(most);
  const summaries: JobSummary[] = [];
  for (const row of rows) {
    const { id, changedAt, outline, outlineStale, shelf, visitOn, assignedTo, assignedName } = row;
    const kept = outlineStale ? null : jobOutlineSchema.safeParse(outline);
    const told = kept?.success ? kept.data : await tellAnew(tx, id, now);
    if (!told) continue;
    summaries.push({
      ...shownOf(told),
      id,
      changedAt: changedAt.toISOString(),
      shelf,
      visitOn,
      assignedTo: assignedTo === null ? null : { id: assignedTo, name: assignedName ?? '' },
    });
  }
  return { jobs: summaries, total: rows[0]?.total ?? 0 };
}

const TODAY_MOST = 30;

/** What is on, what is to be gone back to, and what dries on a day `YYYY-MM-DD`. */
export async function readToday(tx: Tx, day: string, now: Date) {
  const open = eq(jobs.shelf, 'open');
  const most = TODAY_MOST;
  return {
    on: await page(tx, now, { where: and(open, eq(jobs.isOn, true)), order: [desc(jobs.changedAt)], most }),
    faults: await page(tx, now, {
      where: and(open, eq(jobs.standing, 'faults')),
      order: [desc(jobs.changedAt)],
      most,
    }),
    drying: await page(tx, now, {
      where: and(open, gte(jobs.curesOn, day)),
      order: [asc(jobs.curesOn)],
      most,
    }),
    customers: await fromCustomers(tx, now),
  };
}

const ACCEPTED_LATELY_MS = 14 * 86_400_000;

/** What customers wait for, and what they accepted lately. */
async function fromCustomers(tx: Tx, now: Date): Promise<Today['customers']> {
  const since = new Date(now.getTime() - ACCEPTED_LATELY_MS).toISOString();
  const { rows } = await tx.execute<{
    jobId: string;
    job: string;
    kind: 'question' | 'acceptance';
    name: string;
    at: string;
  }>(
    sql`select r.job_id as "jobId", h.data->>'name' as job, r.kind, r.data->>'name' as name, r.data->>'at' as at
      from job_records r
      join jobs j on j.id = r.job_id and j.shelf = 'open'
      join job_records h on h.job_id = r.job_id and h.kind = 'job' and h.data is not null
      where r.data is not null and (
        (r.kind = 'question' and r.data->'answer' = 'null'::jsonb)
        or (r.kind = 'acceptance' and r.data->>'at' >= ${since})
      )
      order by r.data->>'at' desc limit ${TODAY_MOST}`,
  );
  return rows.map((row) => ({ ...row, at: new Date(row.at).toISOString() }));
}

/** One job as the list has it. */
export async function readSummary(tx: Tx, id: string, now: Date): Promise<JobSummary | null> {
  const { jobs: found } = await page(tx, now, { where: eq(jobs.id, id), order: [], most: 1 });
  return found[0] ?? null;
}
