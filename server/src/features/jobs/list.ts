import type { JobSummary } from '@neat-sill/core/contract';
import { jobOutlineSchema, type JobOutline } from '@neat-sill/core/job';
import { desc, eq } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobs } from '../../db/schema.ts';
import { outlineOf } from './outlines.ts';
import { readJob } from './records.ts';

/** Tells how far a job is and keeps it: for one written before outlines were, or since films or house rules changed. */
async function tellAnew(tx: Tx, id: string, now: Date): Promise<JobOutline | null> {
  const job = await readJob(tx, id);
  const outline = job && (await outlineOf(tx, job.records, now));
  if (outline) await tx.update(jobs).set({ outline }).where(eq(jobs.id, id));
  return outline;
}

/** The jobs of a shop with how far each is, the last changed first. */
export async function listJobs(tx: Tx, now: Date): Promise<JobSummary[]> {
  const rows = await tx
    .select({ id: jobs.id, changedAt: jobs.changedAt, outline: jobs.outline })
    .from(jobs)
    .orderBy(desc(jobs.changedAt));
  const summaries: JobSummary[] = [];
  for (const { id, changedAt, outline } of rows) {
    const kept = jobOutlineSchema.safeParse(outline);
    const told = kept.success ? kept.data : await tellAnew(tx, id, now);
    if (told) summaries.push({ ...told, id, changedAt: changedAt.toISOString() });
  }
  return summaries;
}
