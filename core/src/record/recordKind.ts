import { z } from 'zod';

/** Who works in a shop. What a role may do stands with what is done: record kinds say who may write them. */
export const ROLES = ['owner', 'installer', 'apprentice'] as const;
export type Role = (typeof ROLES)[number];

export const recordIdSchema = z
  .string()
  .regex(/^(?!__proto__$)[A-Za-z0-9_-]{1,64}$/, 'An id has 1 to 64 letters, digits, - or _');

/** The record that another one hangs on: it goes when that goes, and can't be there without it. */
export interface RecordParent {
  readonly kind: string;
  readonly id: string;
}

/** What there is to say of one kind of record of a job: all that the store, the server and the files need. */
export interface RecordKindRules<Schema extends z.ZodType = z.ZodType, Empty = object> {
  /** What people call one such record. */
  readonly name: string;
  readonly schema: Schema;
  /** What a new record says until somebody says otherwise. */
  readonly empty: Empty;
  readonly parentOf: ((data: z.infer<Schema>, id: string) => RecordParent) | null;
  /** The roles that may write such records. */
  readonly writtenBy: readonly Role[];
  /** What any role may change of one that is there, as ticking what is done. */
  readonly mayChange?: (before: z.infer<Schema>, after: z.infer<Schema>) => boolean;
  /** Whether job files may be without it: they were written before there was such a kind. */
  readonly mayBeAbsent: boolean;
  /**
   * Only for a log, whose records are never changed and never taken away: the record that says that one was a mistake. It
   * is written in place of taking it away.
   */
  readonly takenBack?: (id: string, data: z.infer<Schema>) => z.infer<Schema>;
}

/** Says what a kind of record is, with its types kept. */
export function recordKind<Schema extends z.ZodType, const Empty>(
  rules: RecordKindRules<Schema, Empty>,
): RecordKindRules<Schema, Empty> {
  return rules;
}

export const WRITTEN_BY_ALL: readonly Role[] = ROLES;
export const WRITTEN_BY_CREW_LEADERS: readonly Role[] = ['owner', 'installer'];
