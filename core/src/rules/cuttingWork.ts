import { z } from 'zod';

const seconds = z.int().min(0).max(7200);
const money = z.number().min(0).max(100_000);

/** What counts beside film when cuts are planned. Money in that of the film prices. */
export const cuttingWorkSchema = z.strictObject({
  hourlyRate: money.default(45).describe('What an hour at the cutting bench costs'),
  pullSeconds: seconds.default(90).describe('To pull out, cut across, write on and roll up one pull'),
  knifeSeconds: seconds.default(60).describe('To set the knives in the box anew'),
  mostSlits: z.int().min(1).max(40).default(4).describe('Knives in the box at once'),
  leftoverWorth: z
    .number()
    .min(0)
    .max(0.9)
    .default(0.25)
    .describe('What a leftover worth keeping counts, as a share of what its film costs'),
  sliverUnderMm: z.number().min(0).max(500).default(20).describe('Waste narrower than this is a sliver'),
  sliverSeconds: seconds.default(20).describe('To pick a sliver off and out of the way'),
  extraLotCost: money
    .default(40)
    .describe('For each lot more than one in a room: a shade that differs is seen, and talked about'),
});

export type CuttingWork = z.infer<typeof cuttingWorkSchema>;

export const USUAL_CUTTING_WORK: CuttingWork = cuttingWorkSchema.parse({});
