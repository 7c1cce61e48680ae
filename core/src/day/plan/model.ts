import { NO_SKILL, durationFor, waysIn, type DayCase, type DayTask, type Ways } from '../format/index.ts';
import { joined, within, without, type Span } from './intervals.ts';

/* A case as the planner works on it: tasks, shifts and places by number, and when a task may begin in a shift. */

export interface Shift {
  readonly number: number;
  readonly person: number;
  readonly from: number;
  readonly to: number;
  readonly breaks: readonly Span[];
  readonly costPerMin: number;
}

export interface Link {
  readonly task: number;
  readonly minGap: number;
  readonly maxGap: number | null;
}

/** Who of those that can do a task does it together: one shift of each. */
export interface Crew {
  readonly people: readonly number[];
  /** Sets of shifts in which they can work together, one of each. */
  readonly together: readonly (readonly Shift[])[];
  readonly minutes: number;
}

export interface ModelTask {
  readonly number: number;
  readonly task: DayTask;
  readonly place: number;
  readonly hands: number;
  readonly before: readonly Link[];
  readonly after: readonly Link[];
  /** Sets of people that can do it together; those with the least pay a minute first. */
  readonly crews: readonly Crew[];
}

export interface Model {
  readonly day: DayCase;
  readonly tasks: readonly ModelTask[];
  readonly shifts: readonly Shift[];
  /** Shifts by person. */
  readonly shiftsOf: readonly (readonly Shift[])[];
  readonly ways: Ways;
  /** When a task may begin in a shift that has nothing else to do, for whoever takes so long. */
  readonly starts: (task: number, shift: number, minutes: number) => readonly Span[];
  /** When somebody is at a place who leaves the depot as roads turn, in order: there the way out becomes shorter or longer. */
  readonly turnsAt: (place: number) => readonly number[];
}

/** More sets of people than this are not tried for one task. */
export const MOST_CREWS = 120;

function choose(people: readonly number[], hands: number): number[][] {
  if (hands === 0) return [[]];
  const sets: number[][] = [];
  people.forEach((person, at) => {
    for (const others of choose(people.slice(at + 1), hands - 1)) {
      if (sets.length >= MOST_CREWS) return;
      sets.push([person, ...others]);
    }
  });
  return sets;
}

/** What a task keeps by itself: the hours of its place and what it avoids. */
function ownStarts({ task, place }: ModelTask, day: DayCase, minutes: number): Span[] {
  const open = day.places[place]?.open ?? null;
  const base: Span[] = open
    ? joined(open.flatMap(({ from, to }): Span[] => (to - minutes >= from ? [[from, to - minutes]] : [])))
    : [[-Number.MAX_SAFE_INTEGER, Number.MAX_SAFE_INTEGER]];
  return without(
    base,
    task.avoid.map(({ from, to }): Span => [from - minutes + 1, to - 1]),
  );
}

/** Shifts that overlap in time, one of each person. */
function shiftSets(people: readonly number[], shiftsOf: readonly (readonly Shift[])[]): Shift[][] {
  const [first, ...others] = people;
  let sets: Shift[][] = (shiftsOf[first ?? -1] ?? []).map((shift) => [shift]);
  for (const person of others)
    sets = sets.flatMap((set) =>
      (shiftsOf[person] ?? [])
        .filter((shift) => set.every((other) => other.from < shift.to && shift.from < other.to))
        .map((shift) => [...set, shift]),
    );
  return sets;
}

export function modelOf(day: DayCase): Model {
  const placeNumber = new Map(day.places.map(({ id }, number) => [id, number]));
  const taskNumber = new Map(day.tasks.map(({ id }, number) => [id, number]));
  const linksAfter: Link[][] = day.tasks.map(() => []);
  const linksBefore = day.tasks.map(({ after }, number) =>
    after.map(({ taskId, minGap, maxGap }): Link => {
      const task = taskNumber.get(taskId) ?? number;
      linksAfter[task]?.push({ task: number, minGap, maxGap });
      return { task, minGap, maxGap };
    }),
  );
  const shifts = day.people.flatMap(({ shifts: own, costPerMin }, person) =>
    own.map(({ from, to, breaks }) => ({
      ...{ person, from, to, costPerMin },
      breaks: breaks.map((each): Span => [each.from, each.to]),
    })),
  );
  const numbered = shifts.map((shift, number): Shift => ({ ...shift, number }));
  const shiftsOf = day.people.map((_, person) => numbered.filter((shift) => shift.person === person));
  const sets = new Map<string, readonly (readonly Shift[])[]>();
  const together = (people: readonly number[]): readonly (readonly Shift[])[] => {
    const key = people.join();
    const before = sets.get(key);
    if (before) return before;
    const found = shiftSets(people, shiftsOf);
    sets.set(key, found);
    return found;
  };
  const tasks = day.tasks.map((task, number): ModelTask => {
    const able = day.people.flatMap(({ can, shifts }, person) =>
      (task.needs === NO_SKILL || can.includes(task.needs)) && shifts.length > 0 ? [person] : [],
    );
    const cheapFirst = [...able].sort(
      (a, b) =>
        (day.people[a]?.costPerMin ?? 0) * (day.people[a]?.pace ?? 1) -
        (day.people[b]?.costPerMin ?? 0) * (day.people[b]?.pace ?? 1),
    );
    return {
      ...{ number, task, hands: task.hands },
      place: placeNumber.get(task.placeId) ?? 0,
      before: linksBefore[number] ?? [],
      after: linksAfter[number] ?? [],
      crews: choose(cheapFirst, task.hands).map((people) => ({
        people,
        together: together(people),
        minutes: durationFor(
          task.minutes,
          people.map((person) => day.people[person]?.pace ?? 1),
        ),
      })),
    };
  });
  const ways = waysIn(day);
  const known: Map<number, (readonly Span[] | undefined)[]>[] = tasks.map(() => new Map());
  const own: Map<number, Span[]>[] = tasks.map(() => new Map());
  const find = (task: ModelTask, shift: Shift, minutes: number): readonly Span[] => {
    const ofTask = own[task.number];
    const alone = ofTask?.get(minutes) ?? ownStarts(task, day, minutes);
    ofTask?.set(minutes, alone);
    const reach: Span = [
      ways.there(0, task.place, shift.from),
      ways.leaveBy(task.place, 0, shift.to) - minutes,
    ];
    return reach[1] < reach[0]
      ? []
      : without(
          within(alone, [reach]),
          shift.breaks.map(([from, to]): Span => [from - minutes + 1, to - 1]),
        );
  };
  const starts = (number: number, shiftNumber: number, minutes: number): readonly Span[] => {
    const ofTask = known[number];
    const task = tasks[number];
    const shift = numbered[shiftNumber];
    if (!ofTask || !task || !shift) return [];
    let byShift = ofTask.get(minutes);
    if (!byShift) {
      byShift = [];
      ofTask.set(minutes, byShift);
    }
    return (byShift[shiftNumber] ??= find(task, shift, minutes));
  };
  const turns = day.places.map((_, place) => ways.turns.map((moment) => ways.there(0, place, moment)));
  const turnsAt = (place: number) => turns[place] ?? [];
  return {
    ...{ day, tasks, shifts: numbered, ways, starts, turnsAt, shiftsOf },
  };
}
