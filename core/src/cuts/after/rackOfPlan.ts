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

export interface PullOfRoll {
  readonly pull: Pull;
  readonly source: PlanSource;
}

function withSources({ plan }: Pick<KeptPlan, 'plan'>, isMeant: (pull: Pull) => boolean): PullOfRoll[] {
  return plan.pulls.filter(isMeant).flatMap((pull) => {
    const source = plan.sources.find(({ id }) => id === pull.sourceId);
    return source ? [{ pull, source }] : [];
  });
}

/** The pulls that are cut now and were not before, with what they come off, in the order of the plan. */
export function pullsJustCut(before: Pick<KeptPlan, 'cutPullIds'> | null, after: KeptPlan): PullOfRoll[] {
  return withSources(after, ({ id }) => after.cutPullIds.includes(id) && !before?.cutPullIds.includes(id));
}

/**
 * The pulls that were cut and are not any more, of the same kept plan: somebody has taken a slip back. Of another plan, or
 * with none, what was cut stays cut.
 */
export function pullsNoLongerCut(before: KeptPlan | null, after: KeptPlan | null): PullOfRoll[] {
  if (!before || before.keptAt !== after?.keptAt) return [];
  return withSources(before, ({ id }) => before.cutPullIds.includes(id) && !after.cutPullIds.includes(id));
}
