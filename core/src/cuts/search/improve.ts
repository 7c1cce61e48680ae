import { pullsOfSources, type CopyOfPane } from './assemblePlan.ts';
import type { CutPlan } from '../format/cutPlan.ts';
import { isBetterPacking, layoutTable, pack, packingOrder, type Copy, type Packed } from './firstPlan.ts';
import { arrangementOf, type Arrangement } from './optimise/builtPull.ts';
import { boundBySections } from '../cost/crossSections.ts';
import { demandOf, filmAlone, isBeyondSearch, onlyFrom, type Demand, type Supply } from '../cost/demand.ts';
import { boundOverPlaces } from '../places/boundOverPlaces.ts';
import { placesAreFree } from '../format/prices.ts';
import { dividesAny } from '../places/divided.ts';
import { demandWithFreePlaces } from '../places/freePlaces.ts';
import { placesThatPay } from '../places/placesThatPay.ts';
import type { SeamPlace } from '../looks/looks.ts';
import { atPlaces, placeGroups } from '../places/tiedPlaces.ts';
import { exactPulls } from './optimise/exactSmall.ts';
import { realise } from './optimise/realise.ts';
import { searchPulls, type SearchEffort } from './optimise/search.ts';
import type { PlanEffort } from './planEffort.ts';
import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import type { OpenSource } from '../lay/rollPacking.ts';
import { costPlan } from '../cost/costPlan.ts';

export interface FilmState {
  readonly film: FilmForPlan;
  readonly copies: readonly Copy[];
  readonly layouts: ReturnType<typeof layoutTable>;
  packed: Packed;
  /** What it counts by the rules; its film alone where nothing else does. */
  total: number;
  /** Names that new rolls may not have: those of rolls in another part of the plan. */
  readonly takenIds?: readonly string[];
  /** Proven by cross-sections: no plan of these panes costs less; null where it was not reckoned. */
  bound: number | null;
}

function planOfSources(
  job: PlanJob,
  film: FilmForPlan,
  sources: readonly OpenSource[],
  copies: ReadonlyMap<string, CopyOfPane>,
): Pick<CutPlan, 'sources' | 'pulls'> {
  return { sources: sources.map(({ source }) => source), pulls: pullsOfSources(film, sources, job, copies) };
}

/** What packed rolls of a film count by the rules. */
export function totalOf(
  film: FilmForPlan,
  job: PlanJob,
  copies: readonly Copy[],
  sources: readonly OpenSource[],
): number {
  const named = new Map<string, CopyOfPane>(copies.map((copy) => [copy.key, copy]));
  return costPlan({ ...job, films: [film] }, planOfSources(job, film, sources, named)).total;
}

/** Sums of lengths in another order differ by less, in money. */
const ROUNDING = 1e-6;
/** Steps of each choice of rolls before the best is gone on with. */
const STEPS_A_CHOICE = 150;
/** Steps of each place of panes that are alike. */
const STEPS_A_PLACE = 40;
/** Lots on hand that are tried for themselves. */
const MOST_LOTS = 4;
/** Steps without a better plan after which there is nothing to wait for: more where there is more to lay. */
const patienceFor = (pieces: number) => 300 + 30 * pieces;
/** From this many different parts on the bound takes seconds. */
const MANY_PARTS = 40;
/** From this many different parts on the bound by cross-sections takes too long for what it says. */
const MOST_PARTS_BOUND = 450;

