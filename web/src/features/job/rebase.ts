import { recordKey, type StaleRecord } from '@neat-sill/core/contract';
import { mergeData, type Change, type Edit, type MergeConflict } from '@neat-sill/core/job';

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
