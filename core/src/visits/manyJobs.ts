import {
  boundOfPlan,
  costOfDay,
  endsIn,
  type Assignment,
  type DayCase,
  type DayPlan,
  type Person,
  type Stretch,
} from '../day/index.ts';
import type { DerivedJob, VisitPlan } from '../job/index.ts';
import { SITE, panesToFilm, visitCase, visitClock, type VisitAsked, type VisitCase } from './visitCase.ts';
import type { PaneStretches } from './glassNotFit.ts';

/*
 * Several jobs in one plan: one case with the tasks of all, a place for each site, and the ways between them. What comes of
 * it is taken apart again, so that each job keeps its own days.
 */

/** One of the jobs. */
export interface JobOfMany {
  readonly jobId: string;
  readonly job: DerivedJob;
  readonly times: VisitAsked['times'];
  readonly glassNotFit: readonly PaneStretches[];
  /** Rooms that are worked in two parts. */
  readonly splits: NonNullable<VisitAsked['splits']>;
}

export interface ManyAsked {
  readonly jobs: readonly JobOfMany[];
  readonly workers: VisitAsked['workers'];
  /** The first day, `YYYY-MM-DD`, and how many there are. */
  readonly from: string;
  readonly days: number;
  /** When those who come are elsewhere. ISO moments; days they have at a job that is planned here don’t count. */
  readonly busy: readonly (Busy & {
    /** The job at which they are; null: something of their own. */
    readonly jobId: string | null;
  })[];
  /** Minutes of the way from one site to another that is begun at an hour there; null where a place is not known. */
  readonly wayBetween: (one: DerivedJob, other: DerivedJob, hour: number) => number | null;
}

type Busy = NonNullable<VisitAsked['busy']>[number];

/** Why a job is in no plan with the others. */
export type WhyLeftOut =
  /** Nothing is left to film, or nothing is measured yet. */
  | 'nothingToFilm'
  /** Its clock is another one. */
  | 'otherZone';

export interface ManyCase {
  readonly day: DayCase;
  readonly jobs: readonly { readonly of: JobOfMany; readonly visit: VisitCase }[];
  readonly leftOut: readonly { readonly jobId: string; readonly why: WhyLeftOut }[];
  /** When those who come are at other jobs, or have something of their own. */
  readonly busy: readonly Busy[];
}

/** What a job keeps of a plan of several. */
export interface DaysOfJob {
  readonly jobId: string;
  readonly visit: Pick<VisitPlan, 'from' | 'days' | 'workers' | 'day' | 'plan' | 'around' | 'splits'>;
}

const MINUTE_MS = 60_000;
const DEPOT = 'depot';
/** Ways between sites are as at this hour, unless another one makes them longer or shorter. */
const USUAL_HOUR = 12;
/** Hours of the day in which anybody goes from site to site. */
const [EARLIEST_HOUR, LATEST_HOUR] = [5, 22] as const;

const placeOf = (at: number) => `site ${at}`;
const idOf = (at: number, taskId: string) => `${at} ${taskId}`;

/** The job and the task of it that a task of the whole stands for. */
function partsOf(id: string): { readonly at: number; readonly taskId: string } {
  const gap = id.indexOf(' ');
  return { at: Number(id.slice(0, gap)), taskId: id.slice(gap + 1) };
}

const inBoth = (one: Stretch, other: Stretch): Stretch => ({
  from: Math.max(one.from, other.from),
  to: Math.min(one.to, other.to),
});

/** When somebody can work by the hours of all jobs. */
function shiftsInAll(shifts: readonly Person['shifts'][]): Person['shifts'] {
  const [first = [], ...others] = shifts;
  return others.reduce(
    (all, own) =>
      all.flatMap((shift) =>
        own.flatMap((other) => {
          const both = inBoth(shift, other);
          if (both.to <= both.from) return [];
          const breaks = [...shift.breaks, ...other.breaks].filter(
            (each, at, list) =>
              each.to > both.from &&
              each.from < both.to &&
              list.findIndex(({ from, to }) => from === each.from && to === each.to) === at,
          );
          return [{ ...both, breaks }];
        }),
      ),
    first,
  );
}

type Own = readonly { readonly of: JobOfMany; readonly visit: VisitCase }[];

