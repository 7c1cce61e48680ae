import { checkDay, type DayFault } from '../check/index.ts';
import {
  durationFor,
  endOfPlan,
  shiftsWorked,
  type Assignment,
  type DayCase,
  type DayPlan,
} from '../format/index.ts';
import { EARLIEST, LATEST } from './happened.ts';

/** A case in which some tasks have to be done by these people from this minute on: what was pinned, or is done. */
export function withPins(
  day: DayCase,
  pins: ReadonlyMap<string, Pick<Assignment, 'people' | 'start'>>,
): DayCase {
  const skillOf = (taskId: string) => `does ${taskId}`;
  const paceOf = (id: string) => day.people.find((person) => person.id === id)?.pace ?? 1;
  return {
    ...day,
    people: day.people.map((person) => ({
      ...person,
      can: [
        ...person.can,
        ...[...pins].flatMap(([taskId, { people }]) => (people.includes(person.id) ? [skillOf(taskId)] : [])),
      ],
    })),
    tasks: day.tasks.map((task) => {
      const pin = pins.get(task.id);
      if (!pin) return task;
      const end = pin.start + durationFor(task.minutes, pin.people.map(paceOf));
      return {
        ...task,
        needs: skillOf(task.id),
        avoid: [...task.avoid, { from: EARLIEST, to: pin.start }, { from: end, to: LATEST }],
      };
    }),
  };
}

/** What a plan costs: minutes from leaving to being back, and how late it ends. */
export function costOfDay(day: DayCase, assignments: readonly Assignment[]): number {
  const payOf = new Map(day.people.map(({ id, costPerMin }) => [id, costPerMin]));
  const paid = shiftsWorked(day, { assignments }).reduce(
    (sum, { personId, leaves, back }) => sum + (back - leaves) * (payOf.get(personId) ?? 0),
    0,
  );
  return paid + day.lateCostPerMin * (endOfPlan(day, { assignments }) ?? 0);
}

/** A plan with other assignments of its case, its cost reckoned anew; what has none is unplaced. */
export function planWith(day: DayCase, before: DayPlan, assignments: readonly Assignment[]): DayPlan {
  const placed = new Set(assignments.map(({ taskId }) => taskId));
  const reasons = new Map(before.unplaced.map(({ taskId, reason }) => [taskId, reason]));
  const cost = costOfDay(day, assignments);
  return {
    ...before,
    assignments: [...assignments].sort((a, b) => a.start - b.start),
    unplaced: day.tasks
      .filter(({ id }) => !placed.has(id))
      .map(({ id }) => ({ taskId: id, reason: reasons.get(id) ?? 'time.none' })),
    cost,
    lowerBound: Math.min(before.lowerBound, cost),
    proven: false,
  };
}

export interface MovedByHand {
  readonly plan: DayPlan;
  /** Why it can't be so; none where it can. */
  readonly faults: readonly DayFault[];
}

/** Puts one task of a plan at another time or in other hands; says at once why that can't be. */
export function moveTask(
  day: DayCase,
  before: DayPlan,
  taskId: string,
  to: Pick<Assignment, 'people' | 'start'>,
): MovedByHand {
  const others = before.assignments.filter((each) => each.taskId !== taskId);
  const plan = planWith(day, before, [...others, { taskId, people: [...to.people], start: to.start }]);
  return { plan, faults: checkDay(day, plan) };
}
