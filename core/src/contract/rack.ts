import { z } from 'zod';
import { stockSchema } from '../cuts/index.ts';

const onRackSchema = stockSchema.omit({ lot: true });
/** Letters that are kept of a lot or a place. */
export const MOST_LETTERS_OF_PLACE = 60;
const short = z.string().trim().max(MOST_LETTERS_OF_PLACE).nullable();

/** A roll or offcut as it stands on the rack. */
export const rackEntrySchema = z
  .strictObject({
    entry: onRackSchema,
    lot: short,
    place: short,
    version: z.int(),
    /** The job whose kept plan takes it; nobody else's plan may. */
    reservedBy: z.uuid().nullable(),
    /** Its customer and name. */
    reservedFor: z.string().nullable().default(null),
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

/** What cutting a job's pulls has done to the rack: the roll each came off, and the leftovers that are still there. */
export const cutPullsSchema = z
  .array(
    z.strictObject({
      pullId: z.string(),
      keptAt: z.string(),
      /** Null where it was used up, or taken off since. */
      roll: rackEntrySchema.nullable(),
      /** The roll was new and was opened for it. */
      opened: z.boolean(),
      offcuts: z.array(rackEntrySchema),
    }),
  )
  .meta({ id: 'CutPulls' });

export type CutPulls = z.infer<typeof cutPullsSchema>;
export type RackEntry = z.infer<typeof rackEntrySchema>;
export type SaveRack = z.infer<typeof saveRackSchema>;
