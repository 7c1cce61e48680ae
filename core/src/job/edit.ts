import { deepEqual } from 'fast-equals';
import { fail, succeed, type Result } from '../units/index.ts';
import type { JobRecords, RecordData, RecordKind } from './records.ts';

/** One record before and after; null where there is none. */
export type Change = {
  [Kind in RecordKind]: {
    readonly kind: Kind;
    readonly id: string;
    readonly before: RecordData[Kind] | null;
    readonly after: RecordData[Kind] | null;
  };
}[RecordKind];

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

export function recordAt<Kind extends RecordKind>(
  records: JobRecords,
  kind: Kind,
  id: string,
): RecordData[Kind] | null {
  return records[kind][id] ?? null;
}

/** Writes one record, or takes it away, without asking what was there. */
export function withRecord(records: JobRecords, change: Pick<Change, 'kind' | 'id' | 'after'>): JobRecords {
  const ofKind: Record<string, unknown> = { ...records[change.kind] };
  if (change.after === null) Reflect.deleteProperty(ofKind, change.id);
  else ofKind[change.id] = change.after;
  return { ...records, [change.kind]: ofKind };
}

/** Applies an edit when every record is as the edit found it; else says which one somebody else has changed since. */
export function applyEdit(records: JobRecords, edit: Edit): Result<JobRecords, EditProblem> {
  for (const { kind, id, before } of edit.changes)
    if (!deepEqual(recordAt(records, kind, id), before)) return fail({ code: 'edit.changedSince', kind, id });
  return succeed(edit.changes.reduce(withRecord, records));
}

/** The edit that takes this one back exactly. */
export function invertEdit(edit: Edit, id: string): Edit {
  const changes = edit.changes.map(
    (change) => ({ ...change, before: change.after, after: change.before }) as Change,
  );
  return { id, label: edit.label, changes: changes.reverse() };
}

/** A change of some fields of a record that is there; null when there is no such record or nothing would change. */
export function patchRecord<Kind extends RecordKind>(
  records: JobRecords,
  kind: Kind,
  id: string,
  patch: Partial<RecordData[Kind]>,
): Change | null {
  const before = recordAt(records, kind, id);
  if (!before) return null;
  const after = { ...before, ...patch };
  return deepEqual(before, after) ? null : ({ kind, id, before, after } as Change);
}

export function addRecord<Kind extends RecordKind>(kind: Kind, id: string, data: RecordData[Kind]): Change {
  return { kind, id, before: null, after: data } as Change;
}

/** Takes a record away with all that hangs on it: a room's walls, a wall's panes, a pane's fitting. */
export function removeWithDependents(records: JobRecords, kind: RecordKind, id: string): Change[] {
  const own = recordAt(records, kind, id);
  if (!own) return [];
  const dependents = (() => {
    switch (kind) {
      case 'room':
        return idsWhere(records.wall, (wall) => wall.roomId === id).flatMap((at) =>
          removeWithDependents(records, 'wall', at),
        );
      case 'wall':
        return idsWhere(records.pane, (pane) => pane.wallId === id).flatMap((at) =>
          removeWithDependents(records, 'pane', at),
        );
      case 'pane':
        return removeWithDependents(records, 'fitting', id);
      case 'job':
      case 'fitting':
      case 'plan':
      case 'sold':
        return [];
    }
  })();
  return [...dependents, { kind, id, before: own, after: null } as Change];
}

function idsWhere<Data>(records: Readonly<Record<string, Data>>, test: (data: Data) => boolean): string[] {
  return Object.entries(records).flatMap(([id, data]) => (test(data) ? [id] : []));
}

export function sameData(one: unknown, other: unknown): boolean {
  return deepEqual(one, other);
}
