import { deepEqual } from 'fast-equals';
import type { z } from 'zod';

/* Records by kind and id, and changes of them, whatever the kinds are: a stage knows its own, the job knows all. */

interface KindsLike {
  readonly [kind: string]: { readonly schema: z.ZodType };
}

/** What the records of some kinds say. */
export type DataOf<Kinds extends KindsLike> = {
  readonly [Kind in keyof Kinds]: z.infer<Kinds[Kind]['schema']>;
};

/** Records by kind and id. */
export type RecordsOf<Kinds extends KindsLike> = {
  readonly [Kind in keyof Kinds]: Readonly<Record<string, z.infer<Kinds[Kind]['schema']>>>;
};

/** One record before and after; null where there is none. */
export interface ChangeOfKind<Kind extends PropertyKey, Data> {
  readonly kind: Kind;
  readonly id: string;
  readonly before: Data | null;
  readonly after: Data | null;
}

export type ChangeOf<Kinds extends KindsLike> = {
  [Kind in keyof Kinds]: ChangeOfKind<Kind, z.infer<Kinds[Kind]['schema']>>;
}[keyof Kinds];

type AnyRecords = Readonly<Record<string, Readonly<Record<string, unknown>>>>;
type DataIn<Records extends AnyRecords, Kind extends keyof Records> = Records[Kind][string];

export function recordAt<Records extends AnyRecords, Kind extends keyof Records & string>(
  records: Records,
  kind: Kind,
  id: string,
): DataIn<Records, Kind> | null {
  const ofKind: Readonly<Record<string, unknown>> = records[kind] ?? {};
  return Object.hasOwn(ofKind, id) ? ((ofKind[id] as DataIn<Records, Kind> | undefined) ?? null) : null;
}

/** Writes one record, or takes it away, without asking what was there. */
export function withRecord<Records extends AnyRecords>(
  records: Records,
  change: { readonly kind: keyof Records & string; readonly id: string; readonly after: unknown },
): Records {
  const ofKind: Record<string, unknown> = { ...records[change.kind] };
  if (change.after === null) Reflect.deleteProperty(ofKind, change.id);
  else ofKind[change.id] = change.after;
  return { ...records, [change.kind]: ofKind };
}

export function addRecord<Kind extends string, Data>(
  kind: Kind,
  id: string,
  data: Data,
): ChangeOfKind<Kind, Data> {
  return { kind, id, before: null, after: data };
}

/** A change of some fields of a record that is there; null when there is no such record or nothing would change. */
export function patchRecord<Records extends AnyRecords, Kind extends keyof Records & string>(
  records: Records,
  kind: Kind,
  id: string,
  patch: Partial<DataIn<Records, Kind>>,
): ChangeOfKind<Kind, DataIn<Records, Kind>> | null {
  const before = recordAt(records, kind, id);
  if (!before) return null;
  const after = { ...before, ...patch } as DataIn<Records, Kind>;
  return deepEqual(before, after) ? null : { kind, id, before, after };
}

/** The records of a kind with their ids, in the order people gave them. */
export function inOrder<Data extends { readonly order: number }>(
  records: Readonly<Record<string, Data>>,
): (Data & { readonly id: string })[] {
  return Object.entries(records)
    .map(([id, data]) => ({ ...data, id }))
    .sort((a, b) => a.order - b.order || a.id.localeCompare(b.id));
}

export function sameData(one: unknown, other: unknown): boolean {
  return deepEqual(one, other);
}
