import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { divide } from '../lay/layouts.ts';
import type { Side } from '../../survey/index.ts';
import { allowanceAt, type FilmForPlan, type PaneForPlan, type PlanJob } from '../format/planJob.ts';
import { boundBySections } from './crossSections.ts';
import { boundTo, demandOf, goesOn, mayComeOff, type Demand, type PlacesOf, type Supply } from './demand.ts';
import type { LinearSolver } from './linearSolver.ts';

/*
 * Where the seams of divided panes may go, beside equal panels: chosen by what film is worth at each place across the roll.
 * Widths of panels are mm; the first and the last panel share what the full ones between them leave.
 */

/** Whether a job leaves it to the planner where seams go. */
export const placesAreFree = ({ rules }: Pick<PlanJob, 'rules'>): boolean => rules.seamPlaces !== 'equal';

/** A pane divided across the roll: what its first and last panel cover together with their margins and overlaps. */
interface Divided {
  readonly pane: PaneForPlan;
  readonly axis: 'vertical' | 'horizontal';
  readonly panels: number;
  readonly supply: Supply;
  /** What is added at the first and the last side. */
  readonly firstMarginMm: number;
  readonly lastMarginMm: number;
  /** First and last piece together, mm. */
  readonly togetherMm: number;
  /** How far each panel reaches along the roll. */
  readonly alongMm: number;
}

/** A choice of the first panel's width, with what its film is reckoned to cost. */
interface Place {
  readonly divided: Divided;
  readonly firstMm: number;
  readonly price: number;
}

const MOST_PARTS = 340;
const ROUNDS = 5;
const STEP_MM = 1;

/** Divided panes with a free first and last panel, on each supply wide enough. */
function dividedPanes(film: FilmForPlan, job: PlanJob, supplies: readonly Supply[]): Divided[] {
  const { seamOverlap } = job.rules;
  return job.panes.flatMap((pane) => {
    if (pane.filmId !== film.id || pane.seams.at || pane.factoryEdge !== 'none' || film.pattern) return [];
    const division = divide(pane, film, job.rules);
    if (division.kind !== 'panels') return [];
    return division.ways.flatMap(({ axis, panels }) =>
      supplies.flatMap((supply): Divided[] => {
        const [span, cross] = axis === 'vertical' ? [pane.width, pane.height] : [pane.height, pane.width];
        const at = (side: Side) => allowanceAt(pane, side, job.rules);
        const [first, last, above, below]: readonly Side[] =
          axis === 'vertical' ? ['left', 'right', 'top', 'bottom'] : ['top', 'bottom', 'left', 'right'];
        const [firstMarginMm, lastMarginMm] = [at(first as Side), at(last as Side)];
        const alongMm = cross + at(above as Side) + at(below as Side);
        const all = span + firstMarginMm + lastMarginMm + (panels - 1) * seamOverlap;
        const togetherMm = all - (panels - 2) * supply.widthMm;
        const fits =
          mayComeOff(pane, supply) &&
          alongMm <= supply.lengthMm + SMALLEST_LACK_MM &&
          togetherMm <= 2 * supply.widthMm + SMALLEST_LACK_MM;
        return fits ? [{ pane, axis, panels, supply, firstMarginMm, lastMarginMm, togetherMm, alongMm }] : [];
      }),
    );
  });
}

/** Whether both free panels can be cut and cover enough of the pane. */
function isPermitted(divided: Divided, firstMm: number, { rules }: PlanJob): boolean {
  const { supply, togetherMm, firstMarginMm, lastMarginMm } = divided;
  const fits = (mm: number, marginMm: number) =>
    mm <= supply.widthMm + SMALLEST_LACK_MM && mm - marginMm >= rules.minPanel;
  return fits(firstMm, firstMarginMm) && fits(togetherMm - firstMm, lastMarginMm);
}

/** Seams of a place: middles of the overlaps, as `panes.seams.at` names them. */
function seamsAt({ panels, supply, firstMarginMm }: Divided, firstMm: number, { rules }: PlanJob): number[] {
  const first = firstMm - firstMarginMm - rules.seamOverlap / 2;
  return Array.from({ length: panels - 1 }, (_, at) => first + at * (supply.widthMm - rules.seamOverlap));
}

/** What the best filling of each width of a roll is worth for a mm of its length, and where that rises. */
interface Filling {
  readonly worthAt: (widthMm: number) => number;
  /** Widths at which it rises, each the exact sum of what fills it. */
  readonly sums: readonly number[];
}

function fillingOf(demand: Demand, supply: Supply, worth: readonly number[]): Filling {
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
    worthAt: (widthMm) => value[Math.max(0, Math.min(steps, Math.floor(widthMm / STEP_MM + 1e-9)))] ?? 0,
    sums: [...sums],
  };
}

