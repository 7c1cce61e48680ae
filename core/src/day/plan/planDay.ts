import type { DayCase, DayPlan } from '../format/index.ts';
import { lowerBound, lowerBoundWithout, possibleTasks } from './bound.ts';
import { modelOf, type Model, type ModelTask } from './model.ts';
import { reasonsFor } from './reasons.ts';
import type { Schedule } from './schedule.ts';
import { firstSchedule, improveSchedule } from './search.ts';
import { unitsOf, type Units } from './units.ts';

const USUAL_PATIENCE = 12_000;

export interface DayEffort {
  /** From 0 up to 1; the same numbers give the same plan. */
  readonly random: () => number;
  /** How often something is tried to be better. */
  readonly rounds: number;
  readonly shouldStop: () => boolean;
  /** So many rounds without anything better end the search; small cases end by it, and always alike. */
  readonly patience?: number;
  /** Each better plan as it is found. */
  readonly onBetter?: (plan: DayPlan) => void;
}

/** The bound by what is left out, reckoned once each: it is asked at every better plan. */
function boundsOf(model: Model, possible: ReadonlySet<number>): (leftOut: number) => number {
  const known = new Map<number, number>();
  return (leftOut) => {
    const found =
      known.get(leftOut) ??
      (leftOut === 0 ? lowerBound(model, possible) : lowerBoundWithout(model, possible, leftOut));
    known.set(leftOut, found);
    return found;
  };
}

/** A case as it is planned, with what can be placed in it at all. */
interface Known {
  readonly model: Model;
  readonly units: Units;
  readonly possible: ReadonlySet<number>;
  readonly boundWithout: (leftOut: number) => number;
}

function knownOf(day: DayCase): Known {
  const model = modelOf(day);
  const units = unitsOf(model);
  const possible = possibleTasks(model, (task) => units.unitOf[task] === -1);
  return { model, units, possible, boundWithout: boundsOf(model, possible) };
}

/** Minutes times hands of what could be placed and is not. */
const leftOutOf = ({ model, possible }: Known, isOut: (task: ModelTask) => boolean): number =>
  model.tasks
    .filter((task) => possible.has(task.number) && isOut(task))
    .reduce((sum, { task }) => sum + task.minutes * task.hands, 0);

function planFrom(schedule: Schedule, known: Known): DayPlan {
  const { model, units, possible, boundWithout } = known;
  const { day, tasks, shifts } = model;
  const placed = tasks.filter(({ number }) => schedule.isPlaced(number));
  const cost = schedule.cost();
  const isWhole = placed.length === possible.size;
  const leftOut = leftOutOf(known, ({ number }) => !schedule.isPlaced(number));
  const least = Math.min(cost, boundWithout(leftOut));
  return {
    ...{ format: 'neat-sill/day-plan', version: 1, id: day.id },
    assignments: placed
      .map(({ number, task }) => ({
        taskId: task.id,
        people: (schedule.crew[number] ?? []).map(
          (shift) => day.people[shifts[shift]?.person ?? -1]?.id ?? '',
        ),
        start: schedule.start[number] ?? 0,
      }))
      .sort((a, b) => a.start - b.start),
    unplaced: [...reasonsFor(schedule, units)],
    cost,
    lowerBound: least,
    proven: isWhole && cost - least < 1e-9 * Math.max(1, cost),
  };
}

/** What no plan of a case can cost less that leaves out no more than this one. */
export function boundOfPlan(day: DayCase, { unplaced, cost }: Pick<DayPlan, 'unplaced' | 'cost'>): number {
  const known = knownOf(day);
  const out = new Set(unplaced.map(({ taskId }) => taskId));
  return Math.min(cost, known.boundWithout(leftOutOf(known, ({ task }) => out.has(task.id))));
}

/**
 * Plans who does which task when: all that can be, for as little as the search finds. The bound is what no plan can cost
 * less that leaves out no more.
 */
export function planDay(day: DayCase, effort: DayEffort): DayPlan {
  const known = knownOf(day);
  const first = firstSchedule(known.model, known.units);
  const told = (schedule: Schedule) => planFrom(schedule, known);
  const plan = told(first);
  effort.onBetter?.(plan);
  if (plan.proven) return plan;
  const best = improveSchedule(first, known.units, {
    ...effort,
    patience: effort.patience ?? USUAL_PATIENCE,
    onBetter: (schedule) => effort.onBetter?.(told(schedule)),
  });
  return told(best);
}
