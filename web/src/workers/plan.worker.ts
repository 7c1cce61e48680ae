import { checkPlan, planCuts, type CutPlan, type PlanFault, type PlanJob } from '@neat-sill/core/cuts';
import { seededRandom } from '@neat-sill/core/units';

/** Plans cuts off the page's thread. One job a worker: the page ends it to stop. */

export interface PlanOrder {
  readonly job: PlanJob;
  readonly rounds: number;
  readonly milliseconds: number;
}

export type PlanMessage =
  | { readonly kind: 'better' | 'finished'; readonly plan: CutPlan; readonly round: number }
  | { readonly kind: 'wrong'; readonly faults: readonly PlanFault[] };

const SEED = 20261125;

self.onmessage = ({ data }: MessageEvent<PlanOrder>) => {
  const { job, rounds, milliseconds } = data;
  const end = performance.now() + milliseconds;
  /** A plan is proved before it is shown; a plan that is not right is never shown. */
  const show = (kind: 'better' | 'finished', plan: CutPlan, round: number) => {
    const faults = checkPlan(job, plan);
    const message: PlanMessage = faults.length > 0 ? { kind: 'wrong', faults } : { kind, plan, round };
    self.postMessage(message);
  };
  const plan = planCuts(job, {
    random: seededRandom(SEED),
    rounds,
    shouldStop: () => performance.now() > end,
    onProgress: (better, round) => show('better', better, round),
  });
  show('finished', plan, rounds);
};
