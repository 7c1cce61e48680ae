import { z } from 'zod';
import { PLAN_ID } from '../../cuts/index.ts';
import type { DerivedJob } from './job.ts';

/** What is to be done next on a job. */
export const JOB_STANDINGS = ['survey', 'film', 'cuts', 'fitting', 'faults', 'done'] as const;
export type JobStanding = (typeof JOB_STANDINGS)[number];

/** How far a job is, as the list of jobs tells it; stored with the job whenever it is written. */
export const jobOutlineSchema = z.strictObject({
  name: z.string(),
  customer: z.string(),
  town: z.string(),
  panes: z.int(),
  /** Panes that have a size. */
  measured: z.int(),
  /** Panes for which a film is chosen. */
  filmed: z.int(),
  /** Whether a plan was kept that still fits the job. */
  planKept: z.boolean(),
  done: z.int(),
  openFaults: z.int(),
  /** What is to be done next. */
  standing: z.enum(JOB_STANDINGS),
  /** All it is found by, in small letters: customer, name, street, town, films, lots of its kept plan. */
  search: z.string(),
  /** The latest day from which a pane that is done is dry, `YYYY-MM-DD`. */
  curesOn: z.string().nullable(),
});
export type JobOutline = z.infer<typeof jobOutlineSchema>;

type Counts = Pick<JobOutline, 'panes' | 'measured' | 'filmed' | 'planKept' | 'done' | 'openFaults'>;

function standingOf({ panes, measured, filmed, planKept, done, openFaults }: Counts): JobStanding {
  if (panes === 0) return 'survey';
  if (openFaults > 0) return 'faults';
  if (done === panes) return 'done';
  if (done > 0) return 'fitting';
  if (measured < panes) return 'survey';
  if (filmed < panes) return 'film';
  return planKept ? 'fitting' : 'cuts';
}

function searchTextOf({ header, panes, records, shop }: DerivedJob): string {
  const filmIds = new Set(panes.flatMap(({ record }) => record.filmId ?? []));
  const films = shop.films.filter(({ id }) => filmIds.has(id)).map(({ name }) => name);
  const lots = records.plan[PLAN_ID]?.job.stock.flatMap(({ lot }) => lot ?? []) ?? [];
  const site = header?.site;
  return [header?.customer, header?.name, site?.address, site?.town, ...films, ...new Set(lots)]
    .filter(Boolean)
    .join(' ')
    .toLowerCase();
}

/** The outline of a job; null for one without a header. */
export function outlineOfJob(job: DerivedJob): JobOutline | null {
  const { header, panes, kept } = job;
  if (!header) return null;
  const count = (test: (pane: (typeof panes)[number]) => boolean) => panes.filter(test).length;
  const counts: Counts = {
    panes: panes.length,
    measured: count(({ sizes }) => sizes !== null),
    filmed: count(({ record }) => record.filmId !== null),
    planKept: kept.kind === 'holds',
    done: count(({ fitting }) => fitting.doneAt !== null),
    openFaults: panes.reduce((sum, { fitting }) => sum + fitting.openFaults.length, 0),
  };
  return {
    name: header.name,
    customer: header.customer,
    town: header.site.town,
    ...counts,
    standing: standingOf(counts),
    search: searchTextOf(job),
    curesOn:
      panes
        .flatMap(({ cure }) => cure?.on ?? [])
        .sort()
        .at(-1) ?? null,
  };
}
