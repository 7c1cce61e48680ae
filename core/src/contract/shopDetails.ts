import { z } from 'zod';
import { currencySchema } from '../price/index.ts';
import { placeFields } from '../sun/index.ts';

export const timeZoneSchema = placeFields.timeZone;

const line = (most: number) => z.string().trim().max(most, `At most ${most} letters`);

export const PAPER_SIZES = ['A4', 'LETTER'] as const;

/** What a shop says of itself: on its papers, and for its jobs. */
export const shopDetailsSchema = z
  .strictObject({
    street: line(200),
    town: line(120),
    telephone: line(60),
    email: line(200),
    web: line(200),
    /** Number of the firm, for tax. */
    taxNumber: line(60),
    currency: currencySchema,
    /** Value added tax or sales tax, per cent of the price without it. */
    taxPercent: z.number('A tax is a number of per cent').min(0, 'At least 0 %').max(60, 'At most 60 %'),
    unit: z.enum(['mm', 'in']),
    paper: z.enum(PAPER_SIZES),
    timeZone: timeZoneSchema,
    /** Where the shop is, degrees north and east; null until it is said. */
    place: z
      .strictObject({ latitude: z.number().min(-90).max(90), longitude: z.number().min(-180).max(180) })
      .nullable(),
    warranty: line(4000),
    terms: line(4000),
    /** Owners must have a second factor before they may do anything else. */
    ownersNeedCode: z.boolean(),
    /** A session that is not used for so long ends, hours. */
    idleHours: z.int('Whole hours').min(1, 'At least 1 hour').max(336, 'At most 14 days, 336 hours'),
  })
  .meta({ id: 'ShopDetails' });

export const shopSchema = z
  .strictObject({ name: z.string(), version: z.int(), details: shopDetailsSchema, hasLogo: z.boolean() })
  .meta({ id: 'Shop' });

export const saveShopSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'The shop needs a name').max(120),
    baseVersion: z.int(),
    details: shopDetailsSchema,
    /** Another currency is taken although quotes in the old one are open. */
    despiteOpenQuotes: z.boolean().default(false),
  })
  .meta({ id: 'SaveShop' });

export type ShopDetails = z.infer<typeof shopDetailsSchema>;
export type Shop = z.infer<typeof shopSchema>;

/** What holds until the owner has said something else. */
export const NEW_SHOP_DETAILS: ShopDetails = {
  street: '',
  town: '',
  telephone: '',
  email: '',
  web: '',
  taxNumber: '',
  currency: 'EUR',
  taxPercent: 0,
  unit: 'mm',
  paper: 'A4',
  timeZone: 'UTC',
  place: null,
  warranty: '',
  terms: '',
  ownersNeedCode: false,
  idleHours: 72,
};
