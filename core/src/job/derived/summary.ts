import { z } from 'zod';
import type { DerivedJob } from './job.ts';

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
  /** The latest day from which a pane that is done is dry, `YYYY-MM-DD`. */
  curesOn: z.string().nullable(),
});
export type JobOutline = z.infer<typeof jobOutlineSchema>;

/** The outline of a job; null for one without a header. */
export function outlineOfJob({ header, panes, kept }: DerivedJob): JobOutline | null {
  if (!header) return null;
  const count = (test: (pane: (typeof panes)[number]) => boolean) => panes.filter(test).length;
  return {
    name: header.name,
    customer: header.customer,
    town: header.site.town,
    panes: panes.length,
    measured: count(({ sizes }) => sizes !== null),
    filmed: count(({ record }) => record.filmId !== null),
    planKept: kept.kind === 'holds',
    done: count(({ fitting }) => fitting.doneAt !== null),
    openFaults: panes.reduce((sum, { fitting }) => sum + fitting.faults.length, 0),
    curesOn:
      panes
        .flatMap(({ cure }) => cure?.on ?? [])
        .sort()
        .at(-1) ?? null,
  };
}
