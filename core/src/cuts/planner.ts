import { assemblePlan, pullsOfSources, type CopyOfPane, type UnplacedCopy } from './assemblePlan.ts';
import { costPerMm, weightPerMm } from './cost.ts';
import type { CutPlan } from './cutPlan.ts';
import {
  divide,
  panelLayouts,
  wholeShapes,
  type Division,
  type Layout,
  type Shape,
  type UnplacedReason,
} from './layouts.ts';
import { boundBySections } from './optimise/crossSections.ts';
import { exactCost } from './optimise/exactSmall.ts';
import { demandOf, mayComeOff, type Demand, type Supply } from './optimise/demand.ts';
import type { LinearSolver } from './optimise/linearSolver.ts';
import { realise } from './optimise/realise.ts';
import { searchPulls, type Arrangement as PullArrangement, type SearchEffort } from './optimise/search.ts';
import type { FilmForPlan, PaneForPlan, PlanJob, RollEdge } from './planJob.ts';
import { weighPlan } from './weighPlan.ts';
import { isBetter, layCopy, type OpenSource, type PlacedCopy } from './rollPacking.ts';

/** What the caller lends the planner: a source of chance in [0, 1) and a bell. Same chance and rounds, same plan. */
export interface PlanEffort {
  readonly random: () => number;
  /** Steps of the search after the first plan. */
  readonly rounds: number;
  /** Solves linear programmes, for the proven bound and for putting pulls together; null where none could be loaded. */
  readonly solver?: LinearSolver | null;
  /** Whether to stop; `share` says how much of the time may have gone by for this part of the work, from 0 to 1. */
  readonly shouldStop: (share?: number) => boolean;
  /** Seconds that are left, for parts of the work that cannot look at `shouldStop` in between. */
  readonly secondsLeft?: () => number;
  readonly onProgress?: (best: CutPlan, round: number) => void;
}

interface Copy extends CopyOfPane {
  readonly pane: PaneForPlan;
  readonly division: Division;
  /** The longest way the roll must be pulled for it, at its best: long ones are laid first. */
  readonly pullMm: number;
}

interface Packed {
  readonly sources: readonly OpenSource[];
  readonly unplaced: readonly UnplacedCopy[];
  /** What its film costs. */
  readonly cost: number;
}

const BOTH_EDGES: readonly RollEdge[] = ['left', 'right'];

function layoutsOn(
  copy: Copy,
  film: FilmForPlan,
  job: PlanJob,
  roll: { width: number; length: number },
): Layout[] {
  switch (copy.division.kind) {
    case 'whole':
      return [[wholeShapes(copy.pane, film, job.rules)]];
    case 'panels':
      return panelLayouts(copy.pane, film, job.rules, roll, copy.division.ways);
    case 'impossible':
      return [];
  }
}

/** Layouts by pane and roll size, worked out once. */
function layoutTable(film: FilmForPlan, job: PlanJob) {
  const known = new Map<string, Layout[]>();
  return (copy: Copy, roll: { width: number; length: number }): Layout[] => {
    const key = `${copy.paneId}\n${roll.width}\n${roll.length}`;
    const found = known.get(key) ?? layoutsOn(copy, film, job, roll);
    known.set(key, found);
    return found;
  };
}

function copiesOf(film: FilmForPlan, job: PlanJob): Copy[] {
  const widest = Math.max(0, ...film.rolls.map((roll) => roll.width));
  return job.panes
    .filter((pane) => pane.filmId === film.id)
    .flatMap((pane) => {
      const division = divide(pane, film, job.rules);
      const fitting = wholeShapes(pane, film, job.rules).filter((shape) => shape.w <= widest);
      const pullMm = fitting.length > 0 ? Math.min(...fitting.map((shape) => shape.l)) : pane.height;
      return Array.from({ length: pane.count }, (_, at) => ({
        key: `${pane.id}\n${at + 1}`,
        paneId: pane.id,
        copy: at + 1,
        pane,
        division,
        pullMm,
      }));
    });
}

function stockSources(film: FilmForPlan, job: PlanJob): OpenSource[] {
  return job.stock
    .filter((entry) => entry.filmId === film.id)
    .map(({ id, filmId, kind, width, length, factoryEdges }) => ({
      source: { id, filmId, kind, width, length },
      factoryEdges,
      costPerMm: weightPerMm(film, { kind, width }, job),
      mostSlits: job.rules.work?.mostSlits ?? Infinity,
      used: 0,
      pulls: [],
    }));
}

