import type { JobSummary } from '@neat-sill/core/contract';
import { cureOf, dayAt } from '@neat-sill/core/fitting';
import { HEADER_ID, PLAN_ID, recordSchemas, type ShopBook } from '@neat-sill/core/job';
import { and, desc, eq, isNotNull, sql } from 'drizzle-orm';
import type { Tx } from '../../db/database.ts';
import { jobRecords, jobs } from '../../db/schema.ts';

const reading = (place: string) =>
  sql`nullif(${jobRecords.data}->'readings'->${place}, 'null'::jsonb) is not null`;
const widths = sql.join(['widthTop', 'widthMiddle', 'widthBottom'].map(reading), sql` or `);
const heights = sql.join(['heightLeft', 'heightMiddle', 'heightRight'].map(reading), sql` or `);
const countWhere = (condition: ReturnType<typeof sql>) =>
  sql<number>`count(*) filter (where ${condition})`.mapWith(Number);
const isPane = sql`${jobRecords.kind} = 'pane'`;
const isFitting = sql`${jobRecords.kind} = 'fitting'`;

/** Counts by job, in one pass over the records of the shop. */
function countRecords(tx: Tx) {
  return tx
    .select({
      jobId: jobRecords.jobId,
      panes: countWhere(isPane),
      measured: countWhere(sql`${isPane} and (${widths}) and (${heights})`),
      filmed: countWhere(sql`${isPane} and ${jobRecords.data}->>'filmId' is not null`),
      plans: countWhere(sql`${jobRecords.kind} = 'plan' and ${jobRecords.id} = ${PLAN_ID}`),
      done: countWhere(sql`${isFitting} and ${jobRecords.data}->>'doneAt' is not null`),
      openFaults:
        sql<number>`coalesce(sum(jsonb_array_length(${jobRecords.data}->'faults')) filter (where ${isFitting}), 0)`.mapWith(
          Number,
        ),
    })
    .from(jobRecords)
    .where(isNotNull(jobRecords.data))
    .groupBy(jobRecords.jobId);
}

/** Film and moment of every pane that is done, by job. */
async function donePanes(tx: Tx): Promise<Map<string, { filmId: string; doneAt: string }[]>> {
  const result = await tx.execute<{ job_id: string; film_id: string; done_at: string }>(sql`
    select fitting.job_id, pane.data->>'filmId' as film_id, fitting.data->>'doneAt' as done_at
    from job_records fitting join job_records pane
      on pane.job_id = fitting.job_id and pane.kind = 'pane' and pane.id = fitting.id
    where fitting.kind = 'fitting' and fitting.data->>'doneAt' is not null and pane.data->>'filmId' is not null`);
  const byJob = new Map<string, { filmId: string; doneAt: string }[]>();
  for (const row of result.rows)
    byJob.set(row.job_id, [...(byJob.get(row.job_id) ?? []), { filmId: row.film_id, doneAt: row.done_at }]);
  return byJob;
}

/** The jobs of a shop with the figures that tell how far each is. */
export async function listJobs(tx: Tx, book: ShopBook): Promise<JobSummary[]> {
  const rows = await tx
    .select({ id: jobs.id, changedAt: jobs.changedAt, header: jobRecords.data })
    .from(jobs)
    .innerJoin(
      jobRecords,
      and(eq(jobRecords.jobId, jobs.id), eq(jobRecords.kind, 'job'), eq(jobRecords.id, HEADER_ID)),
    )
    .orderBy(desc(jobs.changedAt));
  const counts = new Map((await countRecords(tx)).map((count) => [count.jobId, count]));
  const done = await donePanes(tx);
  return rows.map(({ id, changedAt, header }) => {
    const { name, customer, site, ruleSetId } = recordSchemas.job.parse(header);
    const rules = book.ruleSets.find((set) => set.id === ruleSetId) ?? book.ruleSets[0];
    const cures = (done.get(id) ?? []).flatMap(({ filmId, doneAt }) => {
      const film = book.films.find((entry) => entry.id === filmId);
      return film && rules ? [cureOf(film, dayAt(doneAt, site.timeZone), rules).on] : [];
    });
    const count = counts.get(id);
    return {
      id,
      name,
      customer,
      town: site.town,
      panes: count?.panes ?? 0,
      measured: count?.measured ?? 0,
      filmed: count?.filmed ?? 0,
      planKept: (count?.plans ?? 0) > 0,
      done: count?.done ?? 0,
      openFaults: count?.openFaults ?? 0,
      curesOn: cures.sort().at(-1) ?? null,
      changedAt: changedAt.toISOString(),
    };
  });
}
