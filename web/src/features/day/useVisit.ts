import { afterWhatHappened, type DayCase, type DayPlan, type Happened } from '@neat-sill/core/day';
import { VISIT_ID, type VisitPlan } from '@neat-sill/core/job';
import { timesDefaults } from '@neat-sill/core/quote';
import { addRecord, patchRecord, recordAt, sameData } from '@neat-sill/core/record';
import { fitTimes } from '@neat-sill/core/times';
import {
  factsOfLog,
  factsSoFar,
  visitCase,
  visitClock,
  type AvoidedBeside,
  type VisitTask,
  type Worker,
} from '@neat-sill/core/visits';
import { describeTask, nameOfRoom, nameOfTask } from '@neat-sill/core/words';
import { useMemo, useState } from 'react';
import { useCrewDaysQuery, useCrewQuery, useSessionQuery } from '../../api/api.ts';
import { showMinute, today } from '../../ui/format.ts';
import { useNow } from '../../ui/useNow.ts';
import { useJob } from '../job/index.ts';
import { useGlassNotFit } from './useGlassNotFit.ts';
import { isDay, type VisitChoices } from './visitChoices.ts';
import { usePlannedDays } from './usePlannedDays.ts';

/** The days of the job as they are planned or kept, with what can be done to them. */
export function useVisit() {
  const job = useJob();
  const { derived, records, header, jobId } = job;
  const { data: crew = [] } = useCrewQuery();
  const { data: session } = useSessionQuery();
  const kept: VisitPlan | null = recordAt(records, 'visit', VISIT_ID);
  const [choices, setChoices] = useState<VisitChoices>(() => ({
    from: kept?.from ?? today(),
    days: kept?.days ?? 1,
    comes: kept?.workers.map(({ id }) => id) ?? null,
    splits: kept?.splits ?? [],
  }));
  const { from, days, comes, splits } = choices;
  const hands = Math.max(1, ...derived.panes.map(({ fittingPlan }) => fittingPlan?.hands ?? 1));
  const own = session?.person?.id;
  const usual = [...crew].sort((a, b) => Number(b.id === own) - Number(a.id === own)).slice(0, hands);
  const ids = comes ?? usual.map(({ id }) => id);
  const idsKey = ids.join();
  const workers = useMemo(
    (): readonly Worker[] => crew.filter(({ id }) => idsKey.split(',').includes(id)),
    [crew, idsKey],
  );
  const { data: crewDays } = useCrewDaysQuery({ from, days, not: jobId }, { skip: !isDay(from) });
  const glass = useGlassNotFit(from, days);
  const sameAsKept =
    kept !== null &&
    kept.from === from &&
    kept.days === days &&
    sameData(kept.splits, splits) &&
    sameData(
      kept.workers.map(({ id }) => id),
      workers.map(({ id }) => id),
    );
  const keptAt = sameAsKept ? kept.keptAt : null;
  // What others have planned, and the weather, made the kept plan what it is; they move it no more.
  const frozen = sameAsKept ? kept.around : null;
  const around = useMemo(
    () =>
      frozen ?? {
        busy: (crewDays?.busy ?? []).map(({ personId, from: since, to }) => ({ personId, from: since, to })),
        glassNotFit: glass.notFit,
      },
    [frozen, crewDays, glass.notFit],
  );
  const asked = useMemo(
    () =>
      isDay(from)
        ? visitCase({
            ...{
              job: derived,
              times: fitTimes(timesDefaults(derived.rules), []),
              workers,
              from,
              days,
              splits,
              keptAt,
            },
            busy: around.busy,
            glassNotFit: new Map(around.glassNotFit.map(({ paneId, stretches }) => [paneId, stretches])),
          })
        : null,
    [derived, workers, from, days, splits, keptAt, around],
  );
  const asItIs = useMemo(
    (): DayCase | null =>
      asked && kept?.happened ? afterWhatHappened(asked.day, kept.happened).day : (asked?.day ?? null),
    [asked, kept],
  );
  const keptHolds = kept !== null && asItIs !== null && sameAsKept && sameData(kept.day, asItIs);
  const planned = usePlannedDays(keptHolds ? null : (asked?.day ?? null));
  const plan = keptHolds
    ? kept.plan
    : planned.kind === 'ready' || planned.kind === 'planning'
      ? planned.plan
      : null;
  const day = keptHolds ? kept.day : (asked?.day ?? null);
  const clock = visitClock(header.site.timeZone, isDay(from) ? from : today());
  const labelOf = (paneId: string) => derived.pane(paneId)?.record.label ?? '?';
  const roomOf = (roomId: string) => nameOfRoom(roomId, records.room);
  const taskOf = (taskId: string): VisitTask | null => asked?.tasks.get(taskId) ?? null;
  const now = useNow(30);
  const nowMinute = Math.round((now - Date.parse(clock.start)) / 60_000);
  const log =
    keptHolds && asked
      ? { job: derived, day: asked.day, plan: kept.plan, workers, now: new Date(now).toISOString() }
      : null;
  const said = (taskId: string) => {
    const task = taskOf(taskId);
    return task ? describeTask(task, labelOf, roomOf) : taskId;
  };
  const write = (label: string, changes: Partial<VisitPlan>) => {
    if (!asked || !day || !plan) return;
    const base: VisitPlan =
      keptHolds && kept
        ? kept
        : {
            ...{ from, days, workers: [...workers], day, plan, splits, happened: null, pins: [], around },
            keptAt: new Date().toISOString(),
          };
    const visit = { ...base, ...changes };
    job.edit(label, [
      kept ? patchRecord(records, 'visit', VISIT_ID, visit) : addRecord('visit', VISIT_ID, visit),
    ]);
  };
  return {
    ...{ job, derived, crew, workers, ids, choices, setChoices, kept, keptHolds, asked, day, plan, planned },
    ...{ clock, labelOf, roomOf, taskOf, said, nowMinute, crewDays, glass },
    fromLog: log ? factsOfLog(log) : [],
    /** What is done or goes on at a minute of these days. */
    soFar: (minute: number) => (log ? factsSoFar(log, minute, kept?.happened?.facts ?? []) : []),
    /** What of that which a task keeps clear of is not the sun. */
    besideSun: (taskId: string): AvoidedBeside => {
      const task = taskOf(taskId);
      const paneId = task && 'paneId' in task ? task.paneId : '';
      return {
        glass: around.glassNotFit.find((each) => each.paneId === paneId)?.stretches ?? [],
        keptOff: (kept?.happened?.events ?? []).flatMap((event) =>
          event.kind === 'avoid' && event.taskIds.includes(taskId)
            ? [{ from: event.from, to: event.to }]
            : [],
        ),
      };
    },
    pins: new Set(keptHolds ? kept.pins : []),
    timeOf: (moment: number) => showMinute(clock.local(moment).minute),
    shortOf: (taskId: string) => {
      const task = taskOf(taskId);
      return task ? nameOfTask(task, labelOf) : '';
    },
    keep: () => write('Keep the plan of the days', {}),
    /** Keeps a plan in which somebody put a task elsewhere; it stays there. */
    keepMoved: (taskId: string, moved: DayPlan) =>
      write(`Move: ${said(taskId)}`, {
        plan: moved,
        pins: [...new Set([...(keptHolds ? kept.pins : []), taskId])],
      }),
    setPinned: (taskId: string, isPinned: boolean) =>
      write(isPinned ? 'Hold a task where it is' : 'Let a task move', {
        pins: [...(keptHolds ? kept.pins : []).filter((id) => id !== taskId), ...(isPinned ? [taskId] : [])],
      }),
    keepReplanned: (changed: { day: DayCase; plan: DayPlan }, happened: Happened | null) =>
      write('Plan the rest of the day anew', { ...changed, happened }),
  };
}

export type Visit = ReturnType<typeof useVisit>;
