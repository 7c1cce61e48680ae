import { z } from 'zod';
import {
  jobRecordsSchema,
  RECORD_KINDS,
  recordIdSchema,
  recordSchemas,
  siteSchema,
  type RecordKind,
} from '../job/index.ts';
import { RULES_OF_ROLES } from './roles.ts';
import type { Role } from './account.ts';

export const jobSummarySchema = z
  .strictObject({
    id: z.uuid(),
    name: z.string(),
    customer: z.string(),
    town: z.string(),
    panes: z.int(),
    measured: z.int(),
    filmed: z.int(),
    planKept: z.boolean(),
    done: z.int(),
    openFaults: z.int(),
    /** The latest cure date of the panes done, `YYYY-MM-DD`. */
    curesOn: z.string().nullable(),
    changedAt: z.iso.datetime({ offset: true }),
  })
  .meta({ id: 'JobSummary' });

export const newJobSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'Give the job a name').max(120),
    customer: z.string().trim().min(1, 'Name the customer').max(120),
    site: siteSchema,
  })
  .meta({ id: 'NewJob' });

export const importJobSchema = z
  .strictObject({ file: z.string(), customer: z.string().trim().max(120), site: siteSchema.nullable() })
  .meta({ id: 'ImportJob' });

export const importedJobSchema = z
  .strictObject({ id: z.uuid(), notes: z.array(z.string()) })
  .meta({ id: 'ImportedJob' });

export const versionsSchema = z.record(z.string(), z.int());

/** The records of a job, and under `kind/id` the version of each: what a write must say it was based on. */
export const jobAnswerSchema = z
  .strictObject({ id: z.uuid(), records: jobRecordsSchema, versions: versionsSchema })
  .meta({ id: 'Job' });

const sentChange = <Kind extends RecordKind>(kind: Kind) =>
  z.strictObject({
    kind: z.literal(kind),
    id: recordIdSchema,
    /** The version this change was made on; 0 for a record that is new. */
    baseVersion: z.int().min(0),
    after: recordSchemas[kind].nullable(),
  });

export const sentEditSchema = z
  .strictObject({
    editId: z.uuid(),
    label: z.string().max(200),
    changes: z
      .array(
        z.discriminatedUnion('kind', [
          sentChange('job'),
          sentChange('room'),
          sentChange('wall'),
          sentChange('pane'),
          sentChange('fitting'),
          sentChange('plan'),
          sentChange('sold'),
        ]),
      )
      .min(1)
      .max(5000),
  })
  .meta({ id: 'Edit' });

export const editAnswerSchema = z.strictObject({ versions: versionsSchema }).meta({ id: 'EditAnswer' });

/** A record that somebody else has changed since: theirs as it now stands. */
export const staleRecordSchema = z.strictObject({
  kind: z.enum(RECORD_KINDS),
  id: z.string(),
  version: z.int(),
  theirs: z.unknown(),
});

export const paperKindSchema = z.enum([
  'cut-list',
  'care-sheet',
  'condition-sheet',
  'labels',
  'single-labels',
]);
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

export type JobSummary = z.infer<typeof jobSummarySchema>;
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

/** Whether a role may write records of a kind. */
export function mayWrite(role: Role, kind: RecordKind): boolean {
  return RULES_OF_ROLES[role].writes.includes(kind);
}
