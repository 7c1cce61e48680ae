import { PLAN_ID } from '../../cuts/index.ts';
import type { FittingPlan, KnownEntry, RefusalCode } from '../../fitting/index.ts';
import type { DerivedJob, DerivedPane } from './job.ts';

/* Whether a pane may be fitted as things stand, and who goes on although it may not. */

/** What stands against fitting a pane: its plan, its piece, its film, or what the planner of fitting refuses. */
export const AGAINST_FITTING = ['noPlan', 'planChanged', 'notInPlan', 'notCut', 'filmRefused'] as const;
export type AgainstFitting = (typeof AGAINST_FITTING)[number] | RefusalCode;

export interface Hindrance {
  readonly code: AgainstFitting;
  /** Whether it is of the whole job and asked about once. */
  readonly ofJob: boolean;
  /** Who goes on all the same; null while nobody has taken that on. */
  readonly takenBy: string | null;
}

/** Where nothing is ticked as cut at all, the shop does not tick its cuts: that is asked about once. */
const isOfJob = (code: AgainstFitting, { records }: DerivedJob): boolean =>
  code === 'noPlan' ||
  code === 'planChanged' ||
  (code === 'notCut' && records.plan[PLAN_ID]?.cutPullIds.length === 0);

function plansOf(pane: DerivedPane, { kept, records }: DerivedJob): AgainstFitting[] {
  if (kept.kind === 'none') return ['noPlan'];
  if (kept.kind === 'changed') return ['planChanged'];
  if (pane.pieces.length === 0) return pane.planned ? ['notInPlan'] : [];
  const plan = records.plan[PLAN_ID];
  const cut = new Set(plan?.cutPullIds ?? []);
  const pulls = plan?.plan.pulls ?? [];
  const allCut = pulls.every(
    ({ id, pieces }) => cut.has(id) || !pieces.some((piece) => piece.paneId === pane.id),
  );
  return allCut ? [] : ['notCut'];
}

/**
 * What stands against fitting a pane, with who has taken it on; empty where all is as it should be. The plan may be that of
 * whoever does it: a learner does not work in the sun.
 */
export function againstFitting(
  pane: DerivedPane,
  job: DerivedJob,
  plan: FittingPlan | null = pane.fittingPlan,
): readonly Hindrance[] {
  const codes: readonly AgainstFitting[] = [
    ...(pane.verdict?.kind === 'refused' ? (['filmRefused'] as const) : plansOf(pane, job)),
    ...(plan?.refused ?? []),
  ];
  const jobWide = job.log.get(null) ?? [];
  return codes.map((code) => {
    const ofJob = isOfJob(code, job);
    const taken = ofJob
      ? jobWide.find(takesOn(code))?.says
      : pane.fitting.takenOn.find(({ refusal }) => refusal === code);
    return { code, ofJob, takenBy: taken && 'by' in taken ? taken.by : null };
  });
}

const takesOn =
  (code: AgainstFitting) =>
  ({ says }: KnownEntry) =>
    says.kind === 'takenOn' && says.refusals.includes(code);
