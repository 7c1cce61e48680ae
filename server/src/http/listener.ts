import { createServer, type RequestListener, type Server } from 'node:http';

export interface Patience {
  /** How long somebody may take to say what is asked for, ms. */
  readonly headMs: number;
  /** How long a whole request may take to arrive: a photograph over a bad line. */
  readonly requestMs: number;
  /** How long a connection stays open for the next request: longer than proxies keep theirs, so that none is sent into a closing one. */
  readonly idleMs: number;
  /** So often is looked whose time is up. */
  readonly lookEveryMs: number;
}

const PATIENCE: Patience = { headMs: 20_000, requestMs: 180_000, idleMs: 75_000, lookEveryMs: 5_000 };

/** A server that closes connections on which a request is begun and not finished. */
export function makeListener(app: RequestListener, patience: Patience = PATIENCE): Server {
  return createServer(
    {
      headersTimeout: patience.headMs,
      requestTimeout: patience.requestMs,
      keepAliveTimeout: patience.idleMs,
      connectionsCheckingInterval: patience.lookEveryMs,
    },
    app,
  );
}