/**
 * Ways between the depot and all sites at an hour, none longer than over a third place, and from site to site at least what changing takes;
 * those from the depot are as each job has them.
 */
function waysAt(hour: number, own: Own, wayBetween: ManyAsked['wayBetween']): number[][] {
  const out = own.map(({ visit }) => visit.day.travelMin[0]?.[1] ?? 0);
  const between = own.map((one, from) =>
    own.map((other, to) => {
      const home = (out[from] ?? 0) + (out[to] ?? 0);
      return from === to ? 0 : Math.min(home, wayBetween(one.of.job, other.of.job, hour) ?? home);
    }),
  );
  own.forEach((_, via) =>
    between.forEach((row, from) =>
      row.forEach((way, to) => {
        row[to] = Math.min(way, (between[from]?.[via] ?? 0) + (between[via]?.[to] ?? 0));
      }),
    ),
  );
  const change = Math.max(...own.map(({ of }) => of.job.rules.day.changeSiteMinutes));
  // Two sites are no nearer to each other than their ways from the depot differ.
  return [
    [0, ...out],
    ...between.map((row, from) => [
      out[from] ?? 0,
      ...row.map((way, to) =>
        from === to ? 0 : Math.max(way, change, Math.abs((out[from] ?? 0) - (out[to] ?? 0))),
      ),
    ]),
  ];
}

/** Ways between the depot and all sites over some days, by the hour at which they are begun. */
function waysOf(own: Own, { wayBetween, from, days }: ManyAsked): Pick<DayCase, 'travelMin' | 'travelAt'> {
  const travelMin = waysAt(USUAL_HOUR, own, wayBetween);
  const usual = JSON.stringify(travelMin);
  const hours = Array.from({ length: LATEST_HOUR - EARLIEST_HOUR }, (_, at) => {
    const hour = EARLIEST_HOUR + at;
    return { hour, ways: waysAt(hour, own, wayBetween) };
  }).filter(({ ways }) => JSON.stringify(ways) !== usual);
  const clock = visitClock(own[0]?.of.job.header?.site.timeZone ?? 'UTC', from);
  const travelAt = Array.from({ length: days }, (_, day) =>
    hours.flatMap(({ hour, ways }) => {
      const [begins, ends] = [clock.at(day, hour * 60), clock.at(day, (hour + 1) * 60)];
      return ends > begins ? [{ from: begins, to: ends, travelMin: ways }] : [];
    }),
  ).flat();
  return travelAt.length > 0 ? { travelMin, travelAt } : { travelMin };
}

/** Why a job can't be planned with others at this clock; null: it can. */
function whyLeftOut({ job }: JobOfMany, zone: string | undefined): WhyLeftOut | null {
  if (!job.header || panesToFilm({ job }).length === 0) return 'nothingToFilm';
  return job.header.site.timeZone === zone ? null : 'otherZone';
}

/**
 * One case of several jobs over some days, cleaned, filmed and looked at as each job alone. Jobs with nothing to film, or at
 * another clock than the first, are left out and named. Null where none is left, or nobody comes.
 */
export function manyJobsCase(asked: ManyAsked): ManyCase | null {
  const { jobs, workers, from, days } = asked;
  const zone = jobs.find(({ job }) => job.header !== null)?.job.header?.site.timeZone;
  const left = jobs.map((of) => ({ of, why: whyLeftOut(of, zone) }));
  const leftOut = left.flatMap(({ of: { jobId }, why }) => (why ? [{ jobId, why }] : []));
  const planned = left.flatMap(({ of, why }) => (why ? [] : [of]));
  // A job that is left out keeps the days it has, and nobody is taken from it.
  const busy = asked.busy
    .filter(({ jobId }) => !planned.some((of) => of.jobId === jobId))
    .map(({ personId, from: since, to }): Busy => ({ personId, from: since, to }));
  const own = planned.flatMap((of) => {
    const visit = caseOf(of, { workers, from, days, busy });
    return visit ? [{ of, visit }] : [];
  });
  const [first] = own;
  if (!first) return null;
  const late = Math.max(...own.map(({ visit }) => visit.day.lateCostPerMin));
  return {
    jobs: own,
    ...{ leftOut, busy },
    day: {
      ...{ format: 'neat-sill/day-case', version: 1, id: 'jobs', start: first.visit.day.start },
      people: first.visit.day.people.map((person, at) => ({
        ...person,
        costPerMin: Math.max(...own.map(({ visit }) => visit.day.people[at]?.costPerMin ?? 0)),
        shifts: shiftsInAll(own.map(({ visit }) => visit.day.people[at]?.shifts ?? [])),
      })),
      places: [{ id: DEPOT, open: null }, ...own.map((_, at) => ({ id: placeOf(at), open: null }))],
      ...waysOf(own, asked),
      tasks: own.flatMap(({ visit }, at) =>
        visit.day.tasks.map((task) => ({
          ...task,
          id: idOf(at, task.id),
          placeId: task.placeId === SITE ? placeOf(at) : DEPOT,
          after: task.after.map((each) => ({ ...each, taskId: idOf(at, each.taskId) })),
        })),
      ),
      lateCostPerMin: late,
    },
  };
}

