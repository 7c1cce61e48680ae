import type { CutPlan } from '../format/cutPlan.ts';
import type { FilmForPlan, PaneForPlan, PlanJob } from '../format/planJob.ts';
import { hasPrices } from '../format/prices.ts';
import { boundBySections } from '../cost/crossSections.ts';
import { demandOf, type Supply } from '../cost/demand.ts';
import { fillingOf, panelPrice, type Filling } from '../cost/filling.ts';
import type { LinearSolver } from '../cost/linearSolver.ts';
import { dividedPanes, firstsThatLookWell, isPermitted, seamsAt, type Divided } from './divided.ts';
import {
  looksOf,
  placeInGroup,
  samePlace,
  type PlaceLooks,
  type SeamAxis,
  type SeamPlace,
} from '../looks/looks.ts';
import { seamsOfPlan } from '../looks/seamsOfPlan.ts';

/** What a place of a pane's seams counts: the film its panels take, beside what else could be cut there, and looks. Money. */
export interface PlaceCost extends SeamPlace {
  readonly film: number;
  readonly looks: number;
  readonly total: number;
}

/** What all places along one direction count, in rising order of the first seam. */
export interface PlaceCurve {
  readonly axis: SeamAxis;
  readonly panels: number;
  readonly points: readonly PlaceCost[];
}

/** A place that has a name, or is the best. */
export interface NamedPlace extends PlaceCost {
  readonly names: readonly PlaceName[];
  readonly seen: PlaceLooks;
}

export type PlaceName = 'now' | 'best' | 'equal' | 'third' | 'hidden' | 'onLine' | 'leastFilm';

/** What the places of one pane's seams count, its group of panes that are alike taken together. */
export interface PlaceCosts {
  readonly paneId: string;
  /** So many copies stand at the place: of the pane, and of those that share it. */
  readonly copies: number;
  readonly curves: readonly PlaceCurve[];
  /** In rising total. */
  readonly named: readonly NamedPlace[];
}

const STEP_MM = 10;
/** Ways that agree within this much money count the same. */
const SAME_MONEY = 0.005;

/** The job with the seams of all panes but one group fixed where a plan has them. */
function fixedBut(
  group: ReadonlySet<string>,
  film: FilmForPlan,
  job: PlanJob,
  plan: Pick<CutPlan, 'pulls'>,
): PlanJob {
  const places = new Map<string, SeamPlace>();
  for (const { pane, place } of seamsOfPlan(film, job, plan))
    if (!places.has(pane.id)) places.set(pane.id, place);
  return {
    ...job,
    panes: job.panes.map((pane) => {
      if (group.has(pane.id)) return { ...pane, seams: { ...pane.seams, at: undefined } };
      const place = places.get(pane.id);
      return place ? { ...pane, seams: { ...pane.seams, axis: place.axis, at: [...place.atMm] } } : pane;
    }),
  };
}

/** First panels along a divided pane: a raster, and what stands out on it. */
function firstsAlong(of: Divided, filling: Filling, job: PlanJob, more: readonly number[]): number[] {
  const { supply, togetherMm } = of;
  const wide = supply.widthMm;
  const raster = Array.from({ length: Math.floor(wide / STEP_MM) + 1 }, (_, at) => at * STEP_MM);
  const leave = filling.sums.map((sum) => wide - sum);
  const all = [wide, togetherMm / 2, ...leave, ...firstsThatLookWell(of, job)].flatMap((mm) => [
    mm,
    togetherMm - mm,
  ]);
  return [...new Set([...raster, ...all, ...more].map((mm) => Math.round(mm * 100) / 100))]
    .filter((mm) => isPermitted(of, mm, job))
    .sort((a, b) => a - b);
}

/**
 * What each place of a pane's seams counts, with all else cut as in the plan: the film of its panels by what the programme
 * of cross-sections says the rest of the roll beside them is worth (its dual prices), and looks by the house rules. An
 * estimate for choosing; the plan that is made with it counts exactly. Null for panes that go whole, and without prices.
 */
