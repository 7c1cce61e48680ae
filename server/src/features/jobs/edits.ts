import { checkPlan } from '@neat-sill/core/check';
import {
  mayChange,
  recordKey,
  type EditAnswer,
  type JobAnswer,
  type SentEdit,
  type StaleRecord,
} from '@neat-sill/core/contract';
import { checkDay } from '@neat-sill/core/day';
import { PLAN_ID, type KeptPlan } from '@neat-sill/core/cuts';
import { altersLog, danglingRecords, headerOf, rulesOfKind, type JobRecords } from '@neat-sill/core/job';
import { sameData } from '@neat-sill/core/record';
import { describePlanFault } from '@neat-sill/core/words';
import type { QuickTx, ReadQuery, Tx } from '../../db/database.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import type { Caller } from '../../http/route.ts';
import { filmsAndRulesOf, rackFollowsPlan, readStamps, stampsOf, type StampRow } from '../shop/index.ts';
import { withChanges, type Known } from './knownJobs.ts';
import { filmIdsOf, outlineFrom } from './outlines.ts';
import { refuseOfQuotes } from './quoteEdits.ts';
import { readJob } from './records.ts';

interface Writing {
  readonly jobId: string;
  readonly person: Caller['person'];
  readonly edit: SentEdit;
  readonly now: Date;
}

/** What was changed since an edit was made, as it stands now. */
function staleRecords({ records, versions }: JobAnswer, { changes }: SentEdit): StaleRecord[] {
  return changes.flatMap(({ kind, id, baseVersion }) => {
    const version = versions[recordKey(kind, id)] ?? 0;
    if (version === baseVersion) return [];
    const ofKind: Readonly<Record<string, unknown>> = records[kind];
    return [{ kind, id, version, theirs: Object.hasOwn(ofKind, id) ? ofKind[id] : null }];
  });
}

function refuseDangling(records: JobRecords): void {
  const [first] = danglingRecords(records);
  if (first)
    throw new HttpProblem(409, {
      title: 'Its place is gone',
      detail: `${rulesOfKind(first.kind).name}: it has no place any more, what it belonged to was removed meanwhile. Load the job again.`,
    });
}

/** What stands in a log stays as it was written, and everybody writes there for themselves. */
function refuseRewriting({ edit, person }: Writing): void {
  for (const change of edit.changes) {
    if (altersLog(change, change.baseVersion > 0))
      throw new HttpProblem(422, {
        title: 'The log stays as it is',
        detail: `${rulesOfKind(change.kind).name}: what was written is not changed or removed; write a new entry that takes it back.`,
      });
    if (change.kind === 'fittingEntry' && change.after && change.after.by?.id !== person.id)
      throw new HttpProblem(422, {
        title: 'Written for somebody else',
        detail:
          'An entry of the fitting log is written by whoever is signed in. Sign in as the one who did it.',
      });
  }
}

