import { PLAN_ID } from '@neat-sill/core/cuts';
import { frozenWith } from '@neat-sill/core/job';
import { recordAt } from '@neat-sill/core/record';
import { useLivePlan } from './livePlan.tsx';
import { useJob } from './useJob.ts';

/** Keeps the plan that is shown, as a record of the job. */
export function useKeepPlan(): () => void {
  const job = useJob();
  const live = useLivePlan();
  return () => {
    if (!live.plan) return;
    const before = recordAt(job.records, 'plan', PLAN_ID);
    const after = {
      job: live.job,
      plan: live.plan,
      keptAt: new Date().toISOString(),
      cutPullIds: [],
      lockedPullIds: [],
      frozen: frozenWith(job.derived),
    };
    job.edit('Keep the plan', [{ kind: 'plan', id: PLAN_ID, before, after }]);
  };
}
