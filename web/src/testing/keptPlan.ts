import { PLAN_ID, planCuts, type KeptPlan } from '@neat-sill/core/cuts';
import { deriveJob, type JobRecords } from '@neat-sill/core/job';
import { bookForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';

/** The records of a job with the plan that is found for it at once, kept; with the pulls that are cut, if any. */
export function keepingItsPlan(
  records: JobRecords,
  cut: (pullIds: string[]) => string[] = () => [],
): JobRecords {
  const { job } = deriveJob(records, bookForTest).plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const kept: KeptPlan = {
    job,
    plan,
    keptAt: '2026-05-04T15:00:00Z',
    cutPullIds: cut(plan.pulls.map(({ id }) => id)),
    lockedPullIds: [],
    frozen: null,
  };
  return { ...records, plan: { [PLAN_ID]: kept } };
}
