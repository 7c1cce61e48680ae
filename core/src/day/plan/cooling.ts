import type { Schedule } from './schedule.ts';

/* What counts as better, and from what a search goes on (simulated annealing, Kirkpatrick and others 1983). */

export interface Worth {
  /** Minutes times hands. */
  readonly unplaced: number;
  readonly cost: number;
}

export const worthOf = (schedule: Schedule): Worth => ({
  unplaced: schedule.unplaced(),
  cost: schedule.cost(),
});

/** More work placed is better whatever it costs; of the same work the cheaper. */
export const isBetter = (one: Worth, other: Worth): boolean =>
  one.unplaced < other.unplaced || (one.unplaced === other.unplaced && one.cost < other.cost - 1e-9);

/** How warm a search begins and ends, as a share of the cost, and in how many rounds it cools before it is warmed again. */
const WARM = 0.01;
const COLD = 0.0002;
const COOLING_ROUNDS = 1500;

/** By which share a search may go on from something dearer in a round. */
export const warmthIn = (round: number): number =>
  WARM * (COLD / WARM) ** ((round % COOLING_ROUNDS) / COOLING_ROUNDS);

/** Whether a search that has cooled is warmed again in a round; it goes on from the best then. */
export const isWarmedAgain = (round: number): boolean => round > 0 && round % COOLING_ROUNDS === 0;

/** Whether a search goes on from what was made: what is no worse than where it stands, or dearer by as much as it is warm. */
export const goesOnFrom = (made: Worth, current: Worth, warmth: number, random: () => number): boolean =>
  !isBetter({ unplaced: current.unplaced, cost: current.cost * (1 + warmth * random()) }, made);
