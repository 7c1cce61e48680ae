import { firstFrom, lastUpTo, within, type Span } from './intervals.ts';
import type { ModelTask } from './model.ts';
import type { Schedule } from './schedule.ts';

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

function move(schedule: Schedule, { number }: ModelTask, start: number): void {
  const by = start - (schedule.start[number] ?? 0);
  schedule.start[number] = start;
  schedule.end[number] = (schedule.end[number] ?? 0) + by;
}

/** Moves what can be earlier forwards, unless told otherwise but for what a shift begins with; whether something moved. */
function earlier(schedule: Schedule, shifts: ReadonlySet<number> | null, alsoFirst = false): boolean {
  const { model } = schedule;
  let moved = false;
  for (const task of byStart(schedule, shifts)) {
    const { number, place, before, after } = task;
    const start = schedule.start[number] ?? 0;
    const minutes = (schedule.end[number] ?? 0) - start;
    let low = -Number.MAX_SAFE_INTEGER;
    let isFirst = false;
    for (const shift of schedule.crew[number] ?? []) {
      const order = schedule.order[shift] ?? [];
      const prev = order[order.indexOf(number) - 1];
      if (prev === undefined) isFirst = true;
      else
        low = Math.max(low, model.ways.there(model.tasks[prev]?.place ?? 0, place, schedule.end[prev] ?? 0));
    }
    if (isFirst && !alsoFirst) continue;
    for (const { task: other, minGap } of before)
      if (schedule.isPlaced(other)) low = Math.max(low, (schedule.end[other] ?? 0) + minGap);
    for (const { task: other, maxGap } of after) {
      const next = schedule.start[other];
      if (maxGap !== null && next !== null && next !== undefined)
        low = Math.max(low, next - maxGap - minutes);
    }
    const to = firstFrom(possible(schedule, task), low);
    if (to !== null && to < start) {
      move(schedule, task, to);
      moved = true;
    }
  }
  return moved;
}

/** Moves what can be later backwards, but for what a shift ends with; whether something moved. */
function later(schedule: Schedule, shifts: ReadonlySet<number> | null): boolean {
  const { model } = schedule;
  let moved = false;
  for (const task of byStart(schedule, shifts).reverse()) {
    const { number, place, before, after } = task;
    const start = schedule.start[number] ?? 0;
    const minutes = (schedule.end[number] ?? 0) - start;
    let high = Number.MAX_SAFE_INTEGER;
    let isLast = false;
    for (const shift of schedule.crew[number] ?? []) {
      const order = schedule.order[shift] ?? [];
      const next = order[order.indexOf(number) + 1];
      if (next === undefined) isLast = true;
      else
        high = Math.min(
          high,
          model.ways.leaveBy(place, model.tasks[next]?.place ?? 0, schedule.start[next] ?? 0) - minutes,
        );
    }
    if (isLast) continue;
    for (const { task: other, minGap } of after) {
      const next = schedule.start[other];
      if (next !== null && next !== undefined) high = Math.min(high, next - minGap - minutes);
    }
    for (const { task: other, maxGap } of before)
      if (maxGap !== null && schedule.isPlaced(other))
        high = Math.min(high, (schedule.end[other] ?? 0) + maxGap);
    const to = lastUpTo(possible(schedule, task), high);
    if (to !== null && to > start) {
      move(schedule, task, to);
      moved = true;
    }
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
