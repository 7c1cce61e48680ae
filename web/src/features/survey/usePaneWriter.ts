import { patchRecord } from '@neat-sill/core/record';
import type { Pane } from '@neat-sill/core/survey';
import { useJob, type PaneWithId } from '../job/index.ts';

/** Writes what was noted of one pane, under a name for the undo list. */
export function usePaneWriter(pane: PaneWithId): (label: string, patch: Partial<Pane>) => void {
  const job = useJob();
  return (label, patch) =>
    job.edit(`${label}, pane ${pane.label}`, [patchRecord(job.records, 'pane', pane.id, patch)]);
}
