import { formatShare } from '@neat-sill/core/units';
import { patchRecord } from '@neat-sill/core/record';
import { atMostCheaper, type CostAndBound } from '@neat-sill/core/cuts';
import { LEFT_OUT, describeCheaper, describeUnplaced } from '@neat-sill/core/words';
import { group } from 'd3';
import { Link } from 'react-router';
import { useJob, useLivePlan } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';

interface BoundProps {
  readonly filmName: string;
  /** How much above the theoretical minimum there can be, as a share. */
  readonly gap: number | null;
  readonly cost: CostAndBound | null;
}

/** How near a film's plan is to the best there can be, by its cost and by its length. */
export function Bound({ filmName, gap, cost }: BoundProps) {
  return (
    <p>
      {filmName}: <b>{describeCheaper(atMostCheaper([cost]))}</b>
      {gap !== null &&
        (gap < 0.0005
          ? ', the least film that will do'
          : `, ${formatShare(gap, 1)} more film than the theoretical minimum`)}
      .
    </p>
  );
}

/** Readings that nothing else speaks for, said before film is bought by them. */
export function ReadOnce() {
  const { derived, jobId } = useJob();
  if (derived.kept.kind !== 'none' || derived.readOnce.length === 0) return null;
  const labels = derived.readOnce.map(({ record }) => record.label);
  return (
    <Note tone="doubt">
      Read once each way, and like no other: pane {labels.join(', ')}. A slip would not show:{' '}
      <Link className="underline" to={`/jobs/${jobId}/survey`}>
        measure {labels.length === 1 ? 'it' : 'them'} again
      </Link>{' '}
      before film is bought.
    </Note>
  );
}

/** Panes without a place in the plan, and why. */
export function NotPlanned() {
  const { job, leftOut, plan } = useLivePlan();
  const { records, edit } = useJob();
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
          {reason === 'pane.fromTooSmall' && copy === 1 && (
            <Button
              size="low"
              className="mt-1 block"
              onClick={() =>
                edit(`Pane ${label(paneId)} off any roll`, [
                  patchRecord(records, 'pane', paneId, { fromRoll: null }),
                ])
              }
            >
              Pane {label(paneId)} off any roll
            </Button>
          )}
        </p>
      ))}
    </Note>
  );
}
