import { createHash } from 'node:crypto';
import { JOBS_A_PAGE, type JobListQuery } from '@neat-sill/core/contract';
import { RECORD_KINDS, type RecordKind } from '@neat-sill/core/job';
import type { ShopCache } from '../../cache/shopCache.ts';
import type { Database } from '../../db/database.ts';
import { tellAnew } from './list.ts';

/* The two reads that every page makes, as the text they are sent as: what stands in the database was checked when it was
   written, and whoever asks checks it again. */

const ORDERS: Readonly<Record<JobListQuery['order'], string>> = {
  changed: 'j.changed_at desc',
  customer: 'j.customer',
  visit: 'j.visit_on < current_date, j.visit_on',
};

/** What a word is found by: signs that stand for others in a pattern stand for themselves here. */
const containing = (word: string) => `%${word.toLowerCase().replaceAll(/[\\%_]/g, (sign) => `\\${sign}`)}%`;

interface Kept {
  readonly db: Database;
  readonly cache: ShopCache;
  /** What is kept must not be given: whoever asks has written a moment ago. */
  readonly anew: boolean;
}

/** Ready to be sent, with a tag that says what it is. */
interface ReadyText {
  readonly text: string;
  readonly etag: string;
}
const withTag = (text: string): ReadyText => ({
  text,
  etag: `"${createHash('sha1').update(text).digest('base64url')}"`,
});

interface ListRow {
  readonly id: string;
  readonly changed_at: Date;
  readonly outline: string | null;
  readonly outline_stale: boolean;
  readonly shelf: string;
  readonly visit_on: string | null;
  readonly assigned_to: string | null;
  readonly assigned_name: string | null;
  readonly total: number;
}

function readList(db: Database, shopId: string, asked: JobListQuery): Promise<ListRow[]> {
  return db.read<ListRow>(shopId, {
    name: `list_${asked.order}`,
    text: `select j.id, j.changed_at, (j.outline - 'search')::text as outline, j.outline_stale, j.shelf,
        j.visit_on::text as visit_on, j.assigned_to, p.name as assigned_name, count(*) over ()::int as total
      from jobs j left join people p on p.id = j.assigned_to
      where j.shelf = $1 and ($2 = 'all' or j.standing = $2) and j.search like all ($3::text[])
      order by ${ORDERS[asked.order]}, j.id limit ${JOBS_A_PAGE} offset $4`,
    values: [
      asked.shelf,
      asked.standing,
      asked.text.split(/\s+/).filter(Boolean).map(containing),
      asked.from,
    ],
  });
}

/** A page of the list of jobs as JSON. Jobs on it that films or house rules have changed under are told anew first. */
export function listText(
  { db, cache, anew }: Kept,
  shopId: string,
  asked: JobListQuery,
  now: Date,
): Promise<ReadyText> {
  return cache.get({
    key: `list ${shopId} ${now.toISOString().slice(0, 10)} ${JSON.stringify(asked)}`,
    shopId,
    anew,
    from: ['jobs', 'people', 'book'],
    make: async () => withTag(await makeListText(db, shopId, asked, now)),
    bytesOf: ({ text }) => text.length,
  });
}

async function makeListText(db: Database, shopId: string, asked: JobListQuery, now: Date): Promise<string> {
  let rows = await readList(db, shopId, asked);
  const stale = rows.filter(({ outline_stale }) => outline_stale);
  if (stale.length > 0) {
    await db.inShop(shopId, async (tx) => {
      for (const { id } of stale) await tellAnew(tx, id, now);
    });
    rows = await readList(db, shopId, asked);
  }
  const jobs = rows.flatMap(({ id, changed_at, outline, shelf, visit_on, assigned_to, assigned_name }) => {
    if (outline === null) return []; // without a header there is nothing to show of it
    const kept = {
      id,
      changedAt: changed_at.toISOString(),
      shelf,
      visitOn: visit_on,
      assignedTo: assigned_to === null ? null : { id: assigned_to, name: assigned_name ?? '' },
    };
    return [`${outline.slice(0, -1)},${JSON.stringify(kept).slice(1)}`];
  });
  return `{"jobs":[${jobs.join(',')}],"total":${rows[0]?.total ?? 0}}`;
}

interface RecordRow {
  readonly revision: number;
  readonly kind: RecordKind | null;
  readonly id: string;
  readonly version: number;
  readonly data: string | null;
}

/** A job with all its records and their versions as JSON, and its revision; null where there is none. */
export function jobText({ db, cache, anew }: Kept, shopId: string, jobId: string): Promise<JobText | null> {
  return cache.get({
    key: jobKey(shopId, jobId),
    shopId,
    anew,
    from: [`job ${jobId}`],
    make: () => readJobText(db, shopId, jobId),
    bytesOf: (job) => job?.text.length ?? 0,
  });
}

const jobKey = (shopId: string, jobId: string) => `job ${shopId} ${jobId}`;

interface JobText {
  readonly text: string;
  readonly revision: number;
}

async function readJobText(db: Database, shopId: string, jobId: string): Promise<JobText | null> {
  const rows = await db.read<RecordRow>(shopId, {
    name: 'job',
    text: `select j.version as revision, r.kind, r.id, r.version, r.data::text as data
      from jobs j left join job_records r on r.job_id = j.id where j.id = $1`,
    values: [jobId],
  });
  const [first] = rows;
  if (!first) return null;
  const byKind = new Map<RecordKind, string[]>(RECORD_KINDS.map((kind) => [kind, []]));
  const versions: string[] = [];
  for (const { kind, id, version, data } of rows) {
    if (kind === null) continue;
    // Ids are letters, digits, - and _: they need no escaping.
    versions.push(`"${kind}/${id}":${version}`);
    if (data !== null) byKind.get(kind)?.push(`"${id}":${data}`);
  }
  const records = [...byKind].map(([kind, all]) => `"${kind}":{${all.join(',')}}`);
  const { revision } = first;
  const text = `{"id":"${jobId}","records":{${records.join(',')}},"versions":{${versions.join(',')}},"revision":${revision}}`;
  return { text, revision };
}

/** The revision of a job, for whoever has it already; null where there is none. */
export async function jobRevision(
  { db, cache, anew }: Kept,
  shopId: string,
  jobId: string,
): Promise<number | null> {
  const kept = cache.peek(jobKey(shopId, jobId)) as JobText | null | undefined;
  if (kept && !anew) return kept.revision;
  const [row] = await db.read<{ revision: number }>(shopId, {
    name: 'revision',
    text: 'select version as revision from jobs where id = $1',
    values: [jobId],
  });
  return row?.revision ?? null;
}
