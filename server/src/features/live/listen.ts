import type { LiveChange } from '@neat-sill/core/contract';
import { Client } from 'pg';

const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 10_000;

/** Hears of changes of one shop. */
export type Hearer = (change: LiveChange) => void;

/** Changes of all shops, heard from the database by one connection a server, whichever server made them. */
export interface LiveChanges {
  /** Hears until the function it gives is called. */
  readonly hear: (shopId: string, hearer: Hearer) => () => void;
  readonly close: () => Promise<void>;
}

const KINDS: Readonly<Record<string, LiveChange['kind']>> = {
  jobs: 'job',
  films: 'book',
  stock: 'book',
  consumables: 'book',
  rule_sets: 'book',
  shops: 'shop',
  people: 'people',
};

/** What the triggers of migration 0012 say: shop, table, id and revision, parted by blanks. */
function changeOf(payload: string): { readonly shopId: string; readonly change: LiveChange } | null {
  const [shopId = '', table = '', id = '', revision = '0'] = payload.split(' ');
  const kind = KINDS[table];
  if (!kind) return null;
  return { shopId, change: kind === 'job' ? { kind, id, revision: Number(revision) } : { kind } };
}

/** Begins to listen; a connection that is lost is made anew, and everybody is told that something may have been missed. */
export function listenToChanges(databaseUrl: string, onLost: (error: Error) => void): LiveChanges {
  const hearers = new Map<string, Set<Hearer>>();
  let client: Client | null = null;
  let isClosed = false;
  let pauseMs = FIRST_PAUSE_MS;
  let wasLost = false;
  let timer: NodeJS.Timeout | undefined;

  const again = (error: Error) => {
    if (isClosed) return;
    wasLost = true;
    onLost(error);
    client?.removeAllListeners();
    client?.on('error', () => undefined);
    client = null;
    timer = setTimeout(() => void connect(), pauseMs);
    pauseMs = Math.min(pauseMs * 2, LONGEST_PAUSE_MS);
  };
  const connect = async () => {
    const opened = new Client({ connectionString: databaseUrl, options: '-c role=neat_sill_app' });
    client = opened;
    opened.on('notification', ({ payload = '' }) => {
      const told = changeOf(payload);
      if (told) for (const hearer of hearers.get(told.shopId) ?? []) hearer(told.change);
    });
    opened.on('error', again);
    try {
      await opened.connect();
      await opened.query('listen neat_sill');
      pauseMs = FIRST_PAUSE_MS;
      if (wasLost) for (const all of hearers.values()) for (const hearer of all) hearer({ kind: 'all' });
      wasLost = false;
    } catch (error) {
      again(error as Error);
    }
  };
  void connect();

  return {
    hear: (shopId, hearer) => {
      const all = hearers.get(shopId) ?? new Set();
      hearers.set(shopId, all.add(hearer));
      return () => {
        all.delete(hearer);
        if (all.size === 0) hearers.delete(shopId);
      };
    },
    close: async () => {
      isClosed = true;
      clearTimeout(timer);
      await client?.end().catch(() => undefined);
    },
  };
}
