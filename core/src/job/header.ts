import { z } from 'zod';
import { WRITTEN_BY_CREW_LEADERS, lengthMmField, nameField, recordKind } from '../record/index.ts';
import { placeFields } from '../sun/index.ts';

/* The record every job begins with: whose it is, where, and by which house rules. */

export const siteSchema = z.strictObject({
  address: z.string().trim().max(200),
  town: nameField,
  ...placeFields,
});

/** What one job's price goes by. Money in the shop's currency. */
export const pricingSchema = z.strictObject({
  km: z.number().min(0).max(10_000).describe('There and back'),
  minutes: z.number().min(0).max(10_000).describe('There and back'),
  /** Null: by how long the work takes, and its later visits. */
  trips: z.int().min(1).max(200).nullable(),
  /** How many go; null: as many as the panes want. */
  crew: z.int().min(1).max(20).nullable(),
  hardRemoval: z.boolean(),
  discount: z
    .strictObject({ share: z.number().min(0).max(1), because: z.string().trim().max(300) })
    .nullable(),
  /** What else this job costs. */
  extras: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(60),
        name: z.string().trim().min(1).max(120),
        cost: z.number().min(0).max(1_000_000),
      }),
    )
    .max(100)
    .readonly(),
  /** Other ways to do the job that are held beside it: one film on some of its panes, or on all (none named). */
  options: z
    .array(
      z.strictObject({
        id: z.string().regex(/^[A-Za-z0-9_-]{1,64}$/),
        name: nameField,
        filmId: z.string().min(1).max(60),
        paneIds: z.array(z.string().min(1).max(64)).max(5000).readonly(),
      }),
    )
    .max(5, 'Five other ways at the most')
    .readonly()
    .default([]),
});
export type Pricing = z.infer<typeof pricingSchema>;
export const NO_PRICING: Pricing = {
  ...{ km: 0, minutes: 0, trips: null, crew: null, hardRemoval: false, discount: null, extras: [] },
  options: [],
};

const jobHeaderSchema = z.strictObject({
  /** Counts the jobs of the shop, given by the server when the job is made; null until it was there. */
  number: z.int().min(1).nullable().default(null),
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
  /** What this job's price goes by beside the house rules. */
  pricing: pricingSchema.default(NO_PRICING),
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
export const NEW_HEADER: Pick<
  JobHeader,
  'number' | 'visit' | 'plan' | 'rollWidths' | 'filmRuleSets' | 'longestPullMm' | 'pricing'
> = {
  number: null,
  visit: NO_VISIT,
  plan: { northDeg: 0 },
  rollWidths: {},
  filmRuleSets: {},
  longestPullMm: null,
  pricing: NO_PRICING,
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
