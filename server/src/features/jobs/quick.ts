import { JOBS_A_PAGE, type JobListQuery } from '@neat-sill/core/contract';
import { RECORD_KINDS, type RecordKind } from '@neat-sill/core/job';
import type { Database } from '../../db/database.ts';
import { containing } from './list.ts';

/* The two reads that every page makes, as the text they are sent as: what stands in the database was checked when it was
   written, and whoever asks checks it again. */

const ORDERS: Readonly<Record<JobListQuery['order'], string>> = {
  changed: 'j.changed_at desc',
  customer: 'j.customer',
  visit: 'j.visit_on < current_date, j.visit_on',
};

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

/** A page of the list of jobs as JSON; null where a job on it has to be told anew first. */
export async function listText(db: Database, shopId: string, asked: JobListQuery): Promise<string | null> {
  const rows = await db.read<ListRow>(shopId, {
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
  if (rows.some(({ outline, outline_stale }) => outline === null || outline_stale)) return null;
  // An empty page past the end, or of words nobody has: how many there are is then told the slow way.
  if (rows.length === 0 && asked.from > 0) return null;
  const jobs = rows.map(({ id, changed_at, outline, shelf, visit_on, assigned_to, assigned_name }) => {
    const kept = {
      id,
      changedAt: changed_at.toISOString(),
      shelf,
      visitOn: visit_on,
      assignedTo: assigned_to === null ? null : { id: assigned_to, name: assigned_name ?? '' },
    };
    return `${outline?.slice(0, -1)},${JSON.stringify(kept).slice(1)}`;
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
export async function jobText(
  db: Database,
  shopId: string,
  jobId: string,
): Promise<{ readonly text: string; readonly revision: number } | null> {
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
export async function jobRevision(db: Database, shopId: string, jobId: string): Promise<number | null> {
  const [row] = await db.read<{ revision: number }>(shopId, {
    name: 'revision',
    text: 'select version as revision from jobs where id = $1',
    values: [jobId],
  });
  return row?.revision ?? null;
}
