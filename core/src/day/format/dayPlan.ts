import { z } from 'zod';
import type { FormatReader } from '../../units/index.ts';
import { durationFor, type DayCase } from './dayCase.ts';

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

/** When the last task of a plan ends; null where nothing is placed. */
export function endOfPlan(day: DayCase, plan: Pick<DayPlan, 'assignments'>): number | null {
  const paceOf = new Map(day.people.map(({ id, pace }) => [id, pace]));
  const minutesOf = new Map(day.tasks.map((task) => [task.id, task.minutes]));
  const ends = plan.assignments.flatMap(({ taskId, people, start }) => {
    const minutes = minutesOf.get(taskId);
    return minutes === undefined
      ? []
      : [
          start +
            durationFor(
              minutes,
              people.map((person) => paceOf.get(person) ?? 1),
            ),
        ];
  });
  return ends.length > 0 ? Math.max(...ends) : null;
}
