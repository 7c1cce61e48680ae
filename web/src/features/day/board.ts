import { shiftsWorked, type DayCase, type DayPlan } from '@neat-sill/core/day';
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
  const worked = shiftsWorked(day, plan);
  return workers.map((worker) => {
    const own = worked.filter(
      ({ personId, tasks: [first] }) =>
        personId === worker.id && first && first.start >= within.from && first.start < within.to,
    );
    const blocks = own.flatMap(({ shift, leaves, back, tasks }): Block[] => {
      const [first, last] = [tasks[0]?.start ?? leaves, tasks.at(-1)?.end ?? back];
      const one = { taskId: null, hands: 1 };
      return [
        ...(first > leaves ? [{ ...one, key: 'way', kind: 'way' as const, from: leaves, to: first }] : []),
        ...tasks.map(({ put, start, end }) => ({
          ...{ key: put.taskId, kind: 'task' as const, taskId: put.taskId },
          ...{ from: start, to: end, hands: put.people.length },
        })),
        ...shift.breaks
          .filter(({ from, to }) => from < back && to > leaves)
          .map(({ from, to }) => ({
            ...{ ...one, key: `break ${from}`, from, to },
            kind: from === within.breakFrom ? ('break' as const) : ('elsewhere' as const),
          })),
        ...(back > last ? [{ ...one, key: 'home', kind: 'home' as const, from: last, to: back }] : []),
      ];
    });
    return { worker, blocks, paidMin: own.reduce((sum, { leaves, back }) => sum + back - leaves, 0) };
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
