import { z } from 'zod';
import { waysIn, type DayCase, type DayTask, type Person, type Stretch } from '../format/index.ts';

/* What happened on the day, put into a case: what is done stands where it was, and what can't be any more is kept clear of. */

const id = z.string().min(1).max(200);
const moment = z.int().min(-1e6).max(1e7);
const stretch = { from: moment, to: moment };

/** A task that is done, or goes on: who does it, from when, until when. */
const factSchema = z.strictObject({ taskId: id, people: z.array(id).min(1).max(50).readonly(), ...stretch });
export type Fact = z.infer<typeof factSchema>;

export const dayEventSchema = z
  .discriminatedUnion('kind', [
    /** Somebody is not there. */
    z.strictObject({ kind: z.literal('away'), personId: id, ...stretch }),
    /** Nobody is let in at a place. */
    z.strictObject({ kind: z.literal('closed'), placeId: id, ...stretch }),
    /** Some tasks can't go on: rain on what is filmed outside, glass too cold. */
    z.strictObject({ kind: z.literal('avoid'), taskIds: z.array(id).max(5000).readonly(), ...stretch }),
    /** A task takes longer, or less long, than was reckoned. */
    z.strictObject({ kind: z.literal('takes'), taskId: id, minutes: z.int().min(1).max(10_000) }),
  ])
  .refine((event) => event.kind === 'takes' || event.to > event.from, 'It ends before it begins');
export type DayEvent = z.infer<typeof dayEventSchema>;

export const happenedSchema = z.strictObject({
  /** Nothing that has not begun can begin before. */
  now: moment,
  facts: z.array(factSchema).max(5000).readonly(),
  events: z.array(dayEventSchema).max(200).readonly(),
});
export type Happened = z.infer<typeof happenedSchema>;

/** Before and after everything there can be in a case; nothing is in the past at the earliest. */
export const EARLIEST = -1e6;
export const LATEST = 1e7;

const meets = (one: Stretch, other: Stretch) => one.from < other.to && other.from < one.to;

/** Stretches without what lies in another. */
const cutOut = (all: readonly Stretch[], out: Stretch): Stretch[] =>
  all.flatMap((each) =>
    meets(each, out)
      ? [
          { from: each.from, to: Math.min(each.to, out.from) },
          { from: Math.max(each.from, out.to), to: each.to },
        ].filter(({ from, to }) => to > from)
      : [each],
  );

function withEvent(day: DayCase, event: DayEvent): DayCase {
  switch (event.kind) {
    case 'away':
      return {
        ...day,
        people: day.people.map((person) =>
          person.id === event.personId
            ? {
                ...person,
                shifts: person.shifts.map((shift) =>
                  meets(shift, event)
                    ? {
                        ...shift,
                        breaks: [
                          ...shift.breaks,
                          { from: Math.max(shift.from, event.from), to: Math.min(shift.to, event.to) },
                        ],
                      }
                    : shift,
                ),
              }
            : person,
        ),
      };
    case 'closed':
      return {
        ...day,
        places: day.places.map((place) =>
          place.id === event.placeId
            ? { ...place, open: cutOut(place.open ?? [{ from: EARLIEST, to: LATEST }], event) }
            : place,
        ),
      };
    case 'avoid': {
      const out = { from: event.from, to: event.to };
      return {
        ...day,
        tasks: day.tasks.map((task) =>
          event.taskIds.includes(task.id) ? { ...task, avoid: [...task.avoid, out] } : task,
        ),
      };
    }
    case 'takes':
      return {
        ...day,
        tasks: day.tasks.map((task) =>
          task.id === event.taskId ? { ...task, minutes: event.minutes } : task,
        ),
      };
  }
}

/** Somebody’s shifts as they were worked: a break gives way to what was done in it, a shift reaches as far as its work. */
function workedBy(
  person: Person,
  own: readonly (Stretch & { readonly leaves: number; readonly back: number })[],
): Person {
  return {
    ...person,
    shifts: person.shifts.map((shift) => {
      const inside = own.filter(
        ({ from, leaves }) => from >= shift.from - (from - leaves) && from < shift.to,
      );
      return {
        from: Math.min(shift.from, ...inside.map(({ leaves }) => leaves)),
        to: Math.max(shift.to, ...inside.map(({ back }) => back)),
        breaks: inside.reduce((breaks, fact) => cutOut(breaks, fact), [...shift.breaks]),
      };
    }),
  };
}

