import { checkPlan } from '@neat-sill/core/check';
import {
  mayChange,
  recordKey,
  type EditAnswer,
  type SentEdit,
  type StaleRecord,
} from '@neat-sill/core/contract';
import { PLAN_ID, type KeptPlan } from '@neat-sill/core/cuts';
import { danglingRecords, recordKinds, rulesOfKind, type JobRecords } from '@neat-sill/core/job';
import { sameData } from '@neat-sill/core/record';
import { describePlanFault } from '@neat-sill/core/words';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobEdits, jobRecords, jobs } from '../../db/schema.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import type { Caller } from '../../http/route.ts';
import { rackFollowsPlan } from '../shop/index.ts';
import { outlineOf } from './outlines.ts';
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

/**
 * Writes all records of an edit in one statement, the last change of each, and gives the versions they have then. The 5000
 * changes that the contract allows are well within PostgreSQL's 65,535 parameters.
 */
async function writeChanges(tx: Tx, { jobId, person, edit, now }: Writing): Promise<Record<string, number>> {
  const rows = new Map(
    edit.changes.map(({ kind, id, baseVersion, after }) => [
      recordKey(kind, id),
      {
        shopId: person.shopId,
        jobId,
        kind,
        id,
        version: baseVersion + 1,
        data: after,
        changedBy: person.id,
        changedAt: now,
      },
    ]),
  );
  await tx
    .insert(jobRecords)
    .values([...rows.values()])
    .onConflictDoUpdate({
      target: [jobRecords.jobId, jobRecords.kind, jobRecords.id],
      set: {
        version: sql`excluded.version`,
        data: sql`excluded.data`,
        changedBy: sql`excluded.changed_by`,
        changedAt: sql`excluded.changed_at`,
      },
    });
  return Object.fromEntries([...rows].map(([key, { version }]) => [key, version]));
}

function refuseDangling(records: JobRecords): void {
  const [first] = danglingRecords(records);
  if (first)
    throw new HttpProblem(409, {
      title: 'Its place is gone',
      detail: `${rulesOfKind(first.kind).name}: it has no place any more, what it belonged to was removed meanwhile. Load the job again.`,
    });
}

/** A plan that is kept, or changed by hand, is proved before it is written: the rack and the hands go by it. */
function refuseFaulty({ job, plan }: KeptPlan): void {
  const [fault] = checkPlan(job, plan);
  if (fault)
    throw new HttpProblem(422, {
      title: 'The plan can’t be cut',
      detail: `${describePlanFault(fault)} The plan was not kept; plan again.`,
    });
}

/** What the change of a kept plan does to the rack, in the same transaction; gives what is to be mended by hand. */
async function followPlan(tx: Tx, { jobId, person, edit, now }: Writing, before: KeptPlan | null) {
  const change = edit.changes.find((each) => each.kind === 'plan');
  if (change?.kind !== 'plan') return [];
  const { after } = change;
  if (after && !sameData([before?.job, before?.plan], [after.job, after.plan])) refuseFaulty(after);
  return rackFollowsPlan(tx, { shopId: person.shopId, jobId, now }, before, after);
}

async function keptPlanBefore(tx: Tx, jobId: string): Promise<KeptPlan | null> {
  const [row] = await tx
    .select({ data: jobRecords.data })
    .from(jobRecords)
    .where(and(eq(jobRecords.jobId, jobId), eq(jobRecords.kind, 'plan'), eq(jobRecords.id, PLAN_ID)));
  return row?.data ? recordKinds.plan.schema.parse(row.data) : null;
}

/**
 * Writes one edit, all of it or nothing, with what follows from it: the rack follows the kept plan, and how far the job is
 * stands with it. Repeating it (the answer got lost) changes nothing and gives the same versions; a record changed since
 * makes the whole edit stale: 409 with what stands now.
 */
export async function writeEdit(tx: Tx, writing: Writing): Promise<EditAnswer> {
  const { jobId, person, edit, now } = writing;
  const [job] = await tx
    .select({ shelf: jobs.shelf, revision: jobs.version })
    .from(jobs)
    .where(eq(jobs.id, jobId))
    .for('update');
  if (!job) throw notFound('The job');
  if (job.shelf === 'deleted')
    throw new HttpProblem(409, {
      title: 'Deleted',
      detail: 'This job has been deleted. Put it back under Jobs, Deleted; then what you did can be saved.',
    });
  const [before] = await tx
    .select()
    .from(jobEdits)
    .where(and(eq(jobEdits.jobId, jobId), eq(jobEdits.editId, edit.editId)));
  if (before) return { versions: before.versions, notices: [], revision: job.revision };
  const planBefore = await keptPlanBefore(tx, jobId);
  for (const { kind, after } of edit.changes)
    if (!mayChange(person.role, kind, kind === 'plan' ? planBefore : null, after))
      throw notAllowed(
        `The role ${person.role} may not change this part of a job (${rulesOfKind(kind).name}); ask the owner.`,
      );
  const stale = await staleRecords(tx, writing);
  if (stale.length > 0)
    throw new HttpProblem(409, {
      title: 'Changed since',
      detail: 'Somebody has changed the same thing since you loaded it. Both are kept: compare and choose.',
      stale,
    });
  const notices = await followPlan(tx, writing, planBefore);
  const versions = await writeChanges(tx, writing);
  const written = await readJob(tx, jobId);
  if (!written) throw notFound('The job');
  refuseDangling(written.records);
  const outline = await outlineOf(tx, written.records, now);
  await tx
    .update(jobs)
    .set({ changedAt: now, outline, outlineStale: false, version: job.revision + 1 })
    .where(eq(jobs.id, jobId));
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
  return { versions, notices, revision: job.revision + 1 };
}
