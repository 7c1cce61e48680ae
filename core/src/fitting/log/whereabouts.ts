import type { KnownEntry } from './state.ts';

/** Where somebody wrote last. */
export interface Whereabouts {
  readonly personId: string;
  readonly name: string;
  readonly paneId: string;
  readonly at: string;
}

/** The pane each person wrote of last, by the log of a job by pane; in the order of the names. */
export function whereabouts(log: ReadonlyMap<string | null, readonly KnownEntry[]>): readonly Whereabouts[] {
  const last = new Map<string, Whereabouts>();
  for (const [paneId, entries] of log)
    for (const { by, at } of entries) {
      if (!by || paneId === null) continue;
      const before = last.get(by.id);
      if (!before || Date.parse(before.at) < Date.parse(at))
        last.set(by.id, { personId: by.id, name: by.name, paneId, at });
    }
  return [...last.values()].sort((one, other) => one.name.localeCompare(other.name));
}
