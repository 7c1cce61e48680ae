import { placeCosts, type CutPlan, type PlaceCosts, type PlanJob } from '@neat-sill/core/cuts';
import { loadSolver } from './solver.ts';

/** What each place of a pane's seams counts, with all else cut as in a plan. */
export interface SeamsOrder {
  readonly paneId: string;
  readonly job: PlanJob;
  readonly plan: CutPlan;
}

/** Null where nothing can be said of it: no price, no solver, no seam. */
export interface SeamsAnswer {
  readonly costs: PlaceCosts | null;
}

const LONGEST_MS = 4_000;

async function weigh({ paneId, job, plan }: SeamsOrder): Promise<void> {
  const solver = await loadSolver();
  const end = performance.now() + LONGEST_MS;
  const answer: SeamsAnswer = {
    costs: solver && placeCosts(paneId, job, plan, solver, () => performance.now() > end),
  };
  self.postMessage(answer);
}

self.onmessage = ({ data }: MessageEvent<SeamsOrder>) => void weigh(data);
