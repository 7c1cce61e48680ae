import { LEFT_OUT, describeUnplaced } from '@neat-sill/core/words';
import { group } from 'd3';
import { useJob, useLivePlan } from '../job/index.ts';
import { Note } from '../../ui/Note.tsx';

/** How near a film's plan is to the best there can be. */
export function Bound({ gap, filmName }: { gap: number; filmName: string }) {
  return (
    <p>
      {filmName}:{' '}
      {gap < 0.0005 ? (
        <b>no plan can use less film.</b>
      ) : (
        <>
          within <b>{(gap * 100).toFixed(1)} %</b> of the best possible: no plan can use less film than that.
        </>
      )}
    </p>
  );
}

/** Panes without a place in the plan, and why. */
export function NotPlanned() {
  const { job, leftOut, plan } = useLivePlan();
  const { records } = useJob();
  const label = (paneId: string) =>
    records.pane[paneId]?.label ?? job.panes.find(({ id }) => id === paneId)?.label ?? paneId;
  if (leftOut.length === 0 && (plan?.unplaced.length ?? 0) === 0) return null;
  return (
    <Note tone="doubt">
      {[...group(leftOut, ({ reason }) => reason)].map(([reason, panes]) => (
        <p key={reason}>
          Left out, {LEFT_OUT[reason]}: pane {panes.map(({ paneId }) => label(paneId)).join(', ')}.
        </p>
      ))}
      {plan?.unplaced.map(({ paneId, copy, reason }) => (
        <p key={`${paneId} ${copy}`}>
          Pane {label(paneId)}: {describeUnplaced(reason)}
        </p>
      ))}
    </Note>
  );
}
