import { tickOf, type FittingState, type StepToDo } from '@neat-sill/core/fitting';
import { countOf } from '@neat-sill/core/units';
import { STEP_NAMES } from '@neat-sill/core/words';
import { Check } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { showTime } from '../../ui/format.ts';
import { useFittingLog } from './useFittingLog.ts';

/** A step that was ticked late, with when it was really done. */
function TimeSheet({
  paneId,
  stepToDo,
  at,
  onClose,
}: {
  paneId: string;
  stepToDo: StepToDo;
  at: string;
  onClose: () => void;
}) {
  const write = useFittingLog();
  const [time, setTime] = useState(showTime(at));
  const save = () => {
    const [hours = 0, minutes = 0] = time.split(':').map(Number);
    const moment = new Date(at);
    moment.setHours(hours, minutes, 0, 0);
    write(`Time of ${STEP_NAMES[stepToDo.step.code].toLowerCase()}`, [
      [paneId, { kind: 'doneAt', step: stepToDo.key, doneAt: moment.toISOString() }],
    ]);
    onClose();
  };
  return (
    <Sheet title={`${STEP_NAMES[stepToDo.step.code]}: when was it done?`} open onClose={onClose}>
      <TextField label="Time" type="time" value={time} onChange={(event) => setTime(event.target.value)} />
      <div className="flex justify-end gap-2">
        <Button className="min-h-12" onClick={onClose}>
          Cancel
        </Button>
        <Button className="min-h-12" weight="act" disabled={!/^\d\d:\d\d/.test(time)} onClick={save}>
          Save time
        </Button>
      </div>
    </Sheet>
  );
}

export const nameOfStep = ({ step }: Pick<StepToDo, 'step'>): string =>
  typeof step.figures['panel'] === 'number'
    ? `${STEP_NAMES[step.code]}, panel ${step.figures['panel']}`
    : STEP_NAMES[step.code];

interface StepListProps {
  readonly paneId: string;
  readonly todo: readonly StepToDo[];
  readonly at: StepToDo | null;
  readonly state: FittingState;
  readonly onChoose: (key: string) => void;
}

/** All steps of a pane, visit by visit, with when and by whom each was done; a late tick is put right here. */
export function StepList({ paneId, todo, at, state, onChoose }: StepListProps) {
  const [late, setLate] = useState<StepToDo | null>(null);
  const lateTick = late && tickOf(state, late.key);
  return (
    <>
      <ol className="flex flex-col" aria-label="Steps">
        {todo.map((each, place) => {
          const tick = tickOf(state, each.key);
          const begins = each.afterDays > 0 && todo[place - 1]?.afterDays !== each.afterDays;
          return (
            <li key={`${each.afterDays} ${each.key}`}>
              {begins && (
                <p className="mt-2 border-t border-ink pt-1 text-sm font-semibold">
                  A later visit, after {countOf(each.afterDays, 'day')}
                </p>
              )}
              <div
                className={`flex min-h-12 items-center gap-1 border-t border-hairline-soft md:min-h-9 ${each.key === at?.key ? 'bg-ochre-tint font-bold' : ''}`}
              >
                <button
                  type="button"
                  aria-current={each.key === at?.key ? 'step' : undefined}
                  onClick={() => onChoose(each.key)}
                  className="flex min-h-12 flex-1 items-center gap-3 px-2 text-left md:min-h-9"
                >
                  <span className="w-6 text-right text-sm text-quiet">{place + 1}</span>
                  <span className="flex-1">{nameOfStep(each)}</span>
                </button>
                {tick && (
                  <button
                    type="button"
                    className="flex min-h-12 items-center gap-1 px-2 text-sm font-normal text-quiet underline-offset-3 hover:underline md:min-h-9"
                    aria-label={`${nameOfStep(each)}, done ${showTime(tick.at)}: change the time`}
                    onClick={() => setLate(each)}
                  >
                    <Check size={16} className="text-edge" aria-hidden />
                    {tick.by && `${tick.by.name.split(' ')[0]} `}
                    {showTime(tick.at)}
                  </button>
                )}
              </div>
            </li>
          );
        })}
      </ol>
      {late && lateTick && (
        <TimeSheet paneId={paneId} stepToDo={late} at={lateTick.at} onClose={() => setLate(null)} />
      )}
    </>
  );
}
