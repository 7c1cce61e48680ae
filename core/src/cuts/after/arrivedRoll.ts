import type { PlanSource } from '../format/cutPlan.ts';
import type { StockForPlan } from '../format/planJob.ts';

/** Rolls are sold by their nominal size: what differs by less is the same, mm. */
const SAME_MM = 1;

/**
 * The roll on the rack that is the new roll a plan asks for: whole, of its film and size, bought since the plan was kept. Of
 * several the first by name; null where there is none and a roll has to be opened.
 */
export function arrivedRoll(source: PlanSource, onRack: readonly StockForPlan[]): StockForPlan | null {
  if (source.kind !== 'new') return null;
  const same = (one: number, other: number) => Math.abs(one - other) < SAME_MM;
  const whole = onRack.filter(
    ({ kind, filmId, width, length }) =>
      kind === 'roll' && filmId === source.filmId && same(width, source.width) && same(length, source.length),
  );
  return [...whole].sort((a, b) => (a.id < b.id ? -1 : 1))[0] ?? null;
}
