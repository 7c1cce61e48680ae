import { checkPlan, type PlanFault } from '@neat-sill/core/check';
import {
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
  /** Somebody asked to look longer. */
  readonly patient?: boolean;
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

/** A plan is proved before it is shown; a plan that is not right is never shown. */
function show(job: PlanJob, kind: 'better' | 'finished', plan: CutPlan, solver: boolean): void {
  const faults = checkPlan(job, plan);
  const message: PlanMessage = faults.length > 0 ? { kind: 'wrong', faults } : { kind, plan, solver };
  self.postMessage(message);
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

async function planFor({ job, milliseconds, patient = false, onlyProve }: PlanOrder): Promise<void> {
  const loading = loadSolver();
  if (onlyProve) {
    const lent = await loading;
    if (lent) prove(job, lent, milliseconds);
    return;
  }
  // The first plan is there before the solver is.
  show(job, 'better', planCuts(job, { random: seededRandom(SEED), rounds: 0, shouldStop: () => true }), true);
  const solver = await loading;
  const start = performance.now();
  if (solver) prove(job, solver, milliseconds / 3);
  const left = (share: number) => start + milliseconds * share - performance.now();
  const plan = planCuts(job, {
    random: seededRandom(SEED),
    rounds: MOST_STEPS,
    solver,
    patient,
    secondsLeft: () => left(1) / 1000,
    shouldStop: (share = 1) => left(share) <= 0,
    onProgress: (better) => show(job, 'better', better, solver !== null),
  });
  show(job, 'finished', plan, solver !== null);
}

self.onmessage = ({ data }: MessageEvent<PlanOrder>) => void planFor(data);
