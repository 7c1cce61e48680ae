import { insertUnit, type InsertEffort } from './insert.ts';
import type { Schedule } from './schedule.ts';
import type { Unit } from './units.ts';

/** Puts units in by an order of their own, each once what it waits for is placed. */
export function insertAll(
  schedule: Schedule,
  units: readonly Unit[],
  rank: (unit: Unit) => number,
  effort: InsertEffort,
): void {
  const waiting = [...units].map((unit) => ({ unit, rank: rank(unit) })).sort((a, b) => a.rank - b.rank);
  const inList = new Set(units.map(({ number }) => number));
  const tried = new Set<number>();
  while (waiting.length > 0) {
    const at = waiting.findIndex(({ unit }) =>
      unit.before.every((number) => !inList.has(number) || tried.has(number)),
    );
    const [next] = waiting.splice(Math.max(0, at), 1);
    if (!next) return;
    tried.add(next.unit.number);
    insertUnit(schedule, next.unit, effort);
  }
}
