import type { FilmForPlan, PaneForPlan, PlanJob } from '../format/planJob.ts';
import { placesAreFree } from '../format/prices.ts';
import type { Counting } from '../cost/counting.ts';
import { boundBySections, wayKey, type Before, type ProvenBound } from '../cost/crossSections.ts';
import { demandOf, kindKey, type Demand, type PlacesOf, type Supply } from '../cost/demand.ts';
import { filmOfParts } from '../cost/filmOfParts.ts';
import { fillingOf, panelPrice, type Filling } from '../cost/filling.ts';
import type { LinearSolver } from '../cost/linearSolver.ts';
import {
  dividedPanes,
  firstOf,
  firstsThatLookWell,
  isPermitted,
  narrowestFirsts,
  seamsAt,
  type Divided,
} from './divided.ts';
import { looksOf, type SeamAxis, type SeamPlace } from '../looks/looks.ts';
import { tiedPlaces } from './tiedPlaces.ts';

/*
 * Where the seams of divided panes may go, beside equal panels: chosen by what film is worth at each place across the roll.
 * Widths of panels are mm; the first and the last panel share what the full ones between them leave.
 */

/** A choice of the first panel's width, with what its film is reckoned to cost. */
interface Place {
  readonly divided: Divided;
  readonly firstMm: number;
  readonly price: number;
}

const MOST_PARTS = 340;
const ROUNDS = 6;

/** Places of a divided pane in rising price: where either panel leaves just what something else fills, or is as wide as it. */
function placesOf(
  divided: Divided,
  filling: Filling,
  widths: readonly number[],
  job: PlanJob,
  looks: (divided: Divided, firstMm: number) => number,
): Place[] {
  const { supply, togetherMm } = divided;
  const wide = supply.widthMm;
  const leave = filling.sums.map((sum) => wide - sum);
  const sides = [
    wide,
    ...narrowestFirsts(divided, job),
    ...leave,
    ...widths,
    ...firstsThatLookWell(divided, job),
  ];
  const firsts = new Set(
    sides.flatMap((mm) => [mm, togetherMm - mm]).map((mm) => Math.round(mm * 1000) / 1000),
  );
  const priceOf = panelPrice(divided, filling);
  return [...firsts]
    .filter((mm) => isPermitted(divided, mm, job))
    .map((firstMm) => ({
      divided,
      firstMm,
      price: priceOf(firstMm) + priceOf(togetherMm - firstMm) + looks(divided, firstMm),
    }))
    .sort((a, b) => a.price - b.price || a.firstMm - b.firstMm);
}

/** A demand with the places chosen for it, and what its parts are worth; null where that was not reckoned. */
export interface WithPlaces {
  readonly demand: Demand;
  readonly worth: readonly number[] | null;
  /** The place that each group of panes that are alike takes by the programme; null: each its own. */
  readonly chosen: ReadonlyMap<string, SeamPlace | null>;
}

const NONE_TAKEN: ReadonlySet<string> = new Set();
const NONE_CHOSEN: WithPlaces['chosen'] = new Map();

/** Ways of one pane off one supply that stand at a time, and how many are tried anew. */
const MOST_WAYS = 6;
const NEW_WAYS = 4;
const WELL_LOOKING_WAYS = 4;
/** A programme so near to its end tells which places pay. */
const NEAR_ENOUGH = 0.01;
/** A way that costs more than the cheapest by this share is not gone on with. */
const NEARLY = 0.01;

/** The first panels that are tried, by kind of pane, axis and supply; those of panes that are alike go together. */
class TriedPlaces {
  private readonly chosen = new Map<string, readonly number[]>();
  private readonly byKey: ReadonlyMap<string, Divided>;

  constructor(
    divided: readonly Divided[],
    private readonly job: PlanJob,
    private readonly counting: Counting | null,
  ) {
    this.byKey = new Map(divided.map((each) => [this.keyOf(each.pane, each.axis, each.supply), each]));
  }

  get kinds(): readonly Divided[] {
    return [...this.byKey.values()];
  }

  private keyOf(pane: PaneForPlan, axis: SeamAxis, { index }: Supply): string {
    return `${axis} ${index} ${kindKey(pane, this.counting)}`;
  }

  of({ pane, axis, supply }: Divided): readonly number[] {
    return this.chosen.get(this.keyOf(pane, axis, supply)) ?? [];
  }

  has(of: Divided, firstMm: number): boolean {
    return this.of(of).some((known) => Math.abs(known - firstMm) < 0.01);
  }

  set({ pane, axis, supply }: Divided, firsts: readonly number[]): void {
    this.chosen.set(this.keyOf(pane, axis, supply), firsts);
  }

  add(of: Divided, firstMm: number): void {
    if (isPermitted(of, firstMm, this.job) && !this.has(of, firstMm)) this.set(of, [...this.of(of), firstMm]);
  }

  /** The first panels of the ways that a programme takes, of those that are tried. */
  takenBy({ kinds, supplies }: Demand, taken: ReadonlySet<string>): ReadonlyMap<Divided, readonly number[]> {
    const found = new Map<Divided, number[]>();
    kinds.forEach(({ pane, ways }, kind) =>
      ways.forEach(({ place, supply: at }, way) => {
        const supply = at === null ? undefined : supplies[at];
        if (!place || !supply || !taken.has(wayKey(kind, way))) return;
        const of = this.byKey.get(this.keyOf(pane, place.axis, supply));
        if (!of) return;
        const firstMm = firstOf(of, place, this.job);
        if (this.has(of, firstMm)) found.set(of, [...(found.get(of) ?? []), firstMm]);
      }),
    );
    return found;
  }

