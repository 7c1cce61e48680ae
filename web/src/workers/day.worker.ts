import { checkDay, planDay, type DayCase, type DayPlan } from '@neat-sill/core/day';
import { seededRandom } from '@neat-sill/core/units';

/** Plans days off the page’s thread. One case a worker: the page ends it to stop. */

export interface DayOrder {
  readonly day: DayCase;
  readonly milliseconds: number;
}

export type DayMessage =
  | { readonly kind: 'better' | 'finished'; readonly plan: DayPlan }
  | { readonly kind: 'wrong'; readonly sentence: string };

const SEED = 20261130;
const MOST_ROUNDS = 1_000_000_000;

/** A plan is proved before it is shown; one that is not right is never shown. */
function show(day: DayCase, kind: 'better' | 'finished', plan: DayPlan): void {
  const [fault] = checkDay(day, plan);
  const message: DayMessage = fault ? { kind: 'wrong', sentence: fault.sentence } : { kind, plan };
  self.postMessage(message);
}

self.onmessage = ({ data: { day, milliseconds } }: MessageEvent<DayOrder>) => {
  const end = performance.now() + milliseconds;
  const plan = planDay(day, {
    ...{ random: seededRandom(SEED), rounds: MOST_ROUNDS },
    shouldStop: () => performance.now() >= end,
    onBetter: (better) => show(day, 'better', better),
  });
  show(day, 'finished', plan);
};
