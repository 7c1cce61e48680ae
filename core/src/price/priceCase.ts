import { z } from 'zod';
import type { FormatReader } from '../units/index.ts';
import { currencySchema } from './currency.ts';

/**
 * The file format `neat-sill/price-case` 1 (docs/formats): what a job costs, and how the shop makes a price of it. Money is
 * in whole minor units of the currency (cents) where a person names it, and may be a fraction of one for a unit cost.
 */

const id = z.string().min(1, 'An id must not be empty').max(200);
const amount = (what: string) =>
  z
    .number(`${what} is a number`)
    .min(0, `${what} must be 0 or more`)
    .max(1e12, `${what} is out of all reason`);
const money = amount('Money, in minor units,');
const share = z
  .number('A share is a number from 0 to 1')
  .min(0, 'A share must be from 0 to 1')
  .max(1, 'A share must be from 0 to 1');

export const priceFilmSchema = z.strictObject({
  id,
  name: z.string().max(300),
  usedMm: amount('The length used'),
  rollMm: z.number().positive('A roll must be longer than 0').max(1e7),
  rollPrice: money,
  soldBy: z.enum(['roll', 'metre', 'sheet', 'motif']).default('roll'),
  wholeRolls: z.int('Whole rolls are counted').min(0).max(100_000).default(0),
  leftoverWorthShare: share.default(0),
  netAreaM2: amount('The area').default(0),
});

export const priceLabourSchema = z.strictObject({
  id,
  name: z.string().max(300),
  minutes: amount('Minutes'),
  hourly: money,
});

export const priceItemSchema = z.strictObject({
  id,
  name: z.string().max(300),
  quantity: amount('A quantity'),
  unitCost: money,
});

export const priceTravelSchema = z.strictObject({
  km: amount('The way'),
  perKm: money,
  minutes: amount('Minutes'),
  hourly: money,
  trips: amount('Trips'),
});

export const priceHouseSchema = z
  .strictObject({
    by: z.enum(['markup', 'margin', 'perArea']),
    /** Of the cost, or of the price; by area the price of a square metre in minor units. */
    share: z.number().min(0, 'Must be 0 or more').max(1e9),
    minimum: money.default(0),
    /** The price is rounded up to a multiple of this. 0: to the nearest minor unit. */
    rounding: z.int('Rounding is in whole minor units').min(0).max(1e9).default(0),
    filmCharge: z.enum(['used', 'rolls']).default('used'),
  })
  .check((context) => {
    const { by, share: asked } = context.value;
    if (by === 'margin' && asked >= 1)
      context.issues.push({
        code: 'custom',
        input: asked,
        path: ['share'],
        params: { code: 'margin.whole' },
        message: 'A margin of 1 or more leaves nothing for the cost; name a share below 1, as 0.35',
      });
  });

export const TRAVEL_ID = 'travel';

export const priceCaseSchema = z
  .strictObject({
    format: z.literal('neat-sill/price-case'),
    version: z.literal(1),
    id,
    currency: currencySchema,
    film: z.array(priceFilmSchema).max(1000).default([]),
    labour: z.array(priceLabourSchema).max(1000).default([]),
    items: z.array(priceItemSchema).max(1000).default([]),
    travel: priceTravelSchema.nullish(),
    house: priceHouseSchema,
    discount: z.strictObject({ share, because: z.string().max(1000).default('') }).nullish(),
    tax: z
      .strictObject({
        share,
        shown: z.enum(['added', 'included']),
        roundedBy: z.enum(['line', 'total']).default('total'),
      })
      .nullish(),
    depositShare: share.default(0),
  })
  .check((context) => {
    const seen = new Set<string>([TRAVEL_ID]);
    for (const list of ['film', 'labour', 'items'] as const)
      context.value[list].forEach((entry, at) => {
        if (seen.has(entry.id))
          context.issues.push({
            code: 'custom',
            input: entry.id,
            path: [list, at, 'id'],
            params: { code: 'id.twice' },
            message: `The id "${entry.id}" is used for another line; give each its own`,
          });
        seen.add(entry.id);
      });
  });

export type PriceCase = z.infer<typeof priceCaseSchema>;
export type PriceHouse = z.infer<typeof priceHouseSchema>;

export const priceCaseFormat: FormatReader<PriceCase> = {
  format: 'neat-sill/price-case',
  version: 1,
  schema: priceCaseSchema,
};

const whole = z.int();
export const PRICE_WARNINGS = ['belowCost', 'belowMinimum', 'marginUnder'] as const;
export type PriceWarning = (typeof PRICE_WARNINGS)[number];

/** The file format `neat-sill/price-result` 1. */
export const priceResultSchema = z.strictObject({
  format: z.literal('neat-sill/price-result'),
  version: z.literal(1),
  id,
  currency: z.string(),
  lines: z.array(z.strictObject({ id, cost: whole })),
  cost: whole,
  price: whole,
  discount: whole,
  net: whole,
  tax: whole,
  gross: whole,
  deposit: whole,
  profit: whole,
  marginShare: z.number().nullable(),
  warnings: z.array(z.enum(PRICE_WARNINGS)),
});
export type PriceResult = z.infer<typeof priceResultSchema>;
