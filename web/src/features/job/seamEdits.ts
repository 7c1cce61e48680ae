import type { SeamPlace } from '@neat-sill/core/cuts';
import type { Change } from '@neat-sill/core/job';
import { patchRecord } from '@neat-sill/core/record';
import type { OpenJob } from './useJob.ts';

/** The panes whose seams stand with those of a pane: itself first. */
export function panesSharing({ derived }: OpenJob, paneId: string): readonly string[] {
  const { panes } = derived.plan.job;
  const alike = panes.find(({ id }) => id === paneId)?.seams.alike;
  const others = panes.filter(
    ({ id, seams }) => alike !== undefined && seams.alike === alike && id !== paneId,
  );
  return [paneId, ...others.map(({ id }) => id)];
}

/** Puts the seams of a pane, and so of those that are alike; null leaves them to the plan. The last wish is the one that holds. */
export function putSeams(job: OpenJob, paneId: string, place: SeamPlace | null): (Change | null)[] {
  const { records } = job;
  return panesSharing(job, paneId).map((id) => {
    const seams = records.pane[id]?.seams;
    if (!seams) return null;
    return patchRecord(records, 'pane', id, {
      seams:
        place && id === paneId
          ? { ...seams, allowed: true, axis: place.axis, atMm: [...place.atMm] }
          : { ...seams, atMm: null },
    });
  });
}

/** Lets a pane have a place of its own, or takes it back among those that are alike. */
export function setAlone({ records }: OpenJob, paneId: string, alone: boolean): (Change | null)[] {
  const seams = records.pane[paneId]?.seams;
  return seams ? [patchRecord(records, 'pane', paneId, { seams: { ...seams, alone } })] : [];
}
