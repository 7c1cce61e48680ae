import type { InsertEffort } from './insert.ts';
import { justify, justifyForwards } from './justify.ts';
import type { Model } from './model.ts';
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

interface Worth {
  readonly unplaced: number;
  readonly cost: number;
}

const worthOf = (schedule: Schedule): Worth => ({ unplaced: schedule.unplaced(), cost: schedule.cost() });
const isBetter = (one: Worth, other: Worth) =>
  one.unplaced < other.unplaced || (one.unplaced === other.unplaced && one.cost < other.cost - 1e-9);

const AS_IT_LOOKS: InsertEffort = { noise: () => 1, anywhere: null, isOpen: () => true };
/** Of many shifts about so many are looked at in a round, beside those that were just emptied. */
const SHIFTS_A_ROUND = 36;
/** How warm a search begins and ends, as a share of the cost, and in how many rounds it cools before it is warmed again. */
const WARM = 0.01;
const COLD = 0.0002;
const COOLING_ROUNDS = 1500;
/** What is so near the best is also tried moved forwards as a whole. */
const NEAR_BEST = 1.01;
/** How far costs look other than they are, in most rounds and in wild ones. */
const NOISE = { tame: 0.12, wild: 1.4, wildShare: 0.25 };

/** The first schedule: what has least room first, each where it costs least. */
export function firstSchedule(model: Model, units: Units): Schedule {
  const tries = [(unit: Unit) => unit.room - unit.work, (unit: Unit) => unit.room / Math.max(1, unit.work)];
  let best: Schedule | null = null;
  for (const rank of model.tasks.length > 250 ? tries.slice(0, 1) : tries) {
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
    const warmth = WARM * (COLD / WARM) ** ((round % COOLING_ROUNDS) / COOLING_ROUNDS);
    if (round > 0 && round % COOLING_ROUNDS === 0) {
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
    const looked = new Set(
      first.model.shifts.flatMap(({ number }) =>
        touched.has(number) || random() < SHIFTS_A_ROUND / first.model.shifts.length ? [number] : [],
      ),
    );
    const isOpen = (shift: number) => looked.has(shift);
    const back = units.units.filter(({ tasks }) => !work.isPlaced(tasks[0] ?? 0));
    const kind = random();
    const rank =
      kind < 0.35
        ? () => random()
        : kind < 0.6
          ? (unit: Unit) => unit.room * (0.7 + 0.6 * random())
          : kind < 0.8
            ? (unit: Unit) => -unit.work * (0.7 + 0.6 * random())
            : (unit: Unit) => (current.start[unit.tasks[0] ?? 0] ?? 0) * (0.9 + 0.2 * random());
    const isCalm = random() < 0.35;
    const noise = random() < NOISE.wildShare ? NOISE.wild : NOISE.tame;
    insertAll(work, back, rank, {
      ...AS_IT_LOOKS,
      isOpen,
      ...(isCalm
        ? {}
        : {
            noise: () => 1 + noise * (random() - 0.5),
            anywhere: random() < 0.4 ? random : null,
          }),
    });
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
    const allowed = { unplaced: currentWorth.unplaced, cost: currentWorth.cost * (1 + warmth * random()) };
    if (!isBetter(allowed, worth)) {
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
