import { z } from 'zod';
import type { FormatReader } from '../../units/index.ts';
import { seamsOfPaneSchema } from './seamsOfPane.ts';
import { planWorkSchema, wantedSizeSchema } from './work.ts';

/** The file format `neat-sill/job` 1 as far as planning needs it; lengths in mm (docs/formats). */

const id = z.string().min(1, 'An id must not be empty').max(200);
const size = z
  .number({ error: 'A size must be a number of millimetres above 0' })
  .positive('A size must be a number of millimetres above 0')
  .max(1_000_000, 'A size above 1,000,000 mm (a kilometre) is a slip');
const notNegative = z.number().min(0, 'Must be 0 or more').max(100_000);
const rollEdge = z.enum(['left', 'right']);

export const filmForPlanSchema = z.strictObject({
  id,
  name: z.string(),
  rolls: z.array(
    z.strictObject({
      width: size,
      length: size,
      price: z.number().min(0).nullish(),
      /** Sold as whole rolls, unless the supplier cuts it by the metre. */
      soldBy: z.enum(['roll', 'metre']).optional(),
    }),
  ),
  /** Sizes of sheets that can be bought, any number of each, `price` for one. */
  sheets: z
    .array(
      z.strictObject({
        width: size,
        height: size,
        price: z.number().min(0).nullish(),
        /** It bears one motif: one piece is cut of it, upright and at its place. */
        motif: z.boolean().optional(),
      }),
    )
    .max(200)
    .optional(),
  /** Sizes of it that were cut before. */
  wantedBefore: z.array(wantedSizeSchema).max(2000).optional(),
  turn: z.enum(['any', 'half', 'none']),
  matchEdges: z.boolean(),
  pattern: z
    .strictObject({ across: size, along: size, drop: z.enum(['straight', 'half']).optional() })
    .nullish(),
});

export const stockSchema = z.strictObject({
  id,
  filmId: id,
  kind: z.enum(['roll', 'offcut']),
  width: size,
  length: size,
  factoryEdges: z.array(rollEdge).default([]),
  /** The batch it was made in, as printed on its box. */
  lot: z.string().max(60).nullish(),
  /** How far its end was out of square over its width when somebody looked, mm, and on which day. */
  endCheck: z.strictObject({ outMm: z.number().min(0).max(200), on: z.iso.date() }).optional(),
});

export const paneForPlanSchema = z.strictObject({
  id,
  label: z.string(),
  filmId: id,
  width: size,
  height: size,
  count: z
    .int('A count must be a whole number of 1 or more')
    .min(1, 'A count must be a whole number of 1 or more')
    .max(100_000, 'A count above 100,000 is a slip')
    .default(1),
  factoryEdge: z.enum(['none', 'left', 'right', 'top', 'bottom', 'any']).default('none'),
  /** What is added at each of its sides, in place of `rules.allowance`. */
  allowances: z
    .strictObject({ left: notNegative, top: notNegative, right: notNegative, bottom: notNegative })
    .optional(),
  /** On a sheet with a motif: how far in from the sheet's left and top the glass begins. Left out: in the middle. */
  motif: z.strictObject({ left: notNegative, top: notNegative }).optional(),
  /** The room or elevation it is seen in: film of one lot there, if it can be. */
  room: z.string().max(200).optional(),
  /** Off this roll or offcut on hand, or off new film of this width, because somebody wants it so. */
  from: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('onHand'), id }),
      z.strictObject({ kind: z.literal('new'), width: size }),
    ])
    .optional(),
  seams: seamsOfPaneSchema,
});

export const planRulesSchema = z.strictObject({
  allowance: notNegative,
  factoryEdgeAllowance: z.number().min(-1000).max(100_000),
  seamOverlap: notNegative,
  minPanel: notNegative,
  minOffcut: z.strictObject({ width: notNegative, length: notNegative }),
  /** What film off a roll on hand counts while plans are weighed, as a share of what it costs to buy again. */
  bookValue: z.number().min(0.01).max(1).optional(),
  /** Where seams go: wherever a panel may end (what a job without it means), or so that panels are equal. */
  seamPlaces: z.enum(['free', 'equal']).optional(),
  /** No pull is longer: the clear floor or bench there is. Left out: as long as the roll. */
  longestPull: size.optional(),
  /** What counts beside film; without it plans go by film alone. */
  work: planWorkSchema.optional(),
});

/** The fields of planning; the application's own job file carries these and more (core/job). */
export const planJobFields = {
  format: z.literal('neat-sill/job'),
  version: z.literal(1),
  name: z.string(),
  films: z.array(filmForPlanSchema),
  stock: z.array(stockSchema).default([]),
  panes: z.array(paneForPlanSchema),
  rules: planRulesSchema,
};

interface Lists {
  readonly films: readonly { readonly id: string }[];
  readonly stock: readonly { readonly id: string; readonly filmId: string }[];
  readonly panes: readonly { readonly id: string; readonly filmId: string }[];
}

/** Ids used once, films known: what a schema of single fields cannot say. */
export function checkReferences(job: Lists, context: z.core.$RefinementCtx): void {
  for (const list of ['films', 'stock', 'panes'] as const) {
    const seen = new Set<string>();
    job[list].forEach((entry, index) => {
      if (seen.has(entry.id))
        context.issues.push({
          code: 'custom',
          input: entry.id,
          path: [list, index, 'id'],
          params: { code: 'id.twice' },
          message: `The id "${entry.id}" is used twice in ${list}; give each its own`,
        });
      seen.add(entry.id);
    });
  }
  const films = new Set(job.films.map((film) => film.id));
  for (const list of ['stock', 'panes'] as const)
    job[list].forEach((entry, index) => {
      if (!films.has(entry.filmId))
        context.issues.push({
          code: 'custom',
          input: entry.filmId,
          path: [list, index, 'filmId'],
          params: { code: 'film.unknown' },
          message: `No film has the id "${entry.filmId}"; add it to films or name one that is there`,
        });
    });
}

export const planJobSchema = z.strictObject(planJobFields).check((context) => {
  checkReferences(context.value, context as unknown as z.core.$RefinementCtx);
});

export type PlanJob = z.infer<typeof planJobSchema>;
export type FilmForPlan = z.infer<typeof filmForPlanSchema>;
export type PaneForPlan = z.infer<typeof paneForPlanSchema>;
/** What is added at a side of a pane that hangs on no factory edge: its own allowance, else the job's. mm. */
export function allowanceAt(
  pane: Pick<PaneForPlan, 'allowances'>,
  side: 'left' | 'top' | 'right' | 'bottom',
  rules: Pick<PlanRules, 'allowance'>,
): number {
  return pane.allowances?.[side] ?? rules.allowance;
}

export type StockForPlan = z.infer<typeof stockSchema>;
export type PlanRules = z.infer<typeof planRulesSchema>;
export type RollEdge = z.infer<typeof rollEdge>;

export const planJobFormat: FormatReader<PlanJob> = {
  format: 'neat-sill/job',
  version: 1,
  schema: planJobSchema,
};
