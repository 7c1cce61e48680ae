import { addDays, parseISO } from 'date-fns';
import type { VisitPlan } from '../job/index.ts';
import type { DaysOfJob } from './manyJobs.ts';

type DaysFrom = Pick<VisitPlan, 'from' | 'days'>;

/** Whether some days have one in common with others. */
function isAbout(one: DaysFrom, other: DaysFrom): boolean {
  const lastOf = ({ from, days }: DaysFrom) => addDays(parseISO(from), days - 1);
  return parseISO(one.from) <= lastOf(other) && parseISO(other.from) <= lastOf(one);
}

/**
 * What a job keeps of a plan of several: its days; nothing (null) where none of it has a place and the days that it had are
 * among these, since others have their time; undefined where what it has stays as it is.
 */
export function daysToKeep(
  had: VisitPlan | undefined,
  found: DaysOfJob['visit'],
  keptAt: string,
): VisitPlan | null | undefined {
  if (found.plan.assignments.length > 0) return { ...found, keptAt, happened: null, pins: [] };
  return had && isAbout(had, found) ? null : undefined;
}
