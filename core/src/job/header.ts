import { z } from 'zod';
import { WRITTEN_BY_CREW_LEADERS, lengthMmField, nameField, recordKind } from '../record/index.ts';
import { placeFields } from '../sun/index.ts';

/* The record every job begins with: whose it is, where, and by which house rules. */

export const siteSchema = z.strictObject({
  address: z.string().trim().max(200),
  town: nameField,
  ...placeFields,
});

const jobHeaderSchema = z.strictObject({
  name: nameField,
  customer: nameField,
  site: siteSchema,
  visit: z
    .strictObject({
      access: z.string().trim().max(400),
      floorProtection: z.string().trim().max(400),
      workingHours: z.string().trim().max(400),
      hazards: z.string().trim().max(400),
    })
    .default({ access: '', floorProtection: '', workingHours: '', hazards: '' }),
  ruleSetId: z.string().min(1).max(60),
  /** House rules that panes of a film go by in this job, where not by the job's. */
  filmRuleSets: z.record(z.string().min(1).max(60), z.string().min(1).max(60)).default({}),
  /** Films of which only rolls of one width are to be used, mm. */
  rollWidths: z.record(z.string().min(1).max(60), lengthMmField).default({}),
  /** The clear floor or bench of this site to pull film out on, mm; null: as the house rules have it. */
  longestPullMm: lengthMmField.nullable().default(null),
  /** The sketch plan of the site: where its arrow points north, degrees clockwise from up. */
  plan: z.strictObject({ northDeg: z.number().min(0).max(360) }).default({ northDeg: 0 }),
});

export type JobHeader = z.infer<typeof jobHeaderSchema>;

/** A job has one header, under this id. */
export const HEADER_ID = 'job';

/** What is known of a visit before anybody was there. */
export const NO_VISIT: JobHeader['visit'] = {
  access: '',
  floorProtection: '',
  workingHours: '',
  hazards: '',
};

/** What a new job says of its site until somebody says more; on its plan north is up. */
export const NEW_HEADER: Pick<JobHeader, 'visit' | 'plan' | 'rollWidths' | 'filmRuleSets' | 'longestPullMm'> =
  {
    visit: NO_VISIT,
    plan: { northDeg: 0 },
    rollWidths: {},
    filmRuleSets: {},
    longestPullMm: null,
  };

export const headerRecords = {
  job: recordKind({
    name: 'Job',
    schema: jobHeaderSchema,
    empty: NEW_HEADER,
    parentOf: null,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: false,
  }),
};
