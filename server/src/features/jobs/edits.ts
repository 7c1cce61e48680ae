import { mayWrite, recordKey, type SentEdit, type StaleRecord } from '@neat-sill/core/contract';
import { danglingRecords } from '@neat-sill/core/job';
import { and, eq, inArray } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobEdits, jobRecords, jobs } from '../../db/schema.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import type { Caller } from '../../http/route.ts';
import { readJob } from './records.ts';

interface Writing {
  readonly jobId: string;
  readonly person: Caller['person'];
  readonly edit: SentEdit;
  readonly now: Date;
}

async function staleRecords(tx: Tx, { jobId, edit }: Writing): Promise<StaleRecord[]> {
  const ids = [...new Set(edit.changes.map(({ id }) => id))];
  const rows = await tx
    .select()
    .from(jobRecords)
    .where(and(eq(jobRecords.jobId, jobId), inArray(jobRecords.id, ids)));
  const current = new Map(rows.map((row) => [recordKey(row.kind, row.id), row]));
  return edit.changes.flatMap(({ kind, id, baseVersion }) => {
    const row = current.get(recordKey(kind, id));
    return (row?.version ?? 0) === baseVersion
      ? []
      : [{ kind, id, version: row?.version ?? 0, theirs: row?.data ?? null }];
  });
}

async function writeChange(
  tx: Tx,
  { jobId, person, now }: Writing,
  change: SentEdit['changes'][number],
): Promise<number> {
  const version = change.baseVersion + 1;
  const row = { version, data: change.after, changedBy: person.id, changedAt: now };
  await tx
    .insert(jobRecords)
    .values({ shopId: person.shopId, jobId, kind: change.kind, id: change.id, ...row })
    .onConflictDoUpdate({ target: [jobRecords.jobId, jobRecords.kind, jobRecords.id], set: row });
  return version;
}

async function refuseDangling(tx: Tx, { jobId, edit }: Writing): Promise<void> {
  const changesShape = edit.changes.some(
    ({ after, baseVersion, kind }) => after === null || baseVersion === 0 || kind === 'pane',
  );
  if (!changesShape) return;
  const job = await readJob(tx, jobId);
  const [first] = job ? danglingRecords(job.records) : [];
  if (first)
    throw new HttpProblem(409, {
      title: 'Its place is gone',
      detail: `The ${first.kind} has no place any more: what it belonged to was taken away meanwhile. Load the job again.`,
    });
}

/**
 * Writes one edit, all of it or nothing. Repeating it (the answer got lost) changes nothing and gives the same answer;
 * a record changed since makes the whole edit stale: 409 with what stands now.
 */
export async function writeEdit(tx: Tx, writing: Writing): Promise<Record<string, number>> {
  const { jobId, person, edit, now } = writing;
  for (const { kind } of edit.changes)
    if (!mayWrite(person.role, kind))
      throw notAllowed(`The role ${person.role} may not change this part of a job (${kind}); ask the owner.`);
  const [job] = await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, jobId)).for('update');
  if (!job) throw notFound('The job');
  const [before] = await tx.select().from(jobEdits).where(eq(jobEdits.editId, edit.editId));
  if (before) return before.versions;
  const stale = await staleRecords(tx, writing);
  if (stale.length > 0)
    throw new HttpProblem(409, {
      title: 'Changed since',
      detail: 'Somebody has changed the same thing since you loaded it. Both are kept: compare and choose.',
      stale,
    });
  const versions: Record<string, number> = {};
  for (const change of edit.changes)
    versions[recordKey(change.kind, change.id)] = await writeChange(tx, writing, change);
  await refuseDangling(tx, writing);
  await tx.update(jobs).set({ changedAt: now }).where(eq(jobs.id, jobId));
  await tx.insert(jobEdits).values({
    editId: edit.editId,
    shopId: person.shopId,
    jobId,
    personId: person.id,
    label: edit.label,
    changes: edit.changes,
    versions,
    at: now,
  });
  return versions;
}
