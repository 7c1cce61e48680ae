import { SMALLEST_LACK_MM } from '../../units/index.ts';
import type { Supply } from '../cost/demand.ts';
import type { LinearModel, LinearSolver } from '../cost/linearSolver.ts';

/*
 * What a strip is worth by its width, for a mm of its length, so that no cross-section of a supply holds more than its film
 * costs (dual feasible functions: Fekete and Schepers 2001). Widths are counted in steps, rounded down, which such functions
 * allow: they never fall.
 */

const GRID_MM = 0.5;
export const stepsOf = (mm: number): number => Math.floor(mm / GRID_MM + 1e-9);
export const stepsOfRoll = ({ widthMm }: Pick<Supply, 'widthMm'>): number =>
  stepsOf(widthMm + SMALLEST_LACK_MM);

/** By supply, what each width is worth, from no step to all of them. */
export type WidthPrices = (supply: Supply) => Float64Array;

/** So many steps wide, and worth so much for a mm of length. */
export interface PricedWidth {
  readonly steps: number;
  readonly worth: number;
}

/** What fills each width best, of pieces that may stand there any number of times. */
function filledBy(pieces: readonly PricedWidth[], steps: number): Float64Array {
  const filled = new Float64Array(steps + 1);
  const worthy = pieces.filter(({ worth }) => worth > 1e-12);
  for (let room = 1; room <= steps; room += 1) {
    let best = filled[room - 1] ?? 0;
    for (const piece of worthy)
      if (piece.steps <= room) best = Math.max(best, (filled[room - piece.steps] ?? 0) + piece.worth);
    filled[room] = best;
  }
  return filled;
}

/**
 * Widths at the most that pieces worth so much fill of them. What is wider than half a roll takes all that could not stand
 * beside it: there is one such piece in a width at the most. Scaled so that no supply holds more than it costs.
 */
export function pricesFilledBy(pieces: readonly PricedWidth[], supplies: readonly Supply[]): WidthPrices {
  const filled = filledBy(pieces, Math.max(...supplies.map(stepsOfRoll)));
  const fills = (steps: number) => filled[steps] ?? 0;
  const scale = Math.min(
    ...supplies.map((supply) => supply.costPerMm / Math.max(1e-12, fills(stepsOfRoll(supply)))),
  );
  return (supply) => {
    const all = stepsOfRoll(supply);
    return Float64Array.from({ length: all + 1 }, (_, steps) => {
      if (2 * steps > all) return scale * (fills(all) - fills(all - steps));
      return scale * (2 * steps === all ? fills(all) / 2 : fills(steps));
    });
  };
}

/** So much of a width in all, for a mm of length. */
export interface WantedWidth {
  readonly steps: number;
  readonly lengthMm: number;
}

const MOST_ROUNDS = 200;
const NEAR = 1e-5;

/** A cross-section of the most worth, by which of the widths stands in it how often; null where none is worth more than its film. */
function betterSection(widths: readonly PricedWidth[], supply: Supply): ReadonlyMap<number, number> | null {
  const all = stepsOfRoll(supply);
  const best = new Float64Array(all + 1);
  const last = new Int32Array(all + 1).fill(-1);
  for (let room = 1; room <= all; room += 1) {
    best[room] = best[room - 1] ?? 0;
    widths.forEach(({ steps, worth }, at) => {
      if (steps > room || (best[room - steps] ?? 0) + worth <= (best[room] ?? 0) + 1e-12) return;
      best[room] = (best[room - steps] ?? 0) + worth;
      last[room] = at;
    });
  }
  if ((best[all] ?? 0) <= supply.costPerMm * (1 + NEAR)) return null;
  const section = new Map<number, number>();
  for (let room = all; room > 0;) {
    const at = last[room] ?? -1;
    if (at >= 0) section.set(at, (section.get(at) ?? 0) + 1);
    room -= widths[at]?.steps ?? 1;
  }
  return section;
}

/**
 * The prices by which widths wanted so much are worth most: of the programme that cuts them from cross-sections in fractions
 * (columns by Gilmore and Gomory 1961). Null where it was not solved.
 */
export function bestPricesFor(
  wanted: readonly WantedWidth[],
  supplies: readonly Supply[],
  solver: LinearSolver,
  shouldStop: () => boolean,
): WidthPrices | null {
  const sections = supplies.flatMap((supply) =>
    wanted.flatMap(({ steps }, at) => {
      const beside = Math.floor(stepsOfRoll(supply) / steps);
      return beside > 0 ? [{ supply, holds: new Map([[at, beside]]) as ReadonlyMap<number, number> }] : [];
    }),
  );
  // In metres, so that the solver sees figures of one size.
  const rows = wanted.map(({ lengthMm }) => ({ sense: '>=' as const, bound: lengthMm / 1000 }));
  let priced: PricedWidth[] | null = null;
  for (let round = 0; round < MOST_ROUNDS && !shouldStop(); round += 1) {
    const columns: LinearModel['columns'] = sections.map(({ supply, holds }) => ({
      cost: supply.costPerMm,
      whole: false,
      entries: [...holds],
    }));
    const answer = solver.solve({ columns, rows }, { seconds: 5, nodes: 0 });
    if (!answer) return null;
    const now = wanted.map(({ steps }, at) => ({ steps, worth: Math.max(0, answer.duals[at] ?? 0) }));
    priced = now;
    const better = supplies.flatMap((supply) => {
      const holds = betterSection(now, supply);
      return holds ? [{ supply, holds }] : [];
    });
    if (better.length === 0) break;
    sections.push(...better);
  }
  return priced && pricesFilledBy(priced, supplies);
}