/** Reckons the bound of a film's panes, and looks for cheaper pulls until it is reached or time is up. */
export function improve(state: FilmState, job: PlanJob, effort: PlanEffort, tell: () => void): void {
  const { film } = state;
  const solver = effort.solver ?? null;
  const shouldStop = () => effort.shouldStop();
  const {
    demand,
    worth: worthOfPlaces,
    chosen,
  } = demandWithFreePlaces(film, job, solver, () => effort.shouldStop(0.15), effort.secondsLeft);
  const isFree = placesAreFree(job, film) && dividesAny(film, job);
  const { counting } = demand;
  const laid = demand.kinds.reduce((sum, { copies }) => sum + copies.length, 0);
  const all = laid > 0 && laid === state.copies.length - state.packed.unplaced.length;
  const taken = new Set([...job.stock.map((entry) => entry.id), ...(state.takenIds ?? [])]);
  let lead: { readonly demand: Demand; readonly from: Arrangement } | null = null;
  const take = (within: Demand, better: Arrangement): boolean => {
    if (!counting && better.cost >= state.packed.cost - ROUNDING) return true;
    let opened = 0;
    const sources = realise(within, better, () => {
      do opened += 1;
      while (taken.has(`${film.id}-new-${opened}`));
      return `${film.id}-new-${opened}`;
    });
    if (!sources) return false;

    const filmCost = sources.reduce((sum, { costPerMm: each, usedMm: mm }) => sum + each * mm, 0);
    const total = counting ? totalOf(film, job, state.copies, sources) : filmCost;
    // Pulls that have to begin on a repeat can come to more than a roll has, or cost more than it seemed.
    if (demand.repeats && sources.some(({ source, usedMm: mm }) => mm > source.length + ROUNDING))
      return false;
    if (lead === null || total < state.total - ROUNDING) lead = { demand: within, from: better };
    if (total >= state.total - ROUNDING) return true;
    state.packed = { sources, unplaced: state.packed.unplaced, cost: filmCost };
    state.total = total;
    tell();
    return true;
  };
  const prove = (): { worth: readonly number[] | null; bound: number } => {
    const proven =
      solver && all && demand.parts.length <= MOST_PARTS_BOUND && !isFree && !demand.repeats
        ? boundBySections(filmAlone(demand), solver, shouldStop)
        : null;
    const exact = all && !demand.repeats ? exactPulls(demand, shouldStop) : null;
    if (exact && exact.pulls.every(({ strips }) => strips.length <= demand.mostSlits))
      take(demand, arrangementOf(demand, exact.pulls));
    // What is proven of the places that were tried says nothing of the others.
    const known = worthOfPlaces ? { demand, worth: worthOfPlaces } : null;
    const bySections =
      isFree && !demand.repeats
        ? boundOverPlaces(
            film,
            job,
            undefined,
            solver && { known, solver, shouldStop: () => effort.shouldStop(0.3) },
          )
        : (proven?.cost ?? 0);
    const bound = Math.max(bySections, (exact?.cost ?? 0) - ROUNDING);
    if (bound > 0) {
      state.bound = Math.min(bound, state.packed.cost);
      tell();
    }
    return { worth: worthOfPlaces ?? proven?.worth ?? null, bound };
  };
  if (demand.patterned || !all) {
    prove();
    improveApart(state, job, effort, tell);
    return;
  }
  const search = (
    from: Pick<SearchEffort, 'worth' | 'bound' | 'starts' | 'steps' | 'from' | 'patience'>,
    within: Demand = demand,
    stop = shouldStop,
  ) =>
    searchPulls(within, {
      ...from,
      random: effort.random,
      shouldStop: stop,
      solver,
      secondsLeft: effort.secondsLeft ?? (() => Infinity),
      onBetter: (better, searched) => take(searched, better),
      ...(isFree ? { morePlaces: placesThatPay(film, job) } : {}),
    });
  // Where the bound takes a while a better plan comes before it.
  if (demand.parts.length > MANY_PARTS) search({ worth: null, bound: 0, starts: 1, steps: 0 });
  const proven = prove();
  if (!counting) {
    search({ ...proven, starts: 4, steps: effort.rounds });
    return;
  }
  // Which rolls to buy, whether to mix lots, and where panes that are alike have their seams weighs more than how they are
  // cut: each choice is begun for itself.
  const until = (share: number) => () => effort.shouldStop(share);
  const first = { bound: 0, starts: 2, steps: Math.min(effort.rounds, STEPS_A_CHOICE) };
  search({ ...first, worth: proven.worth }, demand, until(0.3));

  tryPlaces(
    demand,
    chosen,
    (within) => {
      const before = state.total;
      search({ ...first, steps: Math.min(effort.rounds, STEPS_A_PLACE), worth: null }, within, until(0.6));
      return state.total < before - ROUNDING;
    },
    until(0.6),
  );
  const leading = (lead as { readonly demand: Demand } | null)?.demand ?? demand;
  for (const only of choicesOfSupply(leading, job)) {
    const within = isFree ? onlyFrom(leading, only) : demandOf(film, job, only);
    if (within.kinds.reduce((sum, { copies }) => sum + copies.length, 0) === laid)
      search({ ...first, worth: null }, within, until(0.7));
  }
  const best = lead as { readonly demand: Demand; readonly from: Arrangement } | null;
  const goOn = {
    bound: 0,
    starts: 2,
    steps: effort.rounds,
    patience: effort.patient ? Infinity : patienceFor(laid),
    from: best?.from ?? null,
  };
  search({ ...goOn, worth: best && best.demand !== demand ? null : proven.worth }, best?.demand ?? demand);
}

