import { groupsToDo, stepsToDo, type StepGroup } from '@neat-sill/core/fitting';
import { againstFitting, type DerivedPane } from '@neat-sill/core/job';
import { wallTitle } from '@neat-sill/core/survey';
import { countOf, listOf } from '@neat-sill/core/units';
import { GROUP_NAMES } from '@neat-sill/core/words';
import { Check } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { Paper } from '../papers/index.ts';
import { useAppDispatch, useJob, viewActions } from '../job/index.ts';
import { useFittingLog, type ToWrite } from './useFittingLog.ts';

const MARKS: readonly StepGroup[] = ['prepared', 'hung', 'trimmed', 'lookedAt'];
const MARK_ACTS: Readonly<Record<StepGroup, string>> = {
  prepared: 'Prepared',
  hung: 'Hung',
  trimmed: 'Trimmed',
  lookedAt: 'Looked at, done',
  later: GROUP_NAMES.later,
};

/** Marks a stretch of the work as done on several panes at once. */
export function MarkSeveral({
  panes: chosen,
  onMarked,
}: {
  panes: readonly DerivedPane[];
  onMarked: () => void;
}) {
  const write = useFittingLog();
  const { derived } = useJob();
  const panes = chosen.filter((pane) =>
    againstFitting(pane, derived).every(({ takenBy }) => takenBy !== null),
  );
  const waiting = chosen.filter((pane) => !panes.includes(pane));
  const mark = (group: StepGroup) => {
    const entries = panes.flatMap((pane): ToWrite[] => {
      if (!pane.fittingPlan) return [];
      const first = groupsToDo(stepsToDo(pane.fittingPlan, pane.fitting)).filter(
        ({ afterDays }) => afterDays === 0,
      );
      const upTo = MARKS.slice(0, MARKS.indexOf(group) + 1);
      const keys = first
        .filter((each) => upTo.includes(each.group))
        .flatMap(({ steps }) => steps.flatMap(({ key, isDone }) => (isDone ? [] : [key])));
      const ends =
        group === 'lookedAt' && pane.fitting.doneAt === null && pane.fitting.openFaults.length === 0;
      return [
        ...(keys.length > 0 ? [[pane.id, { kind: 'steps', steps: keys }] as const] : []),
        ...(ends
          ? [[pane.id, { kind: 'done', timesCount: false, openFaults: [], takenBy: null }] as const]
          : []),
      ];
    });
    write(`${MARK_ACTS[group]}: ${countOf(panes.length, 'pane')}`, entries);
    onMarked();
  };
  return (
    <>
      {waiting.length > 0 && (
        <Note tone="no">
          Not yet: pane {listOf(waiting.map(({ record }) => record.label))}. Open one to see what stands
          against it.
        </Note>
      )}
      <div
        className="grid grid-cols-2 gap-2"
        role="group"
        aria-label={`Mark ${countOf(panes.length, 'pane')}`}
      >
        {MARKS.map((group) => (
          <Button key={group} className="min-h-14" disabled={panes.length === 0} onClick={() => mark(group)}>
            {MARK_ACTS[group]}
          </Button>
        ))}
      </div>
    </>
  );
}

function stateOf({ fitting, fittingPlan }: DerivedPane): string {
  if (fitting.openFaults.length > 0) return countOf(fitting.openFaults.length, 'fault');
  if (fitting.doneAt) return 'done';
  if (!fittingPlan || Object.keys(fitting.ticks).length === 0) return 'to do';
  const at = groupsToDo(stepsToDo(fittingPlan, fitting)).find(({ isDone }) => !isDone);
  return at ? GROUP_NAMES[at.group].toLowerCase() : 'begun';
}

/** All panes of the job: go to one, or choose several and mark them together. */
export function PaneList({ onClose }: { onClose: () => void }) {
  const { derived, records } = useJob();
  const dispatch = useAppDispatch();
  const [several, setSeveral] = useState<ReadonlySet<string> | null>(null);
  const tap = (pane: DerivedPane) => {
    if (several) {
      const next = new Set(several);
      if (!next.delete(pane.id)) next.add(pane.id);
      setSeveral(next);
      return;
    }
    dispatch(viewActions.wallShown(pane.wallId));
    dispatch(viewActions.selected([pane.id]));
    onClose();
  };
  const chosen = derived.panes.filter(({ id }) => several?.has(id));
  return (
    <Sheet title="Panes" open onClose={onClose}>
      <div className="flex justify-between gap-2">
        <Button
          className="min-h-12"
          aria-pressed={several !== null}
          onClick={() => setSeveral(several ? null : new Set())}
        >
          {several ? 'One at a time' : 'Mark several'}
        </Button>
        <Button className="min-h-12" onClick={onClose}>
          Close
        </Button>
      </div>
      <ul className="grid grid-cols-3 gap-2">
        {derived.panes.map((pane) => (
          <li key={pane.id}>
            <button
              type="button"
              aria-pressed={several ? several.has(pane.id) : undefined}
              className="relative min-h-16 w-full rounded-sm border border-hairline bg-putty px-1 aria-pressed:border-edge aria-pressed:bg-edge-tint"
              onClick={() => tap(pane)}
            >
              {several?.has(pane.id) && (
                <Check size={18} className="absolute top-1 right-1 text-edge" aria-hidden />
              )}
              <span className="block text-lg font-bold">{pane.record.label}</span>
              <span className="block text-xs text-quiet">
                {wallTitle(records, records.wall[pane.wallId])}
              </span>
              <span className="block text-sm text-quiet">{stateOf(pane)}</span>
            </button>
          </li>
        ))}
      </ul>
      {!several && <Paper kind="steps" disabledBecause={null} />}
      {chosen.length > 0 && (
        <>
          <p className="font-semibold">{countOf(chosen.length, 'pane')}, done up to:</p>
          <MarkSeveral panes={chosen} onMarked={onClose} />
        </>
      )}
    </Sheet>
  );
}
