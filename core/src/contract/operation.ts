import { z } from 'zod';

/** One operation of the HTTP API: what the server validates, the client calls, and the OpenAPI document describes. */
export interface Operation<
  Params extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Answer extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
> {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Below /api, parameters as `:name`. */
  readonly path: string;
  readonly summary: string;
  /** `ownAccount`: for whoever is signed in, even while a second factor must be set before anything else. */
  readonly access: 'anyone' | 'ownAccount' | 'signedIn';
  readonly status: 200 | 201 | 202;
  readonly params: Params;
  /** What stands after the `?` of the address; nothing where it is left out. */
  readonly query?: Query;
  readonly body: Body;
  readonly answer: Answer;
}

export const nothing = z.undefined();
export const noParams = z.object({});
export const byJobId = z.object({ id: z.uuid('This is not the id of a job') });

export function operation<
  Params extends z.ZodType,
  Body extends z.ZodType,
  Answer extends z.ZodType,
  Query extends z.ZodType = z.ZodUndefined,
>(described: Operation<Params, Body, Answer, Query>): Operation<Params, Body, Answer, Query> {
  return described;
}
