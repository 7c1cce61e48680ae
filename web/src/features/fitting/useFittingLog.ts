import { addRecord } from '@neat-sill/core/record';
import type { LogSays } from '@neat-sill/core/fitting';
import { useCallback } from 'react';
import { useSessionQuery } from '../../api/api.ts';
import { useJob } from '../job/index.ts';

/** What is written into the log at once: of which pane, null for the whole job. */
export type ToWrite = readonly [paneId: string | null, says: LogSays];

/** Writes into the log of fitting, as whoever is signed in; several entries are one act for undo. */
export function useFittingLog(): (label: string, entries: readonly ToWrite[]) => void {
  const { edit } = useJob();
  const { data: session } = useSessionQuery();
  const person = session?.person;
  return useCallback(
    (label, entries) => {
      const at = new Date().toISOString();
      const by = person ? { id: person.id, name: person.name } : null;
      edit(
        label,
        entries.map(([paneId, says]) =>
          addRecord('fittingEntry', crypto.randomUUID(), { paneId, at, by, says }),
        ),
      );
    },
    [edit, person],
  );
}

/** Who is signed in, by name; empty while that is not known. */
export function useMyName(): string {
  const { data: session } = useSessionQuery();
  return session?.person?.name ?? '';
}