export function placeCosts(
  paneId: string,
  job: PlanJob,
  plan: Pick<CutPlan, 'pulls'>,
  solver: LinearSolver,
  shouldStop: () => boolean,
): PlaceCosts | null {
  const pane = job.panes.find(({ id }) => id === paneId);
  const film = job.films.find(({ id }) => id === pane?.filmId);
  const looks = job.rules.work?.seams;
  if (!pane || !film || !looks || !hasPrices(film)) return null;
  const group = job.panes.filter(
    ({ id, seams }) => id === paneId || (seams.alike !== undefined && seams.alike === pane.seams.alike),
  );
  const fixed = fixedBut(new Set(group.map(({ id }) => id)), film, job, plan);
  const own = fixed.panes.find(({ id }) => id === paneId) as PaneForPlan;
  const demand = demandOf(film, fixed);
  const divided = dividedPanes(film, { ...fixed, panes: [own] }, demand.supplies);
  const worth = boundBySections(demand, solver, shouldStop)?.worth;
  if (divided.length === 0 || !worth) return null;
  const fillings = new Map<Supply, Filling>();
  for (const { supply } of divided)
    if (!fillings.has(supply)) fillings.set(supply, fillingOf(demand, supply, worth));
  const copies = group.reduce((sum, { count }) => sum + count, 0);
  /** Looks of all panes of the group at the place of this one, each as it stands. */
  const looksAt = (place: SeamPlace) =>
    group.reduce(
      (sum, other) =>
        sum +
        other.count *
          looksOf(other, film, placeInGroup(other, placeInGroup(pane, place)), job.rules, looks).total,
      0,
    );
  const costOf = (of: Divided, firstMm: number): PlaceCost => {
    const filling = fillings.get(of.supply) as Filling;
    const price = panelPrice(of, filling);
    const inner = (of.panels - 2) * price(of.supply.widthMm);
    const place = { axis: of.axis, atMm: seamsAt(of, firstMm, job) };
    const takes = copies * (price(firstMm) + inner + price(of.togetherMm - firstMm));
    const seen = looksAt(place);
    return { ...place, film: takes, looks: seen, total: takes + seen };
  };
  const nowPlace = seamsOfPlan(film, job, plan).find((placed) => placed.pane.id === paneId)?.place;
  const axes = [...new Set(divided.map(({ axis }) => axis))];
  const curves = axes.map((axis): PlaceCurve => {
    const ways = divided.filter((each) => each.axis === axis);
    const nowFirst = (of: Divided) =>
      nowPlace?.axis === axis ? [(nowPlace.atMm[0] ?? 0) + of.firstMarginMm + job.rules.seamOverlap / 2] : [];
    // Every place is priced on every roll that can take it there, whichever roll speaks for it.
    const toSeam = (of: Divided) => of.firstMarginMm + job.rules.seamOverlap / 2;
    const seams = ways.flatMap((of) =>
      firstsAlong(of, fillings.get(of.supply) as Filling, job, nowFirst(of)).map((mm) => mm - toSeam(of)),
    );
    const points = [...new Set(seams.map((mm) => Math.round(mm * 10) / 10))]
      .sort((a, b) => a - b)
      .flatMap((mm): PlaceCost[] => {
        const costs = ways
          .filter((of) => isPermitted(of, mm + toSeam(of), job))
          .map((of) => costOf(of, mm + toSeam(of)));
        const [cheapest] = costs.sort((a, b) => a.total - b.total);
        return cheapest ? [cheapest] : [];
      });
    return { axis, panels: ways[0]?.panels ?? 2, points };
  });
  const points = curves.flatMap((curve) => curve.points);
  const least = Math.min(...points.map(({ total }) => total));
  const leastFilm = Math.min(...points.map((point) => point.film));
  const named = points.flatMap((point): NamedPlace[] => {
    const seen = looksOf(pane, film, point, job.rules, looks);
    const names: PlaceName[] = [
      ...(nowPlace && samePlace(point, nowPlace) ? ['now' as const] : []),
      ...(point.total <= least + SAME_MONEY ? ['best' as const] : []),
      ...(seen.even === null ? [] : [seen.even]),
      ...(seen.seams.every(({ sight }) => sight === 'hidden') ? ['hidden' as const] : []),
      ...(seen.seams.some(({ sight }) => sight === 'onLine') ? ['onLine' as const] : []),
      ...(point.film <= leastFilm + SAME_MONEY ? ['leastFilm' as const] : []),
    ];
    return names.length > 0 ? [{ ...point, names, seen }] : [];
  });
  return { paneId, copies, curves, named: oneOfEach(named) };
}

/** The cheapest place of each name, each place once, in rising total. */
function oneOfEach(named: readonly NamedPlace[]): NamedPlace[] {
  const rising = [...named].sort((a, b) => a.total - b.total);
  const had = new Set<PlaceName>();
  const kept: NamedPlace[] = [];
  for (const place of rising) {
    const fresh = place.names.filter((name) => !had.has(name));
    if (fresh.length === 0) continue;
    for (const name of fresh) had.add(name);
    kept.push({ ...place, names: fresh });
  }
  return kept;
}
