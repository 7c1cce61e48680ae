import { z } from 'zod';
import { seamLooksSchema } from '../../rules/index.ts';

/**
 * What a plan counts beside the film it uses: the hands' time, what is left over, slivers, lots. Money in that of the
 * film prices, lengths mm.
 */
export const planWorkSchema = z.strictObject({
  perPull: z.number().min(0).max(10_000),
  perKnifeSetting: z.number().min(0).max(10_000),
  /** No pull is slit at more places than this; one strip beside a leftover is always possible. */
  mostSlits: z.int().min(1).max(40),
  /** What a leftover that is kept is worth, as a share of what its film costs. */
  leftoverWorth: z.number().min(0).max(0.9),
  /** Waste narrower than this is a sliver: it curls, clings and has to be picked up. */
  sliver: z.strictObject({ underMm: z.number().min(0).max(500), cost: z.number().min(0).max(10_000) }),
  /** For each lot more than one in a room: batches differ in shade. */
  perExtraLot: z.number().min(0).max(100_000),
  /** What seams count by where they are seen; without it only their film and work do. */
  seams: seamLooksSchema.optional(),
});

export type PlanWork = z.infer<typeof planWorkSchema>;

/** A size in which film was wanted before, and how often: what a leftover of that size is likely to be good for. */
export const wantedSizeSchema = z.strictObject({
  width: z.number().positive().max(1_000_000),
  length: z.number().positive().max(1_000_000),
  times: z.int().min(1).max(1_000_000),
});
export type WantedSize = z.infer<typeof wantedSizeSchema>;
