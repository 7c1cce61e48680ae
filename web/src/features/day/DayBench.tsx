import { endOfPlan, moveTask, shiftsWorked } from '@neat-sill/core/day';
import { wallTitle } from '@neat-sill/core/survey';
import { countOf, formatShare, listOf } from '@neat-sill/core/units';
import { describeNotThere, describeUnplacedTask } from '@neat-sill/core/words';
import { avoidedShare } from '@neat-sill/core/visits';
import { rollup } from 'd3';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { showDay, showMinute, showShortDay } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { useIsPhone } from '../../ui/useMedia.ts';
import { KitList } from '../fitting/index.ts';
import { Paper } from '../papers/index.ts';
import { rowsOf, rowsOfDays } from './board.ts';
import { Booking } from './Booking.tsx';
import { ChosenTask } from './ChosenTask.tsx';
import { SunDoubt } from './SunDoubt.tsx';
import { Timeline, type DraggedTo } from './Timeline.tsx';
import { useVisit, type Visit } from './useVisit.ts';
import { handsAfter, isDay } from './visitChoices.ts';
import { VisitForm } from './VisitForm.tsx';
import { Weather } from './Weather.tsx';
import { WhatHappened } from './WhatHappened.tsx';

function headingOf(visit: Visit): string {
  const { asked, day, plan, workers, choices, clock, taskOf, derived } = visit;
  const films = asked ? [...asked.tasks.values()].filter(({ kind }) => kind === 'film').length : 0;
  if (derived.panes.every(({ toFit, fitting }) => toFit === null || fitting.doneAt !== null) && films === 0)
    return 'No pane waits for its film';
  if (workers.length === 0) return 'Who comes?';
  const without = (plan?.unplaced ?? []).filter(({ taskId }) => taskOf(taskId)?.kind === 'film').length;
  if (without > 0)
    return `${without} of ${countOf(films, 'pane')} ${without === 1 ? 'does' : 'do'} not fit in ${choices.days === 1 ? 'this day' : 'these days'}`;
  const end = day && plan ? endOfPlan(day, plan) : null;
  if (end === null || !day || !plan) return 'Planning the day';
  const paid = shiftsWorked(day, plan).reduce((sum, { leaves, back }) => sum + back - leaves, 0);
  const last = clock.local(end);
  const when = `${showMinute(last.minute)}${choices.days > 1 ? `, ${showDay(clock.dayOf(last.day))}` : ''}`;
  return `Done at ${when}, ${countOf(workers.length, 'person', 'people')}, ${Math.floor(paid / 60)} h ${paid % 60} min paid`;
}

/** Whether the plan is kept, still looked for, and how good it is. */
function Standing({ visit: { plan, planned, keptHolds, kept, asked } }: { visit: Visit }) {
  if (!plan || !asked) return null;
  const gap = plan.lowerBound > 0 ? plan.cost / plan.lowerBound - 1 : null;
  return (
    <p className="text-sm text-quiet" role="status">
      {keptHolds ? 'Kept. ' : planned.kind === 'planning' ? 'Looking for a better one. ' : ''}
      {gap !== null && plan.unplaced.length === 0 && !(keptHolds && kept && kept.pins.length > 0) && (
        <span className="text-edge">
          {plan.proven ? 'The best there is. ' : `Within ${formatShare(gap)} of the best possible. `}
        </span>
      )}
      Nothing is filmed while the sun is on it.
    </p>
  );
}

function Unplaced({ visit: { plan, day, taskOf, labelOf, said } }: { visit: Visit }) {
  // A pane is named once, not each of its tasks.
  const unplaced = rollup(
    (plan?.unplaced ?? []).filter(({ taskId }) => taskOf(taskId)?.kind !== 'clean'),
    (tasks) => {
      const labels = tasks.flatMap(({ taskId }) => {
        const task = taskOf(taskId);
        return task?.kind === 'film' ? [labelOf(task.paneId)] : [];
      });
      const others = tasks.flatMap(({ taskId }) => (taskOf(taskId)?.kind === 'film' ? [] : [said(taskId)]));
      const panes = labels.length > 0 ? [`${labels.length === 1 ? 'Pane' : 'Panes'} ${listOf(labels)}`] : [];
      return [...panes, ...others];
    },
    ({ reason }) => reason,
  );
  if (unplaced.size === 0) return null;
  // Of the panes that are left out for the same reason the one that has the sun longest speaks for all.
  const avoidedFor = (reason: string) =>
    Math.max(
      0,
      ...(plan?.unplaced ?? []).flatMap((each) =>
        day && each.reason === reason ? [avoidedShare(day, each.taskId)] : [],
      ),
    );
  return (
    <Note tone="no" role="alert">
      {[...unplaced].map(([reason, names]) => (
        <p key={reason}>{describeUnplacedTask(reason, names.join('; '), avoidedFor(reason))}</p>
      ))}
    </Note>
  );
}

