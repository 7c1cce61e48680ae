import { z } from 'zod';

export const townSchema = z
  .strictObject({
    name: z.string(),
    /** Province and country. */
    around: z.string(),
    latitude: z.number(),
    longitude: z.number(),
    timeZone: z.string(),
  })
  .meta({ id: 'Town' });

export const townsSchema = z.array(townSchema);

export type Town = z.infer<typeof townSchema>;