function caseOf(
  { job, times, glassNotFit, splits }: JobOfMany,
  asked: Pick<VisitAsked, 'workers' | 'from' | 'days' | 'busy'>,
): VisitCase | null {
  return visitCase({
    ...{ ...asked, job, times, splits },
    glassNotFit: new Map(glassNotFit.map(({ paneId, stretches }) => [paneId, stretches])),
  });
}

interface AtJob extends Stretch {
  readonly personId: string;
  readonly at: number;
}

/** When people are at which job: from the first to the last task of a run of tasks there, within one shift. */
function stretchesAtJobs({ day }: ManyCase, plan: DayPlan): AtJob[] {
  const endOf = endsIn(day);
  return day.people.flatMap(({ id: personId, shifts }) =>
    shifts.flatMap((shift) => {
      const runs: { personId: string; at: number; from: number; to: number }[] = [];
      const own = plan.assignments
        .filter(({ people, start }) => people.includes(personId) && start >= shift.from && start < shift.to)
        .sort((a, b) => a.start - b.start);
      for (const put of own) {
        const { at } = partsOf(put.taskId);
        const to = endOf(put) ?? put.start;
        const last = runs.at(-1);
        if (last?.at === at) last.to = to;
        else runs.push({ personId, at, from: put.start, to });
      }
      return runs;
    }),
  );
}

/**
 * The days of each job out of a plan of several: its own case, in which those who come are elsewhere while they are at the
 * others, and its part of the plan, with what no plan of that case can cost less. A job of which nothing is placed has a plan
 * in which nobody comes.
 */
export function daysOfJobs(asked: ManyAsked, many: ManyCase, plan: DayPlan): DaysOfJob[] {
  const { from, days, workers: all } = asked;
  const start = Date.parse(many.day.start);
  const iso = (minute: number) => new Date(start + minute * MINUTE_MS).toISOString();
  const atJobs = stretchesAtJobs(many, plan);
  return many.jobs.flatMap(({ of }, at) => {
    const assignments: Assignment[] = plan.assignments.flatMap((put) => {
      const parts = partsOf(put.taskId);
      return parts.at === at ? [{ ...put, taskId: parts.taskId }] : [];
    });
    const comes = new Set(assignments.flatMap(({ people }) => people));
    const workers = comes.size > 0 ? all.filter(({ id }) => comes.has(id)) : all;
    const busy = [
      ...many.busy,
      ...atJobs
        .filter((each) => each.at !== at)
        .map(({ personId, from: since, to }) => ({ personId, from: iso(since), to: iso(to) })),
    ].filter(({ personId }) => workers.some(({ id }) => id === personId));
    const visit = caseOf(of, { workers, from, days, busy });
    if (!visit) return [];
    const { day } = visit;
    const cost = costOfDay(day, assignments);
    const whole: DayPlan = {
      ...{ format: 'neat-sill/day-plan', version: 1, id: day.id },
      ...{ assignments, cost, proven: false, lowerBound: 0 },
      unplaced: plan.unplaced.flatMap(({ taskId, reason }) => {
        const parts = partsOf(taskId);
        return parts.at === at ? [{ taskId: parts.taskId, reason }] : [];
      }),
    };
    return [
      {
        jobId: of.jobId,
        visit: {
          ...{ from, days, workers, day, splits: of.splits },
          plan: { ...whole, lowerBound: boundOfPlan(day, whole) },
          around: { busy, glassNotFit: of.glassNotFit },
        },
      },
    ];
  });
}
