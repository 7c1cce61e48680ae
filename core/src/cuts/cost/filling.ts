import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { boundTo, goesOn, type Demand, type Supply } from './demand.ts';

const STEP_MM = 1;

/** What the best filling of each width of a roll is worth for a mm of its length, and where that rises. */
export interface Filling {
  readonly worthAt: (widthMm: number) => number;
  /** Widths at which it rises, each the exact sum of what fills it. */
  readonly sums: readonly number[];
}

export function fillingOf(demand: Demand, supply: Supply, worth: readonly number[]): Filling {
  const steps = Math.floor((supply.widthMm + SMALLEST_LACK_MM) / STEP_MM);
  const value = new Float64Array(steps + 1);
  const used = new Float64Array(steps + 1);
  const items = demand.parts
    .flatMap(({ forms }) => forms)
    .filter((form) => {
      const only = boundTo(demand, form);
      return (only === null || only === supply.index) && goesOn(form, supply);
    })
    .map(({ acrossMm, alongMm, part }) => ({ acrossMm, worth: (worth[part] ?? 0) / alongMm }))
    .filter((item) => item.worth > 1e-12);
  for (let room = 1; room <= steps; room += 1) {
    let [best, exact] = [value[room - 1] ?? 0, used[room - 1] ?? 0];
    for (const item of items) {
      const units = Math.ceil(item.acrossMm / STEP_MM - 1e-9);
      if (units > room) continue;
      const sum = (value[room - units] ?? 0) + item.worth;
      if (sum <= best + 1e-15) continue;
      best = sum;
      exact = (used[room - units] ?? 0) + item.acrossMm;
    }
    value[room] = best;
    used[room] = exact;
  }
  const sums = new Set<number>();
  for (let room = 1; room <= steps; room += 1)
    if ((value[room] ?? 0) > (value[room - 1] ?? 0) + 1e-15) sums.add(used[room] ?? 0);
  return {
    worthAt: (widthMm) => {
      const room = Math.max(0, Math.min(steps, Math.floor(widthMm / STEP_MM + 1e-9)));
      // What fills a width to the fraction is counted at the next whole step.
      const next = Math.min(steps, room + 1);
      return (used[next] ?? 0) <= widthMm + SMALLEST_LACK_MM
        ? Math.max(value[room] ?? 0, value[next] ?? 0)
        : (value[room] ?? 0);
    },
    sums: [...sums],
  };
}

/** What a panel of each width takes of its roll: what else could fill it. */
export function panelPrice(
  { supply, alongMm }: { readonly supply: Supply; readonly alongMm: number },
  filling: Filling,
): (acrossMm: number) => number {
  return (acrossMm) => alongMm * Math.max(0, supply.costPerMm - filling.worthAt(supply.widthMm - acrossMm));
}
