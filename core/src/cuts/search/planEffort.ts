import type { CutPlan } from '../format/cutPlan.ts';
import type { LinearSolver } from '../cost/linearSolver.ts';

/** What the caller lends the planner: a source of chance in [0, 1) and a bell. Same chance and rounds, same plan. */
export interface PlanEffort {
  readonly random: () => number;
  /** Steps of the search after the first plan. */
  readonly rounds: number;
  /** Solves linear programmes, for the proven bound and for putting pulls together; null where none could be loaded. */
  readonly solver?: LinearSolver | null;
  /** Whether to stop; `share` says how much of the time may have gone by for this part of the work, from 0 to 1. */
  readonly shouldStop: (share?: number) => boolean;
  /** Seconds that are left, for parts of the work that cannot look at `shouldStop` in between. */
  readonly secondsLeft?: () => number;
  /** Goes on to the end of its time although nothing better has come for long: somebody asked for it. */
  readonly patient?: boolean;
  readonly onProgress?: (best: CutPlan, round: number) => void;
}
