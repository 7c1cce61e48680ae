import { z } from 'zod';
import { cutsRecords } from '../cuts/index.ts';
import { filmRecords } from '../film/index.ts';
import { fittingRecords } from '../fitting/index.ts';
import type { ChangeOf, DataOf, RecordKindRules, RecordsOf } from '../record/index.ts';
import { surveyRecords } from '../survey/index.ts';
import { quoteRecords } from './quoteRecord.ts';
import { visitRecords } from './visitRecord.ts';
import { HEADER_ID, headerRecords, type JobHeader } from './header.ts';

/**
 * What a job is made of: small records, each with a kind and an id, so that people edit beside each other. This is the
 * one list of kinds: the files, the contract, who may write, and the kinds in the database follow from it.
 */
export const recordKinds = {
  ...headerRecords,
  ...surveyRecords,
  ...fittingRecords,
  ...cutsRecords,
  ...filmRecords,
  ...quoteRecords,
  ...visitRecords,
} as const;

export type RecordKinds = typeof recordKinds;
export type RecordKind = keyof RecordKinds;
export const RECORD_KINDS = Object.keys(recordKinds) as [RecordKind, ...RecordKind[]];

export type RecordData = DataOf<RecordKinds>;
/** All records of a job by kind and id. */
export type JobRecords = RecordsOf<RecordKinds>;
/** One record before and after; null where there is none. */
export type Change = ChangeOf<RecordKinds>;

/** What there is to say of a kind, where which kind it is does not matter. */
export function rulesOfKind(kind: RecordKind): RecordKindRules {
  return recordKinds[kind] as unknown as RecordKindRules;
}

const byKind = <Value>(valueOf: (kind: RecordKind) => Value) =>
  Object.fromEntries(RECORD_KINDS.map((kind) => [kind, valueOf(kind)]));

export const EMPTY_RECORDS = byKind(() => ({})) as JobRecords;

/** The records of a job as files and answers carry them. Kinds that came later may be missing in older files. */
export const jobRecordsSchema = z.strictObject(
  byKind((kind) => {
    const { schema, mayBeAbsent } = rulesOfKind(kind);
    const ofKind = z.record(z.string(), schema);
    return mayBeAbsent ? ofKind.default({}) : ofKind;
  }),
) as unknown as z.ZodType<JobRecords, unknown>;

export function headerOf(records: Pick<JobRecords, 'job'>): JobHeader | null {
  return records.job[HEADER_ID] ?? null;
}
