import { z } from 'zod';
import { dayCaseSchema, dayPlanSchema } from '../day/index.ts';
import { WRITTEN_BY_CREW_LEADERS, momentField, recordKind } from '../record/index.ts';

/** A plan of days that somebody kept: who comes, what was planned, and when it was kept. */
const visitPlanSchema = z.strictObject({
  from: z.iso.date(),
  days: z.int().min(1).max(60),
  workers: z
    .array(z.strictObject({ id: z.string().min(1).max(64), name: z.string().max(120) }))
    .min(1, 'Somebody has to come')
    .max(50)
    .readonly(),
  day: dayCaseSchema,
  plan: dayPlanSchema,
  keptAt: momentField,
});
export type VisitPlan = z.infer<typeof visitPlanSchema>;

/** A job has one kept plan of its days, under this id. */
export const VISIT_ID = 'visit';

export const visitRecords = {
  visit: recordKind({
    name: 'Plan of the days',
    schema: visitPlanSchema,
    empty: {},
    parentOf: null,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: true,
  }),
};
