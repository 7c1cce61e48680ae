import { shiftsWorked } from '@neat-sill/core/day';
import { recordKinds, type VisitPlan } from '@neat-sill/core/job';
import { readStored } from '@neat-sill/core/record';
import { visitTaskOf } from '@neat-sill/core/visits';
import { and, eq, isNotNull, ne, sql } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobRecords, jobs } from '../../db/schema.ts';
import { readHeaders } from '../jobs/index.ts';

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
  /** From the first task to the end of the last, without the ways out and home. */
  readonly begins: Date;
  readonly ends: Date;
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
  readonly visit: VisitPlan;
  readonly curesOn: string | null;
}

/**
 * Days of one person in which they go on from job to job without being at the shop in between: the first ends with its work,
 * and the way is the next one’s.
 */
export function goingOn(own: readonly KeptDay[]): KeptDay[] {
  const days = [...own].sort((a, b) => a.begins.getTime() - b.begins.getTime());
  return days.map((day, at) => {
    const [before, next] = [days[at - 1], days[at + 1]];
    return {
      ...day,
      from: before && before.ends <= day.begins && before.to > day.from ? before.ends : day.from,
      to: next && day.ends <= next.begins && day.to > next.from ? day.ends : day.to,
    };
  });
}

/** Jobs that are not deleted, with the days that are kept for them; only such as touch these days, where some are named. */
async function plannedJobs(tx: Tx, within: { readonly from: string; readonly to: string } | null) {
  const first = sql`(${jobRecords.data}->>'from')::date`;
  const last = sql`${first} + (${jobRecords.data}->>'days')::int`;
  const visits = await tx
    .select({ jobId: jobRecords.jobId, data: jobRecords.data, curesOn: jobs.curesOn })
    .from(jobRecords)
    .innerJoin(jobs, eq(jobs.id, jobRecords.jobId))
    .where(
      and(
        ne(jobs.shelf, 'deleted'),
        eq(jobRecords.kind, 'visit'),
        isNotNull(jobRecords.data),
        within ? sql`${first} <= ${within.to}::date and ${last} >= ${within.from}::date` : undefined,
      ),
    );
  const headerOf = await readHeaders(
    tx,
    visits.map(({ jobId }) => jobId),
  );
  return visits.flatMap(({ jobId, data, curesOn }): PlannedJob[] => {
    const header = headerOf.get(jobId);
    if (!header) return [];
    const { name: job, customer, site } = header;
    return [
      {
        ...{ jobId, job, customer, curesOn },
        place: [site.address, site.town].filter(Boolean).join(', '),
        visit: readStored(recordKinds.visit.schema, data),
      },
    ];
  });
}

function daysOf({ visit: { day, plan, workers }, ...of }: PlannedJob): KeptDay[] {
  const { jobId, job, customer, place } = of;
  const start = Date.parse(day.start);
  const momentOf = (minute: number) => new Date(start + minute * 60_000);
  const worked = shiftsWorked(day, plan);
  return workers.flatMap(({ id: personId }) =>
    worked
      .filter((shift) => shift.personId === personId)
      .map(({ leaves, back, tasks }, number): KeptDay => {
        const kinds = tasks.map(({ put }) => visitTaskOf(put.taskId)?.kind);
        return {
          ...{ jobId, job, customer, place, personId, number },
          ...{ from: momentOf(leaves), to: momentOf(back) },
          begins: momentOf(Math.min(...tasks.map(({ start }) => start))),
          ends: momentOf(Math.max(...tasks.map(({ end }) => end))),
          panes: kinds.filter((kind) => kind === 'film').length,
          isLater: kinds.every((kind) => kind === 'later'),
        };
      }),
  );
}

/** The days that are kept in jobs of the shop, all or those about some days, and when their film is dry. */
export async function readKeptDays(
  tx: Tx,
  within: { readonly from: string; readonly to: string } | null = null,
): Promise<{ days: KeptDay[]; cures: CureDay[] }> {
  const planned = await plannedJobs(tx, within);
  return {
    days: planned.flatMap(daysOf),
    cures: planned.flatMap(({ jobId, job, curesOn, visit }) =>
      curesOn ? [{ jobId, job, day: curesOn, personIds: visit.workers.map(({ id }) => id) }] : [],
    ),
  };
}
