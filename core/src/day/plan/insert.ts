import { BestPlaces, type Candidate } from './bestPlaces.ts';
import type { Span } from './intervals.ts';
import { between, within } from './intervals.ts';
import type { ModelTask, Shift } from './model.ts';
import type { Schedule } from './schedule.ts';
import type { Unit } from './units.ts';
import { windowOf } from './window.ts';

export interface InsertEffort {
  /** Makes what a place costs more look a little other, so that not always the same is taken; 1 leaves it as it is. */
  readonly noise: () => number;
  /** From 0 up to 1: where in a gap a task is tried beside its ends; null for its ends alone. */
  readonly anywhere: (() => number) | null;
  /** Shifts that are looked at. */
  readonly isOpen: (shift: number) => boolean;
}

/** Places kept of the first task of a unit, and of each further one. */
const FIRST_KEPT = 8;
const NEXT_KEPT = 3;
const MOST_OF_A_SHIFT = 3;
/** Ways through a unit that are tried at the most. */
const MOST_TRIES = 160;

/** Starts that are free in a shift, gap by gap. */
function freeStarts(
  schedule: Schedule,
  task: ModelTask,
  shift: Shift,
  minutes: number,
  [first, last]: Span,
): Span[] {
  const { model } = schedule;
  const possible = model.starts(task.number, shift.number, minutes);
  if (possible.length === 0) return [];
  const from = Math.max(first, possible[0]?.[0] ?? first);
  const to = Math.min(last, possible.at(-1)?.[1] ?? last);
  if (to < from) return [];
  const order = schedule.order[shift.number] ?? [];
  const free: Span[] = [];
  for (let at = 0; at <= order.length; at += 1) {
    const [prev, next] = [order[at - 1], order[at]];
    const low =
      prev === undefined
        ? from
        : Math.max(
            from,
            model.ways.there(model.tasks[prev]?.place ?? 0, task.place, schedule.end[prev] ?? 0),
          );
    if (low > to) break;
    const high =
      next === undefined
        ? to
        : Math.min(
            to,
            model.ways.leaveBy(task.place, model.tasks[next]?.place ?? 0, schedule.start[next] ?? 0) -
              minutes,
          );
    if (high < low) continue;
    for (const span of within(possible, [[low, high]])) free.push(span);
  }
  return free;
}

/** What a shift costs more with a task in it. */
function moreInShift(
  schedule: Schedule,
  task: ModelTask,
  shift: Shift,
  start: number,
  minutes: number,
): number {
  const { model } = schedule;
  const leaves = model.ways.leaveBy(0, task.place, start);
  const back = model.ways.there(task.place, 0, start + minutes);
  const span = schedule.paidSpan(shift.number);
  if (!span) return (back - leaves) * shift.costPerMin;
  const order = schedule.order[shift.number] ?? [];
  const [first, last] = [order[0] as number, order.at(-1) as number];
  let more = 0;
  if (start < (schedule.start[first] ?? 0)) more += span[0] - leaves;
  if (start >= (schedule.end[last] ?? 0)) more += back - span[1];
  return more * shift.costPerMin;
}

/** The best places for a task. `others` are minutes of tasks tied to it that still want room beside it. */
function placesFor(
  schedule: Schedule,
  task: ModelTask,
  others: number,
  kept: number,
  lastEnd: number,
  { noise, anywhere, isOpen }: InsertEffort,
): readonly Candidate[] {
  const { model } = schedule;
  const late = model.day.lateCostPerMin;
  const best = new BestPlaces(kept, others > 0 ? MOST_OF_A_SHIFT : Infinity);
  const offer = (shifts: readonly Shift[], start: number, minutes: number) => {
    let more = late * Math.max(0, start + minutes - lastEnd);
    for (const shift of shifts) more += moreInShift(schedule, task, shift, start, minutes);
    more *= noise();
    if (best.wants(more)) best.offer({ shifts, start, minutes, more });
  };
  for (const { together, minutes } of task.crews) {
    const window = windowOf(schedule, task, minutes);
    for (const shifts of together) {
      if (shifts[0] && !isOpen(shifts[0].number)) continue;
      let free: readonly Span[] = [window];
      for (const shift of shifts) {
        if (free.length === 0) break;
        free = within(free, freeStarts(schedule, task, shift, minutes, window));
      }
      for (const [from, to] of free) {
        offer(shifts, from, minutes);
        if (to > from) offer(shifts, to, minutes);
        if (anywhere && to > from + 1) offer(shifts, from + Math.floor(anywhere() * (to - from)), minutes);
        for (const start of between(model.turnsAt(task.place), from, to)) offer(shifts, start, minutes);
        for (const end of between(model.ways.turns, from + minutes, to + minutes))
          offer(shifts, end - minutes, minutes);
        if (others > 0 && to - others > from) {
          offer(shifts, to - others, minutes);
          offer(shifts, from + others, minutes);
        }
      }
    }
  }
  return best.list;
}

const numbersOf = ({ shifts }: Candidate) => shifts.map(({ number }) => number);

/**
 * Puts a unit where it costs least among what is placed, all its tasks or none; whether there was room. What has to come
 * before it must be placed.
 */
export function insertUnit(schedule: Schedule, unit: Unit, effort: InsertEffort): boolean {
  const { tasks } = schedule.model;
  const members = unit.byRoom.map((number) => tasks[number] as ModelTask);
  if (
    members.some(({ before }) =>
      before.some(({ task }) => !schedule.isPlaced(task) && !unit.tasks.includes(task)),
    )
  )
    return false;
  let best: { readonly more: number; readonly way: readonly Candidate[] } | null = null;
  let tries = 0;
  const way: Candidate[] = [];
  const lastEnd = schedule.lastEnd();
  const go = (at: number, more: number, ends: number) => {
    const member = members[at];
    if (!member) {
      // A way that costs no less than the best so far is not gone to its end.
      best = { more, way: [...way] };
      return;
    }
    const others = members.slice(at + 1).reduce((sum, { task }) => sum + task.minutes, 0);
    for (const candidate of placesFor(
      schedule,
      member,
      others,
      at === 0 ? FIRST_KEPT : NEXT_KEPT,
      ends,
      effort,
    )) {
      if (tries >= MOST_TRIES || (best && more + candidate.more >= best.more)) break;
      tries += 1;
      schedule.place(member.number, numbersOf(candidate), candidate.start, candidate.minutes);
      way.push(candidate);
      go(at + 1, more + candidate.more, Math.max(ends, candidate.start + candidate.minutes));
      way.pop();
      schedule.remove(member.number);
    }
  };
  go(0, 0, lastEnd);
  const found = best as { readonly way: readonly Candidate[] } | null;
  if (!found) return false;
  found.way.forEach((candidate, at) =>
    schedule.place(
      (members[at] as ModelTask).number,
      numbersOf(candidate),
      candidate.start,
      candidate.minutes,
    ),
  );
  return true;
}