/** Places of a divided pane in rising price: where either panel leaves just what something else fills, or is as wide as it. */
function placesOf(divided: Divided, filling: Filling, widths: readonly number[], job: PlanJob): Place[] {
  const { supply, togetherMm, alongMm } = divided;
  const wide = supply.widthMm;
  const leave = filling.sums.map((sum) => wide - sum);
  const sides = [wide, ...leave, ...widths];
  const firsts = new Set(
    sides.flatMap((mm) => [mm, togetherMm - mm]).map((mm) => Math.round(mm * 1000) / 1000),
  );
  const rate = supply.costPerMm;
  // A strip of this width takes from the roll what else could fill it.
  const priceOf = (mm: number) => alongMm * Math.max(0, rate - filling.worthAt(wide - mm));
  return [...firsts]
    .filter((mm) => isPermitted(divided, mm, job))
    .map((firstMm) => ({ divided, firstMm, price: priceOf(firstMm) + priceOf(togetherMm - firstMm) }))
    .sort((a, b) => a.price - b.price || a.firstMm - b.firstMm);
}

const areaWorth = ({ parts, supplies }: Demand): number[] => {
  const rates = supplies
    .filter(({ costPerMm }) => costPerMm > 0)
    .map((each) => each.costPerMm / each.widthMm);
  const rate = rates.length > 0 ? Math.min(...rates) : 1;
  return parts.map(({ forms }) => Math.min(...forms.map((form) => form.acrossMm * form.alongMm * rate)));
};

/** A demand with the places chosen for it, and what its parts are worth; null where that was not reckoned. */
export interface WithPlaces {
  readonly demand: Demand;
  readonly worth: readonly number[] | null;
}

/** Ways of one pane off one supply that stand at a time, and how many are tried anew. */
const MOST_WAYS = 9;
const NEW_WAYS = 4;
/** A programme so near to its end tells which places pay. */
const NEAR_ENOUGH = 0.004;
/** A way that costs more than the cheapest by this share is not gone on with. */
const NEARLY = 0.01;

/**
 * The panes of a film with more ways to divide them than equal panels: a full width of the roll with the rest, and places at
 * which a panel leaves just what another strip fills, chosen in rounds by what the programme of cross-sections says film is
 * worth there. The same demand where nothing is divided, or places are not free.
 */
export function demandWithFreePlaces(
  film: FilmForPlan,
  job: PlanJob,
  solver: LinearSolver | null,
  shouldStop: () => boolean,
): WithPlaces {
  const plain = demandOf(film, job);
  if (!placesAreFree(job) || plain.patterned) return { demand: plain, worth: null };
  const divided = dividedPanes(film, job, plain.supplies);
  if (divided.length === 0) return { demand: plain, worth: null };
  const chosen = new Map<string, number[]>();
  const keyOf = ({ pane, axis, supply }: Divided) =>
    `${pane.width} ${pane.height} ${axis} ${supply.index} ${pane.seams.axis} ${JSON.stringify([pane.from ?? null, pane.allowances ?? null])}`;
  const kinds = [...new Map(divided.map((each) => [keyOf(each), each])).values()];
  const add = (of: Divided, firstMm: number) => {
    const own = chosen.get(keyOf(of)) ?? [];
    if (!own.some((known) => Math.abs(known - firstMm) < 0.01)) chosen.set(keyOf(of), [...own, firstMm]);
  };
  for (const of of kinds)
    for (const firstMm of [of.supply.widthMm, of.togetherMm - of.supply.widthMm])
      if (isPermitted(of, firstMm, job)) add(of, firstMm);
  const byKey = new Map(kinds.map((each) => [keyOf(each), each]));
  const places: PlacesOf = (pane, supply) =>
    (['vertical', 'horizontal'] as const).flatMap((axis) => {
      const key = keyOf({ pane, axis, supply } as Divided);
      const of = byKey.get(key);
      return of ? (chosen.get(key) ?? []).map((firstMm) => ({ axis, at: seamsAt(of, firstMm, job) })) : [];
    });
  let demand = demandOf(film, job, undefined, places);
  let worth: readonly number[] | null = null;
  for (let round = 0; round < ROUNDS && !shouldStop(); round += 1) {
    worth =
      solver && demand.parts.length <= MOST_PARTS
        ? (boundBySections(demand, solver, shouldStop, NEAR_ENOUGH)?.worth ?? null)
        : null;
    if (round === ROUNDS - 1) break;
    const values = worth ?? areaWorth(demand);
    const fillings = demand.supplies.map((supply) => fillingOf(demand, supply, values));
    const widths = [...new Set(demand.parts.flatMap(({ forms }) => forms.map(({ acrossMm }) => acrossMm)))];
    let changed = false;
    for (const of of kinds) {
      const filling = fillings[of.supply.index];
      if (!filling) continue;
      const priced = placesOf(of, filling, widths, job);
      const cheapest = priced[0]?.price ?? 0;
      const had = chosen.get(keyOf(of)) ?? [];
      const isHad = (firstMm: number) => had.some((known) => Math.abs(known - firstMm) < 0.01);
      const kept = priced.filter(
        ({ firstMm, price }) => isHad(firstMm) && price <= cheapest * (1 + NEARLY) + 1e-9,
      );
      const fresh = priced.filter(({ firstMm }) => !isHad(firstMm)).slice(0, NEW_WAYS);
      const next = [...kept, ...fresh].slice(0, MOST_WAYS).map(({ firstMm }) => firstMm);
      changed ||= next.some((firstMm) => !isHad(firstMm));
      chosen.set(keyOf(of), next);
    }
    if (!changed) break;
    demand = demandOf(film, job, undefined, places);
    worth = null;
  }
  return { demand, worth };
}

