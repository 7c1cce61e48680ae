import { siteSchema } from '@neat-sill/core/job';
import { formatMapPosition, readMapPosition } from '@neat-sill/core/sun';
import { z } from 'zod';

const EXAMPLES = '51.96, 7.62 or 51°57′N 7°37′E';

/** Where something is, as it is typed: a town, its position from a map, and the time it keeps. */
export const placeTextSchema = z.object({
  town: z.string().trim().max(120, 'At most 120 letters'),
  position: z.string().transform((typed, context) => {
    if (typed.trim() === '') return null;
    const read = readMapPosition(typed);
    if (read) return read;
    context.addIssue({
      code: 'custom',
      message: `“${typed}” is no place on a map; write latitude and longitude, as ${EXAMPLES}.`,
    });
    return z.NEVER;
  }),
  timeZone: siteSchema.shape.timeZone,
});

/** As above for a job, whose sun and dates go by it. */
export const knownPlaceSchema = placeTextSchema
  .refine(({ town }) => town !== '', { path: ['town'], message: 'Name the town.' })
  .transform(({ position, ...rest }, context) => {
    if (position) return { ...rest, ...position };
    context.addIssue({
      code: 'custom',
      path: ['position'],
      message: `Choose the town from the list, or write its latitude and longitude, as ${EXAMPLES}: sun and dates go by it.`,
    });
    return z.NEVER;
  });

export type PlaceText = z.input<typeof placeTextSchema>;

export function placeText(
  town: string,
  position: { latitude: number; longitude: number } | null,
  timeZone: string,
): PlaceText {
  return { town, position: position ? formatMapPosition(position) : '', timeZone };
}
