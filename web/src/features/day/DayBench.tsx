import { timesDefaults } from '@neat-sill/core/quote';
import { fitTimes } from '@neat-sill/core/times';
import { addRecord, patchRecord, recordAt, sameData } from '@neat-sill/core/record';
import { VISIT_ID, type VisitPlan } from '@neat-sill/core/job';
import { wallTitle } from '@neat-sill/core/survey';
import { countOf, formatShare, listOf } from '@neat-sill/core/units';
import { visitCase, visitClock, whyThere, type VisitTask } from '@neat-sill/core/visits';
import { describeTask, describeUnplacedTask, describeWhyThere, nameOfTask } from '@neat-sill/core/words';
import { rollup } from 'd3';
import { useMemo, useState } from 'react';
import { useCrewQuery, useSessionQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { showDay, showMinute, today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { useIsPhone } from '../../ui/useMedia.ts';
import { KitList } from '../fitting/index.ts';
import { useJob } from '../job/index.ts';
import { Paper } from '../papers/index.ts';
import { endOf, rowsOf } from './board.ts';
import { SunDoubt } from './SunDoubt.tsx';
import { Timeline } from './Timeline.tsx';
import { usePlannedDays } from './usePlannedDays.ts';

const DAYS = ['1', '2', '3', '5', '10'] as const;

/** Day: who does which pane when, never in the sun. */
export function DayBench() {
  const job = useJob();
  const { derived, records, header } = job;
  const { data: crew = [] } = useCrewQuery();
  const { data: session } = useSessionQuery();
  const kept: VisitPlan | null = recordAt(records, 'visit', VISIT_ID);
  const [from, setFrom] = useState(kept?.from ?? today());
  const [days, setDays] = useState(kept?.days ?? 1);
  const [comes, setComes] = useState<readonly string[] | null>(kept?.workers.map(({ id }) => id) ?? null);
  const [shownDay, setShownDay] = useState(0);
  const [chosen, setChosen] = useState<string | null>(null);
  const isNarrow = useIsPhone();
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(from);
  const hands = Math.max(1, ...derived.panes.map(({ fittingPlan }) => fittingPlan?.hands ?? 1));
  const own = session?.person?.id;
  const usual = [...crew].sort((a, b) => Number(b.id === own) - Number(a.id === own)).slice(0, hands);
  const ids = comes ?? usual.map(({ id }) => id);
  const idsKey = ids.join();
  const workers = useMemo(() => crew.filter(({ id }) => idsKey.split(',').includes(id)), [crew, idsKey]);
  const asked = useMemo(
    () =>
      isDay
        ? visitCase({ job: derived, times: fitTimes(timesDefaults(derived.rules), []), workers, from, days })
        : null,
    [derived, workers, from, days, isDay],
  );
  const keptHolds = kept !== null && asked !== null && sameData(kept.day, asked.day);
  const planned = usePlannedDays(keptHolds ? null : (asked?.day ?? null));
  const plan = keptHolds
    ? kept.plan
    : planned.kind === 'ready' || planned.kind === 'planning'
      ? planned.plan
      : null;
  if (job.walls.length === 0)
    return <p className="text-quiet">Add a wall first: its bearing decides when the sun is on it.</p>;
  const { timeZone } = header.site;
  const clock = visitClock(timeZone, isDay ? from : today());
  const dayAt = Math.min(shownDay, days - 1);
  const { beginHour, endHour } = derived.rules.day;
  const [begins, ends] = [
    clock.at(dayAt, Math.floor(beginHour) * 60),
    clock.at(dayAt, Math.ceil(endHour) * 60),
  ];
  const timeOf = (moment: number) => showMinute(clock.local(moment).minute);
  const labelOf = (paneId: string) => derived.pane(paneId)?.record.label ?? '?';
  const roomOf = (roomId: string) => records.room[roomId]?.name ?? 'the room';
  const taskOf = (taskId: string): VisitTask | null => asked?.tasks.get(taskId) ?? null;
  const said = (taskId: string) => {
    const task = taskOf(taskId);
    return task ? describeTask(task, labelOf, roomOf) : taskId;
  };
  const walls = derived.walls.map(({ id, record }) => ({
    id,
    name: wallTitle(records, record),
    sun: derived.sunOf(id, clock.dayOf(dayAt)).map(({ fromMinute, toMinute }) => ({
      from: clock.at(dayAt, fromMinute),
      to: clock.at(dayAt, toMinute),
    })),
  }));
  const rows =
    asked && plan
      ? rowsOf(asked.day, plan, workers, { from: clock.at(dayAt, 0), to: clock.at(dayAt + 1, 0) })
      : [];
  const end = asked && plan ? endOf(asked.day, plan) : null;
  const endsOn = end === null ? null : clock.local(end);
  const paid =
    asked && plan
      ? Array.from({ length: days }, (_, day) =>
          rowsOf(asked.day, plan, workers, { from: clock.at(day, 0), to: clock.at(day + 1, 0) }),
        )
          .flat()
          .reduce((sum, { paidMin }) => sum + paidMin, 0)
      : 0;
  const gap = plan && plan.lowerBound > 0 ? plan.cost / plan.lowerBound - 1 : null;
  const films = derived.panes.filter(({ toFit, fitting }) => toFit !== null && fitting.doneAt === null);
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
  const without = (plan?.unplaced ?? []).filter(({ taskId }) => taskOf(taskId)?.kind === 'film').length;
  const heading = () => {
    if (films.length === 0) return 'No pane waits for its film';
    if (workers.length === 0) return 'Who comes?';
    if (without > 0)
      return `${without} of ${countOf(films.length, 'pane')} ${without === 1 ? 'does' : 'do'} not fit in ${days === 1 ? 'this day' : 'these days'}`;
    if (!endsOn) return 'Planning the day';
    const when = `${showMinute(endsOn.minute)}${days > 1 ? `, ${showDay(clock.dayOf(endsOn.day))}` : ''}`;
    return `Done at ${when}, ${countOf(workers.length, 'person', 'people')}, ${Math.floor(paid / 60)} h ${paid % 60} min paid`;
  };
  const keep = () => {
    if (!asked || !plan) return;
    const visit: VisitPlan = {
      ...{ from, days, workers: [...workers], day: asked.day, plan },
      keptAt: new Date().toISOString(),
    };
    job.edit('Keep the plan of the days', [
      kept ? patchRecord(records, 'visit', VISIT_ID, visit) : addRecord('visit', VISIT_ID, visit),
    ]);
  };
  return (
    <>
      <div>
        <h2 className="text-xl font-bold">{heading()}</h2>
        {plan && films.length > 0 && (
          <p className="text-sm text-quiet" role="status">
            {keptHolds ? 'Kept. ' : planned.kind === 'planning' ? 'Looking for a better one. ' : ''}
            {gap !== null && plan.unplaced.length === 0 && (
              <span className="text-edge">
                {plan.proven ? 'The best there is. ' : `Within ${formatShare(gap)} of the best possible. `}
              </span>
            )}
            Nothing is filmed while the sun is on it.
          </p>
        )}
      </div>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <TextField
          label="First day"
          type="date"
          value={from}
          problem={isDay ? undefined : 'Choose a day.'}
          onChange={(event) => setFrom(event.target.value)}
        />
        <Choice
          label="Days"
          value={String(days) as (typeof DAYS)[number]}
          options={DAYS.map((count) => [count, countOf(Number(count), 'day')])}
          onChoose={(count) => setDays(Number(count))}
        />
        <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
          <legend className="text-sm text-quiet">Who comes</legend>
          {crew.map(({ id, name }) => (
            <label key={id} className="flex min-h-9 items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-edge"
                checked={ids.includes(id)}
                onChange={({ target }) =>
                  setComes(target.checked ? [...ids, id] : ids.filter((each) => each !== id))
                }
              />
              {name}
            </label>
          ))}
        </fieldset>
      </div>
      {planned.kind === 'wrong' && (
        <Note tone="no" role="alert">
          The plan can’t be worked so, and is not shown: {planned.sentence}
        </Note>
      )}
      {kept && !keptHolds && (
        <Note tone="doubt">The job or the days have changed since a plan was kept; this is a new one.</Note>
      )}
      {days > 1 && (
        <OneOf
          label="Which day"
          value={String(dayAt)}
          onChoose={(day) => setShownDay(Number(day))}
          options={Array.from({ length: days }, (_, day) => [String(day), showDay(clock.dayOf(day))])}
        />
      )}
      <div className="shrink-0 overflow-x-auto" tabIndex={0} role="region" aria-label="Timeline">
        <Timeline
          from={begins}
          to={ends}
          walls={walls}
          rows={rows}
          timeOf={timeOf}
          nameOf={(taskId) => {
            const task = taskOf(taskId);
            return task ? nameOfTask(task, labelOf) : '';
          }}
          looksOf={(taskId) => (taskOf(taskId)?.kind === 'film' ? 'film' : 'other')}
          chosen={chosen}
          onChoose={setChosen}
        />
      </div>
      <SunDoubt day={clock.dayOf(dayAt)} />
      {asked && plan && chosen !== null && plan.assignments.some(({ taskId }) => taskId === chosen) && (
        <p role="status">
          <b>{said(chosen)}.</b>{' '}
          {describeWhyThere(whyThere(asked.day, plan, chosen), {
            time: timeOf,
            task: (taskId) => said(taskId).toLowerCase(),
            person: (personId) => workers.find(({ id }) => id === personId)?.name ?? 'Somebody',
          })}
        </p>
      )}
      {asked && plan && plan.unplaced.length > 0 && (
        <Note tone="no" role="alert">
          {[...unplaced].map(([reason, names]) => (
            <p key={reason}>{describeUnplacedTask(reason, names.join('; '))}</p>
          ))}
        </Note>
      )}
      {asked && asked.afterwards.length > 0 && (
        <p className="text-sm text-quiet">
          A later visit is wanted for pane {listOf(asked.afterwards.map(({ paneId }) => labelOf(paneId)))},
          from {showDay(asked.afterwards.map((each) => each.from).sort()[0] ?? from)} on.
        </p>
      )}
      {asked && plan && (
        <>
          <div className="flex flex-wrap gap-2">
            <Button onClick={keep} disabled={keptHolds || planned.kind === 'planning'}>
              Keep this plan
            </Button>
            {keptHolds && <Paper kind="day-sheet" disabledBecause={null} />}
          </div>
          <details open={isNarrow}>
            <summary className="min-h-8 cursor-pointer font-semibold">As a list</summary>
            <ol>
              {plan.assignments.map(({ taskId, people, start }) => (
                <li key={taskId} className="flex justify-between gap-3 border-t border-hairline-soft py-1">
                  <span>
                    <span className="tabular-nums">
                      {days > 1 && `${showDay(clock.dayOf(clock.local(start).day))}, `}
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
        </>
      )}
      <h2 className="text-xl font-bold">To bring</h2>
      <KitList panes={films} />
      <Note tone="sun">
        The sun on the middle of the panes under a clear sky. Overhang, fins and neighbours count as they
        stand in the wall’s sheet; trees and the weather do not. How long film takes goes by the house rules.
      </Note>
    </>
  );
}
