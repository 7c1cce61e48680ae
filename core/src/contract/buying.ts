import { z } from 'zod';
import { SOLD_BY } from '../film/index.ts';
import { saveRackSchema } from './rack.ts';

const lengthMm = z.number().positive();
const soldBy = z.enum(SOLD_BY);

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

/** Film that was ordered; it is on its way until it has arrived. */
export const filmOrderSchema = z
  .strictObject({
    id: z.uuid(),
    filmId: z.string().min(1).max(60),
    widthMm: lengthMm.max(5_000),
    rollMm: lengthMm.max(200_000),
    /** Rolls, or pieces that the supplier cuts off at that length. */
    quantity: z.int('Order whole rolls').positive('Order more than none').max(10_000),
    supplier: z.string().trim().min(1, 'Name the supplier').max(80),
    orderedOn: z.iso.date(),
    arrivedOn: z.iso.date().nullable(),
    version: z.int().min(0),
  })
  .meta({ id: 'FilmOrder' });

export const filmOrdersSchema = z.array(filmOrderSchema).meta({ id: 'FilmOrders' });

/** An order has arrived: its rolls go on the rack, each with its lot, all of it or nothing. */
export const filmArrivalSchema = z
  .strictObject({
    baseVersion: z.int().min(1),
    arrivedOn: z.iso.date(),
    entries: saveRackSchema.shape.entries.min(1, 'Put at least one roll on the rack').max(100),
  })
  .meta({ id: 'FilmArrival' });

export type FilmOrder = z.infer<typeof filmOrderSchema>;
export type FilmArrival = z.infer<typeof filmArrivalSchema>;
export type SupplierAnswers = z.infer<typeof supplierAnswersSchema>;
