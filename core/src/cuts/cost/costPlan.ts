import { SAME_PLACE_MM } from '../../units/index.ts';
import { costPerMm, weightPerMm } from './cost.ts';
import { countingFor } from './counting.ts';
import type { CutPlan, PlanSource, Pull } from '../format/cutPlan.ts';
import { knivesOf } from '../lay/knives.ts';
import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import { looksOfPlan } from '../looks/seamsOfPlan.ts';
import { usedOf } from './planSummary.ts';

/** What a plan counts, line by line; money in that of the film prices. */
export interface PlanCost {
  /** Film off new rolls, by the length used. */
  readonly newFilm: number;
  /** What stays tied up in rolls that are bought whole: their rest, less its book value. */
  readonly boughtRest: number;
  /** Film on hand, at its book value. */
  readonly onHand: number;
  readonly pulls: number;
  readonly knifeSettings: number;
  readonly labour: number;
  /** Leftovers to keep; below 0. */
  readonly leftovers: number;
  readonly slivers: { readonly count: number; readonly cost: number };
  /** Lots more than one, over all rooms. */
  readonly extraLots: { readonly count: number; readonly cost: number };
  /** Seams by where they are seen. */
  readonly seams: { readonly count: number; readonly cost: number };
  readonly total: number;
}

/** How often the knives in a box must be set: pulls that follow each other at the same places need one setting. */
function settingsOf(source: PlanSource, pulls: readonly Pull[]): number {
  let last = '';
  let settings = 0;
  for (const pull of pulls.filter(({ sourceId }) => sourceId === source.id)) {
    const knives = knivesOf(pull, source.width)
      .map((at) => at.toFixed(1))
      .join(' ');
    if (knives !== '' && knives !== last) settings += 1;
    last = knives;
  }
  return settings;
}

/** In how many lots more than one the film of a job's rooms is, by room; new film of one width counts as one lot. */
export function lotsByRoom(
  job: PlanJob,
  plan: Pick<CutPlan, 'sources' | 'pulls'>,
  filmId: string,
): ReadonlyMap<string, Set<string>> {
  const rooms = new Map(job.panes.map(({ id, room }) => [id, room]));
  const lots = new Map(job.stock.map(({ id, lot }) => [id, lot ?? `of ${id}`]));
  const found = new Map<string, Set<string>>();
  for (const { sourceId, pieces } of plan.pulls) {
    const source = plan.sources.find(({ id }) => id === sourceId);
    if (source?.filmId !== filmId) continue;
    const lot = source.kind === 'new' ? 'new' : (lots.get(sourceId) ?? sourceId);
    for (const { paneId } of pieces) {
      const room = rooms.get(paneId);
      if (room !== undefined) found.set(room, (found.get(room) ?? new Set()).add(lot));
    }
  }
  return found;
}

function countFilm(film: FilmForPlan, job: PlanJob, plan: Pick<CutPlan, 'sources' | 'pulls'>): PlanCost {
  const counting = countingFor(film, job);
  const sources = plan.sources.filter(({ filmId }) => filmId === film.id);
  const ids = new Set(sources.map(({ id }) => id));
  const pulls = plan.pulls.filter(({ sourceId }) => ids.has(sourceId));
  let [newFilm, boughtRest, onHand] = [0, 0, 0];
  for (const source of sources) {
    const used = usedOf(source, pulls);
    if (used <= SAME_PLACE_MM) continue;
    if (source.kind !== 'new') {
      const perMm =
        source.kind === 'offcut' ? (counting?.offcutPerMm(source) ?? 0) : weightPerMm(film, source, job);
      onHand += perMm * used;
      continue;
    }
    newFilm += costPerMm(film, source) * used;
    const roll = film.rolls.find(({ width, length }) => width === source.width && length === source.length);
    if (roll && counting && roll.soldBy !== 'metre')
      boughtRest += ((source.length - used) / source.length) * counting.opening(roll);
  }
  const knifeSettings = sources.reduce((sum, source) => sum + settingsOf(source, pulls), 0);
  const labour = counting ? counting.perPull * pulls.length + counting.perKnifeSetting * knifeSettings : 0;
  const counts = counting
    ? pulls.flatMap(({ offcuts }) => offcuts.map(({ w, l }) => counting.leftover(w, l)))
    : [];
  const slivers = counts.filter((count) => count > 0);
  const leftovers = counts.reduce((sum, count) => sum + Math.min(0, count), 0);
  const lots = [...lotsByRoom(job, plan, film.id).values()].reduce((sum, { size }) => sum + size - 1, 0);
  const extraLots = { count: lots, cost: (counting?.perExtraLot ?? 0) * lots };
  const seams = counting ? looksOfPlan(film, job, { pulls }) : { count: 0, cost: 0 };
  const sliverCost = slivers.reduce((sum, each) => sum + each, 0);
  return {
    newFilm,
    boughtRest,
    onHand,
    pulls: pulls.length,
    knifeSettings,
    labour,
    leftovers,
    slivers: { count: slivers.length, cost: sliverCost },
    extraLots,
    seams: { count: seams.count, cost: seams.cost },
    total: newFilm + boughtRest + onHand + labour + leftovers + sliverCost + extraLots.cost + seams.cost,
  };
}

const NOTHING: PlanCost = {
  newFilm: 0,
  boughtRest: 0,
  onHand: 0,
  pulls: 0,
  knifeSettings: 0,
  labour: 0,
  leftovers: 0,
  slivers: { count: 0, cost: 0 },
  extraLots: { count: 0, cost: 0 },
  seams: { count: 0, cost: 0 },
  total: 0,
};

/**
 * What a plan counts by the job's rules: film used, rests of rolls bought whole, film on hand, the hands' time, leftovers,
 * slivers and lots, each as its own line. Without prices film counts by area (mm²) and nothing else does.
 */
export function costPlan(job: PlanJob, plan: Pick<CutPlan, 'sources' | 'pulls'>): PlanCost {
  return job.films
    .map((film) => countFilm(film, job, plan))
    .reduce(
      (sum, each) => ({
        newFilm: sum.newFilm + each.newFilm,
        boughtRest: sum.boughtRest + each.boughtRest,
        onHand: sum.onHand + each.onHand,
        pulls: sum.pulls + each.pulls,
        knifeSettings: sum.knifeSettings + each.knifeSettings,
        labour: sum.labour + each.labour,
        leftovers: sum.leftovers + each.leftovers,
        slivers: {
          count: sum.slivers.count + each.slivers.count,
          cost: sum.slivers.cost + each.slivers.cost,
        },
        extraLots: {
          count: sum.extraLots.count + each.extraLots.count,
          cost: sum.extraLots.cost + each.extraLots.cost,
        },
        seams: {
          count: sum.seams.count + each.seams.count,
          cost: sum.seams.cost + each.seams.cost,
        },
        total: sum.total + each.total,
      }),
      NOTHING,
    );
}
