import type { Model } from './model.ts';

/** Tasks that are placed together or not at all, in an order in which they can come one after the other. */
export interface Unit {
  readonly number: number;
  readonly tasks: readonly number[];
  /** The same, what has least room to begin in first. */
  readonly byRoom: readonly number[];
  /** Minutes in which the most held-up of them may begin, over all shifts. */
  readonly room: number;
  /** Units that have to be placed before it, and those that come after it. */
  readonly before: readonly number[];
  readonly after: readonly number[];
  /** Minutes times hands. */
  readonly work: number;
}

export interface Units {
  readonly units: readonly Unit[];
  readonly unitOf: readonly number[];
  /** Tasks that would have to come after themselves, with what is tied to them. */
  readonly circular: ReadonlySet<number>;
}

/** Tasks in an order in which each comes after those it waits for; tasks in a circle are left out. */
function inOrder({ tasks }: Model): number[] {
  const waits = tasks.map(({ before }) => before.length);
  const ready = tasks.flatMap(({ number }) => (waits[number] === 0 ? [number] : []));
  const order: number[] = [];
  for (let at = 0; at < ready.length; at += 1) {
    const number = ready[at] as number;
    order.push(number);
    for (const { task } of tasks[number]?.after ?? []) {
      waits[task] = (waits[task] ?? 0) - 1;
      if (waits[task] === 0) ready.push(task);
    }
  }
  return order;
}

/**
 * Groups that wait for each other crosswise (one has something before and something after the other) are one: none of them
 * can be there without the others.
 */
function mergeCircles({ tasks }: Model, root: number[], find: (task: number) => number): void {
  const next = new Map<number, Set<number>>();
  for (const { number, after } of tasks)
    for (const { task } of after) {
      const [from, to] = [find(number), find(task)];
      if (from !== to) next.set(from, (next.get(from) ?? new Set()).add(to));
    }
  const reachedFrom = (start: number) => {
    const seen = new Set<number>();
    const open = [start];
    for (let at = open.pop(); at !== undefined; at = open.pop())
      for (const to of next.get(at) ?? [])
        if (!seen.has(to)) {
          seen.add(to);
          open.push(to);
        }
    return seen;
  };
  const inCircle = [...next.keys()]
    .map((group) => ({ group, seen: reachedFrom(group) }))
    .filter(({ group, seen }) => seen.has(group));
  for (const { group, seen } of inCircle)
    for (const { group: other, seen: back } of inCircle)
      if (seen.has(other) && back.has(group)) root[find(other)] = find(group);
}

/** Minutes in which a task may begin, over all shifts of those who can do it. */
function roomOf(model: Model, number: number): number {
  return (model.tasks[number]?.crews ?? []).reduce(
    (sum, { people, minutes }) =>
      sum +
      people.reduce(
        (all, person) =>
          all +
          (model.shiftsOf[person] ?? []).reduce(
            (free, shift) =>
              free +
              model
                .starts(number, shift.number, minutes)
                .reduce((minutesFree, [first, last]) => minutesFree + last - first + 1, 0),
            0,
          ),
        0,
      ) /
        people.length,
    0,
  );
}

/** Gathers what is tied by longest gaps. */
export function unitsOf(model: Model): Units {
  const { tasks } = model;
  const root = tasks.map(({ number }) => number);
  const find = (task: number): number => {
    let at = task;
    while (root[at] !== at) at = root[at] as number;
    return at;
  };
  for (const { number, before } of tasks)
    for (const { task, maxGap } of before) if (maxGap !== null) root[find(number)] = find(task);
  const order = inOrder(model);
  const orderly = new Set(order);
  mergeCircles(model, root, find);
  // What is tied to a task in a circle can't be placed either.
  const broken = new Set(tasks.flatMap(({ number }) => (orderly.has(number) ? [] : [find(number)])));
  const groups = new Map<number, number[]>();
  for (const number of order) {
    const of = find(number);
    if (!broken.has(of)) groups.set(of, [...(groups.get(of) ?? []), number]);
  }
  const unitOf = tasks.map(() => -1);
  [...groups.values()].forEach((members, number) => members.forEach((task) => (unitOf[task] = number)));
  const related = (members: readonly number[], side: 'before' | 'after') => {
    const own = unitOf[members[0] ?? 0];
    return [
      ...new Set(
        members.flatMap((member) => (tasks[member]?.[side] ?? []).map(({ task }) => unitOf[task] ?? -1)),
      ),
    ].filter((unit) => unit !== own && unit >= 0);
  };
  const units = [...groups.values()].map((members, number): Unit => ({
    ...{ number, tasks: members },
    byRoom: [...members].sort((a, b) => roomOf(model, a) - roomOf(model, b)),
    room: Math.min(...members.map((member) => roomOf(model, member))),
    before: related(members, 'before'),
    after: related(members, 'after'),
    work: members.reduce((sum, task) => {
      const { minutes, hands } = tasks[task]?.task ?? { minutes: 0, hands: 0 };
      return sum + minutes * hands;
    }, 0),
  }));
  const circular = new Set(tasks.flatMap(({ number }) => (orderly.has(number) ? [] : [number])));
  return { units, unitOf, circular };
}
