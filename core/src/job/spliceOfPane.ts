import {
  divide,
  spliceOptions,
  spliceProblem,
  type CutPlan,
  type FilmForPlan,
  type PaneForPlan,
  type PlanJob,
  type Splice,
  type SpliceProblem,
  type SpliceSurroundings,
} from '../cuts/index.ts';
import { placeOpenings } from '../survey/index.ts';
import { coveredStrips, pieceSize } from './coverage.ts';
import { ruleSetOf, sizesOf, type ShopBook } from './planning.ts';
import { panesOfWall, type JobRecords, type Pane } from './records.ts';
import { seamsIn } from './seamMarks.ts';

/** Where people's eyes are, over the floor: standing and sitting. */
const EYES_MM = { from: 1100, to: 1750 };

/** What is about a pane where its seams may go: hidden strips, edges of other openings, seams of its likes, eye level. */
function surroundingsOf(records: JobRecords, book: ShopBook, paneId: string): SpliceSurroundings | null {
  const pane = records.pane[paneId];
  const wall = pane && records.wall[pane.wallId];
  if (!pane || !wall) return null;
  const rules = ruleSetOf(records, book);
  const panes = panesOfWall(records, pane.wallId);
  const { openings } = placeOpenings(
    wall,
    panes.map((each) => ({ ...each, size: sizesOf(each, rules)?.cutting ?? null })),
  );
  const own = openings.find(({ id }) => id === paneId);
  if (!own) return null;
  // Seams are told from where the film begins: what is left bare is none of theirs.
  const strips = coveredStrips(pane, own.size, rules.film);
  const { leftMm: bareLeftMm, topMm: bareTopMm } = strips[0] ?? { leftMm: 0, topMm: 0 };
  const { widthMm, heightMm } = strips.length > 0 ? pieceSize(strips) : own.size;
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
  const others = openings.filter(({ id, measured }) => id !== paneId && measured);
  const uprights = others
    .flatMap((other) => [other.leftMm, other.leftMm + other.size.widthMm])
    .map((at) => at - leftMm)
    .filter((at) => at > 1 && at < widthMm - 1);
  const levels = others
    .flatMap(({ sillMm, size }) => [sillMm, sillMm + size.heightMm])
    .map((at) => topOverFloorMm - at)
    .filter((at) => at > 1 && at < heightMm - 1);
  const neighbours = panes.flatMap((other) => {
    const size = sizesOf(other, rules)?.cutting;
    const { atMm, axis } = other.seams;
    const alike =
      size &&
      Math.abs(size.widthMm - own.size.widthMm) < 10 &&
      Math.abs(size.heightMm - own.size.heightMm) < 10;
    return other.id !== paneId && alike && atMm && axis !== 'any'
      ? atMm.map((at) => ({ axis, atMm: at }))
      : [];
  });
  const top = topOverFloorMm;
  const eyes = { fromMm: Math.max(0, top - EYES_MM.to), toMm: Math.min(heightMm, top - EYES_MM.from) };
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

export interface SpliceOfPane {
  readonly pane: PaneForPlan;
  readonly film: FilmForPlan;
  readonly around: SpliceSurroundings;
  readonly options: readonly Splice[];
  /** Why a seam may not be at some places; null where it may. */
  readonly problemAt: (axis: Splice['axis'], atMm: readonly number[]) => SpliceProblem | null;
}

/**
 * The best places for the seams of a pane of a job, with what is about it; null where it needs none. `planJob` is the job
 * as it is planned, made once for all its panes.
 */
export function spliceOfPane(
  records: JobRecords,
  book: ShopBook,
  planJob: PlanJob,
  paneId: string,
): SpliceOfPane | null {
  const pane = planJob.panes.find(({ id }) => id === paneId);
  const film = pane && planJob.films.find(({ id }) => id === pane.filmId);
  // Most panes go whole: what is about them is not looked for.
  if (!pane || !film || divide(pane, film, planJob.rules).kind !== 'panels') return null;
  const around = surroundingsOf(records, book, paneId);
  if (!around) return null;
  const { rules } = planJob;
  // A seam that was chosen for one axis leaves the other open to be offered.
  const wish = records.pane[paneId]?.seams;
  const free = { ...pane, seams: { ...pane.seams, axis: wish?.atMm ? ('any' as const) : pane.seams.axis } };
  const options = spliceOptions(free, film, rules, around);
  if (options.length === 0) return null;
  return {
    pane,
    film,
    around,
    options,
    problemAt: (axis, atMm) => spliceProblem(pane, film, rules, axis, atMm),
  };
}

/** Where the seams of a pane stand: as somebody put them, else as the plan has them, else in the best place offered. */
export function seamsNow(
  splice: SpliceOfPane,
  { axis, atMm }: Pane['seams'],
  plan: Pick<CutPlan, 'pulls'> | null,
): { readonly axis: Splice['axis']; readonly atMm: readonly number[] } {
  if (atMm && axis !== 'any') return { axis, atMm };
  const planned = plan ? seamsIn(plan, splice.pane.id) : [];
  const [first] = planned;
  if (first) return { axis: first.axis, atMm: planned.map(({ from, to }) => (from + to) / 2) };
  const [best] = splice.options;
  return { axis: best?.axis ?? 'vertical', atMm: best?.atMm ?? [] };
}

/** A seam this near to a line, a hidden strip or the middle goes there by itself, mm. */
const SNAPS_WITHIN_MM = 25;

/** Where a seam that is let go near a place comes to lie: on lines, in hidden strips, at the likes' seams, in the middle. */
export function snapSeam({ pane, around }: SpliceOfPane, axis: Splice['axis'], mm: number): number {
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
  { problemAt }: SpliceOfPane,
  axis: Splice['axis'],
  atMm: readonly number[],
  index: number,
  toMm: number,
): readonly number[] {
  const alone = atMm.map((mm, each) => (each === index ? toMm : mm));
  if (problemAt(axis, alone)?.code !== 'seam.fixed') return alone;
  const by = toMm - (atMm[index] ?? toMm);
  return atMm.map((mm) => mm + by);
}
