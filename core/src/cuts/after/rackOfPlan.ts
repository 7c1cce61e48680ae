import type { KeptPlan } from '../records.ts';
import type { PlanSource, Pull } from '../format/index.ts';

/** What a kept plan still takes: rolls and offcuts on hand by their ids, and new rolls by their names in the plan. */
export interface UsedByPlan {
  readonly stockIds: readonly string[];
  readonly newRollIds: readonly string[];
}

/** The sources of a kept plan off which something is still to be cut; nothing without a plan. */
export function usedByPlan(kept: KeptPlan | null): UsedByPlan {
  const open = (kept?.plan.sources ?? []).filter(({ id }) =>
    kept?.plan.pulls.some((pull) => pull.sourceId === id && !kept.cutPullIds.includes(pull.id)),
  );
  const ids = (isNew: boolean) => open.filter(({ kind }) => (kind === 'new') === isNew).map(({ id }) => id);
  return { stockIds: ids(false), newRollIds: ids(true) };
}

/** The pulls that are cut now and were not before, with what they come off, in the order of the plan. */
export function pullsJustCut(
  before: Pick<KeptPlan, 'cutPullIds'> | null,
  after: KeptPlan,
): { readonly pull: Pull; readonly source: PlanSource }[] {
  const { plan, cutPullIds } = after;
  return plan.pulls.flatMap((pull) => {
    const source = plan.sources.find(({ id }) => id === pull.sourceId);
    const isNew = cutPullIds.includes(pull.id) && !before?.cutPullIds.includes(pull.id);
    return isNew && source ? [{ pull, source }] : [];
  });
}
