import { z } from 'zod';

/** What has changed in the shop, as it is told to every page that is open: never the change itself, which is read anew. */
export const liveChangeSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('job'),
    id: z.uuid(),
    /** Of the job now. */
    revision: z.int(),
  }),
  z.strictObject({ kind: z.literal('book') }),
  z.strictObject({ kind: z.literal('shop') }),
  z.strictObject({ kind: z.literal('people') }),
  /** Something may have been missed. */
  z.strictObject({ kind: z.literal('all') }),
]);

export type LiveChange = z.infer<typeof liveChangeSchema>;
