import { moveTask, type DayPlan } from '@neat-sill/core/day';
import { SECOND_PART, whyThere } from '@neat-sill/core/visits';
import { describeNotThere, describeWhyThere } from '@neat-sill/core/words';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { minuteOf, showMinute } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import type { Visit } from './useVisit.ts';
import { handsAfter } from './visitChoices.ts';

interface ChosenProps {
  readonly visit: Visit;
  readonly taskId: string;
}

/** Puts the chosen task at another time or in other hands without dragging. */
function PutElsewhere({ visit, taskId, plan }: ChosenProps & { readonly plan: DayPlan }) {
  const { clock, day, workers, said } = visit;
  const put = plan.assignments.find((each) => each.taskId === taskId);
  const local = clock.local(put?.start ?? 0);
  const shown = showMinute(local.minute);
  const [time, setTime] = useState(shown);
  const [who, setWho] = useState(put?.people[0] ?? '');
  const [against, setAgainst] = useState<string | null>(null);
  if (!put || !day) return null;
  const nameOf = (id: string | undefined) => workers.find((worker) => worker.id === id)?.name ?? '?';
  const move = () => {
    const start = clock.at(local.day, minuteOf(time));
    const people = handsAfter(put, put.people[0] ?? who, who);
    const { plan: moved, faults } = moveTask(day, plan, taskId, { people, start });
    setAgainst(
      faults.length > 0
        ? describeNotThere(
            faults.map(({ code }) => code),
            said(taskId),
          )
        : null,
    );
    if (faults.length === 0) visit.keepMoved(taskId, moved);
  };
  return (
    <>
      <div className="flex flex-wrap items-end gap-2">
        <TextField
          label="Begin at"
          type="time"
          value={time}
          onChange={(event) => setTime(event.target.value)}
        />
        <Choice
          label={put.people.length > 1 ? `Instead of ${nameOf(put.people[0])}` : 'By'}
          value={who}
          options={workers
            .filter(({ id }) => id === put.people[0] || !put.people.includes(id))
            .map(({ id, name }) => [id, name])}
          onChoose={setWho}
        />
        <Button onClick={move} disabled={time === shown && who === put.people[0]}>
          Move it there
        </Button>
      </div>
      {against && (
        <Note tone="no" role="alert">
          {against}
        </Note>
      )}
    </>
  );
}

/** From which pane on a room is worked for itself. */
function SplitRoom({ visit, taskId }: ChosenProps) {
  const { taskOf, derived, choices, setChoices, labelOf } = visit;
  const task = taskOf(taskId);
  const [firstId, setFirstId] = useState('');
  if (task?.kind !== 'setUp' || task.roomId.endsWith(SECOND_PART)) return null;
  const { roomId } = task;
  const isSplit = choices.splits.some((split) => split.roomId === roomId);
  const own = derived.panes.filter(
    ({ id, wallId }) =>
      visit.asked?.tasks.has(`film ${id}`) && derived.wall(wallId)?.record.roomId === roomId,
  );
  if (isSplit)
    return (
      <Button
        onClick={() =>
          setChoices({ ...choices, splits: choices.splits.filter((split) => split.roomId !== roomId) })
        }
      >
        Work the room in one again
      </Button>
    );
  if (own.length < 2) return null;
  const from = own.findIndex(({ id }) => id === firstId);
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Choice
        label="Split the room before pane"
        value={firstId}
        options={[['', 'choose'], ...own.slice(1).map(({ id }): [string, string] => [id, labelOf(id)])]}
        onChoose={setFirstId}
      />
      <Button
        disabled={from < 1}
        onClick={() =>
          setChoices({
            ...choices,
            splits: [...choices.splits, { roomId, paneIds: own.slice(from).map(({ id }) => id) }],
          })
        }
      >
        Split it
      </Button>
    </div>
  );
}

/** The task that was pressed: why it stands there, and what can be done to it. */
export function ChosenTask({ visit, taskId }: ChosenProps) {
  const { day, plan, said, timeOf, workers, pins } = visit;
  const put = plan?.assignments.find((each) => each.taskId === taskId);
  if (!day || !plan || !put) return null;
  const isPinned = pins.has(taskId);
  return (
    <section aria-label="The chosen task" className="flex flex-col gap-2 border-l-2 border-edge pl-3">
      <p role="status">
        <b>{said(taskId)}.</b>{' '}
        {isPinned
          ? 'It is held where it is.'
          : describeWhyThere(whyThere(day, plan, taskId, visit.besideSun(taskId)), {
              time: timeOf,
              task: (id) => said(id).toLowerCase(),
              person: (id) => workers.find((worker) => worker.id === id)?.name ?? 'Somebody',
            })}
      </p>
      <PutElsewhere
        key={`${taskId} ${put.start} ${put.people.join()}`}
        visit={visit}
        taskId={taskId}
        plan={plan}
      />
      <div className="flex flex-wrap items-end gap-2">
        <Button onClick={() => visit.setPinned(taskId, !isPinned)}>
          {isPinned ? 'Let it move again' : 'Hold it where it is'}
        </Button>
        <SplitRoom visit={visit} taskId={taskId} />
      </div>
    </section>
  );
}
