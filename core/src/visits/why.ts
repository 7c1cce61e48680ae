import {
  EARLIEST,
  endsIn,
  joined,
  waysIn,
  within,
  type DayCase,
  type DayPlan,
  type Span,
  type Stretch,
} from '../day/index.ts';

/** What share of the hours that people work a task keeps clear of: the sun, cold glass; 1 where nobody works. */
export function avoidedShare({ people, tasks }: DayCase, taskId: string): number {
  const avoid = tasks.find(({ id }) => id === taskId)?.avoid ?? [];
  const shifts = people.flatMap((person) => person.shifts);
  const worked = shifts.reduce((sum, { from, to }) => sum + to - from, 0);
  if (worked === 0) return 1;
  const spanOf = ({ from, to }: Stretch): Span => [from, to - 1];
  const kept = joined(avoid.map(spanOf));
  const avoided = shifts.reduce(
    (sum, shift) =>
      sum + within([spanOf(shift)], kept).reduce((all, [first, last]) => all + last - first + 1, 0),
    0,
  );
  return avoided / worked;
}

/** What a task stands behind: why it does not begin earlier. */
export type WhyThere =
  | { readonly code: 'sun'; readonly until: number }
  /** The glass is too cold or too hot for film until then. */
  | { readonly code: 'glass'; readonly until: number }
  /** Something that happened keeps it off until then: rain. */
  | { readonly code: 'keptOff'; readonly until: number }
  /** It was planned anew then, and nothing begins in the past. */
  | { readonly code: 'past'; readonly until: number }
  | { readonly code: 'opens'; readonly at: number }
  /** It comes after another task, and so many minutes later. */
  | { readonly code: 'after'; readonly taskId: string; readonly minutes: number }
  /** Somebody who does it is busy with another task until then. */
  | { readonly code: 'busy'; readonly personId: string; readonly taskId: string }
  | { readonly code: 'break'; readonly personId: string }
  | { readonly code: 'shift'; readonly personId: string }
  /** It could begin earlier; there is no hurry, and so nobody waits in between. */
  | { readonly code: 'noHurry' };

/** What of that which a task avoids is not the sun. */
export interface AvoidedBeside {
  readonly glass: readonly Stretch[];
  readonly keptOff: readonly Stretch[];
}

/** Why a placed task does not begin earlier: the last thing that is over before it. */
export function whyThere(
  day: DayCase,
  plan: DayPlan,
  taskId: string,
  beside: AvoidedBeside = { glass: [], keptOff: [] },
): WhyThere {
  const put = plan.assignments.find((each) => each.taskId === taskId);
  const task = day.tasks.find(({ id }) => id === taskId);
  if (!put || !task) return { code: 'noHurry' };
  const ends = endsIn(day);
  const endOf = (id: string) => {
    const other = plan.assignments.find((each) => each.taskId === id);
    return other ? ends(other) : null;
  };
  const placeOf = (id: string) => day.places.findIndex((place) => place.id === id);
  const { start } = put;
  const ways = waysIn(day);
  const avoided = task.avoid.find(({ to }) => to === start);
  if (avoided) {
    const isIn = (all: readonly Stretch[]) =>
      all.some(({ from, to }) => from === avoided.from && to === avoided.to);
    if (avoided.from === EARLIEST) return { code: 'past', until: start };
    if (isIn(beside.glass)) return { code: 'glass', until: start };
    return { code: isIn(beside.keptOff) ? 'keptOff' : 'sun', until: start };
  }
  const before = task.after.find(({ taskId: other, minGap }) => {
    const end = endOf(other);
    return end !== null && end + minGap === start;
  });
  if (before) return { code: 'after', taskId: before.taskId, minutes: before.minGap };
  for (const personId of put.people) {
    const shift = day.people
      .find(({ id }) => id === personId)
      ?.shifts.find(({ from, to }) => from <= start && start < to);
    if (shift?.breaks.some(({ to }) => to === start)) return { code: 'break', personId };
    const busy = plan.assignments.find((other) => {
      const of = day.tasks.find(({ id }) => id === other.taskId);
      const end = endOf(other.taskId);
      if (!of || end === null || other.taskId === taskId || !other.people.includes(personId)) return false;
      return ways.there(placeOf(of.placeId), placeOf(task.placeId), end) === start;
    });
    if (busy) return { code: 'busy', personId, taskId: busy.taskId };
    if (shift && ways.there(0, placeOf(task.placeId), shift.from) === start)
      return { code: 'shift', personId };
  }
  const open = day.places[placeOf(task.placeId)]?.open?.find(({ from }) => from === start);
  return open ? { code: 'opens', at: open.from } : { code: 'noHurry' };
}
