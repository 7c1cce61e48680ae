import type { FilmForPlan, PlanJob } from '../format/planJob.ts';
import { placesAreFree } from '../format/prices.ts';
import { boundBySections, type Before, type ProvenBound } from '../cost/crossSections.ts';
import { demandOf, type Demand } from '../cost/demand.ts';
import { fillingOf } from '../cost/filling.ts';
import { filmOfParts } from '../cost/filmOfParts.ts';
import type { LinearSolver } from '../cost/linearSolver.ts';
import { looksOf, type SeamPlace } from '../looks/looks.ts';
import { dividedPanes, firstsThatLookWell, narrowestFirsts, seamsAt, type Divided } from './divided.ts';
import { nextFirsts, pricedFirsts } from './pricedFirsts.ts';
import { tiedPlaces } from './tiedPlaces.ts';
import { isAmong, TriedPlaces } from './triedPlaces.ts';

/*
 * Where the seams of divided panes may go, beside equal panels: chosen by what film is worth at each place across the roll.
 * Widths of panels are mm; the first and the last panel share what the full ones between them leave.
 */

const MOST_PARTS = 340;
const ROUNDS = 6;

/** A demand with the places chosen for it, and what its parts are worth; null where that was not reckoned. */
export interface WithPlaces {
  readonly demand: Demand;
  readonly worth: readonly number[] | null;
  /** The place that each group of panes that are alike takes by the programme; null: each its own. */
  readonly chosen: ReadonlyMap<string, SeamPlace | null>;
}

const NONE_TAKEN: ReadonlySet<string> = new Set();
const NONE_CHOSEN: WithPlaces['chosen'] = new Map();

/** A programme so near to its end tells which places pay. */
const NEAR_ENOUGH = 0.01;

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
  const seamLooks = counting?.seams;
  const looksCost = (of: Divided, firstMm: number) =>
    seamLooks
      ? looksOf(of.pane, film, { axis: of.axis, atMm: seamsAt(of, firstMm, job) }, job.rules, seamLooks).total
      : 0;
  const looksWell = (of: Divided) => (seamLooks ? firstsThatLookWell(of, job) : []);
  const tried = new TriedPlaces(divided, job, counting);
  for (const of of tried.kinds) {
    const { togetherMm, supply } = of;
    const ends = [supply.widthMm, togetherMm - supply.widthMm, ...narrowestFirsts(of, job)];
    for (const firstMm of [...ends, ...looksWell(of)]) tried.add(of, firstMm);
  }
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
      const priced = pricedFirsts(of, filling, widths, job, (firstMm) => looksCost(of, firstMm));
      const known = { tried: tried.of(of), taken: taken.get(of) ?? [], well: looksWell(of) };
      const next = nextFirsts(priced, known);
      changed ||= next.some((firstMm) => !isAmong(known.tried, firstMm));
      tried.set(of, next);
    }
    if (!changed) break;
    tried.share();
    demand = demandOf(film, job, undefined, tried.places);
    proven = null;
  }
  const worth = proven?.worth ?? null;
  if (!seamLooks || !solver) return { demand, worth, chosen: NONE_CHOSEN };
  const programme = proven?.programme ?? boundBySections(demand, solver, shouldStop, NEAR_ENOUGH)?.programme;
  const chosen = programme ? tiedPlaces(demand, programme, solver, secondsLeft()) : NONE_CHOSEN;
  return { demand, worth, chosen };
}
