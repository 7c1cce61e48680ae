import type { DerivedJob, DerivedPane } from '../job/index.ts';

/** How far a pane is at a stage: not begun, begun, something is asked about, through, or it can't be so. */
export type Standing = 'open' | 'begun' | 'doubt' | 'done' | 'refused';

/** The way on to another stage, with what makes it the next thing to do. */
export interface GoTo<Because extends string = string> {
  readonly code: 'goTo';
  readonly stage: string;
  readonly because: Because;
}

/**
 * What a stage of a job is, as data: the kinds of records it writes, how far each pane is, the one next thing to do, and
 * the figures that matter there. How it says and draws them is the interface's.
 */
export interface StageRules<Id extends string, Step, Figure> {
  readonly id: Id;
  /** The record kinds of this stage (`core/job/records` gathers them). */
  readonly records: Readonly<Record<string, unknown>>;
  readonly standing: (pane: DerivedPane, job: DerivedJob) => Standing;
  /** Null where nothing is left to do here. */
  readonly next: (job: DerivedJob) => Step | null;
  readonly figures: (job: DerivedJob) => readonly Figure[];
}

/** How far a job is at a stage: through once every pane is, begun once any is. A job without panes is not begun. */
export function standingOfJob(
  { standing }: Pick<StageRules<string, unknown, unknown>, 'standing'>,
  job: DerivedJob,
): 'open' | 'begun' | 'done' {
  const all = job.panes.map((pane) => standing(pane, job));
  if (all.length === 0) return 'open';
  if (all.every((each) => each === 'done')) return 'done';
  return all.some((each) => each !== 'open') ? 'begun' : 'open';
}
