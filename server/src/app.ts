import { operations, type Session } from '@neat-sill/core/contract';
import { randomUUID } from 'node:crypto';
import compression from 'compression';
import cookieParser from 'cookie-parser';
import express, { type ErrorRequestHandler, type Express, type Request } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { makeShopCache } from './cache/shopCache.ts';
import type { Database } from './db/database.ts';
import {
  accountRoutes,
  callerOfSession,
  cookieOptions,
  identifyCaller,
  networkOf,
} from './features/accounts/index.ts';
import { archiveRoutes } from './features/archive/index.ts';
import { noteRefusal } from './features/audit/index.ts';
import { buyingRoutes, type SupplierFeed } from './features/buying/index.ts';
import { jobRoutes } from './features/jobs/index.ts';
import { liveRoutes, type LiveChanges } from './features/live/index.ts';
import { calendarFeedRoute, dayRoutes } from './features/days/index.ts';
import { offerRoutes } from './features/offers/index.ts';
import { paperRoutes } from './features/papers/index.ts';
import { placeRoutes } from './features/places/index.ts';
import { dayPlanningRoutes } from './features/dayPlannings/index.ts';
import { planningRoutes } from './features/plannings/index.ts';
import { pictureRoutes } from './features/pictures/index.ts';
import { shopRoutes } from './features/shop/index.ts';
import { privateAnswers, refuseForgedWrites, securityHeaders } from './http/guards.ts';
import { openApiDocument } from './http/openApi.ts';
import { HttpProblem, problemHandler, sendProblem } from './http/problem.ts';
import { hasWebFiles, webFiles } from './http/webFiles.ts';
import type { TaskQueue } from './queue/queue.ts';

export interface AppParts {
  readonly db: Database;
  readonly queue: TaskQueue;
  readonly suppliers: readonly SupplierFeed[];
  readonly changes: LiveChanges;
  readonly now: () => Date;
  readonly log: Logger;
  readonly secureCookies: boolean;
  readonly trustProxy: boolean;
  readonly publicAddress: string | null;
  /** Where somebody tells a weakness they have found: an address of mail or web; null where nobody is named. */
  readonly securityContact: string | null;
  /** How to sign in to the demo shop; told on this machine only. */
  readonly demoSignIn: Session['demoSignIn'];
  /** The built web application, or null where something else serves it. */
  readonly webFolder: string | null;
}

/** A job of 600 panes is some 0.7 MB; larger files than this are not job files. Before sign-in there is little to say. */
const LARGEST_BODY = { signedIn: '20mb', nobody: '10kb', signature: '200kb' };
const SIGNED_BY_NOBODY = operations.acceptOffer.path;

/** Stands with whoever has written a moment ago: what other servers keep is told of it within that. */
const WROTE = 'neat_sill_wrote';
const WROTE_LATELY_MS = 5_000;
/** Answers that are kept while nothing of them changes. */
const CACHE_BYTES = 64_000_000;

/** Whether somebody asks from the machine itself, and not through a proxy that stands on it. */
function isOnThisMachine(req: Request): boolean {
  const from = req.socket.remoteAddress ?? '';
  return (
    /^(::1|(::ffff:)?127\.)/.test(from) &&
    /^(localhost|127\.0\.0\.1|\[::1\])$/.test(req.hostname) &&
    req.get('x-forwarded-for') === undefined &&
    req.get('forwarded') === undefined
  );
}

/** What somebody is refused for their role or shop is kept for the owner to see. */
function refusalNotes(db: Database, now: () => Date, log: Logger): ErrorRequestHandler {
  return (error: unknown, req, res, next) => {
    const caller = res.locals.caller;
    if (caller && error instanceof HttpProblem && (error.status === 403 || error.status === 404)) {
      const { shopId, id: personId } = caller.person;
      const about = `${req.method} ${req.path}`.slice(0, 200);
      const place = networkOf(req.ip ?? '');
      db.inShop(shopId, (tx) => noteRefusal(tx, { shopId, at: now(), personId, about, place })).catch(
        (failure: unknown) => log.warn({ err: failure }, 'a refusal was not noted'),
      );
    }
    next(error);
  };
}

