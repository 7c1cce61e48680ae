import { z } from 'zod';
import { WRITTEN_BY_CREW_LEADERS, momentField, recordKind, sameData } from '../record/index.ts';
import { filmSchema } from '../film/index.ts';
import { ruleSetSchema } from '../rules/index.ts';
import { cutPlanSchema, planJobSchema } from './format/index.ts';

/* The record of cuts: the plan that somebody has kept. */

const keptPlanSchema = z.strictObject({
  /** The job as it was planned, so that it can be seen whether the plan still holds. */
  job: planJobSchema,
  plan: cutPlanSchema,
  keptAt: momentField,
  cutPullIds: z.array(z.string()),
  /** Pulls that stay as they are when the rest is planned anew. */
  lockedPullIds: z.array(z.string()).default([]),
  /** House rules and films as they were then: the job goes on by them, whatever the shop changes. Null in older plans. */
  frozen: z
    .strictObject({ rules: ruleSetSchema, films: z.array(filmSchema) })
    .nullable()
    .default(null),
});

export type KeptPlan = z.infer<typeof keptPlanSchema>;

/** A job keeps one plan, under this id. */
export const PLAN_ID = 'plan';

export const cutsRecords = {
  plan: recordKind({
    name: 'Kept plan',
    schema: keptPlanSchema,
    empty: { cutPullIds: [], lockedPullIds: [], frozen: null },
    parentOf: null,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    // Whoever stands at the cutting table ticks what is cut.
    mayChange: (before, after) => sameData({ ...before, cutPullIds: [] }, { ...after, cutPullIds: [] }),
    mayBeAbsent: false,
  }),
};
