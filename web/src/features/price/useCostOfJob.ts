import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';
import type { CutPlan } from '@neat-sill/core/cuts';
import type { DerivedJob, Pricing } from '@neat-sill/core/job';
import { decimalsOf } from '@neat-sill/core/price';
import { costOfJob, timesDefaults, type CostOfJob } from '@neat-sill/core/quote';
import { fitTimes } from '@neat-sill/core/times';
import { formatMoney } from '@neat-sill/core/units';
import { useCallback, useMemo } from 'react';
import { useShopQuery } from '../../api/api.ts';
import { useJob, useLivePlan } from '../job/index.ts';

export interface JobCost {
  /** What the job costs, with its own pricing or another; null while nothing is planned. */
  readonly costWith: (pricing: Pricing) => CostOfJob | null;
  /** What the panes of a job cost by a plan of them: the same job with other films. */
  readonly costOf: (job: DerivedJob, plan: CutPlan, pricing: Pricing) => CostOfJob;
  /** Minor units as people read them. */
  readonly money: (minor: number) => string;
  readonly currency: string;
  /** How many minor units the currency has to one. */
  readonly minor: number;
}

/** The cost of this job by the plan that is shown and the house rules. */
export function useCostOfJob(): JobCost {
  const { derived, rules } = useJob();
  const { plan, job: planJob } = useLivePlan();
  const { data: shop } = useShopQuery();
  const { currency, taxPercent } = shop?.details ?? NEW_SHOP_DETAILS;
  // Until the shop's own records are kept in the ledger the house rules tell how long film takes.
  const times = useMemo(() => fitTimes(timesDefaults(rules), []), [rules]);
  const by = useMemo(() => ({ times, currency, taxShare: taxPercent / 100 }), [times, currency, taxPercent]);
  const costWith = useCallback(
    (pricing: Pricing) =>
      plan && plan.pulls.length > 0 ? costOfJob({ job: derived, plan, planJob, pricing, ...by }) : null,
    [plan, planJob, derived, by],
  );
  const costOf = useCallback(
    (job: DerivedJob, other: CutPlan, pricing: Pricing) =>
      costOfJob({ job, plan: other, planJob: job.plan.job, pricing, ...by }),
    [by],
  );
  const minor = 10 ** decimalsOf(currency);
  const money = useCallback((amount: number) => formatMoney(amount / minor, currency), [currency, minor]);
  return { costWith, costOf, money, currency, minor };
}
