import { checkDay, type DayFault } from '../check/index.ts';
import { durationFor, type Assignment, type DayCase, type DayPlan } from '../format/index.ts';
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
  const placeOf = new Map(day.places.map(({ id }, at) => [id, at]));
  const taskOf = new Map(day.tasks.map((task) => [task.id, task]));
  const paceOf = (id: string) => day.people.find((person) => person.id === id)?.pace ?? 1;
  const done = assignments.flatMap(({ taskId, people, start }) => {
    const task = taskOf.get(taskId);
    if (!task) return [];
    const end = start + durationFor(task.minutes, people.map(paceOf));
    return [{ people, start, end, place: placeOf.get(task.placeId) ?? 0 }];
  });
  const paid = day.people.reduce(
    (sum, { id, shifts, costPerMin }) =>
      sum +
      shifts.reduce((minutes, { from, to }) => {
        const own = done
          .filter(({ people, start, end }) => people.includes(id) && from <= start && end <= to)
          .sort((a, b) => a.start - b.start || a.end - b.end);
        const [first, last] = [own[0], own.at(-1)];
        if (!first || !last) return minutes;
        const way = (day.travelMin[0]?.[first.place] ?? 0) + (day.travelMin[last.place]?.[0] ?? 0);
        return minutes + last.end - first.start + way;
      }, 0) *
        costPerMin,
    0,
  );
  const lastEnd = done.length > 0 ? Math.max(...done.map(({ end }) => end)) : 0;
  return paid + day.lateCostPerMin * lastEnd;
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
