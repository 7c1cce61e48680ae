import { z } from 'zod';

const money = z.number().min(0).max(1_000_000);
const minutes = z.number().min(0).max(10_000);
const factor = z.number().min(0.1).max(10);
const share = z.number().min(0).max(1);

/** Kinds of film that take longer or shorter to hang, as the steps of fitting tell them. */
const kinds = z.strictObject({
  solar: factor.default(1),
  lowE: factor.default(1),
  security: factor.default(1.5),
  frosted: factor.default(1.1),
  patterned: factor.default(1.2),
  printed: factor.default(1.3),
  perforated: factor.default(0.8),
  clear: factor.default(1),
});

const access = z.strictObject({
  floor: factor.default(1),
  step: factor.default(1.15),
  ladder: factor.default(1.4),
  scaffold: factor.default(1.8),
});

const used = z.strictObject({
  solutionCost: money.default(0.4).describe('A litre of mounting solution'),
  snapBladeCost: money.default(0.15).describe('A snap of the blade'),
  scraperBladeCost: money.default(0.6),
  clothCost: money.default(0.15),
  dropSheetCost: money.default(1.2),
  tapeCost: money.default(0.08).describe('A metre of masking tape'),
  sealant300Cost: money.default(7.8),
  sealant600Cost: money.default(12.5),
  sealantTipCost: money.default(0.3),
  edgeSealerCost: money.default(0.06).describe('A millilitre of edge sealer'),
  wasteBagCost: money.default(0.5),
});

/** What a job costs the shop, and how it makes a price of that. Money in the shop's currency. */
export const priceRulesSchema = z.strictObject({
  times: z
    .strictObject({
      perPaneMinutes: minutes.default(4),
      perM2Minutes: minutes.default(9),
      perEdgeMinutes: minutes.default(1.6),
      perSeamMinutes: minutes.default(8),
      spread: z.number().min(0.01).max(2).default(0.35).describe('How far times scatter, as a logarithm'),
      kind: kinds.prefault({}),
      access: access.prefault({}),
    })
    .prefault({})
    .describe('How long film takes until the shop’s own records tell'),
  setUpMinutes: minutes.default(20).describe('To carry in, protect and clear a room'),
  removalMinutes: minutes.default(8).describe('Old film that comes off well, for a m²'),
  hardRemovalMinutes: minutes.default(25).describe('Old film that does not, for a m²'),
  laterVisitMinutes: minutes.default(30).describe('Work at each later visit, beside the way'),
  scaffoldFromMm: z
    .number()
    .min(500)
    .max(50_000)
    .default(4000)
    .describe('Glass that reaches higher is done from a scaffold'),
  workingHours: z.number().min(1).max(24).default(7).describe('A working day'),
  hourlyCost: money.default(38).describe('An hour of one person, with all that comes on top of the wage'),
  kilometreCost: money.default(0.45),
  ladderHireCost: money.default(0).describe('For each day a ladder is wanted'),
  scaffoldHireCost: money.default(120).describe('For each day a scaffold is wanted'),
  disposalCost: money.default(4).describe('To get rid of the waste of a job'),
  used: used.prefault({}).describe('What is used up'),
  redoShare: share.default(0.03).describe('Film and work that has to be done again'),
  filmCharge: z
    .enum(['used', 'rolls'])
    .default('used')
    .describe('Film counts by the length used, or by the rolls bought less what their rests are worth'),
  by: z.enum(['margin', 'markup', 'perArea']).default('margin'),
  marginShare: z.number().min(0).max(0.99).default(0.38).describe('Of the price'),
  markupShare: z.number().min(0).max(20).default(0.6).describe('Of the cost'),
  squareMetreCost: money.default(85).describe('The price of a square metre of glass, where it goes by area'),
  minimumCost: money.default(180).describe('No job is done for less'),
  roundUpCost: money.default(5).describe('The price goes up to the next multiple'),
  taxShown: z.enum(['added', 'included']).default('added'),
  taxRounded: z.enum(['total', 'line']).default('total'),
  depositShare: share.default(0.3),
  validDays: z.int().min(1).max(365).default(30),
});

export type PriceRules = z.infer<typeof priceRulesSchema>;
export const USUAL_PRICE_RULES: PriceRules = priceRulesSchema.parse({});