/**
 * Facts that nobody does two of at once: each begins, at the earliest, when the one before of each of its people is over and
 * they can be there; what is left without a minute is not one.
 */
function oneAfterTheOther(day: DayCase, facts: readonly Fact[]): Fact[] {
  const placeOf = new Map(day.places.map((place, at) => [place.id, at]));
  const taskOf = new Map(day.tasks.map((task) => [task.id, task]));
  const last = new Map<string, { readonly to: number; readonly place: number }>();
  const ways = waysIn(day);
  return [...facts]
    .sort((one, other) => one.from - other.from || one.to - other.to)
    .flatMap((fact) => {
      const task = taskOf.get(fact.taskId);
      const people = fact.people.filter((name) => day.people.some((person) => person.id === name));
      if (!task || people.length === 0) return [];
      const place = placeOf.get(task.placeId) ?? 0;
      const ready = people.flatMap((name) => {
        const before = last.get(name);
        return before ? [ways.there(before.place, place, before.to)] : [];
      });
      const from = Math.max(fact.from, ...ready);
      if (from >= fact.to) return [];
      for (const name of people) last.set(name, { to: fact.to, place });
      return [{ ...fact, people, from }];
    });
}

/** Cleaning that was done too long ago is no use to what was to follow it: it is to be done again. */
function stillOfUse(day: DayCase, facts: readonly Fact[], now: number): Fact[] {
  const done = new Set(facts.map(({ taskId }) => taskId));
  const ends = new Map(facts.map(({ taskId, to }) => [taskId, to]));
  const spoilt = new Set(
    day.tasks.flatMap(({ id: of, after }) =>
      done.has(of)
        ? []
        : after.flatMap(({ taskId, maxGap }) =>
            maxGap !== null && (ends.get(taskId) ?? Infinity) + maxGap < now ? [taskId] : [],
          ),
    ),
  );
  return facts.filter(({ taskId }) => !spoilt.has(taskId));
}

export interface AfterAll {
  readonly day: DayCase;
  /** What of the facts stands, as the case has it. */
  readonly facts: readonly Fact[];
}

/**
 * The case as it is after what happened: done and running tasks keep to where they were and are asked nothing more, all
 * others begin no earlier than now. Takes the case as it was planned; moments in its minutes.
 */
export function afterWhatHappened(before: DayCase, { now, facts: told, events }: Happened): AfterAll {
  const day = events.reduce(withEvent, before);
  const facts = stillOfUse(day, oneAfterTheOther(day, told), now);
  const factOf = new Map(facts.map((fact) => [fact.taskId, fact]));
  const placeOf = new Map(day.places.map((place, at) => [place.id, at]));
  const paceOf = new Map(day.people.map(({ id: name, pace }) => [name, pace]));
  const tasks = day.tasks.map((task): DayTask => {
    const fact = factOf.get(task.id);
    if (!fact)
      return now > EARLIEST ? { ...task, avoid: [{ from: EARLIEST, to: now }, ...task.avoid] } : task;
    const slowest = Math.max(...fact.people.map((name) => paceOf.get(name) ?? 1));
    const minutes = Math.max(1, Math.floor((fact.to - fact.from) / slowest));
    return { ...task, minutes, hands: fact.people.length, needs: '', avoid: [], after: [] };
  });
  const ways = waysIn(day);
  const people = day.people.map((person) => {
    const own = facts
      .filter((fact) => fact.people.includes(person.id))
      .map((fact) => {
        const place = placeOf.get(tasks.find((task) => task.id === fact.taskId)?.placeId ?? '') ?? 0;
        return {
          ...{ from: fact.from, to: fact.to },
          ...{ leaves: ways.leaveBy(0, place, fact.from), back: ways.there(place, 0, fact.to) },
        };
      });
    return own.length > 0 ? workedBy(person, own) : person;
  });
  const places = day.places.map((place) => {
    if (!place.open) return place;
    const there = tasks.flatMap((task) => {
      const fact = task.placeId === place.id ? factOf.get(task.id) : undefined;
      return fact ? [{ from: fact.from, to: fact.to }] : [];
    });
    return there.length > 0 ? { ...place, open: [...place.open, ...there] } : place;
  });
  return { day: { ...day, people, places, tasks }, facts };
}
