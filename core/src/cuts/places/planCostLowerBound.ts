import { boundBySections } from '../cost/crossSections.ts';
import { divide } from '../lay/layouts.ts';
import { placesAreFree } from '../format/prices.ts';
import { dividesAny } from './divided.ts';
import { boundOverPlaces } from './boundOverPlaces.ts';
import { demandOf, goesOn, type Demand, type Supply } from '../cost/demand.ts';
import type { LinearSolver } from '../cost/linearSolver.ts';
import type { FilmForPlan, PlanJob } from '../format/planJob.ts';

/** From this many different parts on the bound takes too long to be waited for. */
const MOST_PARTS = 120;

/** Film that the pieces take at the least, mm²: each as it lies smallest. */
function leastArea({ kinds, parts }: Demand): number {
  const areaOf = (part: number) =>
    Math.min(...(parts[part]?.forms ?? []).map(({ acrossMm: w, alongMm: l }) => w * l));
  return kinds.reduce((sum, { copies, ways }) => {
    const least = Math.min(...ways.map((way) => way.parts.reduce((all, part) => all + areaOf(part), 0)));
    return sum + copies.length * least;
  }, 0);
}

/** What the seams of divided panes count at the least, wherever they go: each in the best sight there is about its pane. */
function leastLooks(film: FilmForPlan, job: PlanJob): number {
  const rules = job.rules.work?.seams;
  if (!rules) return 0;
  return job.panes.reduce((sum, pane) => {
    const division = pane.filmId === film.id ? divide(pane, film, job.rules) : null;
    if (division?.kind !== 'panels') return sum;
    const { hidden = [], lines = [] } = pane.seams.about ?? {};
    const least = division.ways.map(({ axis, panels }) => {
      const isHere = (each: { readonly axis: string }) => each.axis === axis;
      const times = hidden.some(isHere) ? 0 : lines.some(isHere) ? rules.onLineTimes : 1;
      const [metres, level] =
        axis === 'vertical' ? [pane.height / 1000, 1] : [pane.width / 1000, rules.levelTimes];
      return (panels - 1) * rules.perMetre * metres * times * level;
    });
    return sum + pane.count * Math.min(...least);
  }, 0);
}

/** The roll that has to be bought at the least: some piece goes on no cheaper one, nor on what is on hand. */
function dearestNeeded({ kinds, parts, supplies }: Demand): number {
  const openingFor = (part: number) =>
    Math.min(
      ...supplies.flatMap((supply) =>
        (parts[part]?.forms ?? []).some((form) => goesOn(form, supply)) ? [supply.opening] : [],
      ),
    );
  const needed = kinds.map(({ ways }) =>
    Math.min(...ways.map((way) => Math.max(...way.parts.map(openingFor)))),
  );
  return Math.max(0, ...needed.filter(Number.isFinite));
}

/**
 * What no plan of a film's panes can count less than, by the job's rules; null where that was not proven. From the bound by
 * cross-sections, with all that is free beside the pieces taken for leftovers of the highest worth, one pull, and rolls
 * bought by their share, or one of them whole.
 */
export function planCostLowerBound(
  film: FilmForPlan,
  job: PlanJob,
  solver: LinearSolver,
  shouldStop: () => boolean,
): number | null {
  // Sheets count whole, which the bound by cross-sections knows nothing of.
  if ((film.sheets ?? []).length > 0) return null;
  const demand = demandOf(film, job);
  const { counting, supplies, parts, repeats } = demand;
  const wanted = job.panes.reduce((sum, { filmId, count }) => sum + (filmId === film.id ? count : 0), 0);
  const laid = demand.kinds.reduce((sum, { copies }) => sum + copies.length, 0);
  if (!counting || repeats || wanted === 0 || laid < wanted || parts.length > MOST_PARTS) return null;
  const worth = counting.mostWorthPerMm2;
  const area = leastArea(demand);
  // A leftover can be worth more than the film on hand it comes off is counted: that is given away once for all of it.
  const given = (perMm: (at: number) => number) =>
    supplies.reduce(
      (sum, { index: at, kind, widthMm: width, lengthMm: length }) =>
        sum + (kind === 'new' ? 0 : Math.min(0, perMm(at) - worth * width) * length),
      0,
    );
  const isFree = placesAreFree(job, film) && dividesAny(film, job);
  const looks = isFree ? leastLooks(film, job) : 0;
  const bound = (perMm: (at: number) => number): number => {
    const loweredPerMm = ({ index, widthMm }: Supply) => Math.max(0, perMm(index) - worth * widthMm);
    // Where seams may go anywhere the bound is one over all places; else looks are counted with the ways there are.
    const filmAndLooks = isFree
      ? boundOverPlaces(film, job, loweredPerMm, { known: null, solver, shouldStop })
      : (boundBySections(
          { ...demand, supplies: supplies.map((each) => ({ ...each, costPerMm: loweredPerMm(each) })) },
          solver,
          shouldStop,
        )?.cost ?? 0);
    return filmAndLooks + looks + given(perMm) + worth * area + counting.perPull;
  };
  const perMm = (at: number) => supplies[at]?.countPerMm ?? 0;
  const byShare = bound((at) => perMm(at) + (supplies[at]?.opening ?? 0) / (supplies[at]?.lengthMm ?? 1));
  const onHand = supplies.reduce(
    (sum, { kind, widthMm: width, lengthMm: length }) => sum + (kind === 'new' ? 0 : width * length),
    0,
  );
  const openings = supplies.filter(({ kind }) => kind === 'new').map(({ opening }) => opening);
  const opening = Math.max(
    dearestNeeded(demand),
    onHand < area && openings.length > 0 ? Math.min(...openings) : 0,
  );
  const oneWhole = opening > 0 ? bound(perMm) + opening : 0;
  const least = Math.max(byShare, oneWhole);
  return least > 0 ? least : null;
}
