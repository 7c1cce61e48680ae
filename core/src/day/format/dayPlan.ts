import { z } from 'zod';
import type { FormatReader } from '../../units/index.ts';
import { durationFor, type DayCase, type Person } from './dayCase.ts';
import { waysIn } from './ways.ts';

/** The file format `neat-sill/day-plan` 1: who does which task when. */

const id = z.string().min(1, 'An id must not be empty').max(200);

/** Why a task is not placed. */
export const UNPLACED = [
  /** Nobody has the skill. */
  'skill.none',
  /** Fewer have it than hands are wanted, or never at the same time. */
  'hands.tooFew',
  /** It takes longer than any shift of those who can do it, the way there and back counted. */
  'shift.tooShort',
  /** Its place is never open long enough while they work. */
  'place.closed',
  /** The sun, or what else is to be avoided, never leaves time enough. */
  'avoid.always',
  /** It would have to come after itself. */
  'after.circular',
  /** What has to come before it is not placed. */
  'after.unplaced',
  /** What it is tied to can't be done within the gap. */
  'gap.broken',
  /** There is more work than time. */
  'time.none',
] as const;
export type WhyUnplaced = (typeof UNPLACED)[number];

export const dayPlanSchema = z.strictObject({
  format: z.literal('neat-sill/day-plan'),
  version: z.literal(1),
  id,
  assignments: z
    .array(z.strictObject({ taskId: id, people: z.array(id).max(50).readonly(), start: z.int() }))
    .max(5000)
    .readonly(),
  unplaced: z
    .array(z.strictObject({ taskId: id, reason: z.string().max(200) }))
    .max(5000)
    .readonly(),
  cost: z.number(),
  lowerBound: z.number(),
  proven: z.boolean(),
});
export type DayPlan = z.infer<typeof dayPlanSchema>;
export type Assignment = DayPlan['assignments'][number];

export const dayPlanFormat: FormatReader<DayPlan> = {
  format: 'neat-sill/day-plan',
  version: 1,
  schema: dayPlanSchema,
};

/** Tells when an assignment of a case ends, by the slowest of who does it; null for a task that the case has not. */
export function endsIn(day: DayCase): (put: Assignment) => number | null {
  const paceOf = new Map(day.people.map(({ id, pace }) => [id, pace]));
  const minutesOf = new Map(day.tasks.map((task) => [task.id, task.minutes]));
  return ({ taskId, people, start }) => {
    const minutes = minutesOf.get(taskId);
    const paces = people.map((person) => paceOf.get(person) ?? 1);
    return minutes === undefined ? null : start + durationFor(minutes, paces);
  };
}

/** When the last task of a plan ends; null where nothing is placed. */
export function endOfPlan(day: DayCase, { assignments }: Pick<DayPlan, 'assignments'>): number | null {
  const ends = assignments.flatMap((put) => endsIn(day)(put) ?? []);
  return ends.length > 0 ? Math.max(...ends) : null;
}

/** A shift of somebody in which there is something to do. */
export interface WorkedShift {
  readonly personId: string;
  readonly shift: Person['shifts'][number];
  /** From leaving the depot to being back there. */
  readonly leaves: number;
  readonly back: number;
  /** In their order. */
  readonly tasks: readonly { readonly put: Assignment; readonly start: number; readonly end: number }[];
}

/** The shifts that a plan uses, by person and time, with the ways out and home. */
export function shiftsWorked(
  day: DayCase,
  { assignments }: Pick<DayPlan, 'assignments'>,
): readonly WorkedShift[] {
  const placeOf = new Map(day.places.map(({ id }, at) => [id, at]));
  const taskOf = new Map(day.tasks.map((task) => [task.id, task]));
  const endOf = endsIn(day);
  const { there, leaveBy } = waysIn(day);
  const placeAt = (put: Assignment) => placeOf.get(taskOf.get(put.taskId)?.placeId ?? '') ?? 0;
  const all = assignments
    .flatMap((put) => {
      const end = endOf(put);
      return end === null ? [] : [{ put, start: put.start, end }];
    })
    .sort((one, other) => one.start - other.start || one.end - other.end);
  return day.people.flatMap(({ id: personId, shifts }) =>
    shifts.flatMap((shift) => {
      const tasks = all.filter(
        ({ put, start, end }) => put.people.includes(personId) && shift.from <= start && end <= shift.to,
      );
      const [first, last] = [tasks[0], tasks.at(-1)];
      if (!first || !last) return [];
      const leaves = leaveBy(0, placeAt(first.put), first.start);
      return [{ personId, shift, leaves, back: there(placeAt(last.put), 0, last.end), tasks }];
    }),
  );
}
