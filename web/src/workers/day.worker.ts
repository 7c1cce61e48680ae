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
import { deriveJob, type JobRecords, type ShopData } from '@neat-sill/core/job';
import { timesDefaults } from '@neat-sill/core/quote';
import { fitTimes } from '@neat-sill/core/times';
import { seededRandom } from '@neat-sill/core/units';
import {
  earliestSlots,
  glassNotFit,
  type GlassOnDays,
  type Slot,
  type VisitAsked,
} from '@neat-sill/core/visits';
import type { ForecastHour } from '@neat-sill/core/weather';

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
  | {
      readonly kind: 'glass';
      readonly records: JobRecords;
      readonly shop: ShopData;
      readonly hours: readonly ForecastHour[];
      readonly from: string;
      readonly days: number;
    }
  | ({
      readonly kind: 'book';
      readonly records: JobRecords;
      readonly shop: ShopData;
      readonly lookAhead: number;
    } & Pick<VisitAsked, 'workers' | 'from' | 'days' | 'splits' | 'busy'>)
);

export type DayMessage =
  | { readonly kind: 'better' | 'finished'; readonly plan: DayPlan }
  | { readonly kind: 'replanned'; readonly replanned: Replanned }
  | { readonly kind: 'glass'; readonly glass: GlassOnDays }
  | { readonly kind: 'booked'; readonly slots: readonly Slot[] }
  | { readonly kind: 'wrong'; readonly sentence: string };

const SEED = 20261130;
const MOST_ROUNDS = 1_000_000_000;
/** So many slots are told; for each first day is looked so long. */
const MOST_SLOTS = 3;
const SLOT_MS = 60;

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
  if (order.kind === 'glass') {
    const { records, shop, hours, from, days } = order;
    post({ kind: 'glass', glass: glassNotFit(deriveJob(records, shop), hours, { from, days }) });
    return;
  }
  if (order.kind === 'book') {
    const { records, shop, ...asked } = order;
    const job = deriveJob(records, shop);
    const slots = earliestSlots({
      ...{ ...asked, job, times: fitTimes(timesDefaults(job.rules), []), most: MOST_SLOTS },
      plan: (day) => {
        const end = performance.now() + SLOT_MS;
        return planDay(day, {
          ...{ random: seededRandom(SEED), rounds: MOST_ROUNDS },
          shouldStop: () => performance.now() >= end,
        });
      },
    });
    post({ kind: 'booked', slots });
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
