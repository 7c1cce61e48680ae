import { durationFor } from '@neat-sill/core/day';
import { HEADER_ID, recordKinds, type VisitPlan } from '@neat-sill/core/job';
import { readStored } from '@neat-sill/core/record';
import { visitClock, visitTaskOf } from '@neat-sill/core/visits';
import { and, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobRecords, jobs } from '../../db/schema.ts';

/** A day of somebody at a job, from leaving to being back. */
export interface KeptDay {
  readonly jobId: string;
  readonly job: string;
  readonly customer: string;
  readonly place: string;
  readonly personId: string;
  /** Which of their days at this job it is, from 0. */
  readonly number: number;
  readonly from: Date;
  readonly to: Date;
  readonly panes: number;
  /** There is nothing but later visits on it. */
  readonly isLater: boolean;
}

/** A day on which the film of a job is dry, for those who hung it. */
export interface CureDay {
  readonly jobId: string;
  readonly job: string;
  readonly day: string;
  readonly personIds: readonly string[];
}

interface PlannedJob {
  readonly jobId: string;
  readonly job: string;
  readonly customer: string;
  readonly place: string;
  readonly timeZone: string;
  readonly visit: VisitPlan;
  readonly curesOn: string | null;
}

async function plannedJobs(tx: Tx): Promise<PlannedJob[]> {
  const visits = await tx
    .select({ jobId: jobRecords.jobId, data: jobRecords.data, curesOn: jobs.curesOn })
    .from(jobRecords)
    .innerJoin(jobs, eq(jobs.id, jobRecords.jobId))
    .where(and(eq(jobs.shelf, 'open'), eq(jobRecords.kind, 'visit'), isNotNull(jobRecords.data)));
  if (visits.length === 0) return [];
  const headers = await tx
    .select({ jobId: jobRecords.jobId, data: jobRecords.data })
    .from(jobRecords)
    .where(
      and(
        eq(jobRecords.kind, 'job'),
        eq(jobRecords.id, HEADER_ID),
        sql`${jobRecords.data} is not null`,
        inArray(
          jobRecords.jobId,
          visits.map(({ jobId }) => jobId),
        ),
      ),
    );
  const headerOf = new Map(
    headers.map(({ jobId, data }) => [jobId, readStored(recordKinds.job.schema, data)]),
  );
  return visits.flatMap(({ jobId, data, curesOn }) => {
    const header = headerOf.get(jobId);
    if (!header) return [];
    const { name: job, customer, site } = header;
    return [
      {
        ...{ jobId, job, customer, curesOn },
        place: [site.address, site.town].filter(Boolean).join(', '),
        timeZone: site.timeZone,
        visit: readStored(recordKinds.visit.schema, data),
      },
    ];
  });
}

function daysOf({ visit, timeZone, jobId, job, customer, place }: PlannedJob): KeptDay[] {
  const { day, plan, workers, from } = visit;
  const clock = visitClock(timeZone, from);
  const start = Date.parse(day.start);
  const momentOf = (minute: number) => new Date(start + minute * 60_000);
  const taskOf = new Map(day.tasks.map((task) => [task.id, task]));
  const placeOf = new Map(day.places.map(({ id }, at) => [id, at]));
  const paceOf = new Map(day.people.map(({ id, pace }) => [id, pace]));
  return workers.flatMap(({ id: personId }) => {
    const byDay = new Map<number, { taskId: string; begins: number; ends: number; at: number }[]>();
    for (const { taskId, people, start: begins } of plan.assignments) {
      const task = taskOf.get(taskId);
      if (!task || !people.includes(personId)) continue;
      const ends =
        begins +
        durationFor(
          task.minutes,
          people.map((id) => paceOf.get(id) ?? 1),
        );
      const local = clock.local(begins).day;
      byDay.set(local, [
        ...(byDay.get(local) ?? []),
        { taskId, begins, ends, at: placeOf.get(task.placeId) ?? 0 },
      ]);
    }
    return [...byDay]
      .sort(([one], [other]) => one - other)
      .map(([, tasks], number): KeptDay => {
        const own = [...tasks].sort((a, b) => a.begins - b.begins);
        const [first, last] = [own[0], own.at(-1)];
        const out = day.travelMin[0]?.[first?.at ?? 0] ?? 0;
        const home = day.travelMin[last?.at ?? 0]?.[0] ?? 0;
        const kinds = own.map(({ taskId }) => visitTaskOf(taskId)?.kind);
        return {
          ...{ jobId, job, customer, place, personId, number },
          from: momentOf((first?.begins ?? 0) - out),
          to: momentOf((last?.ends ?? 0) + home),
          panes: kinds.filter((kind) => kind === 'film').length,
          isLater: kinds.every((kind) => kind === 'later'),
        };
      });
  });
}

/** All days that are kept in open jobs of the shop, and when their film is dry. */
export async function readKeptDays(tx: Tx): Promise<{ days: KeptDay[]; cures: CureDay[] }> {
  const planned = await plannedJobs(tx);
  return {
    days: planned.flatMap(daysOf),
    cures: planned.flatMap(({ jobId, job, curesOn, visit }) =>
      curesOn ? [{ jobId, job, day: curesOn, personIds: visit.workers.map(({ id }) => id) }] : [],
    ),
  };
}
