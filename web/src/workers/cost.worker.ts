import { checkPlan } from '@neat-sill/core/check';
import { planCuts, planFigures, type CutPlan, type PlanFigures, type PlanJob } from '@neat-sill/core/cuts';
import { seededRandom } from '@neat-sill/core/units';
import { loadSolver } from './solver.ts';

/** The same panes in several ways: with another film, roll width or school. */
export interface CostOrder {
  readonly variants: readonly { readonly key: string; readonly job: PlanJob }[];
  /** How long each of them is planned at the most, and in how many steps. */
  readonly milliseconds: number;
  readonly steps: number;
}

export interface VariantCost extends PlanFigures {
  readonly key: string;
  readonly plan: CutPlan;
}

export interface CostAnswer {
  readonly costs: readonly VariantCost[];
}

const SEED = 7;

async function weigh({ variants, milliseconds, steps }: CostOrder): Promise<void> {
  const solver = await loadSolver();
  const costs: VariantCost[] = [];
  for (const { key, job } of variants) {
    const start = performance.now();
    const plan = planCuts(job, {
      random: seededRandom(SEED),
      rounds: steps,
      solver,
      secondsLeft: () => (start + milliseconds - performance.now()) / 1000,
      shouldStop: (share = 1) => performance.now() > start + share * milliseconds,
    });
    // What is not right is never shown.
    if (checkPlan(job, plan).length > 0) continue;
    costs.push({ key, plan, ...planFigures(job, plan) });
    const answer: CostAnswer = { costs: [...costs] };
    self.postMessage(answer);
  }
}

self.onmessage = ({ data }: MessageEvent<CostOrder>) => void weigh(data);
