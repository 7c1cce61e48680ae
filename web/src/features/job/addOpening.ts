import { addRecord, type Pane } from '@neat-sill/core/job';
import { NO_READINGS } from '@neat-sill/core/survey';
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
    opening: last?.opening ?? 'fixed',
    gapBeforeMm: last && job.wallPanes.length > 1 ? last.gapBeforeMm : defaultGapMm,
    sillMm: last?.sillMm ?? defaultSillMm,
    readings: NO_READINGS,
    glass: last?.glass ?? 'double',
    frame: last?.frame ?? 'timber',
    handle: null,
    filmId: null,
    seams: { allowed: true, axis: 'vertical' },
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
