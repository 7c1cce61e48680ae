import { firstFrom, lastUpTo, within, type Span } from './intervals.ts';
import type { ModelTask } from './model.ts';
import type { Schedule } from './schedule.ts';
import { windowOf } from './window.ts';

/* Takes waiting out of a schedule: what need not wait moves nearer to what comes before it, and then to what comes after. */

const MOST_ROUNDS = 2;

/** Tasks of some shifts, or of all, by when they begin. */
const byStart = (schedule: Schedule, shifts: ReadonlySet<number> | null) =>
  (shifts
    ? [...new Set([...shifts].flatMap((shift) => schedule.order[shift] ?? []))].map(
        (task) => schedule.model.tasks[task] as ModelTask,
      )
    : schedule.model.tasks.filter(({ number }) => schedule.isPlaced(number))
  ).sort((a, b) => (schedule.start[a.number] ?? 0) - (schedule.start[b.number] ?? 0) || a.number - b.number);

/** When a task may begin in all the shifts that do it. */
function possible(schedule: Schedule, { number }: ModelTask): readonly Span[] {
  const minutes = (schedule.end[number] ?? 0) - (schedule.start[number] ?? 0);
  let spans: readonly Span[] | null = null;
  for (const shift of schedule.crew[number] ?? []) {
    const own = schedule.model.starts(number, shift, minutes);
    spans = spans ? within(spans, own) : own;
  }
  return spans ?? [];
}

/** Moves a placed task; whether it stands elsewhere then. */
function move(schedule: Schedule, { number }: ModelTask, minutes: number, start: number): boolean {
  if (start === schedule.start[number]) return false;
  schedule.start[number] = start;
  schedule.end[number] = start + minutes;
  return true;
}

/** What stands before a task, or behind it, in each of its shifts; undefined where a shift begins, or ends, with it. */
const beside = (schedule: Schedule, { number }: ModelTask, by: -1 | 1): (ModelTask | undefined)[] =>
  (schedule.crew[number] ?? []).map((shift) => {
    const order = schedule.order[shift] ?? [];
    return schedule.model.tasks[order[order.indexOf(number) + by] ?? -1];
  });

/** Moves what can be earlier forwards, unless told otherwise but for what a shift begins with; whether something moved. */
function earlier(schedule: Schedule, shifts: ReadonlySet<number> | null, alsoFirst = false): boolean {
  const { ways } = schedule.model;
  let moved = false;
  for (const task of byStart(schedule, shifts)) {
    const [start, end] = [schedule.start[task.number] ?? 0, schedule.end[task.number] ?? 0];
    const before = beside(schedule, task, -1);
    if (!alsoFirst && before.includes(undefined)) continue;
    let [low] = windowOf(schedule, task, end - start);
    for (const other of before)
      if (other) low = Math.max(low, ways.there(other.place, task.place, schedule.end[other.number] ?? 0));
    const to = firstFrom(possible(schedule, task), low) ?? start;
    moved = move(schedule, task, end - start, Math.min(start, to)) || moved;
  }
  return moved;
}

/** Moves what can be later backwards, but for what a shift ends with; whether something moved. */
function later(schedule: Schedule, shifts: ReadonlySet<number> | null): boolean {
  const { ways } = schedule.model;
  let moved = false;
  for (const task of byStart(schedule, shifts).reverse()) {
    const [start, end] = [schedule.start[task.number] ?? 0, schedule.end[task.number] ?? 0];
    const behind = beside(schedule, task, 1);
    if (behind.includes(undefined)) continue;
    let [, high] = windowOf(schedule, task, end - start);
    for (const other of behind)
      if (other) {
        const leaves = ways.leaveBy(task.place, other.place, schedule.start[other.number] ?? 0);
        high = Math.min(high, leaves - (end - start));
      }
    const to = lastUpTo(possible(schedule, task), high) ?? start;
    moved = move(schedule, task, end - start, Math.max(start, to)) || moved;
  }
  return moved;
}

/** Takes waiting out of some shifts, or of all; what it costs never becomes more. */
export function justify(schedule: Schedule, shifts: ReadonlySet<number> | null = null): void {
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const forwards = earlier(schedule, shifts);
    const backwards = later(schedule, shifts);
    if (!forwards && !backwards) return;
  }
}

/** Moves all of some shifts to where it can be at the earliest and takes waiting out again; for where it costs to end late. */
export function justifyForwards(schedule: Schedule, shifts: ReadonlySet<number>): void {
  earlier(schedule, shifts, true);
  justify(schedule, shifts);
}
