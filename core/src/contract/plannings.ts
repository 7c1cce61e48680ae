import { z } from 'zod';
import { cutPlanSchema, planJobSchema } from '../cuts/index.ts';

/** Cut planning handed to the server. `workKey` says what it is a plan of, so that it is known again. */
export const newPlanningSchema = z
  .strictObject({
    work: planJobSchema,
    workKey: z.string().min(1).max(80),
    seconds: z.int('Seconds are a whole number').min(1).max(1800, 'Half an hour is the most'),
  })
  .meta({ id: 'NewPlanning' });

export const PLANNING_STATES = ['waiting', 'working', 'ready', 'stopped', 'failed'] as const;

export const planningSchema = z
  .strictObject({
    id: z.uuid(),
    workKey: z.string(),
    state: z.enum(PLANNING_STATES),
    seconds: z.int(),
    /** So many better plans were found, the last after so many seconds. */
    found: z.int(),
    afterSeconds: z.int(),
    /** The best so far; null where there is none the asker has not seen. */
    plan: cutPlanSchema.nullable(),
    problem: z.string().nullable(),
    askedAt: z.iso.datetime({ offset: true }),
    startedAt: z.iso.datetime({ offset: true }).nullable(),
  })
  .meta({ id: 'Planning' });

/** The last planning of a job; null where there was none. */
export const lastPlanningSchema = z
  .strictObject({ planning: planningSchema.nullable() })
  .meta({ id: 'LastPlanning' });

export type NewPlanning = z.infer<typeof newPlanningSchema>;
export type Planning = z.infer<typeof planningSchema>;
