import { recordKey, type JobAnswer, type SentEdit } from '@neat-sill/core/contract';
import type { JobRecords } from '@neat-sill/core/job';
import { LRUCache } from 'lru-cache';
import type { KnownBooks } from '../shop/index.ts';

/** Jobs as this server read or wrote them last, so that an edit need not read the whole job again. */
export interface KnownJobs {
  /** The job as it was last known; whoever goes by it looks whether its revision still stands. */
  readonly last: (shopId: string, jobId: string) => JobAnswer | null;
  /** Keeps a job as it was committed. */
  readonly keep: (shopId: string, job: JobAnswer) => void;
}

/** What this server remembers, each by its version, so that it is not read and parsed at every edit. */
export interface Known {
  readonly jobs: KnownJobs;
  readonly books: KnownBooks;
}

export function makeKnownJobs(mostRecords: number): KnownJobs {
  const known = new LRUCache<string, JobAnswer>({
    maxSize: mostRecords,
    sizeCalculation: ({ versions }) => 1 + Object.keys(versions).length,
  });
  const keyOf = (shopId: string, jobId: string) => `${shopId} ${jobId}`;
  return {
    last: (shopId, jobId) => known.get(keyOf(shopId, jobId)) ?? null,
    keep: (shopId, job) => void known.set(keyOf(shopId, job.id), job),
  };
}

/** A job after the changes of an edit, each a version on from the one it was made on. */
export function withChanges(job: JobAnswer, changes: SentEdit['changes']): JobAnswer {
  const records: Record<string, Record<string, unknown>> = { ...job.records };
  const versions = { ...job.versions };
  const fresh = new Set<string>();
  for (const { kind, id, baseVersion, after } of changes) {
    if (!fresh.has(kind)) records[kind] = { ...records[kind] };
    fresh.add(kind);
    const ofKind = records[kind] ?? {};
    if (after === null) Reflect.deleteProperty(ofKind, id);
    else ofKind[id] = after;
    versions[recordKey(kind, id)] = baseVersion + 1;
  }
  return { ...job, records: records as unknown as JobRecords, versions, revision: job.revision + 1 };
}
