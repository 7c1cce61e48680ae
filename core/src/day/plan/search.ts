import { goesOnFrom, isBetter, isWarmedAgain, warmthIn, worthOf } from './cooling.ts';
import type { InsertEffort } from './insert.ts';
import { justify, justifyForwards } from './justify.ts';
import type { Model } from './model.ts';
import { chooseEffort, chooseOrder, shiftsToLookAt } from './putBack.ts';
import { insertAll } from './putIn.ts';
import { Schedule } from './schedule.ts';
import { chooseOut, withFollowers } from './takeOut.ts';
import type { Unit, Units } from './units.ts';

/* Looks for a better schedule: takes some units out and puts them back otherwise (ruin and recreate, Schrimpf and others 2000). */

export interface SearchEffort {
  /** From 0 up to 1. */
  readonly random: () => number;
  readonly rounds: number;
  readonly shouldStop: () => boolean;
  /** So many rounds without anything better end the search. */
  readonly patience: number;
  readonly onBetter?: (schedule: Schedule) => void;
}

const AS_IT_LOOKS: InsertEffort = { noise: () => 1, anywhere: null, isOpen: () => true };
/** What is so near the best is also tried moved forwards as a whole. */
const NEAR_BEST = 1.01;
/** Of more tasks than this one first schedule is made. */
const MANY_TASKS = 250;

/** The first schedule: what has least room first, each where it costs least. */
export function firstSchedule(model: Model, units: Units): Schedule {
  const tries = [(unit: Unit) => unit.room - unit.work, (unit: Unit) => unit.room / Math.max(1, unit.work)];
  let best: Schedule | null = null;
  for (const rank of model.tasks.length > MANY_TASKS ? tries.slice(0, 1) : tries) {
    const schedule = new Schedule(model);
    insertAll(schedule, units.units, rank, AS_IT_LOOKS);
    const left = units.units.filter(({ tasks }) => !schedule.isPlaced(tasks[0] ?? 0));
    insertAll(schedule, left, rank, AS_IT_LOOKS);
    justify(schedule);
    if (!best || isBetter(worthOf(schedule), worthOf(best))) best = schedule;
  }
  return best ?? new Schedule(model);
}

/** Makes a schedule better for so many rounds, or until it is told to stop. */
export function improveSchedule(first: Schedule, units: Units, effort: SearchEffort): Schedule {
  const { random } = effort;
  const best = first.copy();
  let bestWorth = worthOf(best);
  const current = first.copy();
  let currentWorth = bestWorth;
  const work = first.copy();
  const forwards = first.copy();
  let foundAt = 0;
  for (let round = 0; round < effort.rounds && round - foundAt < effort.patience; round += 1) {
    if (effort.shouldStop()) break;
    if (isWarmedAgain(round)) {
      current.take(best);
      currentWorth = bestWorth;
    }
    work.take(current);
    const out = withFollowers(work, units, chooseOut(work, units, random));
    const touched = new Set<number>();
    for (const number of out)
      for (const task of units.units[number]?.tasks ?? []) {
        for (const shift of work.crew[task] ?? []) touched.add(shift);
        work.remove(task);
      }
    const looked = shiftsToLookAt(first.model.shifts, touched, random);
    const back = units.units.filter(({ tasks }) => !work.isPlaced(tasks[0] ?? 0));
    const order = chooseOrder(current, random);
    insertAll(work, back, order, { ...chooseEffort(random), isOpen: (shift) => looked.has(shift) });
    for (const { tasks } of back)
      for (const task of tasks) for (const shift of work.crew[task] ?? []) touched.add(shift);
    justify(work, touched);
    let worth = worthOf(work);
    if (first.model.day.lateCostPerMin > 0 && worth.cost < bestWorth.cost * NEAR_BEST) {
      forwards.take(work);
      justifyForwards(forwards, touched);
      const other = worthOf(forwards);
      if (isBetter(other, worth)) {
        work.take(forwards);
        worth = other;
      }
    }
    if (goesOnFrom(worth, currentWorth, warmthIn(round), random)) {
      current.take(work);
      currentWorth = worth;
    }
    if (isBetter(worth, bestWorth)) {
      best.take(work);
      bestWorth = worth;
      foundAt = round;
      effort.onBetter?.(best);
    }
  }
  return best;
}