/** All tasks in their order, for the phone and for whoever reads no timeline. */
function AsList({ visit: { plan, choices, clock, timeOf, said, workers } }: { visit: Visit }) {
  const isNarrow = useIsPhone();
  return (
    <details open={isNarrow}>
      <summary className="min-h-8 cursor-pointer font-semibold">As a list</summary>
      <ol>
        {plan?.assignments.map(({ taskId, people, start }) => (
          <li key={taskId} className="flex justify-between gap-3 border-t border-hairline-soft py-1">
            <span>
              <span className="tabular-nums">
                {choices.days > 1 && `${showDay(clock.dayOf(clock.local(start).day))}, `}
                {timeOf(start)}
              </span>{' '}
              {said(taskId)}
            </span>
            <span className="text-right text-quiet">
              {listOf(people.map((id) => workers.find((worker) => worker.id === id)?.name ?? '?'))}
            </span>
          </li>
        ))}
      </ol>
    </details>
  );
}

/** So many days stand side by side as keys; more are chosen from a list. */
const FEW_DAYS = 5;

type Zoom = 'hours' | 'day' | 'week' | 'all';

/** Day: who does which pane when, never in the sun. */
export function DayBench() {
  const visit = useVisit();
  const { job, derived, asked, day, plan, planned, kept, keptHolds, workers, choices, clock, timeOf } = visit;
  const [shownDay, setShownDay] = useState(0);
  const [zoom, setZoom] = useState<Zoom>('day');
  const [chosen, setChosen] = useState<string | null>(null);
  const [against, setAgainst] = useState<string | null>(null);
  if (job.walls.length === 0)
    return <p className="text-quiet">Add a wall first: its bearing decides when the sun is on it.</p>;
  const { days } = choices;
  const dayAt = Math.min(shownDay, days - 1);
  const { beginHour, endHour, breakHour } = derived.rules.day;
  const shownDays = Array.from({ length: days }, (_, at) => at).filter((at) =>
    zoom === 'week' ? at >= dayAt && at < dayAt + 7 : zoom === 'all' || at === dayAt,
  );
  const [begins, ends] = [
    clock.at(dayAt, Math.floor(beginHour) * 60),
    clock.at(dayAt, Math.ceil(endHour) * 60),
  ];
  // Two hours about what was pressed, else about the first that there is to do.
  const inDay = (plan?.assignments ?? []).filter(({ start }) => start >= begins && start < ends);
  const chosenAt = (inDay.find(({ taskId }) => taskId === chosen) ?? inDay[0])?.start ?? begins;
  const near = Math.max(begins, Math.min(ends - 120, Math.floor((chosenAt - begins) / 60) * 60 + begins));
  const spans =
    zoom === 'hours'
      ? [{ from: near, to: near + 120 }]
      : shownDays.map((at) => ({
          from: clock.at(at, Math.floor(beginHour) * 60),
          to: clock.at(at, Math.ceil(endHour) * 60),
        }));
  const [span] = spans;
  const step = zoom === 'hours' ? 15 : 60;
  const ticks =
    spans.length > 1
      ? shownDays
          .filter((_, at) => at % Math.ceil(shownDays.length / 14) === 0)
          .map((at) => ({
            at: clock.at(at, Math.floor(beginHour) * 60),
            label: showShortDay(clock.dayOf(at)),
          }))
      : Array.from({ length: Math.floor(((span?.to ?? 0) - (span?.from ?? 0)) / step) + 1 }, (_, at) => {
          const moment = (span?.from ?? 0) + step * at;
          return { at: moment, label: timeOf(moment) };
        });
  const rowsOn = (at: number) =>
    day && plan
      ? rowsOf(day, plan, workers, {
          ...{ from: clock.at(at, 0), to: clock.at(at + 1, 0) },
          breakFrom: clock.at(at, breakHour * 60),
        })
      : [];
  const walls = derived.walls.map(({ id, record }) => ({
    id,
    name: wallTitle(job.records, record),
    sun: shownDays.flatMap((at) =>
      derived.sunOf(id, clock.dayOf(at)).map(({ fromMinute, toMinute }) => ({
        from: clock.at(at, fromMinute),
        to: clock.at(at, toMinute),
      })),
    ),
  }));
  const tried = (taskId: string, personId: string, to: DraggedTo) => {
    const put = plan?.assignments.find((each) => each.taskId === taskId);
    return day && plan && put
      ? moveTask(day, plan, taskId, { start: to.start, people: handsAfter(put, personId, to.personId) })
      : null;
  };
  const whyNot = (taskId: string, personId: string, to: DraggedTo) => {
    const codes = tried(taskId, personId, to)?.faults.map(({ code }) => code) ?? [];
    return codes.length > 0 ? describeNotThere(codes, visit.said(taskId)) : null;
  };
  const films = derived.panes.filter(({ toFit, fitting }) => toFit !== null && fitting.doneAt === null);
  const isDone = new Set(visit.fromLog.filter(({ to }) => to <= visit.nowMinute).map(({ taskId }) => taskId));
  return (
    <>
      <div>
        <h2 className="text-xl font-bold">{headingOf(visit)}</h2>
        <Standing visit={visit} />
      </div>
      <VisitForm visit={visit} />
      {planned.kind === 'wrong' && (
        <Note tone="no" role="alert">
          The plan can’t be worked so, and is not shown: {planned.sentence}
        </Note>
      )}
      {kept && !keptHolds && (
        <Note tone="doubt">The job or the days have changed since a plan was kept; this is a new one.</Note>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <OneOf
          label="How much is shown"
          value={days > 1 || zoom === 'hours' ? zoom : 'day'}
          onChoose={setZoom}
          options={[
            ['hours', 'Two hours'],
            ['day', 'Day'],
            ...(days > 1 ? ([['week', 'Week']] as const) : []),
            ...(days > 7 ? ([['all', 'All days']] as const) : []),
          ]}
        />
        {days > 1 && days <= FEW_DAYS && zoom !== 'all' && (
          <OneOf
            label="Which day"
            value={String(dayAt)}
            onChoose={(at) => setShownDay(Number(at))}
            options={Array.from({ length: days }, (_, at) => [String(at), showDay(clock.dayOf(at))])}
          />
        )}
        {days > FEW_DAYS && zoom !== 'all' && (
          <Choice
            label="Which day"
            value={String(dayAt)}
            onChoose={(at) => setShownDay(Number(at))}
            options={Array.from({ length: days }, (_, at): [string, string] => [
              String(at),
              showDay(clock.dayOf(at)),
            ])}
          />
        )}
      </div>
      <div className="shrink-0 overflow-x-auto" tabIndex={0} role="region" aria-label="Timeline">
        <Timeline
          spans={spans}
          ticks={ticks}
          walls={walls}
          rows={rowsOfDays(shownDays.map(rowsOn))}
          timeOf={timeOf}
          nameOf={visit.shortOf}
          looksOf={(taskId) =>
            isDone.has(taskId) ? 'done' : visit.taskOf(taskId)?.kind === 'film' ? 'film' : 'other'
          }
          chosen={chosen}
          onChoose={setChosen}
          clocks={visit.fromLog.flatMap(({ taskId, people, from, to }) =>
            people.map((personId) => ({
              ...{ personId, from, to: Math.min(to, Math.max(from + 1, visit.nowMinute)) },
              says: `${visit.said(taskId)}: by the fitting log from ${timeOf(from)} to ${to > visit.nowMinute ? 'now' : timeOf(to)}`,
            })),
          )}
          now={visit.nowMinute}
          isPinned={(taskId) => visit.pins.has(taskId)}
          tryMove={day && plan && planned.kind !== 'planning' ? whyNot : null}
          onMove={(taskId, personId, to) => {
            const moved = tried(taskId, personId, to);
            if (!moved) return;
            setChosen(taskId);
            setAgainst(whyNot(taskId, personId, to));
            if (moved.faults.length === 0) visit.keepMoved(taskId, moved.plan);
          }}
        />
      </div>
      {against && (
        <Note tone="no" role="alert">
          {against} It stays where it was.
        </Note>
      )}
      {chosen !== null && <ChosenTask visit={visit} taskId={chosen} />}
      <SunDoubt day={clock.dayOf(dayAt)} />
      {isDay(choices.from) && <Weather visit={visit} dayAt={dayAt} />}
      <Unplaced visit={visit} />
      {asked && asked.afterwards.length > 0 && (
        <p className="text-sm text-quiet">
          A later visit is wanted for pane{' '}
          {listOf(asked.afterwards.map(({ paneId }) => visit.labelOf(paneId)))}, from{' '}
          {showDay(asked.afterwards.map((each) => each.from).sort()[0] ?? choices.from)} on.
        </p>
      )}
      {asked && plan && (
        <>
          <div className="flex flex-wrap gap-2">
            <Button onClick={visit.keep} disabled={keptHolds || planned.kind === 'planning'}>
              Keep this plan
            </Button>
            {keptHolds && <Paper kind="day-sheet" disabledBecause={null} />}
          </div>
          {keptHolds && <WhatHappened key={kept?.keptAt} visit={visit} />}
          <AsList visit={visit} />
        </>
      )}
      <Booking key={`${workers.map(({ id }) => id).join()} ${days}`} visit={visit} />
      <h2 className="text-xl font-bold">To bring</h2>
      <KitList panes={films} />
      <Note tone="sun">
        The sun on the middle of the panes under a clear sky. Overhang, fins and neighbours count as they
        stand in the wall’s sheet, and trees there while they have leaves. How long film takes goes by the
        house rules.
      </Note>
    </>
  );
}