/**
 * Tries the places of panes that are alike: what the programme chose, then for each group one place after the other, going on
 * from what is better, as long as anything is. `search` says whether it found a better plan.
 */
function tryPlaces(
  demand: Demand,
  chosen: ReadonlyMap<string, SeamPlace | null>,
  search: (within: Demand) => boolean,
  shouldStop: () => boolean,
): void {
  const groups = placeGroups(demand);
  if ((demand.counting?.seams?.unlikePane ?? 0) === 0 || groups.length === 0) return;
  let best = new Map(groups.map(({ alike, places }) => [alike, chosen.get(alike) ?? places[0] ?? null]));
  search(atPlaces(demand, best));
  for (let isBetter = true; isBetter && !shouldStop();) {
    isBetter = false;
    for (const { alike, places } of groups)
      for (const place of places) {
        if (shouldStop()) return;
        if (place === best.get(alike)) continue;
        const tried = new Map(best).set(alike, place);

        if (!search(atPlaces(demand, tried))) continue;
        best = tried;
        isBetter = true;
      }
  }
}

/** What a job may be cut from, each for itself: new film of one width only, no film on hand, film of one lot. */
function choicesOfSupply(
  { film, supplies }: Demand,
  job: PlanJob,
): ((supply: Omit<Supply, 'index'>) => boolean)[] {
  const widths = [...new Set(film.rolls.map(({ width }) => width))];
  const lotOf = new Map(job.stock.map(({ id, lot }) => [id, lot ?? null]));
  const onHand = supplies.some(({ kind }) => kind !== 'new');
  const lots = [...new Set(supplies.flatMap(({ id }) => (id === null ? [] : (lotOf.get(id) ?? []))))].slice(
    0,
    MOST_LOTS,
  );
  return [
    ...(widths.length > 1
      ? widths.map(
          (width) => (supply: Omit<Supply, 'index'>) => supply.kind !== 'new' || supply.widthMm === width,
        )
      : []),
    ...(onHand ? [(supply: Omit<Supply, 'index'>) => supply.kind === 'new'] : []),
    ...lots.map(
      (lot) => (supply: Omit<Supply, 'index'>) => supply.id !== null && lotOf.get(supply.id) === lot,
    ),
  ];
}

/** Rounds of shaking what the search cannot lay, before the rest is searched. */
const SHAKEN_APART = 200;

/** Puts the pulls of two parts of a film's plan together: on a roll that both take from, one behind the other. */
function joinParts(one: readonly OpenSource[], other: readonly OpenSource[]): OpenSource[] {
  const behind = new Map(other.map((each) => [each.source.id, each]));
  const joined = one.map((each) => {
    const next = behind.get(each.source.id);
    if (!next) return each;
    behind.delete(each.source.id);
    const pulls = next.pulls.map((pull) => ({ ...pull, start: pull.startMm + each.usedMm }));
    // The source of the first part: it has its whole length.
    return { ...each, usedMm: each.usedMm + next.usedMm, pulls: [...each.pulls, ...pulls] };
  });
  return [...joined, ...behind.values()];
}

/**
 * Where some panes follow a pattern along the roll, or cannot be laid, these are packed for themselves and all others
 * searched as ever, on what is left on hand.
 */
