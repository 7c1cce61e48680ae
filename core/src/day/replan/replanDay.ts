import { checkDay } from '../check/index.ts';
import type { Assignment, DayCase, DayPlan } from '../format/index.ts';
import { planDay, type DayEffort } from '../plan/index.ts';
import { planWith, withPins } from './byHand.ts';
import { afterWhatHappened, type AfterAll, type Happened } from './happened.ts';

export interface ReplanAsked {
  /** The case as it was planned, and its plan. */
  readonly day: DayCase;
  readonly plan: DayPlan;
  readonly happened: Happened;
  /** Tasks that stay where they are as long as they can. */
  readonly pinned: ReadonlySet<string>;
  /** What it counts that a task stands elsewhere than people were told, in the case's money. */
  readonly costPerMove: number;
  /** How long may be looked at one of so many ways. */
  readonly effort: (at: number, ways: number) => DayEffort;
}

export interface Move {
  readonly taskId: string;
  /** Null: it was not placed. */
  readonly before: Assignment | null;
  readonly after: Assignment | null;
}

export interface Replanned extends AfterAll {
  readonly plan: DayPlan;
  /** What stands elsewhere than before, of what is not done. */
  readonly moved: readonly Move[];
}

const DAY_MINUTES = 1440;

const samePlace = (one: Assignment | null, other: Assignment | null) =>
  one === other ||
  (one !== null &&
    other !== null &&
    one.start === other.start &&
    [...one.people].sort().join() === [...other.people].sort().join());

/** Tasks that are placed together or not at all, each with those it is tied to. */
function tiedTo(day: DayCase): (ids: ReadonlySet<string>) => Set<string> {
  const pairs = day.tasks.flatMap(({ id, after }) =>
    after.flatMap(({ taskId, maxGap }) => (maxGap === null ? [] : [[id, taskId] as const])),
  );
  return (ids) => {
    const all = new Set(ids);
    for (let grew = true; grew;) {
      grew = false;
      for (const [one, other] of pairs)
        if (all.has(one) !== all.has(other)) {
          all.add(one).add(other);
          grew = true;
        }
    }
    return all;
  };
}

/** Tasks that can't stay where they were: those that break a rule now, those tied to them, and those not placed before. */
function brokenNow(day: DayCase, before: DayPlan, kept: readonly Assignment[]): Set<string> {
  const tied = tiedTo(day);
  let standing = kept;
  let broken = tied(
    new Set(day.tasks.map(({ id }) => id).filter((id) => !kept.some((each) => each.taskId === id))),
  );
  for (;;) {
    standing = standing.filter(({ taskId }) => !broken.has(taskId));
    const faults = checkDay(day, planWith(day, before, standing));
    const found = faults.flatMap(({ path }) => {
      const at = /^assignments\[(\d+)\]/.exec(path)?.[1];
      const sorted = [...standing].sort((a, b) => a.start - b.start);
      return at === undefined ? [] : (sorted[Number(at)]?.taskId ?? []);
    });
    if (found.length === 0) return broken;
    broken = tied(new Set([...broken, ...found]));
  }
}

/** Which tasks may move, from few to all: what is broken, what its people do after it that day, all that day, everything. */
function waysToFree(
  day: DayCase,
  kept: readonly Assignment[],
  broken: ReadonlySet<string>,
  now: number,
): ReadonlySet<string>[] {
  const tied = tiedTo(day);
  const hit = kept.filter(({ taskId }) => broken.has(taskId));
  const from = Math.min(now, ...hit.map(({ start }) => start));
  const people = new Set(hit.flatMap((each) => each.people));
  const sameDay = kept.filter(({ start }) => start >= from && start < from + DAY_MINUTES);
  const free = (those: readonly Assignment[]) =>
    tied(new Set([...broken, ...those.map(({ taskId }) => taskId)]));
  return [
    broken,
    free(sameDay.filter((each) => each.people.some((id) => people.has(id)))),
    free(sameDay),
    new Set(day.tasks.map(({ id }) => id)),
  ];
}

const leftOut = (day: DayCase, { unplaced }: DayPlan) => {
  const out = new Set(unplaced.map(({ taskId }) => taskId));
  return day.tasks.reduce((sum, { id, minutes, hands }) => sum + (out.has(id) ? minutes * hands : 0), 0);
};

function movedBetween(day: DayCase, before: DayPlan, after: DayPlan, done: ReadonlySet<string>): Move[] {
  const at = (plan: DayPlan) => new Map(plan.assignments.map((each) => [each.taskId, each]));
  const [was, is] = [at(before), at(after)];
  return day.tasks.flatMap(({ id }): Move[] => {
    const [one, other] = [was.get(id) ?? null, is.get(id) ?? null];
    return done.has(id) || samePlace(one, other) ? [] : [{ taskId: id, before: one, after: other }];
  });
}

/**
 * Plans the rest of a day anew after something happened. What is done and what goes on stands; of the rest as little moves as
 * helps: several ways to free tasks are tried, and that one is taken which leaves out least, then costs least, each moved
 * task counted. Every plan is proved against the case as it is now.
 */
export function replanDay(asked: ReplanAsked): Replanned {
  const { day, facts } = afterWhatHappened(asked.day, asked.happened);
  const done = new Set(facts.map(({ taskId }) => taskId));
  const stood: Assignment[] = facts.map(({ taskId, people, from }) => ({
    taskId,
    people: [...people],
    start: from,
  }));
  const kept = asked.plan.assignments.filter(({ taskId }) => !done.has(taskId));
  const broken = brokenNow(day, asked.plan, [...stood, ...kept]);
  const ways = waysToFree(day, kept, broken, asked.happened.now);
  const tried = ways.map((free, at) => {
    const pins = new Map(
      [...stood, ...kept]
        .filter(
          ({ taskId }) =>
            done.has(taskId) || !free.has(taskId) || (asked.pinned.has(taskId) && !broken.has(taskId)),
        )
        .map((each) => [each.taskId, each]),
    );
    const found = planDay(withPins(day, pins), asked.effort(at, ways.length));
    const plan = planWith(day, { ...found, lowerBound: 0 }, found.assignments);
    const moved = movedBetween(day, asked.plan, plan, done);
    return {
      ...{ plan, moved, isRight: checkDay(day, plan).length === 0, out: leftOut(day, plan) },
      counts: plan.cost + asked.costPerMove * moved.length,
      // With more pinned than what is done the bound says nothing of other plans.
      bound: pins.size === stood.length ? found.lowerBound : 0,
    };
  });
  const right = tried.filter(({ isRight }) => isRight);
  const [best] = right.sort(
    (a, b) => a.out - b.out || a.counts - b.counts || a.moved.length - b.moved.length,
  );
  if (!best)
    throw new Error('No plan of the rest of the day holds; the case as it is now contradicts itself');
  const bound = Math.max(0, ...tried.filter(({ out }) => out === best.out).map((each) => each.bound));
  return {
    ...{ day, facts, moved: best.moved },
    plan: { ...best.plan, lowerBound: Math.min(bound, best.plan.cost) },
  };
}
