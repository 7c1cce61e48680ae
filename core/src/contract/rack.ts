import { z } from 'zod';
import { offcutSchema, sourceSchema, stockSchema } from '../cuts/index.ts';

const onRackSchema = stockSchema.omit({ lot: true });
const short = z.string().trim().max(60).nullable();

/** A roll or offcut as it stands on the rack. */
export const rackEntrySchema = z
  .strictObject({
    entry: onRackSchema,
    lot: short,
    place: short,
    version: z.int(),
    /** The job whose kept plan takes it; nobody else's plan may. */
    reservedBy: z.uuid().nullable(),
  })
  .meta({ id: 'RackEntry' });

/** Entries to be written on the version they were read at (0: new), and those to be taken away. */
export const saveRackSchema = z
  .strictObject({
    entries: z
      .array(z.strictObject({ entry: onRackSchema, lot: short, place: short, baseVersion: z.int().min(0) }))
      .max(5000),
    removed: z.array(z.strictObject({ id: z.string().min(1).max(200), baseVersion: z.int() })).max(5000),
  })
  .meta({ id: 'SaveRack' });

export const savedRackSchema = z.strictObject({ saved: z.int() }).meta({ id: 'SavedRack' });

/** What a job's kept plan takes off the rack; what it had reserved otherwise is free again. */
export const reservationSchema = z
  .strictObject({ stockIds: z.array(z.string().min(1).max(200)).max(500) })
  .meta({ id: 'Reservation' });

/** A pull that was cut. Told twice it counts once. */
export const cutPullSchema = z
  .strictObject({
    keptAt: z.string().min(1).max(40),
    source: sourceSchema,
    pull: z.strictObject({
      id: z.string().min(1).max(400),
      length: z.number().positive(),
      offcuts: z.array(offcutSchema).max(200),
      /** Sizes of its pieces, across and along the roll. */
      pieces: z
        .array(z.strictObject({ w: z.number().positive(), l: z.number().positive() }))
        .max(500)
        .default([]),
    }),
  })
  .meta({ id: 'CutPull' });

export type RackEntry = z.infer<typeof rackEntrySchema>;
export type SaveRack = z.infer<typeof saveRackSchema>;
export type Reservation = z.infer<typeof reservationSchema>;
export type CutPull = z.infer<typeof cutPullSchema>;
