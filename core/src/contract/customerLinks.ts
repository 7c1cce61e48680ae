import { z } from 'zod';
import {
  CUSTOMER_LANGUAGES,
  questionText,
  quotedPaneSchema,
  quotedPriceSchema,
  quotedWallSchema,
  signedSchema,
} from '../job/index.ts';
import { nameField, recordIdSchema } from '../record/index.ts';

/* A customer's own page: what is offered to them, reached by a secret link, and what they may do there. */

const moment = z.iso.datetime({ offset: true });

export const newCustomerLinkSchema = z
  .strictObject({
    quoteId: recordIdSchema,
    days: z.int('Whole days').min(1, 'At least a day').max(180, 'At most 180 days'),
  })
  .meta({ id: 'NewCustomerLink' });

/** The token is told once, to whoever made the link, and kept nowhere. */
export const madeCustomerLinkSchema = z
  .strictObject({ id: z.uuid(), token: z.string(), expiresAt: moment })
  .meta({ id: 'MadeCustomerLink' });

export const customerLinkSchema = z.strictObject({
  id: z.uuid(),
  quoteId: z.string(),
  madeAt: moment,
  expiresAt: moment,
  revokedAt: moment.nullable(),
  /** How often it was opened, and when last. */
  timesSeen: z.int(),
  lastSeenAt: moment.nullable(),
});
export const customerLinksSchema = z
  .strictObject({ links: z.array(customerLinkSchema) })
  .meta({ id: 'CustomerLinks' });

export const customerTokenSchema = z.strictObject({ token: z.string().min(20).max(100) });

const minor = z.int();

const offeredOptionSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  panes: z.array(quotedPaneSchema.omit({ paneId: true })),
  films: z.array(z.strictObject({ id: z.string(), name: z.string(), sentences: z.array(z.string()) })),
  walls: z.array(quotedWallSchema),
  cautions: z.array(z.string()),
  afterwards: z.string(),
  price: quotedPriceSchema,
});

/** What a customer reads behind their link: what was offered and nothing else of the shop or the job. */
export const offeredQuoteSchema = z
  .strictObject({
    shop: z.strictObject({
      name: z.string(),
      telephone: z.string(),
      email: z.string(),
      unit: z.enum(['mm', 'in']),
    }),
    quoteId: z.string(),
    /** As it is called on paper. */
    number: z.string(),
    language: z.enum(CUSTOMER_LANGUAGES),
    madeAt: moment,
    validUntil: z.iso.date(),
    currency: z.string(),
    job: z.string(),
    customer: z.string(),
    place: z.string(),
    terms: z.string(),
    options: z.array(offeredOptionSchema),
    /** Where it changes what was ordered: the quote it changes, what is other, and what there was to pay. */
    changes: z
      .strictObject({ number: z.string(), differences: z.array(z.string()), grossBefore: minor })
      .nullable(),
    accepted: z.strictObject({ optionId: z.string(), name: z.string(), at: moment }).nullable(),
    /** Why it can't be accepted, in a sentence; null where it can, or has been. */
    against: z.string().nullable(),
    questions: z.array(
      z.strictObject({
        name: z.string(),
        text: z.string(),
        at: moment,
        answer: z.strictObject({ text: z.string(), at: moment }).nullable(),
      }),
    ),
  })
  .meta({ id: 'OfferedQuote' });

export const acceptOfferSchema = signedSchema.extend({
  ...customerTokenSchema.shape,
  /** The quote that stood on the page. */
  quoteId: recordIdSchema,
});
export const askAboutOfferSchema = z.strictObject({
  ...customerTokenSchema.shape,
  name: nameField,
  text: questionText,
});

export type CustomerLink = z.infer<typeof customerLinkSchema>;
export type OfferedQuote = z.infer<typeof offeredQuoteSchema>;
export type OfferedOption = OfferedQuote['options'][number];

/** A quote that is open, and what its films cost when it was made. */
export const openQuotesSchema = z
  .strictObject({
    quotes: z.array(
      z.strictObject({
        jobId: z.uuid(),
        job: z.string(),
        customer: z.string(),
        number: z.string(),
        validUntil: z.iso.date(),
        currency: z.string(),
        gross: minor,
        films: z.array(
          z.strictObject({
            id: z.string(),
            name: z.string(),
            rolls: z.array(z.strictObject({ widthMm: z.number(), price: z.number().nullable() })),
          }),
        ),
      }),
    ),
  })
  .meta({ id: 'OpenQuotes' });
export type OpenQuote = z.infer<typeof openQuotesSchema>['quotes'][number];
