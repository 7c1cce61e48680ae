import type { CutPlan, PlanJob } from '../format/index.ts';
import { costPlan } from './costPlan.ts';

/** Of two plans of a job the one that leaves less undone, else the one that costs less; the first where they are alike. */
export function betterPlan(job: PlanJob, one: CutPlan | null, other: CutPlan): CutPlan {
  if (!one || other.unplaced.length < one.unplaced.length) return other;
  if (other.unplaced.length > one.unplaced.length) return one;
  return costPlan(job, other).total < costPlan(job, one).total ? other : one;
}
