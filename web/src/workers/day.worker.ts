import {
  checkDay,
  planDay,
  replanDay,
  type DayCase,
  type DayEffort,
  type DayPlan,
  type Happened,
  type Replanned,
} from '@neat-sill/core/day';
import { seededRandom } from '@neat-sill/core/units';

/** Plans days off the page’s thread. One order a worker: the page ends it to stop. */

export type DayOrder = { readonly milliseconds: number } & (
  | { readonly kind: 'plan'; readonly day: DayCase }
  | {
      readonly kind: 'replan';
      readonly day: DayCase;
      readonly plan: DayPlan;
      readonly happened: Happened;
      readonly pinned: readonly string[];
      readonly costPerMove: number;
    }
);

export type DayMessage =
  | { readonly kind: 'better' | 'finished'; readonly plan: DayPlan }
  | { readonly kind: 'replanned'; readonly replanned: Replanned }
  | { readonly kind: 'wrong'; readonly sentence: string };

const SEED = 20261130;
const MOST_ROUNDS = 1_000_000_000;

const post = (message: DayMessage) => self.postMessage(message);

function effortUntil(end: number): DayEffort {
  return {
    ...{ random: seededRandom(SEED), rounds: MOST_ROUNDS },
    shouldStop: () => performance.now() >= end,
  };
}

/** A plan is proved before it is shown; one that is not right is never shown. */
function show(day: DayCase, kind: 'better' | 'finished', plan: DayPlan): void {
  const [fault] = checkDay(day, plan);
  post(fault ? { kind: 'wrong', sentence: fault.sentence } : { kind, plan });
}

self.onmessage = ({ data: order }: MessageEvent<DayOrder>) => {
  const begin = performance.now();
  if (order.kind === 'plan') {
    const { day } = order;
    const plan = planDay(day, {
      ...effortUntil(begin + order.milliseconds),
      onBetter: (better) => show(day, 'better', better),
    });
    show(day, 'finished', plan);
    return;
  }
  const replanned = replanDay({
    ...order,
    pinned: new Set(order.pinned),
    effort: (at, ways) => effortUntil(begin + (order.milliseconds * (at + 1)) / ways),
  });
  const [fault] = checkDay(replanned.day, replanned.plan);
  post(fault ? { kind: 'wrong', sentence: fault.sentence } : { kind: 'replanned', replanned });
};
