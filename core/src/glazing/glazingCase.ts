import { z } from 'zod';
import { formatNumber, type FormatReader } from '../units/index.ts';
import { BLINDS, EDGE_FRAMES, GLASS_EDGES, GLASS_STRENGTHS, SHADOWS, breakage } from './breakage.ts';
import { BAND_NAMES } from './bands.ts';
import { isPossible } from './filmOnGlass.ts';
import { glazingOptics } from './glazing.ts';
import { GASES } from './gas.ts';
import { STANDARDS, heatFigures } from './standards.ts';

/** The file formats `neat-sill/glazing-case` 1 and `neat-sill/glazing-result` 1 (docs/formats). */

const share = z
  .number('A share is a number from 0 to 1')
  .min(0, 'A share is 0 or more')
  .max(1, 'A share is 1 at the most');
const emissivity = z
  .number('An emissivity is a number')
  .min(0.01, 'An emissivity is 0.01 or more')
  .max(1, 'An emissivity is 1 at the most');
/** Sums a little above 1 come from rounding. */
const SUM_SLACK = 0.005;

const paneBand = z.strictObject({ t: share, rOut: share, rIn: share }).check((context) => {
  const { t, rOut, rIn } = context.value;
  for (const [side, r] of [
    ['rOut', rOut],
    ['rIn', rIn],
  ] as const)
    if (t + r > 1 + SUM_SLACK) context.issues.push(sumIssue(context.value, side, t + r));
});
const filmBand = z.strictObject({ t: share, rGlass: share, rFace: share }).check((context) => {
  const { t, rGlass, rFace } = context.value;
  for (const [side, r] of [
    ['rGlass', rGlass],
    ['rFace', rFace],
  ] as const)
    if (t + r > 1 + SUM_SLACK) context.issues.push(sumIssue(context.value, side, t + r));
});

function sumIssue(input: unknown, side: string, sum: number): z.core.$ZodRawIssue {
  return {
    code: 'custom',
    input,
    path: [side],
    params: { code: 'optics.sum' },
    message: `Let through and thrown back make ${formatNumber(sum, 3)}, more than all light; check t and ${side}`,
  };
}

const lengthMm = z.number().positive('Must be above 0').max(1000);

const paneSchema = z.strictObject({
  thicknessMm: lengthMm,
  conductivityWmK: z.number().positive('Must be above 0').max(500).default(1),
  strength: z.enum(GLASS_STRENGTHS).default('annealed'),
  edge: z.enum(GLASS_EDGES).default('cut'),
  solar: paneBand,
  visible: paneBand,
  uv: paneBand,
  emissivityOut: emissivity,
  emissivityIn: emissivity,
});

const gapSchema = z.strictObject({
  widthMm: lengthMm,
  gas: z.enum(GASES, 'Gases are air, argon and krypton'),
  share: share.default(1),
});

const filmSchema = z.strictObject({
  pane: z.int('Panes are numbered from outdoors, from 1').min(1, 'Panes are numbered from outdoors, from 1'),
  face: z.enum(['out', 'in'], 'A film lies on the out or the in face'),
  basis: z.enum(['on3mm', 'alone'], 'Film data are on3mm or alone'),
  emissivity,
  thicknessUm: z.number().positive('Must be above 0').max(5000),
  solar: filmBand,
  visible: filmBand,
  uv: filmBand,
});

const breakageSchema = z.strictObject({
  sunWm2: z.number().min(0, 'Must be 0 or more').max(1500),
  outdoorC: z.number().min(-60).max(60),
  indoorC: z.number().min(-60).max(80),
  frame: z.enum(EDGE_FRAMES),
  shadow: z.enum(SHADOWS),
  blind: z.enum(BLINDS),
});

