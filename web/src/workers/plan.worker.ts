import { checkPlan, type PlanFault } from '@neat-sill/core/check';
import {
  betterPlan,
  planCostLowerBound,
  planCuts,
  type CutPlan,
  type LinearSolver,
  type PlanJob,
} from '@neat-sill/core/cuts';
import { seededRandom } from '@neat-sill/core/units';
import { loadSolver } from './solver.ts';

/** Plans cuts off the page's thread. One job a worker: the page ends it to stop. */

export interface PlanOrder {
  readonly job: PlanJob;
  readonly milliseconds: number;
  /** Somebody asked to look longer: how often, so that each time something else is tried. */
  readonly longer?: number;
  /** The plan that is there: a worse one is never shown. */
  readonly inHand?: CutPlan | null;
  /** Only proves what no plan can count less than: a plan is there already. */
  readonly onlyProve?: boolean;
}

export type PlanMessage =
  | {
      readonly kind: 'better' | 'finished';
      readonly plan: CutPlan;
      /** False where the solver could not be loaded: the plan is made without it, and proven less. */
      readonly solver: boolean;
    }
  /** What no plan can count less than, by film, as far as it was proven. */
  | { readonly kind: 'least'; readonly byFilm: Readonly<Record<string, number>> }
  | { readonly kind: 'wrong'; readonly faults: readonly PlanFault[] };

const SEED = 20261125;
const MOST_STEPS = 1_000_000_000;

/**
 * Shows plans as they come, each only where it is better than the one in hand. A plan is proved before it is shown; a plan
 * that is not right is never shown.
 */
function shower(job: PlanJob, inHand: CutPlan | null) {
  let best = inHand;
  return (kind: 'better' | 'finished', plan: CutPlan, solver: boolean): void => {
    const found = betterPlan(job, best, plan);
    if (found === best && kind === 'better') return;
    best = found;
    const faults = checkPlan(job, found);
    const message: PlanMessage =
      faults.length > 0 ? { kind: 'wrong', faults } : { kind, plan: found, solver };
    self.postMessage(message);
  };
}

/** Tells what no plan can count less than, within a time. */
function prove(job: PlanJob, solver: LinearSolver, milliseconds: number): void {
  const start = performance.now();
  const proven = job.films.flatMap((film): [string, number][] => {
    const least = planCostLowerBound(film, job, solver, () => performance.now() - start > milliseconds);
    return least === null ? [] : [[film.id, least]];
  });
  const message: PlanMessage = { kind: 'least', byFilm: Object.fromEntries(proven) };
  self.postMessage(message);
}

async function planFor({
  job,
  milliseconds,
  longer = 0,
  inHand = null,
  onlyProve,
}: PlanOrder): Promise<void> {
  const show = shower(job, inHand);
  const loading = loadSolver();
  if (onlyProve) {
    const lent = await loading;
    if (lent) prove(job, lent, milliseconds);
    return;
  }
  // The first plan is there before the solver is.
  show('better', planCuts(job, { random: seededRandom(SEED), rounds: 0, shouldStop: () => true }), true);
  const solver = await loading;
  const start = performance.now();
  if (solver) prove(job, solver, milliseconds / 3);
  const left = (share: number) => start + milliseconds * share - performance.now();
  const plan = planCuts(job, {
    random: seededRandom(SEED + longer),
    rounds: MOST_STEPS,
    solver,
    patient: longer > 0,
    secondsLeft: () => left(1) / 1000,
    shouldStop: (share = 1) => left(share) <= 0,
    onProgress: (better) => show('better', better, solver !== null),
  });
  show('finished', plan, solver !== null);
}

self.onmessage = ({ data }: MessageEvent<PlanOrder>) => void planFor(data);
