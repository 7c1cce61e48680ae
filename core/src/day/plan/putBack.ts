import type { InsertEffort } from './insert.ts';
import type { Schedule } from './schedule.ts';
import type { Unit } from './units.ts';

/* How a round of the search puts back what it took out: where it looks, in which order, and how exactly. */

/** Of many shifts about so many are looked at in a round, beside those that were just emptied. */
const SHIFTS_A_ROUND = 36;

/** The shifts that are looked at in a round. */
export function shiftsToLookAt(
  shifts: readonly { readonly number: number }[],
  emptied: ReadonlySet<number>,
  random: () => number,
): ReadonlySet<number> {
  const share = SHIFTS_A_ROUND / shifts.length;
  return new Set(shifts.flatMap(({ number }) => (emptied.has(number) || random() < share ? [number] : [])));
}

/** The lower, the sooner it is put back: by chance, by its room, by its work, or by when it stood. */
export function chooseOrder(before: Schedule, random: () => number): (unit: Unit) => number {
  const kind = random();
  if (kind < 0.35) return () => random();
  if (kind < 0.6) return ({ room }) => room * (0.7 + 0.6 * random());
  if (kind < 0.8) return ({ work }) => -work * (0.7 + 0.6 * random());
  return ({ tasks }) => (before.start[tasks[0] ?? 0] ?? 0) * (0.9 + 0.2 * random());
}

/** How often costs look as they are, and how far other in the other rounds, of which some are wild. */
const CALM_SHARE = 0.35;
const NOISE = { tame: 0.12, wild: 1.4, wildShare: 0.25 };
/** How often places within a gap are tried too, where costs look other. */
const ANYWHERE_SHARE = 0.4;

/** How exactly places are looked at in a round. */
export function chooseEffort(random: () => number): Pick<InsertEffort, 'noise' | 'anywhere'> {
  const isCalm = random() < CALM_SHARE;
  const noise = random() < NOISE.wildShare ? NOISE.wild : NOISE.tame;
  if (isCalm) return { noise: () => 1, anywhere: null };
  return {
    noise: () => 1 + noise * (random() - 0.5),
    anywhere: random() < ANYWHERE_SHARE ? random : null,
  };
}