/** A job keeps the number it was given, whatever is sent. */
function keepNumber(edit: SentEdit, before: JobRecords): SentEdit {
  const number = headerOf(before)?.number ?? null;
  const changes = edit.changes.map((change) =>
    change.kind === 'job' && change.after ? { ...change, after: { ...change.after, number } } : change,
  );
  return { ...edit, changes };
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

/** A plan of days is proved before it is written: people go by it. */
function refuseImpossibleDays({ edit }: Writing): void {
  for (const change of edit.changes) {
    if (change.kind !== 'visit' || !change.after) continue;
    const [fault] = checkDay(change.after.day, change.after.plan);
    if (fault)
      throw new HttpProblem(422, {
        title: 'The days can’t be worked so',
        detail: `${fault.sentence} The plan was not kept; plan again.`,
      });
  }
}

/** What the change of a kept plan does to the rack, in the same transaction; gives what is to be mended by hand. */
async function followPlan(tx: Tx, { jobId, person, edit, now }: Writing, before: KeptPlan | null) {
  const change = edit.changes.find((each) => each.kind === 'plan');
  if (change?.kind !== 'plan') return [];
  const { after } = change;
  if (after && !sameData([before?.job, before?.plan], [after.job, after.plan])) refuseFaulty(after);
  return rackFollowsPlan(tx, { shopId: person.shopId, jobId, now }, before, after);
}

interface JobRow {
  readonly shelf: string;
  readonly revision: number;
}

/**
 * Holds the job, and says with it that this edit is told by whoever commits it, not by the transaction (migration 0016).
 */
const holdJob = (jobId: string): ReadQuery => ({
  name: 'edit_hold',
  text: `select shelf, version as revision, set_config('app.tells_itself', 'yes', true) from jobs where id = $1 for update`,
  values: [jobId],
});

interface AroundRow {
  /** What this edit has made already; null where it is new. */
  readonly versions: Record<string, number> | null;
  readonly stamps: readonly StampRow[];
}

/** Whether the edit is a repeated one, and which films and rules stand: asked once the job is held, so that it stays so. */
const readAround = (jobId: string, editId: string, filmIds: readonly string[]): ReadQuery => ({
  name: 'edit_around',
  text: `select (select versions from job_edits where job_id = $1 and edit_id = $2) as versions,
    (select coalesce(json_agg(stamp), '[]') from (${stampsOf('$3')}) as stamp) as stamps`,
  values: [jobId, editId, filmIds],
});

/** Films on panes of a job, and on those that an edit brings. */
function filmsOf(job: JobAnswer | null, edit: SentEdit): string[] {
  const brought = edit.changes.flatMap((change) =>
    change.kind === 'pane' ? (change.after?.filmId ?? []) : [],
  );
  return [...new Set([...(job ? filmIdsOf(job.records) : []), ...brought])];
}

/** The records of an edit, the last change of each, with the versions they have then. */
function versionsOf({ changes }: SentEdit): Record<string, number> {
  return Object.fromEntries(
    changes.map(({ kind, id, baseVersion }) => [recordKey(kind, id), baseVersion + 1]),
  );
}

/** All that an edit writes, in one statement: its records, how far the job is, and itself. */
function writeAll({ jobId, person, edit, now }: Writing, revision: number, outline: unknown): ReadQuery {
  const rows = new Map(
    edit.changes.map(({ kind, id, baseVersion, after }) => [
      recordKey(kind, id),
      { kind, id, version: baseVersion + 1, data: after },
    ]),
  );
  return {
    name: 'edit_write',
    text: `with records as (
        insert into job_records (shop_id, job_id, kind, id, version, data, changed_by, changed_at)
        select $1, $2, kind, id, version, data, $3, $4
        from jsonb_to_recordset($5::jsonb) as sent (kind text, id text, version int, data jsonb)
        on conflict (job_id, kind, id) do update set version = excluded.version, data = excluded.data,
          changed_by = excluded.changed_by, changed_at = excluded.changed_at
      ), job as (
        update jobs set changed_at = $4, outline = $6, outline_stale = false, version = $7 where id = $2
      )
      insert into job_edits (edit_id, shop_id, job_id, person_id, label, changes, versions, at)
      values ($8, $1, $2, $3, $9, $10, $11, $4)`,
    values: [
      person.shopId,
      jobId,
      person.id,
      now,
      JSON.stringify([...rows.values()]),
      outline === null ? null : JSON.stringify(outline),
      revision,
      edit.editId,
      edit.label,
      JSON.stringify(edit.changes),
      JSON.stringify(versionsOf(edit)),
    ],
  };
}

/** What an edit has made of its job, and what is answered. */
interface Written {
  readonly answer: EditAnswer;
  /** As it is now; null where nothing was written. */
  readonly job: JobAnswer | null;
}

/**
 * Writes one edit and commits it, all of it or nothing, with what follows from it: the rack follows the kept plan, and how
 * far the job is stands with it. Repeating it (the answer got lost) changes nothing and gives the same versions; a record
 * changed since makes the whole edit stale: 409 with what stands now. Whoever calls tells the others.
 */
export async function writeEdit(quick: QuickTx, known: Known, sent: Writing): Promise<Written> {
  const { jobId, person, now } = sent;
  const { shopId } = person;
  // Sent together: what is asked for is guessed by the job as it is known, and asked again where that was another.
  const guessed = known.jobs.last(shopId, jobId);
  const guessedFilms = filmsOf(guessed, sent.edit);
  const [[row], [around]] = await Promise.all([
    quick.query<JobRow>(holdJob(jobId)),
    quick.query<AroundRow>(readAround(jobId, sent.edit.editId, guessedFilms)),
  ]);
  if (!row) throw notFound('The job');
  if (row.shelf === 'deleted')
    throw new HttpProblem(409, {
      title: 'Deleted',
      detail: 'This job has been deleted. Put it back under Jobs, Deleted; then what you did can be saved.',
    });
  if (!around) throw new Error('A statement that always gives a row gave none');
  if (around.versions)
    return { answer: { versions: around.versions, notices: [], revision: row.revision }, job: null };
  // The row is held: at this revision the job is as it is known, or it is read.
  const isKnown = guessed?.revision === row.revision;
  const before = isKnown ? guessed : await readJob(quick.tx(), jobId);
  if (!before) throw notFound('The job');
  const edit = keepNumber(sent.edit, before.records);
  const writing = { ...sent, edit };
  const planBefore = before.records.plan[PLAN_ID] ?? null;
  for (const { kind, after } of edit.changes)
    if (!mayChange(person.role, kind, kind === 'plan' ? planBefore : null, after))
      throw notAllowed(
        `The role ${person.role} may not change this part of a job (${rulesOfKind(kind).name}); ask the owner.`,
      );
  const stale = staleRecords(before, edit);
  if (stale.length === 0) {
    refuseRewriting(writing);
    refuseImpossibleDays(writing);
    await refuseOfQuotes(writing, before.records, quick);
  }
  if (stale.length > 0)
    throw new HttpProblem(409, {
      title: 'Changed since',
      detail: 'Somebody has changed the same thing since you loaded it. Both are kept: compare and choose.',
      stale,
    });
  const job = withChanges(before, edit.changes);
  refuseDangling(job.records);
  const notices = edit.changes.some(({ kind }) => kind === 'plan')
    ? await followPlan(quick.tx(), writing, planBefore)
    : [];
  const stamps = isKnown ? around.stamps : await quick.query<StampRow>(readStamps(filmsOf(job, edit)));
  const shop = await filmsAndRulesOf(quick.tx, stamps, { books: known.books, shopId });
  await quick.finishWith(writeAll(writing, job.revision, outlineFrom(shop, job.records, now)));
  return { answer: { versions: versionsOf(edit), notices, revision: job.revision }, job };
}
