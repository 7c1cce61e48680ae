import { z } from 'zod';
import {
  JOB_STANDINGS,
  RECORD_KINDS,
  jobOutlineSchema,
  jobRecordsSchema,
  rulesOfKind,
  siteSchema,
  type RecordData,
  type RecordKind,
} from '../job/index.ts';
import { recordIdSchema, type Role } from '../record/index.ts';

/** Where a job is kept. */
export const JOB_SHELVES = ['open', 'archived', 'deleted'] as const;

export const jobSummarySchema = jobOutlineSchema
  .omit({ search: true })
  .extend({
    id: z.uuid(),
    changedAt: z.iso.datetime({ offset: true }),
    shelf: z.enum(JOB_SHELVES),
    /** Who does it, and on which day; null until that is said. */
    assignedTo: z.strictObject({ id: z.uuid(), name: z.string() }).nullable(),
    visitOn: z.iso.date().nullable(),
  })
  .meta({ id: 'JobSummary' });

export const JOB_ORDERS = ['changed', 'customer', 'visit'] as const;

/** Which jobs a list asks for; every word of `text` has to be found in a job. */
export const jobListQuerySchema = z.object({
  text: z.string().trim().max(200).default(''),
  shelf: z.enum(JOB_SHELVES).default('open'),
  standing: z.enum(['all', ...JOB_STANDINGS]).default('all'),
  order: z.enum(JOB_ORDERS).default('changed'),
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
});

/** How many jobs a page of the list has. */
export const JOBS_A_PAGE = 50;

export const jobListSchema = z
  .strictObject({ jobs: z.array(jobSummarySchema), total: z.int() })
  .meta({ id: 'JobList' });

/** What is to be done today: the newest of each, and how many there are. */
export const todaySchema = z
  .strictObject({
    on: jobListSchema,
    faults: jobListSchema,
    drying: jobListSchema,
    /** Questions of customers that wait for an answer, and what they accepted lately; the latest first. */
    customers: z.array(
      z.strictObject({
        jobId: z.uuid(),
        job: z.string(),
        kind: z.enum(['question', 'acceptance']),
        name: z.string(),
        at: z.iso.datetime({ offset: true }),
      }),
    ),
  })
  .meta({ id: 'Today' });

/** What is kept of a job beside its records; what is left out stays. */
export const keepJobSchema = z
  .strictObject({
    shelf: z.enum(JOB_SHELVES).optional(),
    assignedTo: z.uuid().nullable().optional(),
    visitOn: z.iso.date().nullable().optional(),
  })
  .meta({ id: 'KeepJob' });

export const keptJobSchema = z
  .strictObject({ job: jobSummarySchema, notices: z.array(z.string()) })
  .meta({ id: 'KeptJob' });

/** Who may be given a job. */
export const crewSchema = z.array(z.strictObject({ id: z.uuid(), name: z.string() })).meta({ id: 'Crew' });

export const newJobSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'Give the job a name').max(120),
    customer: z.string().trim().min(1, 'Name the customer').max(120),
    site: siteSchema,
  })
  .meta({ id: 'NewJob' });

/** Where the job is that was made last; null while there is none. */
export const lastSiteSchema = z.strictObject({ site: siteSchema.nullable() }).meta({ id: 'LastSite' });

export const importJobSchema = z
  .strictObject({ file: z.string(), customer: z.string().trim().max(120), site: siteSchema.nullable() })
  .meta({ id: 'ImportJob' });

export const importedJobSchema = z
  .strictObject({
    id: z.uuid(),
    notes: z.array(z.string()),
    /** An open job of the same customer and name that was there before; the newest where there are several. */
    alike: z
      .strictObject({ id: z.uuid(), changedAt: z.iso.datetime({ offset: true }) })
      .nullable()
      .default(null),
  })
  .meta({ id: 'ImportedJob' });

export const versionsSchema = z.record(z.string(), z.int());

/** The records of a job, and under `kind/id` the version of each: what a write must say it was based on. */
export const jobAnswerSchema = z
  .strictObject({
    id: z.uuid(),
    records: jobRecordsSchema,
    versions: versionsSchema,
    /** Counts the edits of the job. */
    revision: z.int().default(0),
  })
  .meta({ id: 'Job' });

