import { z } from 'zod';
import { FILM_KINDS, SOLD_BY, type Film, type FilmKind, type FilmOptics } from './film.ts';

const share = z.number().min(0).max(1);
const sizeMm = z.number().positive().max(200_000);
const years = z.number().min(0).max(100).nullable();

export const OPTICS_KEYS = [
  'visibleTransmitted',
  'visibleReflectedOut',
  'visibleReflectedIn',
  'solarTransmitted',
  'solarReflectedOut',
  'solarReflectedIn',
  'uvTransmitted',
  'emissivity',
] as const satisfies readonly (keyof FilmOptics)[];

/** Static cling was a kind once; it is a way of holding, and what clung was a pattern. */
const kindField = z
  .enum([...FILM_KINDS, 'staticCling'])
  .transform((kept): FilmKind => (kept === 'staticCling' ? 'patterned' : kept))
  .pipe(z.enum(FILM_KINDS));

/** A film as it is kept and sent. What came later than the first version has a default, so that older records read. */
export const filmSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1, 'A film has a name').max(80, 'A name has 80 letters at the most'),
  letter: z.string().length(1),
  kind: kindField,
  hold: z.enum(['pressureSensitive', 'dryAdhesive', 'cling']),
  mount: z.enum(['inside', 'outside']),
  thicknessUm: z.number().positive('Must be above 0').max(1000, 'More than a millimetre is no film'),
  optics: z.strictObject({
    visibleTransmitted: share,
    visibleReflectedOut: share,
    visibleReflectedIn: share,
    solarTransmitted: share,
    solarReflectedOut: share,
    solarReflectedIn: share,
    uvTransmitted: share,
    emissivity: z.number().min(0.01, 'No face has less than 0.01').max(1, 'No face has more than 1'),
  }),
  assumed: z.array(z.enum(OPTICS_KEYS)).readonly().default([]),
  cast: z
    .strictObject({ a: z.number().min(-60).max(60), b: z.number().min(-60).max(60) })
    .default({ a: 0, b: 0 }),
  madeFor: z.enum(['glazing', 'vehicle']).default('glazing'),
  openMetal: z.boolean().default(false),
  lifeYears: years.default(null),
  warrantyYears: years.default(null),
  cureDays: z.int().min(0).max(730).nullable().default(null),
  discontinuedOn: z.iso.date().nullable().default(null),
  lots: z.array(z.string().trim().min(1).max(40)).max(200).readonly().default([]),
  version: z.int().min(1).default(1),
  rolls: z
    .array(
      z.strictObject({
        widthMm: sizeMm,
        lengthMm: sizeMm,
        price: z.number().min(0).nullable(),
        soldBy: z.enum(SOLD_BY).default('roll'),
        later: z
          .array(z.strictObject({ from: z.iso.date(), price: z.number().min(0) }))
          .max(50)
          .readonly()
          .default([]),
      }),
    )
    .readonly(),
  turn: z.enum(['any', 'half', 'none']),
  matchEdges: z.boolean(),
  mayBeSeamed: z.boolean(),
  pattern: z
    .strictObject({ acrossMm: sizeMm, alongMm: sizeMm, drop: z.enum(['straight', 'half']) })
    .nullable(),
}) satisfies z.ZodType<Film, unknown>;
