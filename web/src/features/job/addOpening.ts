import { NEW_PANE, addRecord, type Pane } from '@neat-sill/core/job';
import { useAppDispatch } from './hooks.ts';
import { useJob, type OpenJob } from './useJob.ts';
import { viewActions } from './viewSlice.ts';

function nextLabel(job: OpenJob): string {
  const numbers = job.allPanes.map(({ label }) => Number.parseInt(label, 10)).filter(Number.isFinite);
  return String(Math.max(0, ...numbers) + 1);
}

/** What a new opening takes over from the one before it on its wall: what is most likely alike. */
function newPane(job: OpenJob, wallId: string): Pane {
  const last = job.wallPanes.at(-1);
  const { defaultGapMm, defaultSillMm } = job.rules.survey;
  return {
    wallId,
    label: nextLabel(job),
    order: 1 + Math.max(-1, ...job.allPanes.map(({ order }) => order)),
    ...NEW_PANE,
    opening: last?.opening ?? NEW_PANE.opening,
    gapBeforeMm: last && job.wallPanes.length > 1 ? last.gapBeforeMm : defaultGapMm,
    sillMm: last?.sillMm ?? defaultSillMm,
    glass: last?.glass ?? NEW_PANE.glass,
    frame: last?.frame ?? NEW_PANE.frame,
  };
}

/** Adds an opening to the wall, chooses it and puts the cursor in its first reading. */
export function useAddOpening(): () => void {
  const job = useJob();
  const dispatch = useAppDispatch();
  return () => {
    if (!job.wall) return;
    const id = crypto.randomUUID();
    const pane = newPane(job, job.wall.id);
    job.edit(`Add opening ${pane.label}`, [addRecord('pane', id, pane)]);
    dispatch(viewActions.selected([id]));
    dispatch(viewActions.readingAsked());
  };
}
