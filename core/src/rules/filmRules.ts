import { z } from 'zod';
import {
  BLINDS,
  EDGE_FRAMES,
  GLASS_EDGES,
  GLASS_STRENGTHS,
  SHADOWS,
  USUAL_BREAKAGE,
  type BreakageRules,
} from '../glazing/index.ts';

const share = z.number().min(0).max(1);
const celsius = z.number().min(-60).max(60);
const factor = z.number().min(0.1).max(5);
const kelvin = z.number().min(1).max(400);
const luminances = z.strictObject({
  outdoors: z.number().positive().max(100_000),
  indoors: z.number().positive().max(100_000),
});

/** What a number for each of some names is kept as. */
const each = <Name extends string, Value extends z.ZodType>(names: readonly Name[], value: Value) =>
  z.record(z.enum(names as readonly [Name, ...Name[]]), value);

const breakageSchema = z.strictObject({
  edgeShare: each(EDGE_FRAMES, share).describe('Share of the middle’s rise that the edge follows, by frame'),
  edgeCold: each(EDGE_FRAMES, share).describe('How much nearer to outdoors the frame keeps the edge'),
  shadowFactor: each(SHADOWS, factor.min(1)).describe('By how much a shadow line raises the difference'),
  blindThrowsBack: each(BLINDS, share),
  blindKeepsBack: each(BLINDS, share.max(0.95)),
  bearsK: each(GLASS_STRENGTHS, kelvin).describe('Difference that glass with a sound edge bears, K'),
  edgeFactor: each(GLASS_EDGES, factor),
  askFrom: share.describe('From this share of what the glass bears one asks the film maker'),
}) satisfies z.ZodType<BreakageRules>;

/** What the house goes by when it chooses film. Temperatures °C, luminances cd/m², shares from 0 to 1. */
export const filmRulesSchema = z.strictObject({
  coldestC: celsius.default(-12).describe('A clear winter morning here, for breakage'),
  hottestC: celsius.default(30).describe('A clear summer afternoon here, for breakage'),
  indoorC: celsius.default(21).describe('The room behind the glass'),
  dewPointC: celsius
    .default(10)
    .describe('Below this the room side of the glass gets wet (about 50 % humidity at 21 °C: 10 °C)'),
  mustFrom: share
    .min(0.1)
    .default(0.4)
    .describe('What is a must counts as met from this share of what the best kind of film does'),
  monthlyC: z
    .array(celsius)
    .length(12)
    .default([-5, -3, 1, 7, 13, 18, 21, 20, 16, 10, 4, -2])
    .describe('Mean temperature outdoors by month, for what the glass loses'),
  cloud: z
    .array(share)
    .length(12)
    .default([0.62, 0.6, 0.6, 0.6, 0.6, 0.57, 0.53, 0.52, 0.53, 0.55, 0.64, 0.65])
    .describe('Share of the sky that is clouded, by month'),
  fades: z
    .strictObject({ uv: share, light: share, heat: share, anyway: share })
    .default({ uv: 0.4, light: 0.25, heat: 0.25, anyway: 0.1 })
    .describe('What fading comes of: UV, visible light, heat, and what nothing keeps out'),
  best: z
    .strictObject({ heat: share.min(0.05), warmth: share.min(0.05) })
    .default({ heat: 0.75, warmth: 0.3 })
    .describe('What the best films do: share of the heat kept out, share of the loss saved'),
  daylight: luminances
    .default({ outdoors: 3000, indoors: 60 })
    .describe('What the eye meets on a bright day against an ordinary room'),
  lamplight: luminances
    .default({ outdoors: 0.5, indoors: 40 })
    .describe('What the eye meets in a dark street against a lit room'),
  privacy: z
    .strictObject({ leastReflectance: share, leastLoss: share.min(0.05) })
    .default({ leastReflectance: 0.25, leastLoss: 0.5 })
    .describe('Privacy by day is claimed from this reflectance outside and this share of the view in lost'),
  alone: z
    .strictObject({
      glassUpToM2: z.number().min(0.1).max(20),
      highestMm: z.number().min(500).max(10_000),
    })
    .default({ glassUpToM2: 1, highestMm: 2100 })
    .describe(
      'What a householder may fit alone: the largest glass, and how high its top may be over the floor',
    ),
  markings: z
    .array(
      z.strictObject({
        fromFloorMm: z.number().min(0).max(5000),
        heightMm: z.number().positive().max(2000),
      }),
    )
    .max(6)
    .default([
      { fromFloorMm: 850, heightMm: 150 },
      { fromFloorMm: 1400, heightMm: 200 },
    ])
    .describe('Bands on glass doors so that people see them; the local code decides'),
  breakage: breakageSchema.default(USUAL_BREAKAGE),
});

export type FilmRules = z.infer<typeof filmRulesSchema>;

/** What a new shop goes by. */
export const USUAL_FILM_RULES: FilmRules = filmRulesSchema.parse({});
