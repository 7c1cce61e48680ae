import { z } from 'zod';
import { MIXING_SCHOOLS, type RuleSet } from '../../rules/index.ts';
import { SIDES } from '../../survey/index.ts';
import { BEADS } from './beads.ts';
import { rulesOfCase, type FittingCase } from './fittingCase.ts';
import { fittingPlan } from './fittingPlan.ts';
import { REFUSALS, type RefusalCode } from './refusals.ts';
import { CAUTIONS, STEP_CODES } from './steps.ts';
import { HANGS } from './hangs.ts';
import type { Anchoring } from './anchoring.ts';

/** The file format `neat-sill/fitting-plan` 1 (docs/formats). */

const figure = z.union([z.number(), z.string(), z.array(z.string()).readonly()]);

export const fittingPlanSchema = z.strictObject({
  format: z.literal('neat-sill/fitting-plan'),
  version: z.literal(1),
  id: z.string(),
  refused: z.array(z.strictObject({ code: z.enum(REFUSALS), says: z.string() })),
  hands: z.union([z.literal(1), z.literal(2)]),
  ways: z.strictObject({
    part: z.enum(['tape', 'tab', 'creased', 'none']),
    hang: z.enum(HANGS),
    squeegee: z.enum(['tThenMiddleOut', 'middleUpThenDown', 'withTheLiner']),
    trim: z.enum(['wetOnGlass', 'dryOnGlass', 'none']),
  }),
  solution: z.strictObject({
    ml: z.number(),
    school: z.enum([...MIXING_SCHOOLS, 'none']),
    soap: z.strictObject({ amount: z.number(), unit: z.enum(['drops', 'pumps', 'ml', 'squirts']) }),
    waterMl: z.number(),
  }),
  graceMin: z.number(),
  visits: z
    .array(
      z.strictObject({
        afterDays: z.number(),
        steps: z
          .array(
            z.strictObject({
              code: z.enum(STEP_CODES),
              because: z.array(z.string()).readonly(),
              figures: z.record(z.string(), figure),
              cautions: z.array(z.enum(CAUTIONS)).readonly(),
              waitMin: z.number(),
            }),
          )
          .readonly(),
      }),
    )
    .readonly(),
  anchor: z
    .strictObject({
      bead: z.enum(BEADS),
      legsMm: z.tuple([z.number(), z.number()]).readonly().nullable(),
      sides: z.array(z.enum(SIDES)).readonly(),
      lengthMm: z.number(),
      volumeMl: z.number().nullable(),
      wasteShare: z.number(),
      cartridges: z.strictObject({ '300': z.number(), '600': z.number() }).nullable(),
      chosen: z.enum(['300', '600']).nullable(),
      seatOnFilmMm: z.number().nullable(),
      tips: z.number().nullable(),
      dryBeforeH: z.number(),
      cureH: z.number(),
      says: z.string(),
    })
    .nullable(),
  cureDays: z.number(),
  washFromDays: z.number(),
});
export type FittingResult = z.infer<typeof fittingPlanSchema>;

/** The plan of a case as its file carries it; sentences come from who tells them. */
export function fittingResult(
  asked: FittingCase,
  says: {
    readonly refused: (code: RefusalCode, asked: FittingCase, rules: RuleSet, unit: 'mm') => string;
    readonly anchor: (anchor: Anchoring, rules: RuleSet, unit: 'mm') => string;
  },
): FittingResult {
  const rules = rulesOfCase(asked);
  const plan = fittingPlan(asked, rules);
  const { hands, ways, solution, graceMin, visits, anchor, cureDays, washFromDays } = plan;
  return {
    format: 'neat-sill/fitting-plan',
    version: 1,
    id: asked.id,
    refused: plan.refused.map((code) => ({ code, says: says.refused(code, asked, rules, 'mm') })),
    hands,
    ways,
    solution,
    graceMin,
    visits,
    anchor: anchor && { ...anchor, says: says.anchor(anchor, rules, 'mm') },
    cureDays,
    washFromDays,
  };
}