/** A change as it is sent: what the record is to be, and the version it was made on. */
export type SentChange = {
  [Kind in RecordKind]: {
    readonly kind: Kind;
    readonly id: string;
    /** The version this change was made on; 0 for a record that is new. */
    readonly baseVersion: number;
    readonly after: RecordData[Kind] | null;
  };
}[RecordKind];

const sentChange = (kind: RecordKind) =>
  z.strictObject({
    kind: z.literal(kind),
    id: recordIdSchema,
    baseVersion: z.int().min(0),
    after: rulesOfKind(kind).schema.nullable(),
  });
const [firstKind, ...otherKinds] = RECORD_KINDS;
const sentChangeSchema = z.discriminatedUnion('kind', [
  sentChange(firstKind),
  ...otherKinds.map(sentChange),
]) as unknown as z.ZodType<SentChange>;

export const sentEditSchema = z
  .strictObject({
    editId: z.uuid(),
    label: z.string().max(200),
    changes: z.array(sentChangeSchema).min(1).max(5000),
  })
  .meta({ id: 'Edit' });

/** The versions after an edit, and what somebody has to know of it: the rack does not hold what was cut, say. */
export const editAnswerSchema = z
  .strictObject({
    versions: versionsSchema,
    notices: z.array(z.string()),
    /** Of the job after the edit. */
    revision: z.int().default(0),
  })
  .meta({ id: 'EditAnswer' });

/** A record that somebody else has changed since: theirs as it now stands. */
export const staleRecordSchema = z.strictObject({
  kind: z.enum(RECORD_KINDS),
  id: z.string(),
  version: z.int(),
  theirs: z.unknown(),
});

export const PAPER_KINDS = [
  'cut-list',
  'care-sheet',
  'day-sheet',
  'condition-sheet',
  'fitting-report',
  'labels',
  'quote',
  'single-labels',
  'steps',
  'templates',
] as const;
export const paperKindSchema = z.enum(PAPER_KINDS);
export const paperSchema = z
  .strictObject({
    id: z.uuid(),
    kind: paperKindSchema,
    state: z.enum(['waiting', 'ready', 'failed']),
    problem: z.string().nullable(),
  })
  .meta({ id: 'Paper' });
export const newPaperSchema = z
  .strictObject({ kind: paperKindSchema, today: z.iso.date() })
  .meta({ id: 'NewPaper' });

export type Today = z.infer<typeof todaySchema>;
export type JobSummary = z.infer<typeof jobSummarySchema>;
export type JobListQuery = z.infer<typeof jobListQuerySchema>;
export type JobShelf = (typeof JOB_SHELVES)[number];
export type KeepJob = z.infer<typeof keepJobSchema>;
export type NewJob = z.infer<typeof newJobSchema>;
export type ImportJob = z.infer<typeof importJobSchema>;
export type ImportedJob = z.infer<typeof importedJobSchema>;
export type JobAnswer = z.infer<typeof jobAnswerSchema>;
export type SentEdit = z.infer<typeof sentEditSchema>;
export type EditAnswer = z.infer<typeof editAnswerSchema>;
export type StaleRecord = z.infer<typeof staleRecordSchema>;
export type Paper = z.infer<typeof paperSchema>;
export type NewPaper = z.infer<typeof newPaperSchema>;

export function recordKey(kind: RecordKind, id: string): string {
  return `${kind}/${id}`;
}

/** Whether a role may write records of a kind, whatever is changed of them. */
export function mayWrite(role: Role, kind: RecordKind): boolean {
  return rulesOfKind(kind).writtenBy.includes(role);
}

/** Whether a role may make this change of a record: its kind is written by the role, or any role may change just that. */
export function mayChange(role: Role, kind: RecordKind, before: unknown, after: unknown): boolean {
  if (mayWrite(role, kind)) return true;
  return before !== null && after !== null && (rulesOfKind(kind).mayChange?.(before, after) ?? false);
}
