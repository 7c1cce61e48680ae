import { paneToLookAt } from '@neat-sill/core/fitting';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { useAppDispatch, useJob, viewActions } from '../job/index.ts';
import { useFittingLog } from './useFittingLog.ts';

/** The pane that is to be looked at again now that more hang after it, and what was found there. */
export function LookAgain() {
  const { derived, rules } = useJob();
  const dispatch = useAppDispatch();
  const write = useFittingLog();
  const due = derived.pane(
    paneToLookAt(
      derived.panes.filter(({ toFit }) => toFit !== null),
      rules.fitting,
    ) ?? '',
  );
  if (!due) return null;
  const { label } = due.record;
  const found = (what: 'clean' | 'fault') => {
    const lookedAt =
      'lookAgain' in due.fitting.ticks ? [] : [[due.id, { kind: 'steps', steps: ['lookAgain'] }] as const];
    write(`Looked at pane ${label} again`, [[due.id, { kind: 'look', found: what }], ...lookedAt]);
    if (what === 'clean') return;
    dispatch(viewActions.wallShown(due.wallId));
    dispatch(viewActions.selected([due.id]));
  };
  return (
    <Note tone="no">
      <div className="flex flex-wrap items-center justify-between gap-2" role="group" aria-label="Look again">
        <span className="font-semibold">Look at pane {label} again, along all its edges.</span>
        <span className="flex gap-2">
          <Button className="min-h-12" onClick={() => found('clean')}>
            Clean
          </Button>
          <Button className="min-h-12" onClick={() => found('fault')}>
            Something found
          </Button>
        </span>
      </div>
    </Note>
  );
}
