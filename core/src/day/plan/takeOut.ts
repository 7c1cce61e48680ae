import type { Schedule } from './schedule.ts';
import type { Unit, Units } from './units.ts';

/* What a round of the search takes out of a schedule, to put it back otherwise. */

/** Units with all that come after them, as far as they are placed. */
export function withFollowers(schedule: Schedule, { units }: Units, chosen: readonly number[]): Set<number> {
  const out = new Set<number>();
  const open = [...chosen];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    const unit = units[at];
    if (!unit || out.has(at) || !schedule.isPlaced(unit.tasks[0] ?? 0)) continue;
    out.add(at);
    open.push(...unit.after);
  }
  return out;
}

/** Chooses what to take out: what stands near one unit in time or place, a whole shift, or anything. */
export function chooseOut(schedule: Schedule, units: Units, random: () => number): number[] {
  const { model } = schedule;
  const placed = units.units.filter(({ tasks }) => schedule.isPlaced(tasks[0] ?? 0));
  if (placed.length === 0) return [];
  const pick = <Item>(items: readonly Item[]) => items[Math.floor(random() * items.length)] as Item;
  const most = Math.max(
    1,
    Math.min(placed.length, 2 + Math.floor(random() * Math.min(14, placed.length * 0.35 + 2))),
  );
  const kind = random();
  const seed = pick(placed);
  if (kind < 0.22) {
    const used = schedule.order.filter((tasks) => tasks.length > 0);
    const shift = pick(used);
    return [...new Set(shift.map((task) => units.unitOf[task] ?? -1))].slice(0, 2 * most);
  }
  if (kind < 0.3) return Array.from({ length: most }, () => pick(placed).number);
  const placeOf = (unit: Unit) => model.tasks[unit.tasks[0] ?? 0]?.place ?? 0;
  const startOf = (unit: Unit) => schedule.start[unit.tasks[0] ?? 0] ?? 0;
  const [timeWeight, wayWeight] = kind < 0.6 ? [1, 0.2] : [0.1, 5];
  return [...placed]
    .map((unit) => ({
      number: unit.number,
      far:
        (timeWeight * Math.abs(startOf(unit) - startOf(seed)) +
          wayWeight * model.ways.least(placeOf(seed), placeOf(unit))) *
        (0.5 + random()),
      own: unit === seed ? 0 : 1,
    }))
    .sort((a, b) => a.far - b.far || a.own - b.own)
    .slice(0, most)
    .map(({ number }) => number);
}
