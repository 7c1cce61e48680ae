import { z } from 'zod';
import { filmSchema } from '../film/index.ts';
import { currencySchema } from '../price/index.ts';
import {
  WRITTEN_BY_CREW_LEADERS,
  momentField,
  nameField,
  recordIdSchema,
  recordKind,
} from '../record/index.ts';

/*
 * What a customer was offered, what they took and what they asked. A quote stays as it was made, whatever the job, the
 * films and the rules become: it has in it all that the customer reads and sees.
 */

const minor = z.int().min(-1e12).max(1e12);
const share = z.number().min(0).max(1);
const mm = z.number().min(0).max(100_000);
const writer = z.strictObject({ id: z.string().max(64), name: z.string().max(120) });

export const quotedPaneSchema = z.strictObject({
  paneId: recordIdSchema,
  label: z.string().max(40),
  where: z.string().max(400),
  widthMm: z.number().positive().max(100_000),
  heightMm: z.number().positive().max(100_000),
  filmId: z.string().min(1).max(60),
  seams: z.int().min(0).max(100),
});
export type QuotedPane = z.infer<typeof quotedPaneSchema>;

/** A wall as the customer sees it drawn, with how light each pane looks. */
export const quotedWallSchema = z.strictObject({
  name: z.string().max(400),
  widthMm: mm,
  heightMm: mm,
  openings: z
    .array(
      z.strictObject({
        label: z.string().max(40),
        leftMm: mm,
        sillMm: mm,
        widthMm: mm,
        heightMm: mm,
        lightByDay: share,
        lightByNight: share,
        seams: z
          .array(z.strictObject({ axis: z.enum(['vertical', 'horizontal']), at: share }))
          .max(100)
          .readonly(),
      }),
    )
    .max(5000)
    .readonly(),
});
export type QuotedWall = z.infer<typeof quotedWallSchema>;

export const quotedPriceSchema = z.strictObject({
  price: minor,
  discount: minor,
  because: z.string().max(300),
  net: minor,
  tax: minor,
  taxShare: share,
  taxShown: z.enum(['added', 'included']),
  gross: minor,
  deposit: minor,
});
export type QuotedPrice = z.infer<typeof quotedPriceSchema>;

/** One way to do the job: its films on these panes, what they do, and the price. */
const quoteOptionSchema = z.strictObject({
  id: recordIdSchema,
  name: nameField,
  panes: z.array(quotedPaneSchema).max(5000).readonly(),
  /** As they were in the catalogue. */
  films: z.array(filmSchema).max(500).readonly(),
  walls: z.array(quotedWallSchema).max(200).readonly(),
  /** What each film does, in sentences. */
  said: z
    .array(
      z.strictObject({
        filmId: z.string().min(1).max(60),
        sentences: z.array(z.string().max(600)).max(40).readonly(),
      }),
    )
    .max(500)
    .readonly(),
  cautions: z.array(z.string().max(1000)).max(40).readonly(),
  afterwards: z.string().max(1000),
  /** Whole minor units. */
  price: quotedPriceSchema,
  /** What it costs the shop; never told to the customer. */
  cost: minor,
});
export type QuoteOption = z.infer<typeof quoteOptionSchema>;

/** Languages that there are texts for customers in. */
export const CUSTOMER_LANGUAGES = ['en'] as const;
export type CustomerLanguage = (typeof CUSTOMER_LANGUAGES)[number];

const quoteSchema = z.strictObject({
  language: z.enum(CUSTOMER_LANGUAGES).default('en'),
  /** As it stands on the paper: the job's number in the shop and the version; empty in quotes from before jobs had one. */
  number: z.string().max(40).default(''),
  /** The first of a job is 1. */
  version: z.int().min(1).max(10_000),
  madeAt: momentField,
  madeBy: writer.nullable(),
  validUntil: z.iso.date(),
  currency: currencySchema,
  job: z.string().max(120),
  customer: z.string().max(120),
  place: z.string().max(400),
  terms: z.string().max(4000),
  /** The quote that was accepted and that this one changes; null for a quote by itself. */
  changes: recordIdSchema.nullable(),
  /** Why the owner lets it go out under its cost; null where it does not. */
  underCost: z.string().trim().min(1).max(300).nullable(),
  /** What the customer chooses among; one where there is nothing to choose. */
  options: z.array(quoteOptionSchema).min(1, 'A quote offers something').max(6).readonly(),
});
export type Quote = z.infer<typeof quoteSchema>;

const strokesSchema = z
  .array(z.array(z.tuple([share, share])).max(2000))
  .min(1, 'A signature has at least one stroke')
  .max(200)
  .readonly();

/** What a customer signs: which option of which quote. */
export const signedSchema = z.strictObject({
  optionId: recordIdSchema,
  name: nameField,
  strokes: strokesSchema,
});

const acceptanceSchema = signedSchema.extend({
  quoteId: recordIdSchema,
  at: momentField,
  /** Who of the shop had it signed on their device; null where it came by the customer's link. */
  takenBy: writer.nullable(),
});
export type Acceptance = z.infer<typeof acceptanceSchema>;

export const questionText = z.string().trim().min(1, 'What would you like to know?').max(2000);

const questionSchema = z.strictObject({
  quoteId: recordIdSchema,
  at: momentField,
  name: nameField,
  text: questionText,
  answer: z.strictObject({ text: questionText, at: momentField, by: writer.nullable() }).nullable(),
});
export type Question = z.infer<typeof questionSchema>;

const ofQuote = ({ quoteId }: { readonly quoteId: string }) => ({ kind: 'quote', id: quoteId });

export const quoteRecords = {
  quote: recordKind({
    name: 'Quote',
    schema: quoteSchema,
    empty: {},
    parentOf: null,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: true,
  }),
  acceptance: recordKind({
    name: 'Acceptance of a quote',
    schema: acceptanceSchema,
    empty: {},
    parentOf: ofQuote,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: true,
  }),
  question: recordKind({
    name: 'Question about a quote',
    schema: questionSchema,
    empty: {},
    parentOf: ofQuote,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: true,
  }),
};
