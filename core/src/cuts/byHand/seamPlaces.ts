import type { CoveredPart } from '../../film/index.ts';
import { pieceSize } from '../../film/index.ts';
import type { Pane, PlacedOpening, Size } from '../../survey/index.ts';
import type { CutPlan, FilmForPlan, PaneForPlan, PlanJob } from '../format/index.ts';
import { divide } from '../lay/layouts.ts';
import { middleOf, piecesOfPane, seamsBetween } from '../lay/seams.ts';
import {
  seamOptions,
  seamProblem,
  type SeamOption,
  type SeamProblem,
  type SeamSurroundings,
} from './seamOptions.ts';

/** Where people's eyes are, over the floor: standing and sitting. */
const EYES_MM = { from: 1100, to: 1750 };
/** Panes that differ by less are alike: their seams want to stand in one line. */
const ALIKE_WITHIN_MM = 10;
/** A line of the building at the very edge of a pane is its own frame. */
const WITHIN_PANE_MM = 1;

/** A pane on its wall, with what its neighbours have to know of it. */
export interface PaneAmongOthers {
  readonly id: string;
  readonly pane: Pick<Pane, 'hidden' | 'seams'>;
  readonly size: Size | null;
  readonly covered: readonly CoveredPart[];
}

/** What is about a pane where its seams may go: hidden strips, edges of other openings, seams of its likes, eye level. */
function surroundingsOf(
  { id, pane, covered }: PaneAmongOthers,
  panesOfWall: readonly PaneAmongOthers[],
  openings: readonly PlacedOpening<string>[],
): SeamSurroundings | null {
  const own = openings.find((opening) => opening.id === id);
  if (!own) return null;
  // Seams are told from where the film begins: what is left bare is none of theirs.
  const { leftMm: bareLeftMm, topMm: bareTopMm } = covered[0] ?? { leftMm: 0, topMm: 0 };
  const { widthMm, heightMm } = covered.length > 0 ? pieceSize(covered) : own.size;
  const leftMm = own.leftMm + bareLeftMm;
  const topOverFloorMm = own.sillMm + own.size.heightMm - bareTopMm;
  const hidden = pane.hidden.map(({ side, depthMm }) => {
    const upright = side === 'left' || side === 'right';
    const glassMm = upright ? own.size.widthMm : own.size.heightMm;
    const bareMm = upright ? bareLeftMm : bareTopMm;
    const first = side === 'left' || side === 'top';
    return {
      axis: upright ? ('vertical' as const) : ('horizontal' as const),
      fromMm: (first ? 0 : glassMm - depthMm) - bareMm,
      toMm: (first ? depthMm : glassMm) - bareMm,
    };
  });
  const others = openings.filter((opening) => opening.id !== id && opening.measured);
  const within = (spanMm: number) => (mm: number) => mm > WITHIN_PANE_MM && mm < spanMm - WITHIN_PANE_MM;
  const uprights = others
    .flatMap((other) => [other.leftMm, other.leftMm + other.size.widthMm])
    .map((mm) => mm - leftMm)
    .filter(within(widthMm));
  const levels = others
    .flatMap(({ sillMm, size }) => [sillMm, sillMm + size.heightMm])
    .map((mm) => topOverFloorMm - mm)
    .filter(within(heightMm));
  const neighbours = panesOfWall.flatMap((other) => {
    const { atMm, axis } = other.pane.seams;
    const alike =
      other.size &&
      Math.abs(other.size.widthMm - own.size.widthMm) < ALIKE_WITHIN_MM &&
      Math.abs(other.size.heightMm - own.size.heightMm) < ALIKE_WITHIN_MM;
    return other.id !== id && alike && atMm && axis !== 'any' ? atMm.map((mm) => ({ axis, atMm: mm })) : [];
  });
  const eyes = {
    fromMm: Math.max(0, topOverFloorMm - EYES_MM.to),
    toMm: Math.min(heightMm, topOverFloorMm - EYES_MM.from),
  };
  return {
    hidden,
    lines: [
      ...uprights.map((atMm) => ({ axis: 'vertical' as const, atMm })),
      ...levels.map((atMm) => ({ axis: 'horizontal' as const, atMm })),
    ],
    neighbours,
    eyes: eyes.toMm > eyes.fromMm ? eyes : null,
  };
}

export interface SeamPlaces {
  readonly pane: PaneForPlan;
  readonly film: FilmForPlan;
  readonly around: SeamSurroundings;
  readonly options: readonly SeamOption[];
  /** Why a seam may not be at some places; null where it may. */
  readonly problemAt: (axis: SeamOption['axis'], atMm: readonly number[]) => SeamProblem | null;
}

/**
 * The best places for the seams of a pane, with what is about it; null where it needs none. `planJob` is the job as it is
 * planned; `panesOfWall` and `openings` are the panes of its wall and where they stand on it.
 */
export function seamPlaces(
  own: PaneAmongOthers,
  panesOfWall: readonly PaneAmongOthers[],
  openings: readonly PlacedOpening<string>[],
  planJob: PlanJob,
): SeamPlaces | null {
  const pane = planJob.panes.find(({ id }) => id === own.id);
  const film = pane && planJob.films.find(({ id }) => id === pane.filmId);
  // Most panes go whole: what is about them is not looked for.
  if (!pane || !film || divide(pane, film, planJob.rules).kind !== 'panels') return null;
  const around = surroundingsOf(own, panesOfWall, openings);
  if (!around) return null;
  const { rules } = planJob;
  // A seam that was chosen for one axis leaves the other open to be offered.
  const wish = own.pane.seams;
  const free = { ...pane, seams: { ...pane.seams, axis: wish.atMm ? ('any' as const) : pane.seams.axis } };
  const options = seamOptions(free, film, rules, around);
  if (options.length === 0) return null;
  return {
    pane,
    film,
    around,
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
export function snapSeam({ pane, around }: SeamPlaces, axis: SeamOption['axis'], mm: number): number {
  const span = axis === 'vertical' ? pane.width : pane.height;
  const places = [
    ...around.lines.filter((line) => line.axis === axis).map(({ atMm }) => atMm),
    ...around.neighbours.filter((line) => line.axis === axis).map(({ atMm }) => atMm),
    ...around.hidden.filter((strip) => strip.axis === axis).map(({ fromMm, toMm }) => (fromMm + toMm) / 2),
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