function newSource(film: FilmForPlan, roll: { width: number; length: number }, job: PlanJob): OpenSource {
  const source = { id: '', filmId: film.id, kind: 'new', width: roll.width, length: roll.length } as const;
  const mostSlits = job.rules.work?.mostSlits ?? Infinity;
  return {
    source,
    factoryEdges: BOTH_EDGES,
    costPerMm: costPerMm(film, source),
    mostSlits,
    used: 0,
    pulls: [],
  };
}

function reasonNotPlaced(copy: Copy, film: FilmForPlan, job: PlanJob): UnplacedReason {
  const { division, pane } = copy;
  if (division.kind === 'impossible') return division.reason;
  if (pane.from) return 'pane.fromTooSmall';
  if (film.rolls.length === 0)
    return job.stock.some((entry) => entry.filmId === film.id) ? 'stock.short' : 'film.noRolls';
  if (division.kind === 'whole') return 'edge.notAvailable';
  if (film.pattern) return 'seam.pattern';
  const without = film.rolls.some(
    (roll) => panelLayouts({ ...pane, factoryEdge: 'none' }, film, job.rules, roll, division.ways).length > 0,
  );
  return without && pane.factoryEdge !== 'none' ? 'edge.notAvailable' : 'seam.minPanel';
}

interface Arrangement {
  readonly order: readonly Copy[];
  readonly rolls: FilmForPlan['rolls'];
  readonly favour: (copy: Copy, shape: Shape) => number;
}

function pack(
  film: FilmForPlan,
  job: PlanJob,
  arrangement: Arrangement,
  layouts: ReturnType<typeof layoutTable>,
): Packed {
  const stockIds = new Set(job.stock.map((entry) => entry.id));
  let sources = stockSources(film, job);
  const unplaced: UnplacedCopy[] = [];
  let opened = 0;
  const nextId = () => {
    do opened += 1;
    while (stockIds.has(`${film.id}-new-${opened}`));
    return `${film.id}-new-${opened}`;
  };
  for (const copy of arrangement.order) {
    const favour = (shape: Shape) => arrangement.favour(copy, shape);
    let best: (PlacedCopy & { at: number }) | null = null;
    const tryOn = (source: OpenSource, at: number) => {
      if (!mayComeOff(copy.pane, source.source)) return;
      for (const layout of layouts(copy, source.source)) {
        const placed = layCopy(source, copy.key, layout, favour);
        if (placed && (!best || isBetter(placed, best))) best = { ...placed, at };
      }
    };
    sources.forEach(tryOn);
    for (const roll of arrangement.rolls) tryOn(newSource(film, roll, job), -1);
    const chosen = best as (PlacedCopy & { at: number }) | null;
    if (!chosen) unplaced.push({ ...copy, reason: reasonNotPlaced(copy, film, job) });
    else if (chosen.at >= 0)
      sources = sources.map((source, at) => (at === chosen.at ? chosen.source : source));
    else sources.push({ ...chosen.source, source: { ...chosen.source.source, id: nextId() } });
  }
  const used = sources.filter((source) => source.used > 0);
  const cost = used.reduce((sum, source) => sum + source.costPerMm * source.used, 0);
  return { sources: used, unplaced, cost };
}

function isBetterPacking(one: Packed, other: Packed): boolean {
  const run = ({ sources }: Packed) =>
    sources.reduce((sum, { used, source }) => sum + used * source.width, 0);
  const figures = (packed: Packed) => [
    packed.unplaced.length,
    packed.cost,
    run(packed),
    packed.sources.length,
  ];
  const [a, b] = [figures(one), figures(other)];
  const at = a.findIndex((figure, index) => Math.abs(figure - (b[index] ?? 0)) > 1e-6);
  return at >= 0 && (a[at] ?? 0) < (b[at] ?? 0);
}

