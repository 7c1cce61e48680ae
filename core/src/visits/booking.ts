import { getISODay, parseISO } from 'date-fns';
import { endOfPlan, type DayCase, type DayPlan } from '../day/index.ts';
import { visitCase, visitClock, type VisitAsked } from './visitCase.ts';

export interface BookingAsked extends Omit<VisitAsked, 'from'> {
  /** From which day on, `YYYY-MM-DD`, and how many first days are looked at. */
  readonly from: string;
  readonly lookAhead: number;
  readonly most: number;
  /** Makes a plan of a case, quickly. */
  readonly plan: (day: DayCase) => DayPlan;
}

/** Days in which all of a job can be done. */
export interface Slot {
  readonly from: string;
  /** When the last task ends, in minutes of the slot’s clock. */
  readonly ends: number;
  readonly cost: number;
}

/**
 * The earliest days on which all that is left of a job can be done by those who come, whatever else they have: one slot a
 * first day, none inside another. Fewer than asked for where there are no more within the days looked at.
 */
export function earliestSlots(asked: BookingAsked): Slot[] {
  const { job, from, lookAhead, most, plan, ...rest } = asked;
  const zone = job.header?.site.timeZone ?? 'UTC';
  const { dayOf } = visitClock(zone, from);
  const slots: Slot[] = [];
  let next = 0;
  while (next < lookAhead && slots.length < most) {
    const first = dayOf(next);
    if (getISODay(parseISO(first)) > job.rules.day.workDays) {
      next += 1;
      continue;
    }
    const visit = visitCase({ job, ...rest, from: first });
    if (!visit) return slots;
    const found = plan(visit.day);
    const begins = found.assignments.map(({ start }) => visitClock(zone, first).local(start).day);
    // What does not begin on its first day is the slot of a later one.
    if (found.unplaced.length > 0 || Math.min(...begins) > 0) {
      next += 1;
      continue;
    }
    slots.push({ from: first, ends: endOfPlan(visit.day, found) ?? 0, cost: found.cost });
    next += Math.max(...begins) + 1;
  }
  return slots;
}