export const glazingCaseSchema = z
  .strictObject({
    format: z.literal('neat-sill/glazing-case'),
    version: z.literal(1),
    id: z.string().max(200),
    panes: z
      .array(paneSchema)
      .min(1, 'A glazing has at least one pane')
      .max(3, 'Up to three panes are reckoned'),
    gaps: z.array(gapSchema).default([]),
    films: z.array(filmSchema).default([]),
    standard: z.enum(STANDARDS, 'The standard is nfrc or en').default('nfrc'),
    breakage: breakageSchema.optional(),
  })
  .check((context) => {
    const { panes, gaps, films } = context.value;
    const issue = (path: (string | number)[], code: string, message: string, input: unknown) =>
      context.issues.push({ code: 'custom', input, path, params: { code }, message });
    if (gaps.length !== panes.length - 1)
      issue(
        ['gaps'],
        'gaps.count',
        `${panes.length} panes have ${panes.length - 1} gaps between them, not ${gaps.length}`,
        gaps,
      );
    films.forEach((film, at) => {
      if (film.pane > panes.length)
        issue(
          ['films', at, 'pane'],
          'film.noPane',
          `There is no pane ${film.pane}; the glazing has ${panes.length}`,
          film.pane,
        );
      const before = films.findIndex((other) => other.pane === film.pane && other.face === film.face);
      if (before < at)
        issue(
          ['films', at],
          'film.twice',
          `Film ${before + 1} lies on the same face of pane ${film.pane}; take one away`,
          film,
        );
    });
    films.forEach((film, at) => {
      for (const band of BAND_NAMES)
        if (!isPossible({ ...film[band], basis: film.basis }, band))
          issue(
            ['films', at, band],
            'film.impossible',
            'No film has these figures: without its glass it would let through or throw back more than arrives, or less than nothing; check basis, t, rGlass and rFace',
            film[band],
          );
    });
  });

export type GlazingCase = z.infer<typeof glazingCaseSchema>;

export const glazingResultSchema = z.strictObject({
  format: z.literal('neat-sill/glazing-result'),
  version: z.literal(1),
  id: z.string(),
  tSolar: z.number(),
  rSolarOut: z.number(),
  rSolarIn: z.number(),
  tVisible: z.number(),
  rVisibleOut: z.number(),
  rVisibleIn: z.number(),
  tUv: z.number(),
  /** Share of the sun absorbed in each pane with its films, from outdoors. */
  absorbed: z.array(z.number()),
  uValue: z.number(),
  shgc: z.number(),
  /** What the shares of the sun miss of 1. */
  energyResidual: z.number(),
  breakage: z
    .strictObject({
      deltaK: z.number(),
      allowableK: z.number(),
      verdict: z.enum(['fine', 'ask', 'no']),
      cause: z.string(),
    })
    .optional(),
});
export type GlazingResult = z.infer<typeof glazingResultSchema>;

export const glazingCaseFormat: FormatReader<GlazingCase> = {
  format: 'neat-sill/glazing-case',
  version: 1,
  schema: glazingCaseSchema,
};

/** Everything that is asked of a glazing case; `cause` of breakage is a code, the words belong to the interface. */
export function glazingResult(asked: GlazingCase): GlazingResult {
  const solar = glazingOptics(asked, 'solar');
  const visible = glazingOptics(asked, 'visible');
  const { uValue, shgc } = heatFigures(asked, asked.standard);
  const broken = asked.breakage && breakage(asked, asked.panes, asked.breakage);
  return {
    format: 'neat-sill/glazing-result',
    version: 1,
    id: asked.id,
    tSolar: solar.t,
    rSolarOut: solar.rOut,
    rSolarIn: solar.rIn,
    tVisible: visible.t,
    rVisibleOut: visible.rOut,
    rVisibleIn: visible.rIn,
    tUv: glazingOptics(asked, 'uv').t,
    absorbed: [...solar.absorbed],
    uValue,
    shgc,
    energyResidual: 1 - solar.t - solar.rOut - solar.absorbed.reduce((sum, each) => sum + each, 0),
    ...(broken
      ? {
          breakage: {
            deltaK: broken.deltaK,
            allowableK: broken.allowableK,
            verdict: broken.verdict,
            cause: broken.cause,
          },
        }
      : {}),
  };
}