function improveApart(state: FilmState, job: PlanJob, effort: PlanEffort, tell: () => void): void {
  const { film, copies, layouts } = state;
  const unplaced = new Set(state.packed.unplaced.map(({ paneId }) => paneId));
  const patterned = patternedPanes(film, job);
  const isOdd = ({ id }: { id: string }) => unplaced.has(id) || patterned.has(id);
  const own = job.panes.filter(({ filmId }) => filmId === film.id);
  const easy = own.filter((pane) => !isOdd(pane));
  if (easy.length === 0) {
    perturb(state, job, effort, tell);
    return;
  }
  const oddJob: PlanJob = { ...job, panes: own.filter(isOdd) };
  const oddCopies = copies.filter(({ pane }) => isOdd(pane));
  const odd: FilmState = {
    film,
    copies: oddCopies,
    layouts,
    packed: pack(film, oddJob, packingOrder(oddCopies, film, effort.random, 0), layouts),
    total: 0,
    bound: null,
  };
  const oddRounds = Math.min(effort.rounds, SHAKEN_APART);
  perturb(
    odd,
    oddJob,
    { ...effort, rounds: oddRounds, shouldStop: () => effort.shouldStop(0.3) },
    () => undefined,
  );
  const used = new Map(odd.packed.sources.map(({ source, usedMm: mm }) => [source.id, mm]));
  const easyJob: PlanJob = {
    ...job,
    panes: easy,
    stock: job.stock.flatMap((entry) => {
      const length = entry.length - (used.get(entry.id) ?? 0);
      return length > 1 ? [{ ...entry, length }] : [];
    }),
  };
  const easyCopies = copies.filter(({ pane }) => !isOdd(pane));
  const packed = pack(film, easyJob, packingOrder(easyCopies, film, effort.random, 0), layouts, [
    ...used.keys(),
  ]);
  if (packed.unplaced.length > 0) {
    perturb(state, job, effort, tell);
    return;
  }
  const rest: FilmState = {
    film,
    copies: easyCopies,
    layouts,
    packed,
    total: job.rules.work ? totalOf(film, easyJob, easyCopies, packed.sources) : packed.cost,
    takenIds: [...used.keys()],
    bound: null,
  };
  const join = () => {
    const sources = joinParts(odd.packed.sources, rest.packed.sources);
    const cost = odd.packed.cost + rest.packed.cost;
    const total = job.rules.work ? totalOf(film, job, copies, sources) : cost;
    // What is proven of the others is proven of the whole only where the odd ones take nothing.
    if (odd.packed.sources.length === 0) state.bound = rest.bound;
    const fewer = odd.packed.unplaced.length < state.packed.unplaced.length;
    if (odd.packed.unplaced.length > state.packed.unplaced.length) return;
    if (!fewer && total >= state.total - ROUNDING) return;
    state.packed = { sources, unplaced: odd.packed.unplaced, cost };
    state.total = total;
    tell();
  };
  join();
  improve(
    rest,
    easyJob,
    { ...effort, shouldStop: (share = 1) => effort.shouldStop(0.3 + 0.7 * share) },
    join,
  );
  join();
}

/** Panes of a film whose panels follow its pattern and hang on the roll's right edge. */
function patternedPanes(film: FilmForPlan, job: PlanJob): ReadonlySet<string> {
  const { kinds, parts } = demandOf(film, job);
  const odd = new Set(parts.flatMap(({ kind, forms }) => (forms.some(isBeyondSearch) ? [kind] : [])));
  return new Set(kinds.flatMap(({ copies }, at) => (odd.has(at) ? copies.map(({ paneId }) => paneId) : [])));
}

/** Shakes the order and the turns of the first way of packing and keeps the best: for what the search cannot lay. */
function perturb(state: FilmState, job: PlanJob, effort: PlanEffort, tell: () => void): void {
  for (let round = 1; round <= effort.rounds && !effort.shouldStop(); round += 1) {
    const { film, copies, layouts } = state;
    const tried = pack(film, job, packingOrder(copies, film, effort.random, round), layouts);
    if (!isBetterPacking(tried, state.packed)) continue;
    state.packed = tried;
    tell();
  }
}
