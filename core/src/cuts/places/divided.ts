import type { Side } from '../../survey/index.ts';
import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { mayComeOff, type Supply } from '../cost/demand.ts';
import { allowanceAt, type FilmForPlan, type PaneForPlan, type PlanJob } from '../format/planJob.ts';
import { divide } from '../lay/layouts.ts';
import { spanOf, type SeamAxis, type SeamPlace } from '../looks/looks.ts';

/** Whether a pane of the film is divided at all, off what is sold. */
export function dividesAny(film: FilmForPlan, job: PlanJob): boolean {
  return job.panes.some((pane) => pane.filmId === film.id && divide(pane, film, job.rules).kind === 'panels');
}

/** A pane divided across the roll: what its first and last panel cover together with their margins and overlaps. */
export interface Divided {
  readonly pane: PaneForPlan;
  readonly axis: 'vertical' | 'horizontal';
  readonly panels: number;
  readonly supply: Supply;
  /** What is added at the first and the last side. */
  readonly firstMarginMm: number;
  readonly lastMarginMm: number;
  /** First and last piece together, mm. */
  readonly togetherMm: number;
  /** How far each panel reaches along the roll. */
  readonly alongMm: number;
}

/** Divided panes with a free first and last panel, on each supply wide enough. */
export function dividedPanes(film: FilmForPlan, job: PlanJob, supplies: readonly Supply[]): Divided[] {
  const { seamOverlap } = job.rules;
  return job.panes.flatMap((pane) => {
    if (pane.filmId !== film.id || pane.seams.at || pane.factoryEdge !== 'none' || film.pattern) return [];
    const division = divide(pane, film, job.rules);
    if (division.kind !== 'panels') return [];
    return division.ways.flatMap(({ axis, panels }) =>
      supplies.flatMap((supply): Divided[] => {
        const [span, cross] = axis === 'vertical' ? [pane.width, pane.height] : [pane.height, pane.width];
        const at = (side: Side) => allowanceAt(pane, side, job.rules);
        const [first, last, above, below]: readonly Side[] =
          axis === 'vertical' ? ['left', 'right', 'top', 'bottom'] : ['top', 'bottom', 'left', 'right'];
        const [firstMarginMm, lastMarginMm] = [at(first as Side), at(last as Side)];
        const alongMm = cross + at(above as Side) + at(below as Side);
        const all = span + firstMarginMm + lastMarginMm + (panels - 1) * seamOverlap;
        const togetherMm = all - (panels - 2) * supply.widthMm;
        const fits =
          mayComeOff(pane, supply) &&
          alongMm <= supply.longestPullMm + SMALLEST_LACK_MM &&
          togetherMm <= 2 * supply.widthMm + SMALLEST_LACK_MM;
        return fits ? [{ pane, axis, panels, supply, firstMarginMm, lastMarginMm, togetherMm, alongMm }] : [];
      }),
    );
  });
}

/** Whether both free panels can be cut and cover enough of the pane. */
export function isPermitted(divided: Divided, firstMm: number, { rules }: PlanJob): boolean {
  const { supply, togetherMm, firstMarginMm, lastMarginMm } = divided;
  const fits = (mm: number, marginMm: number) =>
    mm <= supply.widthMm + SMALLEST_LACK_MM && mm - marginMm >= rules.minPanel;
  return fits(firstMm, firstMarginMm) && fits(togetherMm - firstMm, lastMarginMm);
}

/** First panels that make the first or the last one as narrow as the rules allow. */
export function narrowestFirsts(divided: Divided, { rules }: PlanJob): number[] {
  const { togetherMm, firstMarginMm, lastMarginMm } = divided;
  return [rules.minPanel + firstMarginMm, togetherMm - rules.minPanel - lastMarginMm];
}

/** Seams of a place: middles of the overlaps, as `panes.seams.at` names them. */
export function seamsAt(
  { panels, supply, firstMarginMm }: Divided,
  firstMm: number,
  { rules }: PlanJob,
): number[] {
  const first = firstMm - firstMarginMm - rules.seamOverlap / 2;
  return Array.from({ length: panels - 1 }, (_, at) => first + at * (supply.widthMm - rules.seamOverlap));
}

/** The first panel of a place: what `seamsAt` makes seams of. */
export const firstOf = (
  { firstMarginMm }: Pick<Divided, 'firstMarginMm'>,
  { atMm }: SeamPlace,
  { rules }: PlanJob,
): number => (atMm[0] ?? 0) + firstMarginMm + rules.seamOverlap / 2;

/** First panels that end where a seam looks well: in a hidden strip, on a line of the building, at a third. */
export function firstsThatLookWell(
  { pane, axis, panels, firstMarginMm }: Divided,
  { rules }: PlanJob,
): number[] {
  const { about } = pane.seams;
  const span = spanOf(pane, axis);
  const here = <Item extends { readonly axis: SeamAxis }>(items: readonly Item[] | undefined) =>
    (items ?? []).filter((item) => item.axis === axis);
  const seams = [
    ...(panels === 2 ? [span / 3, (2 * span) / 3] : []),
    ...here(about?.hidden).map(({ from, to }) => (Math.max(0, from) + Math.min(span, to)) / 2),
    ...here(about?.lines).map(({ at }) => at),
  ];
  return seams
    .map(Math.round)
    .filter((at) => at > 0 && at < span)
    .map((at) => at + firstMarginMm + rules.seamOverlap / 2);
}
