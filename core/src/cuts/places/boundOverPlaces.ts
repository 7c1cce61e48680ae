import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { dividedPanes } from './divided.ts';
import { demandOf, goesOn, type Demand, type Kind, type Supply } from '../cost/demand.ts';

/** Shares of a width that at most k beside each other can have: floors of (k + 1) x over k (Fekete and Schepers 2001). */
const dualFeasible = (k: number, share: number): number => {
  const scaled = (k + 1) * share;
  const near = Math.round(scaled);
  return Math.abs(scaled - near) < 1e-9 ? share : Math.floor(scaled) / k;
};
const MOST_K = 12;
/** Within this a breakpoint is met. */
const NEAR_MM = 1e-6;

/**
 * First panels at which the sum of a step function of both panels' shares can be least: where either meets a step, and
 * between two steps. The function has steps at whole parts of the roll's width.
 */
function firstsToTry(togetherMm: number, rollMm: number, parts: number): number[] {
  const [from, to] = [Math.max(0, togetherMm - rollMm), togetherMm / 2];
  const steps = Array.from({ length: parts + 1 }, (_, at) => (at * rollMm) / parts);
  const met = [from, to, ...steps, ...steps.map((mm) => togetherMm - mm)]
    .filter((mm) => mm >= from - NEAR_MM && mm <= to + NEAR_MM)
    .sort((a, b) => a - b);
  return met.flatMap((mm, at) => [mm, (mm + (met[at + 1] ?? mm)) / 2]);
}

/** What a strip is worth by its width, for a mm of its length: no cross-section of a supply holds more than its film costs. */
interface WidthPrice {
  readonly of: (supply: Supply, acrossMm: number) => number;
  /** The least that two strips of this width together can be worth, wherever the seam between them is. */
  readonly ofTwo: (supply: Supply, togetherMm: number) => number;
}

const byStep =
  (k: number) =>
  ({ costPerMm, widthMm }: Supply, acrossMm: number): number =>
    costPerMm * dualFeasible(k, Math.min(1, acrossMm / widthMm));

function steppedPrice(k: number): WidthPrice {
  const of = byStep(k);
  const ofTwo = (supply: Supply, togetherMm: number) =>
    Math.min(
      ...firstsToTry(togetherMm, supply.widthMm, k + 1).map(
        (mm) => of(supply, mm) + of(supply, togetherMm - mm),
      ),
    );
  return { of, ofTwo };
}

const GRID_MM = 0.5;
const gridOf = (mm: number) => Math.floor(mm / GRID_MM + 1e-9);
/** Shares of such a price beside the area: a mean of two that hold holds too. */
const SHARES: readonly number[] = [1, 0.9, 0.75, 0.5];

/** Parts of a film with what each is worth, as a programme of cross-sections has it. */
export interface WorthOfParts {
  readonly demand: Demand;
  readonly worth: readonly number[];
}

/**
 * Widths at the most that parts worth so much fill of them, all rounded down to a grid: what stands beside each other in a
 * width never counts more than the width itself. Scaled so that no supply holds more than it costs.
 */
function filledPrices(
  { demand, worth }: WorthOfParts,
  supplies: readonly Supply[],
  rate: number,
): WidthPrice[] {
  const steps = gridOf(Math.max(...supplies.map(({ widthMm }) => widthMm)) + SMALLEST_LACK_MM);
  const filled = new Float64Array(steps + 1);
  const items = demand.parts.flatMap(({ forms, index }) =>
    forms.map(({ acrossMm, alongMm }) => ({
      units: Math.max(1, gridOf(acrossMm)),
      worth: (worth[index] ?? 0) / alongMm,
    })),
  );
  for (let room = 1; room <= steps; room += 1) {
    let best = filled[room - 1] ?? 0;
    for (const item of items)
      if (item.units <= room) best = Math.max(best, (filled[room - item.units] ?? 0) + item.worth);
    filled[room] = best;
  }
  const at = (units: number) => filled[Math.max(0, Math.min(steps, units))] ?? 0;
  const full = ({ widthMm }: Supply) => at(gridOf(widthMm + SMALLEST_LACK_MM));
  const scale = Math.min(...supplies.map((supply) => supply.costPerMm / Math.max(1e-12, full(supply))));
  const leastOfTwo = ({ widthMm }: Supply, togetherMm: number) => {
    const [all, from] = [gridOf(togetherMm), gridOf(Math.max(0, togetherMm - widthMm))];
    let least = Infinity;
    for (let first = from; first <= all - from; first += 1)
      least = Math.min(least, at(first) + at(all - first - 1));
    return least;
  };
  return SHARES.map((share) => ({
    of: (_supply, acrossMm) => share * scale * at(gridOf(acrossMm)) + (1 - share) * rate * acrossMm,
    ofTwo: (supply, togetherMm) =>
      share * scale * leastOfTwo(supply, togetherMm) + (1 - share) * rate * togetherMm,
  }));
}

