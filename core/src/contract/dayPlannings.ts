import { z } from 'zod';
import { visitPlanSchema } from '../job/index.ts';
import { MOST_DAYS_ASKED } from './days.ts';
import { PLANNING_STATES } from './plannings.ts';

/* Days of several jobs, planned on the server in one search. */

export const MOST_JOBS_AT_ONCE = 30;

export const newDayPlanningSchema = z
  .strictObject({
    jobIds: z
      .array(z.uuid('This is not the id of a job'))
      .min(1, 'Choose a job')
      .max(MOST_JOBS_AT_ONCE, `${MOST_JOBS_AT_ONCE} jobs at once are the most`),
    workerIds: z.array(z.uuid('This is nobody')).min(1, 'Somebody has to come').max(50),
    from: z.iso.date('This is no day'),
    days: z.int('Days are a whole number').min(1).max(MOST_DAYS_ASKED),
    seconds: z.int('Seconds are a whole number').min(1).max(600, 'Ten minutes are the most'),
    /** The day where the asker is. */
    today: z.iso.date('This is no day'),
  })
  .meta({ id: 'NewDayPlanning' });

/** The days of one job, as it keeps them. */
const daysOfJobSchema = z.strictObject({
  jobId: z.uuid(),
  /** Its customer and name. */
  job: z.string(),
  visit: visitPlanSchema.pick({
    ...{ from: true, days: true, workers: true, day: true, plan: true, around: true, splits: true },
  }),
});

/** What was found: how good the whole is, and the days of each job. */
export const plannedJobsSchema = z
  .strictObject({
    /** Of all the sites. */
    timeZone: z.string(),
    cost: z.number(),
    lowerBound: z.number(),
    proven: z.boolean(),
    tasks: z.int(),
    unplaced: z.int(),
    jobs: z.array(daysOfJobSchema),
    leftOut: z.array(
      z.strictObject({ jobId: z.uuid(), job: z.string(), why: z.enum(['nothingToFilm', 'otherZone']) }),
    ),
    /** Jobs whose weather the forecast did not tell: their glass was not looked at. */
    withoutWeather: z.array(z.string()),
    /** The last day the forecast tells; null: it tells all of them, or none was asked. */
    weatherUntil: z.iso.date().nullable().default(null),
  })
  .meta({ id: 'PlannedJobs' });

export const dayPlanningSchema = z
  .strictObject({
    id: z.uuid(),
    asked: newDayPlanningSchema,
    state: z.enum(PLANNING_STATES),
    /** So many better plans were found, the last after so many seconds. */
    found: z.int(),
    afterSeconds: z.int(),
    /** The best so far; null where there is none the asker has not seen. */
    planned: plannedJobsSchema.nullable(),
    problem: z.string().nullable(),
    askedAt: z.iso.datetime({ offset: true }),
  })
  .meta({ id: 'DayPlanning' });

/** The last that somebody asked for; null where there was none. */
export const lastDayPlanningSchema = z
  .strictObject({ planning: dayPlanningSchema.nullable() })
  .meta({ id: 'LastDayPlanning' });

export type NewDayPlanning = z.infer<typeof newDayPlanningSchema>;
export type PlannedJobs = z.infer<typeof plannedJobsSchema>;
export type DayPlanning = z.infer<typeof dayPlanningSchema>;
