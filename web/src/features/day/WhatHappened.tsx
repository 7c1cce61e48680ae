import type { DayEvent, Happened, Move } from '@neat-sill/core/day';
import { SITE } from '@neat-sill/core/visits';
import { countOf, listOf } from '@neat-sill/core/units';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { minuteOf, showDay, showMinute } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { useReplannedDays, type ReplanOrder } from './usePlannedDays.ts';
import type { Visit } from './useVisit.ts';

type What = 'nothing' | 'away' | 'closed' | 'rain' | 'takes';
const WHAT: readonly (readonly [What, string])[] = [
  ['nothing', 'We are late or early'],
  ['takes', 'A task takes longer'],
  ['away', 'Somebody is not there'],
  ['closed', 'Nobody is let in'],
  ['rain', 'It rains on what is outside'],
];

/** What moved, task by task. */
function Moved({ visit, moved }: { visit: Visit; moved: readonly Move[] }) {
  const { said, timeOf, clock, workers, choices } = visit;
  const nameOf = (id: string) => workers.find((worker) => worker.id === id)?.name ?? '?';
  const at = (put: Move['after']) =>
    put
      ? `${choices.days > 1 ? `${showDay(clock.dayOf(clock.local(put.start).day))}, ` : ''}${timeOf(put.start)}, ${listOf(put.people.map(nameOf))}`
      : 'not in the plan';
  if (moved.length === 0) return <p>Nothing has to move.</p>;
  return (
    <ul aria-label="What moves">
      {moved.map(({ taskId, before, after }) => (
        <li key={taskId} className="border-t border-hairline-soft py-1">
          <b>{said(taskId)}</b>: {at(before)} <span aria-hidden="true">→</span>
          <span className="sr-only">becomes</span> {at(after)}
        </li>
      ))}
    </ul>
  );
}

/** Something happened in the middle of the day: the rest is planned anew, and what moves is said before it is taken. */
export function WhatHappened({ visit }: { visit: Visit }) {
  const { kept, asked, clock, workers, said, derived, nowMinute } = visit;
  const [what, setWhat] = useState<What>('nothing');
  const [now, setNow] = useState(showMinute(clock.local(nowMinute).minute));
  const [dayAt, setDayAt] = useState(
    String(Math.max(0, Math.min(visit.choices.days - 1, clock.local(nowMinute).day))),
  );
  const [until, setUntil] = useState(showMinute(derived.rules.day.endHour * 60));
  const [who, setWho] = useState(workers[0]?.id ?? '');
  const [taskId, setTaskId] = useState('');
  const [minutes, setMinutes] = useState('60');
  const [order, setOrder] = useState<ReplanOrder | null>(null);
  const replanned = useReplannedDays(order);
  if (!kept || !asked) return null;
  const nowAt = clock.at(Number(dayAt), minuteOf(now));
  const untilAt = clock.at(Number(dayAt), minuteOf(until));
  const outside = [...asked.tasks].flatMap(([id, task]) =>
    task.kind === 'film' && derived.pane(task.paneId)?.toFit?.film.mount === 'outside' ? [id] : [],
  );
  const events: DayEvent[] =
    what === 'away'
      ? [{ kind: 'away', personId: who, from: nowAt, to: untilAt }]
      : what === 'closed'
        ? [{ kind: 'closed', placeId: SITE, from: clock.at(Number(dayAt), 0), to: untilAt }]
        : what === 'rain'
          ? [{ kind: 'avoid', from: nowAt, to: untilAt, taskIds: outside }]
          : what === 'takes' && taskId !== ''
            ? [{ kind: 'takes', taskId, minutes: Number(minutes) }]
            : [];
  const isReady =
    (what !== 'takes' || (taskId !== '' && Number(minutes) >= 1 && Number.isInteger(Number(minutes)))) &&
    (what === 'nothing' ||
      what === 'takes' ||
      untilAt > (what === 'closed' ? clock.at(Number(dayAt), 0) : nowAt));
  const facts = visit.soFar(nowAt);
  const happened: Happened = {
    now: nowAt,
    facts,
    events: [...(kept.happened?.events ?? []), ...events],
  };
  const { hourlyCost } = derived.rules.price;
  const ask = () =>
    setOrder({
      ...{ day: asked.day, plan: kept.plan, happened, pinned: [...visit.pins] },
      costPerMove: (derived.rules.day.moveMinutes * hourlyCost) / 60,
    });
  const found = replanned.kind === 'ready' ? replanned.replanned : null;
  return (
    <details className="border-t border-hairline pt-2">
      <summary className="min-h-8 cursor-pointer font-semibold">
        Something happened: plan the rest anew
      </summary>
      <div className="flex flex-col items-start gap-3 pt-2">
        <div className="flex flex-wrap items-end gap-3">
          <Choice
            label="What"
            value={what}
            options={WHAT.filter(([each]) => each !== 'rain' || outside.length > 0)}
            onChoose={setWhat}
          />
          {visit.choices.days > 1 && (
            <Choice
              label="On"
              value={dayAt}
              options={Array.from({ length: visit.choices.days }, (_, at): [string, string] => [
                String(at),
                showDay(clock.dayOf(at)),
              ])}
              onChoose={setDayAt}
            />
          )}
          <TextField
            label="It is now"
            type="time"
            value={now}
            onChange={(event) => setNow(event.target.value)}
          />
          {what === 'away' && (
            <Choice
              label="Who"
              value={who}
              options={workers.map(({ id, name }) => [id, name])}
              onChoose={setWho}
            />
          )}
          {(what === 'away' || what === 'closed' || what === 'rain') && (
            <TextField
              label="Until"
              type="time"
              value={until}
              onChange={(event) => setUntil(event.target.value)}
            />
          )}
          {what === 'takes' && (
            <>
              <Choice
                label="Task"
                value={taskId}
                options={kept.plan.assignments.map(({ taskId: id }) => [id, said(id)])}
                onChoose={setTaskId}
              />
              <TextField
                label="Minutes in all"
                inputMode="numeric"
                value={minutes}
                onChange={(event) => setMinutes(event.target.value)}
              />
            </>
          )}
          <Button onClick={ask} disabled={!isReady || replanned.kind === 'planning'}>
            Plan the rest anew
          </Button>
        </div>
        <p className="text-sm text-quiet">
          {facts.length === 0
            ? 'Nothing is done yet.'
            : `${countOf(facts.length, 'task')} done or going on, by the fitting log and what should be over by the plan. What is done stays as it was.`}
        </p>
        {replanned.kind === 'planning' && <p role="status">Looking for what moves least</p>}
        {replanned.kind === 'wrong' && (
          <Note tone="no" role="alert">
            The rest can’t be worked so, and nothing was changed: {replanned.sentence}
          </Note>
        )}
        {found && (
          <section aria-label="The rest of the day" className="flex w-full flex-col items-start gap-2">
            <h3 className="font-bold">
              {found.moved.length === 0 ? 'The plan holds' : `${countOf(found.moved.length, 'task')} to move`}
            </h3>
            <Moved visit={visit} moved={found.moved} />
            <Button
              weight="act"
              onClick={() => {
                visit.keepReplanned({ day: found.day, plan: found.plan }, happened);
                setOrder(null);
              }}
            >
              Take this
            </Button>
          </section>
        )}
      </div>
    </details>
  );
}
