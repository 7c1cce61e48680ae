import { checkDay, planDay, type DayCase, type DayPlan } from '@neat-sill/core/day';
import {
  everyDay,
  leftOutMinutes as leftOut,
  smallDay,
  syntheticDay,
  withFullRoads,
} from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { heapMb, printTable } from './table.ts';

/* Days of all sizes: against everything tried, against the bound, against a long run, and beside what a plain hand would do. */

const SMALL_DAYS = 200;
const PLENTY = 1_000_000_000;

interface Run {
  readonly plan: DayPlan;
  readonly firstMs: number;
  readonly rounds: number;
  readonly mostMb: number;
}

function run(day: DayCase, seconds: number): Run {
  const start = performance.now();
  let [firstMs, rounds, mostMb] = [0, 0, heapMb()];
  const plan = planDay(day, {
    ...{ random: seededRandom(1), rounds: PLENTY, patience: PLENTY },
    shouldStop: () => {
      rounds += 1;
      if (rounds % 200 === 0) mostMb = Math.max(mostMb, heapMb());
      return performance.now() - start > seconds * 1000;
    },
    onBetter: () => {
      firstMs ||= performance.now() - start;
    },
  });
  const faults = checkDay(day, plan);
  if (faults.length > 0) throw new Error(`The checker refuses a plan: ${faults[0]?.sentence}`);
  return { plan, firstMs, rounds, mostMb };
}

function benchSmall(name: string, make: (seed: number) => DayCase): void {
  let [equal, proven, ms] = [0, 0, 0];
  for (let seed = 1; seed <= SMALL_DAYS; seed += 1) {
    const day = make(seed);
    const best = everyDay(day, 10);
    const start = performance.now();
    const plan = planDay(day, { random: seededRandom(1), rounds: PLENTY, shouldStop: () => false });
    ms += performance.now() - start;
    if (leftOut(day, plan) === best.unplaced && plan.cost < best.cost + 1e-6) equal += 1;
    if (plan.proven) proven += 1;
  }
  printTable(`${name}, 2 to 3 tasks, against trying everything`, [
    { days: SMALL_DAYS, 'as good': equal, proven, 'ms each': Math.round(ms / SMALL_DAYS) },
  ]);
}

type DaySize = Parameters<typeof syntheticDay>[1] & { readonly roads?: boolean };

const SIZES = {
  'office day': { people: 2, sites: 1, days: 1, tasks: 24, sunny: 0.5 },
  week: { people: 3, sites: 7, days: 5, tasks: 90, sunny: 0.4 },
  'week, full roads': { people: 3, sites: 7, days: 5, tasks: 90, sunny: 0.4, roads: true },
  'more than fits': { people: 2, sites: 4, days: 1, tasks: 60, sunny: 0.4 },
  'six weeks': { people: 3, sites: 30, days: 42, tasks: 600, sunny: 0.4 },
} as const;

const share = (more: number) => `${(100 * more).toFixed(1)} %`;

/** Figures of the planner of days; `long` runs each 120 s too. */
export function benchDay(seconds: number, long: boolean): void {
  benchSmall('Small days', smallDay);
  benchSmall('Small days with full roads', (seed) => withFullRoads(smallDay(seed), seed, 10));
  const rows = Object.entries<DaySize>(SIZES).flatMap(([name, { roads = false, ...traits }]) =>
    [1, 2].map((seed) => {
      const quiet = syntheticDay(seed, traits);
      const day = roads ? withFullRoads(quiet, seed, 1) : quiet;
      const { plan, firstMs, rounds, mostMb } = run(day, seconds);
      const greedy = planDay(day, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
      const best = long ? run(day, 120).plan : null;
      return {
        ...{
          kind: name,
          tasks: day.tasks.length,
          'first ms': Math.round(firstMs),
          rounds,
          'heap MB': mostMb,
        },
        'left out min': leftOut(day, plan),
        'greedy left out': leftOut(day, greedy),
        cost: Math.round(plan.cost),
        'greedy costs':
          leftOut(day, greedy) === leftOut(day, plan) ? `+${share(greedy.cost / plan.cost - 1)}` : '-',
        'over bound': share(plan.cost / plan.lowerBound - 1),
        'over 120 s':
          best && leftOut(day, best) === leftOut(day, plan) ? share(plan.cost / best.cost - 1) : '-',
      };
    }),
  );
  printTable(`Days, ${seconds} s`, rows);
}