/**
 * What no plan of a film can beat wherever its seams go: each pane takes at least what its panels are worth by a function of
 * width of which no cross-section of a roll can hold more than its film costs (dual feasible functions; the identity gives
 * the area). The best of some such functions, also of what parts of `known` fill, where that is told. Film on hand comes in
 * with what it can give. 0 where nothing can be said.
 */
export function boundOverPlaces(
  film: FilmForPlan,
  job: PlanJob,
  perMm: (supply: Supply) => number = ({ costPerMm }) => costPerMm,
  known: WorthOfParts | null = null,
): number {
  const fixed = demandOf(film, job);
  const supplies = fixed.supplies.map((supply) => ({ ...supply, costPerMm: perMm(supply) }));
  const sold = supplies.filter(({ kind, costPerMm }) => kind === 'new' && costPerMm > 0);
  if (sold.length === 0) return 0;
  const rate = Math.min(...sold.map(({ costPerMm, widthMm }) => costPerMm / widthMm));
  const onHand = supplies.filter(({ kind }) => kind !== 'new');
  const divided = dividedPanes(film, { ...job, panes: fixed.kinds.map(({ pane }) => pane) }, supplies);
  /** Film that a copy takes at least, by what widths are worth. */
  const least = (kind: Kind, { of, ofTwo }: WidthPrice): number => {
    const free = divided.filter((each) => each.pane === kind.pane);
    const byWays = kind.ways.flatMap(({ parts: panels, supply }) => {
      const on = supply === null ? supplies : supplies.filter(({ index }) => index === supply);
      return on.map((each) =>
        panels.reduce((sum, part) => {
          const forms = (fixed.parts[part]?.forms ?? []).filter((form) => goesOn(form, each));
          return sum + Math.min(Infinity, ...forms.map((form) => of(each, form.acrossMm) * form.alongMm));
        }, 0),
      );
    });
    const byPlaces = free.map(
      ({ supply, togetherMm, alongMm, panels }) =>
        alongMm * ((panels - 2) * of(supply, supply.widthMm) + ofTwo(supply, togetherMm)),
    );
    const all = [...byWays, ...byPlaces].filter(Number.isFinite);
    return all.length > 0 ? Math.min(...all) : 0;
  };
  const taken = (price: WidthPrice) =>
    fixed.kinds.reduce((sum, kind) => sum + kind.copies.length * least(kind, price), 0);
  const given = onHand.reduce(
    (sum, { widthMm, lengthMm, costPerMm }) => sum + Math.max(0, rate * widthMm - costPerMm) * lengthMm,
    0,
  );
  const byArea: WidthPrice = {
    of: (_supply, acrossMm) => rate * acrossMm,
    ofTwo: (_supply, togetherMm) => rate * togetherMm,
  };
  const area = taken(byArea) - given;
  if (onHand.length > 0) return Math.max(0, area);
  const others = [
    ...Array.from({ length: MOST_K }, (_, at) => steppedPrice(at + 1)),
    ...(known ? filledPrices(known, sold, rate) : []),
  ];
  return Math.max(0, area, ...others.map(taken));
}
