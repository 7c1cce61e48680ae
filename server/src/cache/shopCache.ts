import { LRUCache } from 'lru-cache';

/** What of a shop a kept value follows from: it is dropped when any of these is told to have changed. */
export type Source = 'jobs' | 'book' | 'shop' | 'people' | 'sessions' | `job ${string}`;

interface Kept {
  readonly value: unknown;
  readonly bytes: number;
  readonly shopId: string;
  readonly from: ReadonlySet<Source>;
}

interface Asked<Value> {
  readonly key: string;
  readonly shopId: string;
  readonly from: readonly Source[];
  readonly make: () => Promise<Value>;
  /** How much memory it takes, about. */
  readonly bytesOf: (value: Value) => number;
  /** Whoever asks has written a moment ago, perhaps through another server: it is made anew. */
  readonly anew?: boolean;
}

/**
 * Answers that are made once and given again until something they follow from has changed: told by the database, whichever
 * server changed it, and by this server's own writes before they are answered. While changes can't be heard nothing is kept.
 */
export interface ShopCache {
  readonly get: <Value>(asked: Asked<Value>) => Promise<Value>;
  /** A value that was kept under a key, whoever's it is. */
  readonly peek: (key: string) => unknown;
  /** Drops what follows from a source of a shop. */
  readonly changed: (shopId: string, source: Source) => void;
  /** Drops all of a shop. */
  readonly wrote: (shopId: string) => void;
  /** Whether changes are heard just now; what was kept before is dropped either way. */
  readonly hears: (does: boolean) => void;
}

export function makeShopCache(mostBytes: number): ShopCache {
  const keysOf = new Map<string, Set<string>>();
  const kept = new LRUCache<string, Kept>({
    maxSize: mostBytes,
    sizeCalculation: ({ bytes }) => bytes + 200,
    dispose: ({ shopId }, key) => {
      const keys = keysOf.get(shopId);
      keys?.delete(key);
      if (keys?.size === 0) keysOf.delete(shopId);
    },
  });
  /** Counts what has changed: a value that was begun before is not kept, since it may be as things stood then. */
  const counts = new Map<string, number>();
  let isHeard = false;
  let epoch = 0;
  const now = (shopId: string) => `${epoch} ${counts.get(shopId) ?? 0}`;
  const dropWhere = (shopId: string, test: (from: ReadonlySet<Source>) => boolean) => {
    counts.set(shopId, (counts.get(shopId) ?? 0) + 1);
    for (const key of [...(keysOf.get(shopId) ?? [])]) {
      const entry = kept.peek(key);
      if (entry && test(entry.from)) kept.delete(key);
    }
  };
  return {
    get: async <Value>({ key, shopId, from, make, bytesOf, anew = false }: Asked<Value>) => {
      const there = anew ? undefined : kept.get(key);
      if (there) return there.value as Value;
      const began = now(shopId);
      const value = await make();
      if (isHeard && began === now(shopId)) {
        kept.set(key, { value, bytes: bytesOf(value), shopId, from: new Set(from) });
        const keys = keysOf.get(shopId) ?? new Set();
        keysOf.set(shopId, keys.add(key));
      }
      return value;
    },
    peek: (key) => kept.get(key)?.value,
    changed: (shopId, source) => dropWhere(shopId, (from) => from.has(source)),
    wrote: (shopId) => dropWhere(shopId, () => true),
    hears: (does) => {
      isHeard = does;
      epoch += 1;
      kept.clear();
      counts.clear();
    },
  };
}
