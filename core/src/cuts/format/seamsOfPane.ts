import { z } from 'zod';

/** What a file says of the seams of a pane; lengths mm from its left for upright seams, from its top for level ones. */

const mm = z.number().min(-1_000_000).max(1_000_000);
const axis = z.enum(['vertical', 'horizontal']);

/** What is about a pane where its seams may go: it says what looks well. */
export const seamSurroundingsSchema = z.strictObject({
  /** Strips where no seam is seen: behind bars, rails, frames. */
  hidden: z
    .array(z.strictObject({ axis, from: mm, to: mm }))
    .max(200)
    .default([]),
  /** Lines of the building that go on into the pane: edges of other openings. */
  lines: z
    .array(z.strictObject({ axis, at: mm }))
    .max(400)
    .default([]),
  /** The part of the pane at the height of people's eyes, from its top. */
  eyes: z.strictObject({ from: mm, to: mm }).nullish(),
});

export const seamsOfPaneSchema = z
  .strictObject({
    allowed: z.boolean(),
    axis: z.enum(['any', 'vertical', 'horizontal']).default('any'),
    /** Where somebody wants the seams: middles of the overlaps, from the pane's left or top. */
    at: z.array(z.number().positive().max(1_000_000)).max(60).optional(),
    about: seamSurroundingsSchema.optional(),
    /** Panes with the same word here are alike: their seams want to stand at the same place. */
    alike: z.string().min(1).max(200).optional(),
    /** Of a pair: its seams are told from its right. */
    mirrored: z.boolean().optional(),
  })
  .default({ allowed: true, axis: 'any' });

export type SeamSurroundings = z.infer<typeof seamSurroundingsSchema>;
