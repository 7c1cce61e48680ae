import { withRecord } from '@neat-sill/core/record';
import { recordKey, type JobAnswer } from '@neat-sill/core/contract';
import { EMPTY_RECORDS, rulesOfKind, type JobRecords } from '@neat-sill/core/job';
import { eq } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobRecords, jobs } from '../../db/schema.ts';

/** Reads all records of a job, parsed, with the version of each (also of those taken away); null without such a job. */
export async function readJob(tx: Tx, jobId: string): Promise<JobAnswer | null> {
  const [job] = await tx.select({ revision: jobs.version }).from(jobs).where(eq(jobs.id, jobId));
  if (!job) return null;
  const rows = await tx.select().from(jobRecords).where(eq(jobRecords.jobId, jobId));
  let records: JobRecords = EMPTY_RECORDS;
  const versions: Record<string, number> = {};
  for (const { kind, id, version, data } of rows) {
    versions[recordKey(kind, id)] = version;
    if (data === null) continue;
    records = withRecord(records, { kind, id, after: rulesOfKind(kind).schema.parse(data) });
  }
  return { id: jobId, records, versions, revision: job.revision };
}
