import type { Operation, Person } from '@neat-sill/core/contract';
import { brokenTextIn } from '@neat-sill/core/units';
import type { Request, Response, Router } from 'express';
import type { z } from 'zod';
import { HttpProblem } from './problem.ts';

/** Who asks, as far as it is known from the session cookie. */
export interface Caller {
  readonly person: Person & { readonly shopId: string };
  readonly csrfToken: string;
  readonly failedBefore: number;
  readonly sessionHash: string;
}

export interface Call<Params, Body, Query = undefined> {
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  readonly req: Request;
  readonly res: Response;
}

declare module 'express-serve-static-core' {
  interface Locals {
    caller: Caller | null;
    /** Forgets what was kept of the caller's shop: something of it was written. */
    wrote?: () => void;
    /** The caller has written a moment ago, perhaps through another server that has not told of it yet. */
    wroteLately: boolean;
  }
}

function parsed<Schema extends z.ZodType>(schema: Schema, value: unknown): z.output<Schema> {
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  const errors = result.error.issues.map(({ path, message }) => ({
    path: path.map(String).join('.'),
    message,
  }));
  const first = errors[0];
  const detail = first ? `${first.path ? `${first.path}: ` : ''}${first.message}. Nothing was changed.` : '';
  throw new HttpProblem(422, { title: 'Not usable', detail, errors });
}

/** What no text of the database can hold would fail there, for ever, as a fault of the server. */
function refuseBrokenText(body: unknown): void {
  const path = brokenTextIn(body);
  if (path === null) return;
  const message = 'The text has a character that is broken off or is none';
  throw new HttpProblem(422, {
    title: 'Not usable',
    detail: `${path ? `${path}: ` : ''}${message}; write it again. Nothing was changed.`,
    errors: [{ path, message }],
  });
}

/** An answer that is JSON already, with its tag where it has one that says more than its content. */
export class ReadyJson {
  constructor(
    readonly text: string,
    readonly etag: string | null = null,
  ) {}
}

/** Whoever asks has it already. */
export class NotModified {
  constructor(readonly etag: string) {}
}

function send(res: Response, status: number, answer: unknown): void {
  if (answer instanceof NotModified) res.set('etag', answer.etag).status(304).end();
  else if (answer instanceof ReadyJson) {
    if (answer.etag !== null) res.set('etag', answer.etag);
    res.status(status).type('application/json').send(answer.text);
  } else res.status(status).json(answer);
}

type AnyOperation<
  P extends z.ZodType,
  B extends z.ZodType,
  A extends z.ZodType,
  Q extends z.ZodType,
> = Operation<P, B, A, Q>;

function handle<P extends z.ZodType, B extends z.ZodType, A extends z.ZodType, Q extends z.ZodType>(
  router: Router,
  operation: AnyOperation<P, B, A, Q>,
  work: (call: Call<z.output<P>, z.output<B>, z.output<Q>>) => Promise<z.input<A> | ReadyJson | NotModified>,
): void {
  router[operation.method](operation.path, async (req, res) => {
    const params = parsed(operation.params, req.params);
    const query = (operation.query ? parsed(operation.query, req.query) : undefined) as z.output<Q>;
    refuseBrokenText(req.body);
    refuseBrokenText(query);
    const body = parsed(
      operation.body,
      operation.method === 'get' || operation.method === 'delete' ? undefined : req.body,
    );
    const answer = await work({ params, query, body, req, res });
    // Before it is answered, so that whoever wrote reads what was written.
    if (operation.method !== 'get') res.locals.wrote?.();
    send(res, operation.status, answer);
  });
}

/** Puts an operation that anyone may call on the router: validates what comes in by the contract. */
export function openRoute<P extends z.ZodType, B extends z.ZodType, A extends z.ZodType, Q extends z.ZodType>(
  router: Router,
  operation: AnyOperation<P, B, A, Q>,
  work: (call: Call<z.output<P>, z.output<B>, z.output<Q>>) => Promise<z.input<A> | ReadyJson | NotModified>,
): void {
  handle(router, operation, work);
}

/** Whoever is signed in; a 401 where nobody is. */
function anyCallerOf(res: Response): Caller {
  const caller = res.locals.caller;
  if (!caller)
    throw new HttpProblem(401, { title: 'Not signed in', detail: 'Sign in first; what you did waits here.' });
  return caller;
}

/** The signed-in caller of a request, who may work; a 401 where there is none. */
export function callerOf(res: Response): Caller {
  const caller = anyCallerOf(res);
  if (caller.person.mustSetCode)
    throw new HttpProblem(403, {
      title: 'A second factor first',
      detail: 'Your shop asks owners for a second factor: set it under Your account, then go on.',
    });
  return caller;
}

/** Puts an operation for people who are signed in on the router. */
export function signedInRoute<
  P extends z.ZodType,
  B extends z.ZodType,
  A extends z.ZodType,
  Q extends z.ZodType,
>(
  router: Router,
  operation: AnyOperation<P, B, A, Q>,
  work: (
    call: Call<z.output<P>, z.output<B>, z.output<Q>> & { readonly caller: Caller },
  ) => Promise<z.input<A> | ReadyJson | NotModified>,
): void {
  const find = operation.access === 'ownAccount' ? anyCallerOf : callerOf;
  handle(router, operation, (call) => work({ ...call, caller: find(call.res) }));
}
