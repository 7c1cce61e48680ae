import { randomUUID } from 'node:crypto';
import type { ImportJob, ImportedJob } from '@neat-sill/core/contract';
import {
  HEADER_ID,
  RECORD_KINDS,
  headerOf,
  jobFileFormat,
  readJobRecords,
  type JobRecords,
  type ShopData,
} from '@neat-sill/core/job';
import { readFormat, type FileProblem } from '@neat-sill/core/units';
import { and, desc, eq, sql } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobNumbers, jobRecords, jobs } from '../../db/schema.ts';
import { HttpProblem } from '../../http/problem.ts';
import { refuseOverQuota } from '../quotas/index.ts';
import { outlineOf } from './outlines.ts';

const ROWS_AT_ONCE = 1000;

interface NewJobRows {
  readonly id: string;
  readonly shopId: string;
  readonly personId: string | null;
  readonly now: Date;
}

/** The next number of a shop's jobs: none is given twice, whatever is erased. */
async function nextNumber(tx: Tx, shopId: string): Promise<number> {
  const [row] = await tx
    .insert(jobNumbers)
    .values({ shopId, last: 1 })
    .onConflictDoUpdate({ target: jobNumbers.shopId, set: { last: sql`${jobNumbers.last} + 1` } })
    .returning({ last: jobNumbers.last });
  if (!row) throw new Error('An insert that gives its row gave none');
  return row.last;
}

/** Writes a new job with all its records, each at version 1, under the next number. */
export async function insertJob(
  tx: Tx,
  { id, shopId, personId, now }: NewJobRows,
  sent: JobRecords,
): Promise<void> {
  await refuseOverQuota(tx, shopId, 'jobs', now);
  const header = headerOf(sent);
  const records = header
    ? { ...sent, job: { [HEADER_ID]: { ...header, number: await nextNumber(tx, shopId) } } }
    : sent;
  const outline = await outlineOf(tx, records, now);
  await tx.insert(jobs).values({ id, shopId, createdAt: now, changedAt: now, outline, outlineStale: false });
  const rows = RECORD_KINDS.flatMap((kind) =>
    Object.entries(records[kind]).map(([recordId, data]) => ({
      shopId,
      jobId: id,
      kind,
      id: recordId,
      version: 1,
      data,
      changedBy: personId,
      changedAt: now,
    })),
  );
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE)
    await tx.insert(jobRecords).values(rows.slice(from, from + ROWS_AT_ONCE));
}

function unusable(problems: readonly FileProblem[]): HttpProblem {
  const errors = problems.map(({ path, sentence }) => ({ path, message: sentence }));
  const detail = errors
    .slice(0, 3)
    .map(({ path, message }) => (path ? `${path}: ${message}` : message))
    .join(' ');
  return new HttpProblem(422, {
    title: 'The file can’t be used',
    detail: `${detail} Nothing was changed.`,
    errors,
  });
}

/** The open job of the same customer and name that was changed last. */
async function jobAlike(tx: Tx, records: JobRecords): Promise<ImportedJob['alike']> {
  const header = headerOf(records);
  if (!header) return null;
  const [row] = await tx
    .select({ id: jobs.id, changedAt: jobs.changedAt })
    .from(jobs)
    .where(
      and(
        eq(jobs.shelf, 'open'),
        sql`${jobs.outline}->>'customer' = ${header.customer}`,
        sql`${jobs.outline}->>'name' = ${header.name}`,
      ),
    )
    .orderBy(desc(jobs.changedAt))
    .limit(1);
  return row ? { id: row.id, changedAt: row.changedAt.toISOString() } : null;
}

/** Makes a job from a job file; what had to be left off is said in the notes. */
export async function importJob(
  tx: Tx,
  { file, customer, site }: ImportJob,
  book: ShopData,
  caller: { shopId: string; personId: string; now: Date },
): Promise<ImportedJob> {
  const read = readFormat(file, jobFileFormat);
  if (!read.ok) throw unusable(read.problem);
  const { value, warnings } = read.value;
  const place = site && { customer: customer || 'Not named', site };
  const job = readJobRecords(value, book, place);
  if (!job.ok) throw unusable(job.problem);
  const { records, unknownFilms } = job.value;
  const alike = await jobAlike(tx, records);
  const id = randomUUID();
  await insertJob(tx, { id, ...caller }, records);
  return {
    id,
    alike,
    notes: [
      ...warnings.map(({ path, sentence }) => `${path}: ${sentence}`),
      ...unknownFilms.map(
        (film) => `The film “${film}” is not in your catalogue; its panes have no film now.`,
      ),
    ],
  };
}
