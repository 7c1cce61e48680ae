import { z } from 'zod';
import { stockSchema } from '../cuts/index.ts';
import { FILM_KINDS, type Film } from '../film/index.ts';
import { ruleSetSchema } from '../rules/index.ts';

const share = z.number().min(0).max(1);
const sizeMm = z.number().positive().max(200_000);

export const filmSchema = z
  .strictObject({
    id: z.string().min(1).max(60),
    name: z.string().trim().min(1).max(80),
    letter: z.string().length(1),
    kind: z.enum(FILM_KINDS),
    hold: z.enum(['pressureSensitive', 'dryAdhesive', 'cling']),
    mount: z.enum(['inside', 'outside']),
    thicknessUm: z.number().positive().max(1000),
    optics: z.strictObject({
      visibleTransmitted: share,
      visibleReflectedOut: share,
      visibleReflectedIn: share,
      solarTransmitted: share,
      solarReflectedOut: share,
      solarReflectedIn: share,
      uvTransmitted: share,
      emissivity: z.number().min(0.01).max(1),
    }),
    rolls: z.array(
      z.strictObject({ widthMm: sizeMm, lengthMm: sizeMm, price: z.number().min(0).nullable() }),
    ),
    turn: z.enum(['any', 'half', 'none']),
    matchEdges: z.boolean(),
    mayBeSeamed: z.boolean(),
    pattern: z
      .strictObject({ acrossMm: sizeMm, alongMm: sizeMm, drop: z.enum(['straight', 'half']) })
      .nullable(),
  })
  .meta({ id: 'Film' }) satisfies z.ZodType<Film>;

/** A rule set with the number of its version, so that a stale write is found. */
export const storedRuleSetSchema = z
  .strictObject({ version: z.int(), rules: ruleSetSchema })
  .meta({ id: 'StoredRuleSet' });

export const shopBookSchema = z
  .strictObject({
    films: z.array(filmSchema),
    stock: z.array(stockSchema),
    ruleSets: z.array(storedRuleSetSchema),
  })
  .meta({ id: 'ShopBook' });

export const saveRuleSetSchema = z
  .strictObject({ baseVersion: z.int(), rules: ruleSetSchema })
  .meta({ id: 'SaveRuleSet' });

export type StoredRuleSet = z.infer<typeof storedRuleSetSchema>;
export type ShopBookAnswer = z.infer<typeof shopBookSchema>;
export type SaveRuleSet = z.infer<typeof saveRuleSetSchema>;