  /** What is tried for one pane is tried for those that are alike. */
  share(): void {
    const before = new Map(this.kinds.map((each) => [each, this.of(each)]));
    for (const [one, firsts] of before)
      for (const other of before.keys()) {
        const isAlike =
          one !== other &&
          one.pane.seams.alike !== undefined &&
          one.pane.seams.alike === other.pane.seams.alike &&
          one.axis === other.axis &&
          one.supply === other.supply;
        if (!isAlike) continue;
        const turned = one.axis === 'vertical' && !!one.pane.seams.mirrored !== !!other.pane.seams.mirrored;
        for (const firstMm of firsts) this.add(other, turned ? other.togetherMm - firstMm : firstMm);
      }
  }

  readonly places: PlacesOf = (pane, supply) =>
    (['vertical', 'horizontal'] as const).flatMap((axis) => {
      const of = this.byKey.get(this.keyOf(pane, axis, supply));
      return of ? this.of(of).map((firstMm) => ({ axis, at: seamsAt(of, firstMm, this.job) })) : [];
    });
}

/**
 * The panes of a film with more ways to divide them than equal panels: a full width of the roll with the rest, places at
 * which a panel leaves just what another strip fills, and such that look well; chosen in rounds by what the programme of
 * cross-sections says film is worth there, and by what looks count. Panes that are alike take one place, unless it is
 * cheaper to let each have its own. The same demand where nothing is divided, or places are not free.
 */
export function demandWithFreePlaces(
  film: FilmForPlan,
  job: PlanJob,
  solver: LinearSolver | null,
  shouldStop: () => boolean,
  secondsLeft: () => number = () => Infinity,
): WithPlaces {
  const plain = demandOf(film, job);
  if (!placesAreFree(job, film) || plain.repeats) return { demand: plain, worth: null, chosen: NONE_CHOSEN };
  const divided = dividedPanes(film, job, plain.supplies);
  if (divided.length === 0) return { demand: plain, worth: null, chosen: NONE_CHOSEN };
  const { counting } = plain;
  const looks = (of: Divided, firstMm: number) =>
    counting?.seams
      ? looksOf(of.pane, film, { axis: of.axis, atMm: seamsAt(of, firstMm, job) }, job.rules, counting.seams)
          .total
      : 0;
  const tried = new TriedPlaces(divided, job, counting);
  for (const of of tried.kinds)
    for (const firstMm of [
      of.supply.widthMm,
      of.togetherMm - of.supply.widthMm,
      ...narrowestFirsts(of, job),
      ...(counting?.seams ? firstsThatLookWell(of, job) : []),
    ])
      tried.add(of, firstMm);
  tried.share();
  let demand = demandOf(film, job, undefined, tried.places);
  let proven: ProvenBound | null = null;
  let before: Before | null = null;
  for (let round = 0; round < ROUNDS && !shouldStop(); round += 1) {
    proven =
      solver && demand.parts.length <= MOST_PARTS
        ? boundBySections(demand, solver, shouldStop, NEAR_ENOUGH, before)
        : null;
    before = proven && { demand, proven };
    if (round === ROUNDS - 1) break;
    const values = proven?.worth ?? [...filmOfParts(demand)];
    const fillings = demand.supplies.map((supply) => fillingOf(demand, supply, values));
    const widths = [...new Set(demand.parts.flatMap(({ forms }) => forms.map(({ acrossMm }) => acrossMm)))];
    const taken = tried.takenBy(demand, proven?.taken ?? NONE_TAKEN);
    let changed = false;
    for (const of of tried.kinds) {
      const filling = fillings[of.supply.index];
      if (!filling) continue;
      const priced = placesOf(of, filling, widths, job, looks);
      const cheapest = priced[0]?.price ?? 0;
      const kept = [
        ...(taken.get(of) ?? []).map((firstMm) => ({ firstMm })),
        ...priced.filter(
          ({ firstMm, price }) => tried.has(of, firstMm) && price <= cheapest * (1 + NEARLY) + 1e-9,
        ),
      ];
      const fresh = priced.filter(({ firstMm }) => !tried.has(of, firstMm)).slice(0, NEW_WAYS);
      // The programme reckons in fractions: what looks well stays to be tried in whole pulls.
      const well = counting?.seams ? firstsThatLookWell(of, job) : [];
      const looksWell = priced.filter(({ firstMm }) => well.some((mm) => Math.abs(mm - firstMm) < 0.01));
      const chosen = [...[...kept, ...fresh].slice(0, MOST_WAYS), ...looksWell.slice(0, WELL_LOOKING_WAYS)];
      const next = [...new Set(chosen.map(({ firstMm }) => firstMm))];
      changed ||= next.some((firstMm) => !tried.has(of, firstMm));
      tried.set(of, next);
    }
    if (!changed) break;
    tried.share();
    demand = demandOf(film, job, undefined, tried.places);
    proven = null;
  }
  const worth = proven?.worth ?? null;
  if (!counting?.seams || !solver) return { demand, worth, chosen: NONE_CHOSEN };
  const programme = proven?.programme ?? boundBySections(demand, solver, shouldStop, NEAR_ENOUGH)?.programme;
  const chosen = programme ? tiedPlaces(demand, programme, solver, secondsLeft()) : NONE_CHOSEN;
  return { demand, worth, chosen };
}