/** Shares of a width that at most k beside each other can have: floors of (k + 1) x over k (Fekete and Schepers 2001). */
const dualFeasible = (k: number, share: number): number => {
  const scaled = (k + 1) * share;
  const near = Math.round(scaled);
  return Math.abs(scaled - near) < 1e-9 ? share : Math.floor(scaled) / k;
};
const MOST_K = 12;
/** Places of the first panel that are gone through for the bound, mm. */
const RASTER_MM = 0.5;

/**
 * What no plan of a film can beat wherever its seams go: each pane takes at least what its panels are worth by a function of
 * width of which no cross-section of a roll can hold more than its film costs (dual feasible functions; the identity gives
 * the area). The best of some such functions. Film on hand comes in with what it can give. 0 where nothing can be said.
 */
export function boundOverPlaces(film: FilmForPlan, job: PlanJob): number {
  const fixed = demandOf(film, job);
  const { supplies } = fixed;
  const sold = supplies.filter(({ kind, costPerMm }) => kind === 'new' && costPerMm > 0);
  if (sold.length === 0) return 0;
  const rate = Math.min(...sold.map(({ costPerMm, widthMm }) => costPerMm / widthMm));
  const onHand = supplies.filter(({ kind }) => kind !== 'new');
  const panes = job.panes.filter(({ filmId }) => filmId === film.id);
  const divided = dividedPanes(film, job, supplies);
  const kindOf = (pane: PaneForPlan) =>
    fixed.kinds.find(({ copies }) => copies.some(({ paneId }) => paneId === pane.id));
  /** Film that a pane takes at least, by a function of the share of a roll's width. */
  const least = (pane: PaneForPlan, of: (share: number) => number, byArea: boolean): number => {
    const strip = (supply: Supply, acrossMm: number, alongMm: number) =>
      byArea
        ? rate * acrossMm * alongMm
        : supply.costPerMm * alongMm * of(Math.min(1, acrossMm / supply.widthMm));
    const free = divided.filter((each) => each.pane === pane);
    const kind = kindOf(pane);
    if (!kind) return 0;
    const byWays = kind.ways.flatMap(({ parts, supply }) => {
      const on = supply === null ? supplies : supplies.filter(({ index }) => index === supply);
      const costs = on.map((each) =>
        parts.reduce((sum, part) => {
          const forms = (fixed.parts[part]?.forms ?? []).filter((form) => goesOn(form, each));
          return sum + Math.min(Infinity, ...forms.map((form) => strip(each, form.acrossMm, form.alongMm)));
        }, 0),
      );
      return costs;
    });
    const byPlaces = free.map(({ supply, togetherMm, alongMm, panels }) => {
      const full = (panels - 2) * strip(supply, supply.widthMm, alongMm);
      if (byArea) return full + rate * togetherMm * alongMm;
      let low = Infinity;
      const from = Math.max(0, togetherMm - supply.widthMm);
      // Each panel counts as the raster's next narrower one, so that no place between is cheaper.
      for (let mm = from; mm <= togetherMm / 2 + RASTER_MM; mm += RASTER_MM)
        low = Math.min(
          low,
          strip(supply, Math.max(0, mm - RASTER_MM), alongMm) +
            strip(supply, Math.max(0, togetherMm - mm - RASTER_MM), alongMm),
        );
      return full + low;
    });
    const all = [...byWays, ...byPlaces].filter(Number.isFinite);
    return all.length > 0 ? Math.min(...all) : 0;
  };
  const taken = (of: (share: number) => number, byArea: boolean) =>
    panes.reduce((sum, pane) => sum + pane.count * least(pane, of, byArea), 0);
  const given = onHand.reduce(
    (sum, { widthMm, lengthMm, costPerMm }) => sum + Math.max(0, rate * widthMm - costPerMm) * lengthMm,
    0,
  );
  const area = taken((share) => share, true) - given;
  if (onHand.length > 0) return Math.max(0, area);
  const others = Array.from({ length: MOST_K }, (_, at) =>
    taken((share) => dualFeasible(at + 1, share), false),
  );
  return Math.max(0, area, ...others);
}

/** Whether a pane of the film is divided at all, off what is sold. */
export function dividesAny(film: FilmForPlan, job: PlanJob): boolean {
  return job.panes.some((pane) => pane.filmId === film.id && divide(pane, film, job.rules).kind === 'panels');
}
