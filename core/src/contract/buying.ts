import { z } from 'zod';

const lengthMm = z.number().positive();
const soldBy = z.enum(['roll', 'metre']);

/** New film that kept plans of the shop take and nobody has cut yet. */
export const filmWantedSchema = z
  .strictObject({
    wanted: z.array(
      z.strictObject({
        jobId: z.uuid(),
        jobName: z.string(),
        filmId: z.string(),
        widthMm: lengthMm,
        rollMm: lengthMm,
        usedMm: lengthMm,
      }),
    ),
  })
  .meta({ id: 'FilmWanted' });

export const askSuppliersSchema = z
  .strictObject({ filmIds: z.array(z.string().min(1).max(60)).max(500) })
  .meta({ id: 'AskSuppliers' });

export const supplierAnswersSchema = z
  .strictObject({
    suppliers: z.array(
      z.strictObject({
        supplierId: z.string(),
        supplierName: z.string(),
        /** It does not exist: it stands in for a price and stock feed. */
        standIn: z.boolean(),
        state: z.enum(['offers', 'refused', 'away']),
        offers: z.array(
          z.strictObject({
            filmId: z.string(),
            widthMm: lengthMm,
            rollMm: lengthMm,
            soldBy,
            price: z.number().min(0),
            inStock: z.number().min(0),
            days: z.int().min(0),
            daysIfNot: z.int().min(0),
            lot: z.string().nullable(),
          }),
        ),
      }),
    ),
  })
  .meta({ id: 'SupplierAnswers' });

export type SupplierAnswers = z.infer<typeof supplierAnswersSchema>;
