import type { LiveChange } from '@neat-sill/core/contract';
import { sql } from 'drizzle-orm';
import { Client } from 'pg';
import type { Database } from '../../db/database.ts';

const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 10_000;
/** So often the connection is tried: one that is dead without having ended would be believed to tell everything. */
const TRY_EVERY_MS = 5_000;

/** What the connection that listens is called in the database. */
const LISTENER = 'neat_sill_listener';
const TELL_AFTER_MS = 5;
const TELL = `select pg_notify('neat_sill', payload) from unnest($1::text[]) as payload`;

/** Hears of changes of one shop. */
export type Hearer = (change: LiveChange) => void;

/** What is for servers, and no page is told: a session is another or has ended, lists of jobs are to be made anew. */
export type InnerChange = LiveChange | { readonly kind: 'sessions' | 'outlines' };

const isForPages = (change: InnerChange): change is LiveChange =>
  change.kind !== 'sessions' && change.kind !== 'outlines';

export interface Watcher {
  readonly changed: (shopId: string, change: InnerChange) => void;
  readonly hears: (does: boolean) => void;
}

/** Changes of all shops, heard from the database by one connection a server, whichever server made them. */
export interface LiveChanges {
  /** Hears until the function it gives is called. */
  readonly hear: (shopId: string, hearer: Hearer) => () => void;
  /** Hears of changes of every shop, sessions among them, and whether any are heard just now. */
  readonly watch: (watcher: Watcher) => void;
  /** Tells everybody that a job was edited, in the next moment together with others; what is lost the worker tells again. */
  readonly tellEdit: (edited: EditedJob) => void;
  readonly close: () => Promise<void>;
}

export interface EditedJob {
  readonly shopId: string;
  readonly jobId: string;
  readonly revision: number;
}

const KINDS: Readonly<Record<string, InnerChange['kind']>> = {
  jobs: 'job',
  films: 'book',
  stock: 'book',
  consumables: 'book',
  film_orders: 'book',
  rule_sets: 'book',
  shops: 'shop',
  people: 'people',
  sessions: 'sessions',
  outlines: 'outlines',
};

/** What the triggers of migration 0012 say: shop, table, id and revision, parted by blanks. */
function changeOf(payload: string): { readonly shopId: string; readonly change: InnerChange } | null {
  const [shopId = '', table = '', id = '', revision = '0'] = payload.split(' ');
  const kind = KINDS[table];
  if (!kind) return null;
  return { shopId, change: kind === 'job' ? { kind, id, revision: Number(revision) } : { kind } };
}

/** Does work after a pause, unless it is called off by what is given. */
export type Later = (ms: number, work: () => void) => () => void;

const byTheClock: Later = (ms, work) => {
  const timer = setTimeout(work, ms);
  return () => clearTimeout(timer);
};
const nothing = (): void => undefined;

/** Begins to listen; a connection that is lost is made anew, and everybody is told that something may have been missed. */
export function listenToChanges(
  databaseUrl: string,
  onLost: (error: Error) => void,
  later: Later = byTheClock,
): LiveChanges {
  const hearers = new Map<string, Set<Hearer>>();
  let client: Client | null = null;
  let isClosed = false;
  let pauseMs = FIRST_PAUSE_MS;
  let wasLost = false;
  let isHearing = false;
  let dropConnecting = nothing;
  let dropTrying = nothing;
  const edited = new Map<string, string>();
  let dropTelling: (() => void) | null = null;
  const watchers: Watcher[] = [];
  const hears = (does: boolean) => {
    for (const watcher of watchers) watcher.hears(does);
  };

  const again = (error: Error) => {
    if (isClosed) return;
    wasLost = true;
    isHearing = false;
    hears(false);
    onLost(error);
    client?.removeAllListeners();
    client?.on('error', () => undefined);
    client = null;
    dropTrying();
    dropConnecting = later(pauseMs, () => void connect());
    pauseMs = Math.min(pauseMs * 2, LONGEST_PAUSE_MS);
  };
  const tryNow = (opened: Client) => {
    dropTrying = later(TRY_EVERY_MS, () => {
      dropTrying = later(TRY_EVERY_MS, () => {
        if (client === opened) again(new Error('the database no longer answers'));
        void opened.end().catch(() => undefined);
      });
      opened.query('select 1').then(
        () => {
          dropTrying();
          if (client === opened && !isClosed) tryNow(opened);
        },
        () => undefined, // heard as its error too
      );
    });
  };
  const connect = async () => {
    const opened = new Client({
      connectionString: databaseUrl,
      application_name: LISTENER,
      // What is told does not wait for whether the connection is still there.
      pipeline: true,
      options: '-c role=neat_sill_app',
    });
    client = opened;
    opened.on('notification', ({ payload = '' }) => {
      const told = changeOf(payload);
      if (!told) return;
      const { shopId, change } = told;
      for (const watcher of watchers) watcher.changed(shopId, change);
      if (isForPages(change)) for (const hearer of hearers.get(shopId) ?? []) hearer(change);
    });
    opened.on('error', again);
    try {
      await opened.connect();
      await opened.query('listen neat_sill');
      pauseMs = FIRST_PAUSE_MS;
      isHearing = true;
      hears(true);
      tryNow(opened);
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
    watch: (watcher) => {
      watchers.push(watcher);
      watcher.hears(isHearing);
    },
    tellEdit: ({ shopId, jobId, revision }) => {
      edited.set(jobId, `${shopId} jobs ${jobId} ${revision}`);
      dropTelling ??= later(TELL_AFTER_MS, () => {
        dropTelling = null;
        const payloads = [...edited.values()];
        edited.clear();
        client?.query(TELL, [payloads]).catch(() => undefined); // heard as the connection's error
      });
    },
    close: async () => {
      isClosed = true;
      dropConnecting();
      dropTrying();
      dropTelling?.();
      await client?.end().catch(() => undefined);
    },
  };
}

/** Tells once more what was edited since then: a server may have ended between writing an edit and telling it. */
export async function tellLateEdits(db: Database, since: Date): Promise<void> {
  await db.forWorker((tx) =>
    tx.execute(
      sql`select pg_notify('neat_sill', concat_ws(' ', shop_id, 'jobs', id, version)) from jobs where changed_at > ${since.toISOString()}::timestamptz`,
    ),
  );
}
