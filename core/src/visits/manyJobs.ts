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
import { SITE, visitCase, type VisitAsked, type VisitCase } from './visitCase.ts';
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
  /** When those who come are elsewhere, at none of these jobs. ISO moments. */
  readonly busy: NonNullable<VisitAsked['busy']>;
  /** Minutes of the way from one site to another; null where a place is not known. */
  readonly wayBetween: (one: DerivedJob, other: DerivedJob) => number | null;
}

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
}

/** What a job keeps of a plan of several. */
export interface DaysOfJob {
  readonly jobId: string;
  readonly visit: Pick<VisitPlan, 'from' | 'days' | 'workers' | 'day' | 'plan' | 'around' | 'splits'>;
}

const MINUTE_MS = 60_000;
const DEPOT = 'depot';

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

/**
 * Ways between the depot and all sites, none longer than over a third place, and from site to site at least what changing takes;
 * those from the depot are as each job has them.
 */
function waysOf(
  own: readonly { readonly of: JobOfMany; readonly visit: VisitCase }[],
  wayBetween: ManyAsked['wayBetween'],
): number[][] {
  const out = own.map(({ visit }) => visit.day.travelMin[0]?.[1] ?? 0);
  const between = own.map((one, from) =>
    own.map((other, to) => {
      const home = (out[from] ?? 0) + (out[to] ?? 0);
      return from === to ? 0 : Math.min(home, wayBetween(one.of.job, other.of.job) ?? home);
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

/**
 * One case of several jobs over some days, cleaned, filmed and looked at as each job alone. Jobs with nothing to film, or at
 * another clock than the first, are left out and named. Null where none is left, or nobody comes.
 */
export function manyJobsCase(asked: ManyAsked): ManyCase | null {
  const { jobs, workers, from, days, busy, wayBetween } = asked;
  const leftOut: { jobId: string; why: WhyLeftOut }[] = [];
  const zone = jobs.find(({ job }) => job.header !== null)?.job.header?.site.timeZone;
  const own = jobs.flatMap((of) => {
    if (of.job.header && of.job.header.site.timeZone !== zone) {
      leftOut.push({ jobId: of.jobId, why: 'otherZone' });
      return [];
    }
    const visit = caseOf(of, { workers, from, days, busy });
    if (!visit) leftOut.push({ jobId: of.jobId, why: 'nothingToFilm' });
    return visit ? [{ of, visit }] : [];
  });
  const [first] = own;
  if (!first) return null;
  const late = Math.max(...own.map(({ visit }) => visit.day.lateCostPerMin));
  return {
    jobs: own,
    leftOut,
    day: {
      ...{ format: 'neat-sill/day-case', version: 1, id: 'jobs', start: first.visit.day.start },
      people: first.visit.day.people.map((person, at) => ({
        ...person,
        costPerMin: Math.max(...own.map(({ visit }) => visit.day.people[at]?.costPerMin ?? 0)),
        shifts: shiftsInAll(own.map(({ visit }) => visit.day.people[at]?.shifts ?? [])),
      })),
      places: [{ id: DEPOT, open: null }, ...own.map((_, at) => ({ id: placeOf(at), open: null }))],
      travelMin: waysOf(own, wayBetween),
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
 * others, and its part of the plan, with what no plan of that case can cost less. Jobs of which nothing is placed keep none.
 */
export function daysOfJobs(asked: ManyAsked, many: ManyCase, plan: DayPlan): DaysOfJob[] {
  const { from, days } = asked;
  const start = Date.parse(many.day.start);
  const iso = (minute: number) => new Date(start + minute * MINUTE_MS).toISOString();
  const atJobs = stretchesAtJobs(many, plan);
  return many.jobs.flatMap(({ of }, at) => {
    const assignments: Assignment[] = plan.assignments.flatMap((put) => {
      const parts = partsOf(put.taskId);
      return parts.at === at ? [{ ...put, taskId: parts.taskId }] : [];
    });
    const comes = new Set(assignments.flatMap(({ people }) => people));
    const workers = asked.workers.filter(({ id }) => comes.has(id));
    const busy = [
      ...asked.busy,
      ...atJobs
        .filter((each) => each.at !== at)
        .map(({ personId, from: since, to }) => ({ personId, from: iso(since), to: iso(to) })),
    ].filter(({ personId }) => comes.has(personId));
    const visit = workers.length > 0 ? caseOf(of, { workers, from, days, busy }) : null;
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
