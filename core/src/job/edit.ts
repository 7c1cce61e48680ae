import { deepEqual } from 'fast-equals';
import { recordAt, withRecord, type RecordParent } from '../record/index.ts';
import { fail, succeed, type Result } from '../units/index.ts';
import { RECORD_KINDS, rulesOfKind, type Change, type JobRecords, type RecordKind } from './records.ts';

/** What somebody did in a job, as a value: it can be applied, undone, stored and sent. */
export interface Edit {
  readonly id: string;
  /** In the user's words, for undo: "Read width at top of 3". */
  readonly label: string;
  readonly changes: readonly Change[];
}

export interface EditProblem {
  readonly code: 'edit.changedSince';
  readonly kind: RecordKind;
  readonly id: string;
}

/** Applies an edit when every record is as the edit found it; else says which one somebody else has changed since. */
export function applyEdit(records: JobRecords, edit: Edit): Result<JobRecords, EditProblem> {
  for (const { kind, id, before } of edit.changes)
    if (!deepEqual(recordAt(records, kind, id), before)) return fail({ code: 'edit.changedSince', kind, id });
  return succeed(edit.changes.reduce<JobRecords>(withRecord, records));
}

/** The edit that takes this one back exactly; what it wrote into a log is said to be a mistake. */
export function invertEdit(edit: Edit, id: string): Edit {
  const changes = edit.changes.map((change, at) => {
    const { takenBack } = rulesOfKind(change.kind);
    return (
      takenBack && change.after
        ? { kind: change.kind, id: `${id}-${at}`, before: null, after: takenBack(change.id, change.after) }
        : { ...change, before: change.after, after: change.before }
    ) as Change;
  });
  return { id, label: edit.label, changes: changes.reverse() };
}

/** The edit done once more after it was taken back; a log gets what it wrote again. */
export function repeatEdit(edit: Edit, id: string): Edit {
  const changes = edit.changes.map(
    (change, at) =>
      (rulesOfKind(change.kind).takenBack ? { ...change, id: `${id}-${at}` } : change) as Change,
  );
  return { id, label: edit.label, changes };
}

/** Whether a change would alter or take away what stands in a log. */
export function altersLog({ kind, after }: Pick<Change, 'kind' | 'after'>, isThere: boolean): boolean {
  return rulesOfKind(kind).takenBack !== undefined && (isThere || after === null);
}

/** All records with what they hang on, by the rules of their kinds. */
function withParents(records: JobRecords): { kind: RecordKind; id: string; parent: RecordParent | null }[] {
  return RECORD_KINDS.flatMap((kind) =>
    Object.entries(records[kind]).map(([id, data]) => ({
      kind,
      id,
      parent: rulesOfKind(kind).parentOf?.(data, id) ?? null,
    })),
  );
}

/** Takes a record away with all that hangs on it: a room's walls, a wall's panes, a pane's fitting. */
export function removeWithDependents(records: JobRecords, kind: RecordKind, id: string): Change[] {
  const own = recordAt(records, kind, id);
  if (!own) return [];
  const dependents = withParents(records)
    .filter(({ parent }) => parent?.kind === kind && parent.id === id)
    .flatMap((child) => removeWithDependents(records, child.kind, child.id));
  return [...dependents, { kind, id, before: own, after: null } as Change];
}

/** Records that hang on nothing: panes without a wall, walls without a room, fittings without a pane. */
export function danglingRecords(records: JobRecords): { kind: RecordKind; id: string }[] {
  const isThere = ({ kind, id }: RecordParent) => Object.hasOwn(records[kind as RecordKind] ?? {}, id);
  return withParents(records).flatMap(({ kind, id, parent }) =>
    parent && !isThere(parent) ? [{ kind, id }] : [],
  );
}
