import { readStored, withRecord } from '@neat-sill/core/record';
import { recordKey, type JobAnswer } from '@neat-sill/core/contract';
import {
  EMPTY_RECORDS,
  HEADER_ID,
  RECORD_KINDS,
  recordKinds,
  rulesOfKind,
  type JobHeader,
  type JobRecords,
} from '@neat-sill/core/job';
import { and, desc, eq, inArray, isNotNull } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobRecords, jobs } from '../../db/schema.ts';

/** Where the job is that was made last. */
export async function readLastSite(tx: Tx): Promise<JobHeader['site'] | null> {
  const [row] = await tx
    .select({ data: jobRecords.data })
    .from(jobs)
    .innerJoin(
      jobRecords,
      and(eq(jobRecords.jobId, jobs.id), eq(jobRecords.kind, 'job'), eq(jobRecords.id, HEADER_ID)),
    )
    .where(and(eq(jobs.shelf, 'open'), isNotNull(jobRecords.data)))
    .orderBy(desc(jobs.createdAt))
    .limit(1);
  return row ? (readStored(rulesOfKind('job').schema, row.data) as JobHeader).site : null;
}

/** Headers of some jobs, by the job. */
export async function readHeaders(
  tx: Tx,
  jobIds: readonly string[],
): Promise<ReadonlyMap<string, JobHeader>> {
  if (jobIds.length === 0) return new Map();
  const rows = await tx
    .select({ jobId: jobRecords.jobId, data: jobRecords.data })
    .from(jobRecords)
    .where(
      and(
        eq(jobRecords.kind, 'job'),
        eq(jobRecords.id, HEADER_ID),
        isNotNull(jobRecords.data),
        inArray(jobRecords.jobId, [...jobIds]),
      ),
    );
  return new Map(rows.map(({ jobId, data }) => [jobId, readStored(recordKinds.job.schema, data)]));
}

/** Reads all records of a job, parsed, with the version of each (also of those taken away); null without such a job. */
export async function readJob(tx: Tx, jobId: string): Promise<JobAnswer | null> {
  const [job] = await tx.select({ revision: jobs.version }).from(jobs).where(eq(jobs.id, jobId));
  if (!job) return null;
  const rows = await tx.select().from(jobRecords).where(eq(jobRecords.jobId, jobId));
  let records: JobRecords = EMPTY_RECORDS;
  const versions: Record<string, number> = {};
  for (const { kind, id, version, data } of rows) {
    versions[recordKey(kind, id)] = version;
    // A kind that only a newer version knows stays as it is, for that one.
    if (data === null || !RECORD_KINDS.includes(kind)) continue;
    records = withRecord(records, { kind, id, after: readStored(rulesOfKind(kind).schema, data) });
  }
  return { id: jobId, records, versions, revision: job.revision };
}
