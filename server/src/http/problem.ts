import type { Problem, StaleRecord } from '@neat-sill/core/contract';
import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';

interface ProblemDetails {
  readonly title: string;
  readonly detail: string;
  readonly errors?: readonly { readonly path: string; readonly message: string }[];
  readonly stale?: readonly StaleRecord[];
  readonly codeNeeded?: boolean;
  readonly retryAfterSeconds?: number;
}

/** An answer that is no: thrown anywhere below a route, sent as problem details (RFC 9457). */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly details: ProblemDetails,
  ) {
    super(details.title);
  }
}

export const notFound = (what: string) =>
  new HttpProblem(404, { title: 'Not found', detail: `${what} is not there, or belongs to another shop.` });

export const notAllowed = (detail: string) => new HttpProblem(403, { title: 'Not allowed', detail });

/** SQLSTATE classes and system errors that mean the database is away, not that a statement was wrong. */
const AWAY = /^(08|57P0|53300|ECONNREFUSED|ECONNRESET|EPIPE|ENOTFOUND|ETIMEDOUT)/;

function isDatabaseAway(error: unknown): boolean {
  if (typeof error !== 'object' || error === null) return false;
  const { code, message, cause, errors } = error as Partial<AggregateError> & { code?: unknown };
  if (typeof code === 'string' && AWAY.test(code)) return true;
  // node-postgres gives these two without a code.
  if (message && /Connection terminated|timeout exceeded when trying to connect/.test(message)) return true;
  return isDatabaseAway(cause) || (errors ?? []).some(isDatabaseAway);
}

function problemOf(error: unknown): { status: number; details: ProblemDetails } {
  if (error instanceof HttpProblem) return error;
  const { type, status, limit, length } = error as {
    type?: string;
    status?: number;
    limit?: number;
    length?: number;
  };
  if (type === 'entity.too.large') {
    const size = (bytes = 0) =>
      bytes < 2 ** 20 ? `${Math.ceil(bytes / 1024)} kB` : `${Math.round(bytes / 2 ** 20)} MB`;
    const detail = `That is ${size(length)}; at most ${size(limit)} are taken here. Is it the right file, and are you signed in? Nothing was changed.`;
    return { status: 413, details: { title: 'Too large', detail } };
  }
  if (type === 'entity.parse.failed')
    return {
      status: 400,
      details: { title: 'Not JSON', detail: 'The request is not readable JSON; send it again.' },
    };
  if (isDatabaseAway(error)) {
    const detail =
      'The database can’t be reached just now. Nothing is lost: what you did waits here and is sent again.';
    return { status: 503, details: { title: 'Database away', detail } };
  }
  if (typeof status === 'number' && status >= 400 && status < 500)
    return { status, details: { title: 'Not usable', detail: 'The request can’t be used as it is.' } };
  const detail = 'Something went wrong on the server. Try again; if it stays so, tell whoever runs it.';
  return { status: 500, details: { title: 'Server error', detail } };
}

export function sendProblem(
  res: Response,
  status: number,
  { retryAfterSeconds, ...details }: ProblemDetails,
): void {
  if (retryAfterSeconds !== undefined) res.set('retry-after', String(retryAfterSeconds));
  const problem: Problem = { type: 'about:blank', status, ...structuredClone(details) } as Problem;
  res.status(status).type('application/problem+json').send(JSON.stringify(problem));
}

/** The one place where an error becomes an answer. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, req, res, next) => {
    const { status, details: known } = problemOf(error);
    // By it whoever runs the server finds what went wrong.
    const details =
      status === 500 ? { ...known, detail: `${known.detail} (request ${String(req.id)})` } : known;
    if (status >= 500) log.error({ err: error, request: req.id }, known.title);
    if (res.headersSent) next(error);
    else sendProblem(res, status, details);
  };
}
