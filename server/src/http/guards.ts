import { timingSafeEqual } from 'node:crypto';
import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { HttpProblem } from './problem.ts';

/** What a handler sets on every answer, found once: its dozen steps cost more than the headers. */
function headersOf(handler: RequestHandler): readonly (readonly [string, string])[] {
  const set = new Map([
    ['permissions-policy', 'camera=(self), geolocation=(self), microphone=(), payment=(), usb=()'],
  ]);
  const answer = {
    setHeader: (name: string, value: string) => void set.set(name, value),
    removeHeader: (name: string) => void set.delete(name),
  };
  let isThrough = false;
  handler({} as never, answer as never, (error?: unknown) => {
    if (error !== undefined) throw error instanceof Error ? error : new Error('The headers can’t be made');
    isThrough = true;
  });
  if (!isThrough) throw new Error('The headers were not made at once');
  return [...set];
}

/** Security headers: no inline script, nothing from other hosts; WebAssembly and workers of our own are allowed. */
export function securityHeaders(overHttps: boolean): RequestHandler {
  const headers = helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        workerSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
        upgradeInsecureRequests: null,
      },
    },
    strictTransportSecurity: overHttps ? { maxAge: 31_536_000 } : false,
    xFrameOptions: { action: 'deny' },
  });
  const all = headersOf(headers);
  return (_req, res, next) => {
    for (const [name, value] of all) res.setHeader(name, value);
    next();
  };
}

/** Answers are about one shop's work: no proxy keeps them, and a browser asks before it shows one again. */
export const privateAnswers: RequestHandler = (_req, res, next) => {
  res.setHeader('cache-control', 'private, no-cache');
  next();
};

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

function sameText(one: string, other: string): boolean {
  const [a, b] = [Buffer.from(one), Buffer.from(other)];
  return a.length === b.length && timingSafeEqual(a, b);
}

/** Refuses writes that another site's page sends: by where they come from, and by the session's own token. */
export const refuseForgedWrites: RequestHandler = (req, res, next) => {
  if (SAFE.has(req.method)) return next();
  const from = req.get('sec-fetch-site');
  const origin = req.get('origin');
  const foreign =
    (from !== undefined && from !== 'same-origin' && from !== 'none') ||
    (origin !== undefined && !(URL.canParse(origin) && new URL(origin).host === req.get('host')));
  const caller = res.locals.caller;
  const token = req.get('x-csrf-token') ?? '';
  if (foreign || (caller && !sameText(token, caller.csrfToken)))
    throw new HttpProblem(403, {
      title: 'Not from this page',
      detail: 'The request did not come from a page of this server in your session; load the page again.',
    });
  next();
};
