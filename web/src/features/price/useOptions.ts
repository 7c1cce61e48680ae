import type { CutPlan } from '@neat-sill/core/cuts';
import {
  CUSTOMER_LANGUAGES,
  deriveJob,
  type Change,
  type DerivedJob,
  type JobRecords,
  type Pricing,
} from '@neat-sill/core/job';
import type { CostOfJob, OptionTexts } from '@neat-sill/core/quote';
import { patchRecord, withRecord } from '@neat-sill/core/record';
import { customerTexts, describeOption } from '@neat-sill/core/words';
import { useMemo } from 'react';
import { today } from '../../ui/format.ts';
import { searchMs, useCosts, useJob, useLivePlan, type OpenJob } from '../job/index.ts';
import type { JobCost } from './useCostOfJob.ts';

/** The job as it stands goes under this name beside its other ways. */
export const OWN_WAY = 'own';

/** One way to do the job, with its own cutting plan, cost and what it does. */
export interface WayOfJob {
  readonly id: string;
  readonly name: string;
  readonly job: DerivedJob;
  /** What would be changed to do the job so. */
  readonly changes: readonly Change[];
  /** Null while it is planned. */
  readonly planned: {
    readonly plan: CutPlan;
    readonly cost: CostOfJob;
  } | null;
}

/** Quotes are made in this language. */
export const QUOTED_IN = CUSTOMER_LANGUAGES[0];

/** What an option says of its films; some hundredths of a second a film, so only for who reads it. */
export const textsOf = (job: DerivedJob, { plan, cost }: NonNullable<WayOfJob['planned']>): OptionTexts =>
  describeOption({
    ...{ job, plan, cost, year: Number(today().slice(0, 4)) },
    texts: customerTexts(QUOTED_IN),
  });

const MOST_STEPS = 1_000_000_000;

function changesFor(
  { records, allPanes }: OpenJob,
  { filmId, paneIds }: Pricing['options'][number],
): Change[] {
  return allPanes
    .filter((pane) => (paneIds.length > 0 ? paneIds.includes(pane.id) : pane.filmId !== null))
    .flatMap(({ id }) => patchRecord(records, 'pane', id, { filmId }) ?? []);
}

/** The job as it stands and its other ways, each planned off the page’s thread. */
export function useOptions({ costOf }: JobCost): readonly WayOfJob[] {
  const job = useJob();
  const live = useLivePlan();
  const { records, jobShopData, derived, header } = job;
  const { options } = header.pricing;
  const ways = useMemo(
    () =>
      options.map((option) => {
        const changes = changesFor(job, option);
        const other = deriveJob(changes.reduce<JobRecords>(withRecord, records), jobShopData);
        return { id: option.id, name: option.name, job: other, changes };
      }),
    [options, job, records, jobShopData],
  );
  const orders = useMemo(() => ways.map(({ id, job: { plan } }) => ({ key: id, job: plan.job })), [ways]);
  // Each has as long as the plan on the screen had, which it stands beside.
  const costs = useCosts(orders, { milliseconds: searchMs(live.job), steps: MOST_STEPS });
  return useMemo(() => {
    const withPlan = (of: DerivedJob, plan: CutPlan | null): WayOfJob['planned'] => {
      if (!plan || plan.pulls.length === 0) return null;
      return { plan, cost: costOf(of, plan, header.pricing) };
    };
    const own = { id: OWN_WAY, name: 'As planned', job: derived, changes: [] };
    return [
      { ...own, planned: withPlan(derived, live.plan) },
      ...ways.map((way) => ({ ...way, planned: withPlan(way.job, costs.get(way.id)?.plan ?? null) })),
    ];
  }, [ways, costs, costOf, header.pricing, derived, live.plan]);
}
