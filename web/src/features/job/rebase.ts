import { recordKey, type JobAnswer, type StaleRecord } from '@neat-sill/core/contract';
import {
  danglingRecords,
  mergeData,
  type Change,
  type Edit,
  type JobRecords,
  type MergeConflict,
} from '@neat-sill/core/job';
import { recordAt, withRecord } from '@neat-sill/core/record';

/** An edit on its way to the server, with the version of each record it was made on. */
export interface QueuedEdit {
  readonly edit: Edit;
  readonly baseVersions: Readonly<Record<string, number>>;
}

export type Choice = 'mine' | 'theirs';

/** Where my edit and what stands on the server now say different things. */
export interface StaleClash {
  readonly stale: StaleRecord;
  readonly mine: Change;
  readonly conflicts: readonly MergeConflict[];
}

export function clashesOf(edit: Edit, stale: readonly StaleRecord[]): StaleClash[] {
  return stale.flatMap((record) => {
    const mine = edit.changes.find((change) => change.kind === record.kind && change.id === record.id);
    if (!mine) return [];
    return [{ stale: record, mine, conflicts: mergeData(mine.before, mine.after, record.theirs).conflicts }];
  });
}

/**
 * Puts queued edits on top of what others have written: fields only one side changed are both kept, fields both
 * changed go by the choice. Versions are counted on from those that stand now.
 */
export function rebaseEdits(
  queue: readonly QueuedEdit[],
  stale: readonly StaleRecord[],
  choice: Choice,
  newId: () => string,
): QueuedEdit[] {
  const current = new Map(stale.map((record) => [recordKey(record.kind, record.id), record.theirs]));
  const versions = new Map(stale.map((record) => [recordKey(record.kind, record.id), record.version]));
  return queue.flatMap(({ edit, baseVersions }): QueuedEdit[] => {
    const bases = { ...baseVersions };
    let moved = false;
    const changes = edit.changes.flatMap((change): Change[] => {
      const key = recordKey(change.kind, change.id);
      const version = versions.get(key);
      if (version === undefined) return [change];
      moved = true;
      const theirs = current.get(key) ?? null;
      const merged = mergeData(change.before, change.after, theirs);
      const after = choice === 'mine' ? merged.preferMine : merged.preferTheirs;
      if (merged.same(after, theirs)) return [];
      bases[key] = version;
      versions.set(key, version + 1);
      current.set(key, after);
      return [{ ...change, before: theirs, after } as Change];
    });
    if (!moved) return [{ edit, baseVersions }];
    return changes.length > 0 ? [{ edit: { ...edit, id: newId(), changes }, baseVersions: bases }] : [];
  });
}

/**
 * An edit put on the records as they stand: the same where it can be, null where something it changes is not there. What
 * somebody else has changed as well (`byOthers`) stays as it was made, so that the server finds it stale and it is asked.
 */
function onto(records: JobRecords, edit: Edit, byOthers: (key: string) => boolean): Edit | null {
  const changes = edit.changes.map((change): Change | null => {
    const { kind, id, before, after } = change;
    const now = recordAt(records, kind, id);
    if ((before === null) !== (now === null)) return null;
    const { conflicts, preferMine } = mergeData(before, after, now);
    if (conflicts.length > 0 && byOthers(recordKey(kind, id))) return change;
    return { ...change, before: now, after: preferMine } as Change;
  });
  return changes.includes(null) ? null : { ...edit, changes: changes as Change[] };
}

export interface AfterRefusal {
  readonly kept: readonly QueuedEdit[];
  /** What hung on the refused edit: it can't be without it. */
  readonly lost: readonly Edit[];
}

/**
 * The queue without its first edit, which the server refuses: every other one is put on what the server has, and only
 * those that change what the first one made, or hang on it, go with it.
 */
export function withoutFirst(
  queue: readonly QueuedEdit[],
  server: Pick<JobAnswer, 'records' | 'versions'>,
): AfterRefusal {
  const kept: QueuedEdit[] = [];
  const lost: Edit[] = [];
  let { records } = server;
  const versions: Record<string, number> = { ...server.versions };
  // As this device knew each record before the queue: where the server's is another, somebody else has written it.
  const known: Record<string, number> = Object.assign(
    {},
    ...queue.map(({ baseVersions }) => baseVersions).reverse(),
  );
  const byOthers = (key: string) => (server.versions[key] ?? 0) !== known[key];
  for (const { edit, baseVersions } of queue.slice(1)) {
    const moved = onto(records, edit, byOthers);
    const then = moved?.changes.reduce<JobRecords>(withRecord, records);
    if (!moved || !then || danglingRecords(then).length > 0) {
      lost.push(edit);
      continue;
    }
    const keys = moved.changes.map(({ kind, id }) => recordKey(kind, id));
    const asMade = new Set(
      edit.changes
        .filter((change) => moved.changes.includes(change))
        .map(({ kind, id }) => recordKey(kind, id)),
    );
    const baseOf = (key: string) => (asMade.has(key) ? (baseVersions[key] ?? 0) : (versions[key] ?? 0));
    kept.push({ edit: moved, baseVersions: Object.fromEntries(keys.map((key) => [key, baseOf(key)])) });
    for (const key of keys) versions[key] = (versions[key] ?? 0) + 1;
    records = then;
  }
  return { kept, lost };
}
