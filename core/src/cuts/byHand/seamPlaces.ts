import type { Pane } from '../../survey/index.ts';
import type { CutPlan, FilmForPlan, PaneForPlan, PlanJob, SeamSurroundings } from '../format/index.ts';
import { divide } from '../lay/layouts.ts';
import { middleOf, piecesOfPane, seamsBetween } from '../lay/seams.ts';
import { NOTHING_ABOUT, placeInGroup, type SeamPlace } from '../looks/looks.ts';
import { seamOptions, seamProblem, type SeamOption, type SeamProblem } from './seamOptions.ts';

export interface SeamPlaces {
  readonly pane: PaneForPlan;
  readonly film: FilmForPlan;
  readonly about: SeamSurroundings;
  /** Where seams were put in panes that are alike. */
  readonly neighbours: readonly SeamPlace[];
  readonly options: readonly SeamOption[];
  /** Why a seam may not be at some places; null where it may. */
  readonly problemAt: (axis: SeamOption['axis'], atMm: readonly number[]) => SeamProblem | null;
}

/** The seams that somebody put in panes that are alike, as this pane would have them. */
function neighboursOf(pane: PaneForPlan, { panes }: PlanJob): SeamPlace[] {
  const { alike } = pane.seams;
  if (alike === undefined) return [];
  return panes.flatMap((other) => {
    const { at, axis } = other.seams;
    if (other.id === pane.id || other.seams.alike !== alike || !at || axis === 'any') return [];
    const told = placeInGroup(other, { axis, atMm: at });
    return [placeInGroup(pane, told)];
  });
}

/**
 * The best places for the seams of a pane, with what is about it; null where it needs none. `planJob` is the job as it is
 * planned; `wish` is what somebody wants of its seams.
 */
export function seamPlaces(paneId: string, wish: Pane['seams'], planJob: PlanJob): SeamPlaces | null {
  const pane = planJob.panes.find(({ id }) => id === paneId);
  const film = pane && planJob.films.find(({ id }) => id === pane.filmId);
  if (!pane || !film || divide(pane, film, planJob.rules).kind !== 'panels') return null;
  const { rules } = planJob;
  const neighbours = neighboursOf(pane, planJob);
  // A seam that was chosen for one axis leaves the other open to be offered.
  const free = { ...pane, seams: { ...pane.seams, axis: wish.atMm ? ('any' as const) : pane.seams.axis } };
  const options = seamOptions(free, film, rules, neighbours);
  if (options.length === 0) return null;
  return {
    pane,
    film,
    about: pane.seams.about ?? NOTHING_ABOUT,
    neighbours,
    options,
    problemAt: (axis, atMm) => seamProblem(pane, film, rules, axis, atMm),
  };
}

/** Where the seams of a pane stand: as somebody put them, else as the plan has them, else in the best place offered. */
export function seamsNow(
  splice: SeamPlaces,
  { axis, atMm }: Pane['seams'],
  plan: Pick<CutPlan, 'pulls'> | null,
): { readonly axis: SeamOption['axis']; readonly atMm: readonly number[] } {
  if (atMm && axis !== 'any') return { axis, atMm };
  const planned = plan ? seamsBetween(piecesOfPane(plan, splice.pane.id).map(({ cover }) => cover)) : [];
  const [first] = planned;
  if (first) return { axis: first.axis, atMm: planned.map(middleOf) };
  const [best] = splice.options;
  return { axis: best?.axis ?? 'vertical', atMm: best?.atMm ?? [] };
}

/** A seam this near to a line, a hidden strip or the middle goes there by itself, mm. */
const SNAPS_WITHIN_MM = 25;

/** Where a seam that is let go near a place comes to lie: on lines, in hidden strips, at the likes' seams, in the middle. */
export function snapSeam(
  { pane, about, neighbours }: SeamPlaces,
  axis: SeamOption['axis'],
  mm: number,
): number {
  const span = axis === 'vertical' ? pane.width : pane.height;
  const places = [
    ...about.lines.filter((line) => line.axis === axis).map(({ at }) => at),
    ...neighbours.filter((place) => place.axis === axis).flatMap(({ atMm }) => atMm),
    ...about.hidden.filter((strip) => strip.axis === axis).map(({ from, to }) => (from + to) / 2),
    span / 2,
  ];
  const near = places.find((place) => Math.abs(place - mm) < SNAPS_WITHIN_MM);
  return Math.round(Math.min(span - 1, Math.max(1, near ?? mm)));
}

/** The places of all seams once one is moved: it alone, or all together where an inner panel is a whole roll. */
export function moveSeam(
  { problemAt }: SeamPlaces,
  axis: SeamOption['axis'],
  atMm: readonly number[],
  index: number,
  toMm: number,
): readonly number[] {
  const alone = atMm.map((mm, each) => (each === index ? toMm : mm));
  if (problemAt(axis, alone)?.code !== 'seam.fixed') return alone;
  const by = toMm - (atMm[index] ?? toMm);
  return atMm.map((mm) => mm + by);
}