/** Puts the application together without a port, so that tests can call it. It keeps no state between requests but what the database tells it to forget. */
export function makeApp(parts: AppParts): Express {
  const { db, queue, now, log } = parts;
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', parts.trustProxy ? 1 : false);
  app.use(securityHeaders(parts.secureCookies));
  app.use(
    pinoHttp({
      logger: log,
      // What is asked for is told with what went wrong only.
      quietReqLogger: true,
      genReqId: (_req, res) => {
        const id = randomUUID().slice(0, 13);
        res.setHeader('x-request-id', id);
        return id;
      },
      autoLogging: { ignore: (req) => !req.url?.startsWith('/api') },
      serializers: {
        req: (req: { method: string; url: string }) => ({
          method: req.method,
          // The address of a calendar is a secret.
          url: req.url.replace(/^\/calendar\/.*/, '/calendar/…'),
        }),
        res: (res: { statusCode: number }) => ({ status: res.statusCode }),
      },
    }),
  );

  const { securityContact } = parts;
  if (securityContact !== null)
    app.get('/.well-known/security.txt', (_req, res) => {
      const expires = new Date(now().getTime() + 180 * 86_400_000).toISOString();
      res.type('text/plain').send(`Contact: ${securityContact}\nExpires: ${expires}\n`);
    });
  const api = express.Router();
  // Small answers cost more to compress than to send, those to writes are small; events must not wait to be compressed.
  const compressed = compression({ threshold: 4096 });
  api.use((req, res, next) => {
    if (req.method === 'GET' && req.path !== '/events') compressed(req, res, next);
    else next();
  });
  api.get('/health', async (_req, res) => {
    const there = await db.isThere();
    res.status(there ? 200 : 503).json({ database: there ? 'there' : 'away' });
  });
  api.get('/openapi.json', (_req, res) => void res.json(openApiDocument()));
  const cache = makeShopCache(CACHE_BYTES);
  parts.changes.watch({
    hears: cache.hears,
    changed: (shopId, change) => {
      if (change.kind === 'all') return cache.wrote(shopId);
      if (change.kind === 'outlines') return cache.changed(shopId, 'jobs');
      if (change.kind !== 'job') return cache.changed(shopId, change.kind);
      cache.changed(shopId, 'jobs');
      cache.changed(shopId, `job ${change.id}`);
    },
  });
  const sessionSettings = {
    db,
    now,
    cache,
    secureCookies: parts.secureCookies,
    demoSignIn: (req: Request) => (isOnThisMachine(req) ? parts.demoSignIn : null),
  };
  const read = (limit: string) => express.json({ limit, type: 'application/json' });
  const [readLarge, readSmall] = [read(LARGEST_BODY.signedIn), read(LARGEST_BODY.nobody)];
  const readSigned = read(LARGEST_BODY.signature);
  api.use(privateAnswers, cookieParser(), identifyCaller(sessionSettings), refuseForgedWrites);
  api.use((req, res, next) => {
    const shopId = res.locals.caller?.person.shopId;
    res.locals.wroteLately = WROTE in (req.cookies as object);
    if (shopId !== undefined)
      res.locals.wrote = () => {
        const jobId = /^\/jobs\/([^/]+)\//.exec(req.path)?.[1];
        // Who is signed in follows from nothing that is done to a job.
        if (jobId === undefined) cache.wrote(shopId);
        else for (const source of ['jobs', `job ${jobId}`] as const) cache.changed(shopId, source);
        res.cookie(WROTE, '1', { ...cookieOptions(parts.secureCookies), maxAge: WROTE_LATELY_MS });
      };
    next();
  });
  api.use((req, res, next) => {
    const ofNobody = req.path === SIGNED_BY_NOBODY ? readSigned : readSmall;
    (res.locals.caller ? readLarge : ofNobody)(req, res, next);
  });
  // What is asked for all day long comes first: routes are tried in their order.
  api.use(
    jobRoutes(db, cache, parts.changes, now),
    accountRoutes(sessionSettings),
    shopRoutes(db, now),
    paperRoutes(db, queue, now, parts.publicAddress),
    pictureRoutes(db, now),
    archiveRoutes(db, now),
  );
  api.use(planningRoutes(db, queue, now), buyingRoutes(db, parts.suppliers, now), placeRoutes());
  api.use(offerRoutes(db, now, log), dayRoutes(db, now), dayPlanningRoutes(db, queue, now));
  const isSignedIn = async (hash: string) => (await callerOfSession(sessionSettings, hash, now())) !== null;
  api.use(liveRoutes(parts.changes, isSignedIn));
  api.use((_req, res) => {
    sendProblem(res, 404, { title: 'Not found', detail: 'There is nothing at this address.' });
  });
  api.use(refusalNotes(db, now, log));
  app.use('/api', api);
  app.use(calendarFeedRoute(db, now, log));

  if (hasWebFiles(parts.webFolder)) app.use(webFiles(parts.webFolder));
  app.use((_req, res) => {
    sendProblem(res, 404, { title: 'Not found', detail: 'There is nothing at this address.' });
  });
  app.use(problemHandler(log));
  return app;
}