function arrangements(
  copies: readonly Copy[],
  film: FilmForPlan,
  random: () => number,
  round: number,
): Arrangement {
  const choices = [film.rolls, ...(film.rolls.length > 1 ? film.rolls.map((roll) => [roll]) : [])];
  const rolls = choices[round % choices.length] ?? film.rolls;
  const shaken = round < choices.length ? 0 : 0.05 + 0.35 * random();
  const weights = new Map(copies.map((copy) => [copy.key, copy.pullMm * (1 + shaken * (random() - 0.5))]));
  const order = [...copies].sort((a, b) => (weights.get(b.key) ?? 0) - (weights.get(a.key) ?? 0));
  const favoured = new Map(copies.map((copy) => [copy.paneId, 1 + shaken * (random() - 0.5) * 3]));
  const favour = (copy: Copy, shape: Shape) =>
    shape.turn % 180 === 0 ? 1 : Math.max(0.2, favoured.get(copy.paneId) ?? 1);
  return { order, rolls, favour };
}

/**
 * Lays all panes of a job on rolls in cuts that hands can make: pulls across the roll, slits along the whole pull,
 * cross cuts in a strip, a last trim (formats: cut plan). A first plan puts the longest pulls first, each piece where it
 * costs least; then each film gets a proven bound and a search for cheaper pulls (optimise/). Better plans are told as
 * they come. What cannot be laid is in `unplaced` with its reason.
 */
export function planCuts(job: PlanJob, effort: PlanEffort): CutPlan {
  const films = job.films.filter((film) => job.panes.some((pane) => pane.filmId === film.id));
  const states = films.map((film): FilmState => {
    const copies = copiesOf(film, job);
    const layouts = layoutTable(film, job);
    const packed = pack(film, job, arrangements(copies, film, effort.random, 0), layouts);
    const counted = job.rules.work ? totalOf(film, job, copies, packed.sources) : packed.cost;
    return { film, copies, layouts, packed, total: counted, bound: null };
  });
  const allCopies = new Map<string, CopyOfPane>(
    states.flatMap(({ copies }) => copies.map((copy) => [copy.key, copy])),
  );
  let told = 0;
  const planNow = () =>
    assemblePlan(
      job,
      states.map(({ film, packed, bound }) => ({ film, sources: packed.sources, bound })),
      allCopies,
      states.flatMap(({ packed }) => packed.unplaced),
    );
  const tell = () => effort.onProgress?.(planNow(), (told += 1));
  effort.onProgress?.(planNow(), 0);
  const work = states.reduce((sum, { copies }) => sum + copies.length, 0);
  states.forEach((state, at) => {
    if (effort.rounds === 0 || effort.shouldStop()) return;
    const before = states.slice(0, at).reduce((sum, { copies }) => sum + copies.length, 0);
    const share = (before + state.copies.length) / Math.max(1, work);
    improve(state, job, { ...effort, shouldStop: () => effort.shouldStop(share) }, tell);
  });
  return planNow();
}

