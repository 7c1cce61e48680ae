import { z } from 'zod';
import type { FormatReader } from '../units/index.ts';

/** The file format `neat-sill/times-case` 1 (docs/formats): how long panes took a shop, and what is asked. Minutes, m², m. */

const id = z.string().min(1, 'An id must not be empty').max(200);
const rate = z.number('A rate is a number of minutes').min(0, 'A rate must be 0 or more').max(1e5);
const factor = z.number('A factor is a number').positive('A factor must be above 0').max(1000);

export const timesDefaultsSchema = z.strictObject({
  perPane: rate,
  perM2: rate,
  perEdgeM: rate,
  perSeam: rate,
  /** By the kind of film, against the plain one. */
  kind: z.record(z.string().max(100), factor),
  /** By how hard it is to get at, from the floor on. */
  access: z.array(factor).min(1).max(20),
  /** The standard deviation of the logarithm of minutes. */
  spread: z.number().positive('Must be above 0').max(3),
});
export type TimesDefaults = z.infer<typeof timesDefaultsSchema>;

const paneFields = {
  id,
  /** Null: the middle of the shop's people. */
  person: z.string().max(200).nullable(),
  kind: z.string().max(100),
  areaM2: z.number().min(0, 'Must be 0 or more').max(1000),
  edgeM: z.number().min(0, 'Must be 0 or more').max(10_000),
  seams: z.int('Seams are counted').min(0).max(1000),
  access: z.int('Access is a number from 0 on').min(0),
};

/** What somebody wrote down: it may be wrong, and is set aside then. */
export const timesRecordSchema = z.strictObject({ ...paneFields, minutes: z.number().max(1e7) });
export const timesAskSchema = z.strictObject(paneFields);
export type TimesRecord = z.infer<typeof timesRecordSchema>;
export type TimesAsk = z.infer<typeof timesAskSchema>;

export const timesCaseSchema = z
  .strictObject({
    format: z.literal('neat-sill/times-case'),
    version: z.literal(1),
    id,
    defaults: timesDefaultsSchema,
    records: z.array(timesRecordSchema).max(20_000).default([]),
    ask: z.array(timesAskSchema).max(20_000).default([]),
  })
  .check((context) => {
    const most = context.value.defaults.access.length - 1;
    for (const list of ['records', 'ask'] as const) {
      const seen = new Set<string>();
      context.value[list].forEach((entry, at) => {
        const wrong = (field: string, code: string, message: string) =>
          context.issues.push({
            code: 'custom',
            input: entry,
            path: [list, at, field],
            params: { code },
            message,
          });
        if (seen.has(entry.id))
          wrong('id', 'id.twice', `The id "${entry.id}" is used twice in ${list}; give each its own`);
        seen.add(entry.id);
        if (entry.access > most)
          wrong(
            'access',
            'access.unknown',
            `Access goes from 0 to ${most} here; there is no factor for ${entry.access}`,
          );
      });
    }
  });
export type TimesCase = z.infer<typeof timesCaseSchema>;

export const timesCaseFormat: FormatReader<TimesCase> = {
  format: 'neat-sill/times-case',
  version: 1,
  schema: timesCaseSchema,
};

const rangeSchema = z.strictObject({ value: z.number(), low: z.number(), high: z.number() });
export type RateRange = z.infer<typeof rangeSchema>;

export const SET_ASIDE_REASONS = ['noTime', 'noGlass', 'ranOn', 'stoppedAtOnce', 'tenfold', 'tenth'] as const;
export type SetAsideReason = (typeof SET_ASIDE_REASONS)[number];

/** The file format `neat-sill/times-result` 1. `low` to `high` holds 80 %. */
export const timesResultSchema = z.strictObject({
  format: z.literal('neat-sill/times-result'),
  version: z.literal(1),
  id,
  predictions: z.array(
    z.strictObject({ id, minutes: z.number(), low: z.number(), high: z.number(), like: z.int() }),
  ),
  rates: z.strictObject({
    perPane: rangeSchema,
    perM2: rangeSchema,
    perEdgeM: rangeSchema,
    perSeam: rangeSchema,
    kind: z.record(z.string(), rangeSchema),
    access: z.array(rangeSchema),
    /** Against the middle of the shop's people. */
    person: z.record(z.string(), rangeSchema),
    spread: rangeSchema,
  }),
  setAside: z.array(z.strictObject({ id, reason: z.enum(SET_ASIDE_REASONS) })),
});
export type TimesResult = z.infer<typeof timesResultSchema>;
