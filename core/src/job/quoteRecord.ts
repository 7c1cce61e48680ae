import { z } from 'zod';
import { filmSchema } from '../film/index.ts';
import { currencySchema } from '../price/index.ts';
import { WRITTEN_BY_CREW_LEADERS, momentField, recordKind } from '../record/index.ts';

/* What a customer was offered: it stays as it was, whatever the job, the films and the rules become. */

const minor = z.int().min(-1e12).max(1e12);

const quoteSchema = z.strictObject({
  /** The first of a job is 1. */
  version: z.int().min(1).max(10_000),
  madeAt: momentField,
  madeBy: z.string().max(120).nullable(),
  validUntil: z.iso.date(),
  currency: currencySchema,
  panes: z
    .array(
      z.strictObject({
        paneId: z.string().min(1).max(200),
        label: z.string().max(40),
        where: z.string().max(400),
        widthMm: z.number().positive().max(100_000),
        heightMm: z.number().positive().max(100_000),
        filmId: z.string().min(1).max(60),
        seams: z.int().min(0).max(100),
      }),
    )
    .max(5000)
    .readonly(),
  films: z.array(filmSchema).max(500).readonly(),
  /** Whole minor units. */
  price: z.strictObject({
    price: minor,
    discount: minor,
    because: z.string().max(300),
    net: minor,
    tax: minor,
    taxShare: z.number().min(0).max(1),
    taxShown: z.enum(['added', 'included']),
    gross: minor,
    deposit: minor,
  }),
  terms: z.string().max(4000),
});
export type Quote = z.infer<typeof quoteSchema>;

export const quoteRecords = {
  quote: recordKind({
    name: 'Quote',
    schema: quoteSchema,
    empty: {},
    parentOf: null,
    writtenBy: WRITTEN_BY_CREW_LEADERS,
    mayBeAbsent: true,
  }),
};
