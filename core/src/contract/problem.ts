import { z } from 'zod';
import { staleRecordSchema } from './jobs.ts';

/** Errors in one shape: problem details of RFC 9457, with the fields at fault and, for a stale write, what stands now. */
export const problemSchema = z
  .looseObject({
    type: z.string(),
    title: z.string(),
    status: z.int(),
    /** What happened and how to mend it, in a sentence for people. */
    detail: z.string(),
    errors: z.array(z.strictObject({ path: z.string(), message: z.string() })).optional(),
    /** Signing in goes on with a code of the authenticator. */
    codeNeeded: z.boolean().optional(),
    stale: z.array(staleRecordSchema).optional(),
  })
  .meta({ id: 'Problem' });

export type Problem = z.infer<typeof problemSchema>;
