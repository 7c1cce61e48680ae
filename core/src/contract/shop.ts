import { z } from 'zod';
import { rackEntrySchema } from './rack.ts';
import { wantedSizeSchema } from '../cuts/index.ts';
import { filmSchema } from '../film/index.ts';
import type { ShopData } from '../job/index.ts';
import { ruleSetSchema } from '../rules/index.ts';

const filmInBook = filmSchema.meta({ id: 'Film' });

/** A rule set with the number of its version, so that a stale write is found. */
export const storedRuleSetSchema = z
  .strictObject({ version: z.int(), rules: ruleSetSchema })
  .meta({ id: 'StoredRuleSet' });

export const shopBookSchema = z
  .strictObject({
    films: z.array(filmInBook),
    rack: z.array(rackEntrySchema),
    ruleSets: z.array(storedRuleSetSchema),
    /** Sizes that were cut before, by film: what leftovers are likely to be good for. */
    cutBefore: z.record(z.string(), z.array(wantedSizeSchema)).default({}),
  })
  .meta({ id: 'ShopBook' });

export const saveRuleSetSchema = z
  .strictObject({ baseVersion: z.int(), rules: ruleSetSchema })
  .meta({ id: 'SaveRuleSet' });

/** A saved rule set, and the jobs that go on with what they were kept with: some by name, and how many. */
export const savedRuleSetSchema = z
  .strictObject({
    version: z.int(),
    rules: ruleSetSchema,
    staying: z.strictObject({ names: z.array(z.string()), total: z.int() }),
  })
  .meta({ id: 'SavedRuleSet' });

export const LARGEST_CATALOGUE = 6000;

/** Films to be kept: each a version on from what it replaces, so that a stale write is found. */
export const saveFilmsSchema = z
  .strictObject({ films: z.array(filmInBook).min(1).max(LARGEST_CATALOGUE) })
  .meta({ id: 'SaveFilms' });

export const savedFilmsSchema = z.strictObject({ saved: z.int() }).meta({ id: 'SavedFilms' });

export type SaveFilms = z.infer<typeof saveFilmsSchema>;
export type SavedRuleSet = z.infer<typeof savedRuleSetSchema>;
export type StoredRuleSet = z.infer<typeof storedRuleSetSchema>;
export type ShopBookAnswer = z.infer<typeof shopBookSchema>;
export type SaveRuleSet = z.infer<typeof saveRuleSetSchema>;

/** The book as a job may use it: what another job has reserved is not there for it. */
export function shopDataFor(
  { films, rack, ruleSets, cutBefore }: ShopBookAnswer,
  jobId: string | null,
): ShopData {
  return {
    films,
    stock: rack
      .filter(({ reservedBy }) => reservedBy === null || reservedBy === jobId)
      .map(({ entry, lot }) => ({ ...entry, lot })),
    ruleSets: ruleSets.map(({ rules }) => rules),
    cutBefore,
  };
}