interface FilmState {
  readonly film: FilmForPlan;
  readonly copies: readonly Copy[];
  readonly layouts: ReturnType<typeof layoutTable>;
  packed: Packed;
  /** What it counts by the rules; its film alone where nothing else does. */
  total: number;
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
function totalOf(
  film: FilmForPlan,
  job: PlanJob,
  copies: readonly Copy[],
  sources: readonly OpenSource[],
): number {
  const named = new Map<string, CopyOfPane>(copies.map((copy) => [copy.key, copy]));
  return weighPlan({ ...job, films: [film] }, planOfSources(job, film, sources, named)).total;
}

/** Sums of lengths in another order differ by less, in money. */
const ROUNDING = 1e-6;
/** Steps of each choice of rolls before the best is gone on with. */
const STEPS_A_CHOICE = 150;
/** Lots on hand that are tried for themselves. */
const MOST_LOTS = 4;
/** Steps without a better plan after which there is nothing to wait for. */
const PATIENCE = 4000;
/** From this many different parts on the bound takes seconds. */
const MANY_PARTS = 40;
/** From this many different parts on the bound by cross-sections takes too long for what it says. */
const MOST_PARTS_BOUND = 450;

/** Reckons the bound of a film's panes, and looks for cheaper pulls until it is reached or time is up. */
function improve(state: FilmState, job: PlanJob, effort: PlanEffort, tell: () => void): void {
  const { film } = state;
  const demand = demandOf(film, job);
  const solver = effort.solver ?? null;
  const shouldStop = () => effort.shouldStop();
  const { counting } = demand;
  const laid = demand.kinds.reduce((sum, { copies }) => sum + copies.length, 0);
  const all = laid > 0 && laid === state.copies.length - state.packed.unplaced.length;
  const prove = (): { worth: readonly number[] | null; bound: number } => {
    const proven =
      solver && all && demand.parts.length <= MOST_PARTS_BOUND
        ? boundBySections(demand, solver, shouldStop)
        : null;
    const exact = all && !demand.patterned ? exactCost(demand, shouldStop) : null;
    const bound = Math.max(proven?.cost ?? 0, (exact ?? 0) - ROUNDING);
    if (bound > 0) {
      state.bound = Math.min(bound, state.packed.cost);
      tell();
    }
    return { worth: proven?.worth ?? null, bound };
  };
  if (demand.patterned || !all) {
    prove();
    shake(state, job, effort, tell);
    return;
  }
  const stockIds = new Set(job.stock.map((entry) => entry.id));
  let lead: { readonly demand: Demand; readonly from: PullArrangement } | null = null;
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
      onBetter: (better) => {
        if (!counting && better.cost >= state.packed.cost - 1e-6) return;
        let opened = 0;
        const sources = realise(within, better, () => {
          do opened += 1;
          while (stockIds.has(`${film.id}-new-${opened}`));
          return `${film.id}-new-${opened}`;
        });
        if (!sources) return;
        const total = counting ? totalOf(film, job, state.copies, sources) : better.cost;
        if (lead === null || total < state.total - 1e-6) lead = { demand: within, from: better };
        if (total >= state.total - 1e-6) return;
        state.packed = { sources, unplaced: state.packed.unplaced, cost: better.film };
        state.total = total;
        tell();
      },
    });
  // Where the bound takes a while a better plan comes before it.
  if (demand.parts.length > MANY_PARTS) search({ worth: null, bound: 0, starts: 1, steps: 0 });
  const proven = prove();
  if (!counting) {
    search({ ...proven, starts: 4, steps: effort.rounds });
    return;
  }
  // Which rolls to buy, and whether to mix lots, weighs more than how they are cut: each choice is begun for itself.
  const early = () => effort.shouldStop(0.4);
  const first = { bound: 0, starts: 2, steps: Math.min(effort.rounds, STEPS_A_CHOICE) };
  search({ ...first, worth: proven.worth }, demand, early);
  for (const only of choicesOfSupply(demand, job)) {
    const within = demandOf(film, job, only);
    if (within.kinds.reduce((sum, { copies }) => sum + copies.length, 0) === laid)
      search({ ...first, worth: null }, within, early);
  }
  const best = lead as { readonly demand: Demand; readonly from: PullArrangement } | null;
  const goOn = { bound: 0, starts: 2, steps: effort.rounds, patience: PATIENCE, from: best?.from ?? null };
  search({ ...goOn, worth: best && best.demand !== demand ? null : proven.worth }, best?.demand ?? demand);
}

/** What a job may be cut from, each for itself: new film of one width only, no film on hand, film of one lot. */
function choicesOfSupply(
  { film, supplies }: Demand,
  job: PlanJob,
): ((supply: Omit<Supply, 'at'>) => boolean)[] {
  const widths = [...new Set(film.rolls.map(({ width }) => width))];
  const lotOf = new Map(job.stock.map(({ id, lot }) => [id, lot ?? null]));
  const onHand = supplies.some(({ kind }) => kind !== 'new');
  const lots = [...new Set(supplies.flatMap(({ id }) => (id === null ? [] : (lotOf.get(id) ?? []))))].slice(
    0,
    MOST_LOTS,
  );
  return [
    ...(widths.length > 1
      ? widths.map((width) => (supply: Omit<Supply, 'at'>) => supply.kind !== 'new' || supply.width === width)
      : []),
    ...(onHand ? [(supply: Omit<Supply, 'at'>) => supply.kind === 'new'] : []),
    ...lots.map((lot) => (supply: Omit<Supply, 'at'>) => supply.id !== null && lotOf.get(supply.id) === lot),
  ];
}

/** Shakes the order and the turns of the first way of packing and keeps the best: for what the search cannot lay. */
function shake(state: FilmState, job: PlanJob, effort: PlanEffort, tell: () => void): void {
  for (let round = 1; round <= effort.rounds && !effort.shouldStop(); round += 1) {
    const { film, copies, layouts } = state;
    const tried = pack(film, job, arrangements(copies, film, effort.random, round), layouts);
    if (!isBetterPacking(tried, state.packed)) continue;
    state.packed = tried;
    tell();
  }
}
