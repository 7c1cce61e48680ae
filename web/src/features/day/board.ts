import { durationFor, type DayCase, type DayPlan } from '@neat-sill/core/day';
import type { Worker } from '@neat-sill/core/visits';

/** Something on the timeline of somebody: a task, a way, or a break. */
export interface Block {
  readonly key: string;
  readonly kind: 'task' | 'way' | 'home' | 'break' | 'elsewhere';
  readonly taskId: string | null;
  readonly from: number;
  readonly to: number;
  readonly hands: number;
}

export interface Row {
  readonly worker: Worker;
  readonly blocks: readonly Block[];
  /** Minutes from leaving to being back. */
  readonly paidMin: number;
}

/** What stands on the timeline of each of those who come, within one of their days. */
export function rowsOf(
  day: DayCase,
  plan: DayPlan,
  workers: readonly Worker[],
  within: { readonly from: number; readonly to: number; readonly breakFrom: number },
): Row[] {
  const paceOf = (id: string) => day.people.find((person) => person.id === id)?.pace ?? 1;
  const placeOf = (id: string) => day.places.findIndex((place) => place.id === id);
  return workers.map((worker) => {
    const tasks = plan.assignments
      .filter(({ people, start }) => people.includes(worker.id) && start >= within.from && start < within.to)
      .flatMap(({ taskId, people, start }) => {
        const task = day.tasks.find(({ id }) => id === taskId);
        if (!task) return [];
        const to = start + durationFor(task.minutes, people.map(paceOf));
        return [{ taskId, from: start, to, hands: people.length, place: placeOf(task.placeId) }];
      })
      .sort((a, b) => a.from - b.from);
    const [first, last] = [tasks[0], tasks.at(-1)];
    if (!first || !last) return { worker, blocks: [], paidMin: 0 };
    const out = day.travelMin[0]?.[first.place] ?? 0;
    const home = day.travelMin[last.place]?.[0] ?? 0;
    const [leaves, back] = [first.from - out, last.to + home];
    const shift = day.people
      .find(({ id }) => id === worker.id)
      ?.shifts.find(({ from, to }) => from <= first.from && first.from < to);
    const pauses = (shift?.breaks ?? []).filter(({ from, to }) => from < back && to > leaves);
    const blocks: Block[] = [
      ...(out > 0
        ? [{ key: 'way', kind: 'way' as const, taskId: null, from: leaves, to: first.from, hands: 1 }]
        : []),
      ...tasks.map(({ taskId, from, to, hands }) => ({
        key: taskId,
        kind: 'task' as const,
        taskId,
        from,
        to,
        hands,
      })),
      ...pauses.map(({ from, to }) => ({
        key: `break ${from}`,
        kind: from === within.breakFrom ? ('break' as const) : ('elsewhere' as const),
        taskId: null,
        from,
        to,
        hands: 1,
      })),
      ...(home > 0
        ? [{ key: 'home', kind: 'home' as const, taskId: null, from: last.to, to: back, hands: 1 }]
        : []),
    ];
    return { worker, blocks, paidMin: back - leaves };
  });
}

/** Rows of several days, one after the other. */
export function rowsOfDays(days: readonly (readonly Row[])[]): Row[] {
  const [first = []] = days;
  return first.map(({ worker }, at) => ({
    worker,
    blocks: days.flatMap((rows, day) =>
      (rows[at]?.blocks ?? []).map((block) => ({ ...block, key: `${day} ${block.key}` })),
    ),
    paidMin: days.reduce((sum, rows) => sum + (rows[at]?.paidMin ?? 0), 0),
  }));
}
