import type { SeamLooksRules } from '../../rules/index.ts';
import { SAME_PLACE_MM } from '../../units/index.ts';
import { pricePerMm2 } from '../format/prices.ts';
import { allowanceAt, type FilmForPlan, type PaneForPlan, type PlanRules } from '../format/planJob.ts';
import type { SeamSurroundings } from '../format/seamsOfPane.ts';
import type { SeamWay } from '../lay/layouts.ts';

export type SeamAxis = SeamWay['axis'];

/** Where the seams of a pane are: middles of the overlaps, mm from its left (upright) or its top (level). */
export interface SeamPlace {
  readonly axis: SeamAxis;
  readonly atMm: readonly number[];
}

export const NOTHING_ABOUT: SeamSurroundings = { hidden: [], lines: [] };

/** A seam lies on a line within this. */
export const SAME_LINE_MM = 6;

export type SeamSight = 'hidden' | 'onLine' | 'nearLine' | 'inTheOpen';

/** What one seam counts, and how it is seen. */
export interface SeamSeen {
  readonly atMm: number;
  readonly sight: SeamSight;
  readonly atEyes: boolean;
  /** Money. */
  readonly counts: number;
}

/** What a place of a pane's seams counts by its looks; money. */
export interface PlaceLooks {
  readonly seams: readonly SeamSeen[];
  /** For its narrowest panel, and for standing nowhere in particular. */
  readonly narrow: number;
  readonly uneven: number;
  /** Whether its panels are equal, or its seam stands at a third. */
  readonly even: 'equal' | 'third' | null;
  readonly total: number;
}

export const spanOf = (pane: Pick<PaneForPlan, 'width' | 'height'>, axis: SeamAxis): number =>
  axis === 'vertical' ? pane.width : pane.height;

const along = (pane: Pick<PaneForPlan, 'width' | 'height'>, axis: SeamAxis) =>
  axis === 'vertical' ? pane.height : pane.width;

/** What the panels of a place cover of their pane, mm, in their order. */
export function coversOf(spanMm: number, atMm: readonly number[], overlapMm: number): number[] {
  const edges = [0, ...atMm, spanMm];
  return edges.slice(1).map((edge, at) => {
    const from = (edges[at] ?? 0) - (at === 0 ? 0 : overlapMm / 2);
    return edge + (at === edges.length - 2 ? 0 : overlapMm / 2) - from;
  });
}

function sightOf(atMm: number, axis: SeamAxis, about: SeamSurroundings, nearMm: number): SeamSight {
  const strips = about.hidden.filter((strip) => strip.axis === axis);
  if (strips.some(({ from, to }) => atMm >= from && atMm <= to)) return 'hidden';
  const distances = [
    ...about.lines.flatMap((line) => (line.axis === axis ? [Math.abs(line.at - atMm)] : [])),
    ...strips.map(({ from, to }) => Math.max(from - atMm, atMm - to)),
  ];
  const toLine = Math.min(
    Infinity,
    ...about.lines.flatMap((line) => (line.axis === axis ? [Math.abs(line.at - atMm)] : [])),
  );
  if (toLine <= SAME_LINE_MM) return 'onLine';
  return Math.min(Infinity, ...distances) <= nearMm ? 'nearLine' : 'inTheOpen';
}

/** Whether panels are equal: by what they cover, or by what is cut for them. */
function areEqual(covers: readonly number[], margins: readonly [number, number]): boolean {
  const pieces = covers.map(
    (cover, at) => cover + (at === 0 ? margins[0] : 0) + (at === covers.length - 1 ? margins[1] : 0),
  );
  return [covers, pieces].some((sizes) => Math.max(...sizes) - Math.min(...sizes) <= 2);
}

const isThird = (atMm: readonly number[], spanMm: number) =>
  atMm.length === 1 && [1, 2].some((part) => Math.abs((atMm[0] ?? 0) - (part * spanMm) / 3) <= 2);

const TIMES: Readonly<Record<SeamSight, (rules: SeamLooksRules) => number>> = {
  hidden: () => 0,
  onLine: ({ onLineTimes }) => onLineTimes,
  nearLine: ({ nearLineTimes }) => nearLineTimes,
  inTheOpen: () => 1,
};

/**
 * What the seams of a pane count at a place by the house rules of looks: each visible metre by where it is seen, narrow
 * panels, and standing nowhere in particular. Money.
 */
export function looksOf(
  pane: Pick<PaneForPlan, 'width' | 'height' | 'seams' | 'allowances'>,
  film: FilmForPlan,
  { axis, atMm }: SeamPlace,
  rules: Pick<PlanRules, 'seamOverlap' | 'allowance'>,
  looks: SeamLooksRules,
): PlaceLooks {
  const about = pane.seams.about ?? NOTHING_ABOUT;
  const span = spanOf(pane, axis);
  const metres = along(pane, axis) / 1000;
  const isLevel = axis === 'horizontal';
  const seams = atMm.map((at): SeamSeen => {
    const sight = sightOf(at, axis, about, looks.nearLineMm);
    const { eyes } = about;
    const atEyes = isLevel && sight !== 'hidden' && !!eyes && at >= eyes.from && at <= eyes.to;
    const times = TIMES[sight](looks) * (isLevel ? looks.levelTimes : 1) * (atEyes ? looks.atEyesTimes : 1);
    return { atMm: at, sight, atEyes, counts: looks.perMetre * metres * times };
  });
  const covers = coversOf(span, atMm, rules.seamOverlap);
  const narrowest = Math.min(...covers) / (span / covers.length);
  const narrow = looks.narrowPanel * Math.max(0, 1 - narrowest);
  const margins = (isLevel ? (['top', 'bottom'] as const) : (['left', 'right'] as const)).map((side) =>
    allowanceAt(pane, side, rules),
  );
  const isEqual = areEqual(covers, [margins[0] ?? 0, margins[1] ?? 0]);
  const even = isEqual ? ('equal' as const) : isThird(atMm, span) ? ('third' as const) : null;
  const isSomewhere = even !== null || seams.every(({ sight }) => sight === 'hidden' || sight === 'onLine');
  const uneven = isSomewhere ? 0 : looks.unevenFilmShare * pricePerMm2(film) * pane.width * pane.height;
  const total = seams.reduce((sum, { counts }) => sum + counts, 0) + narrow + uneven;
  return { seams, narrow, uneven, even, total };
}

/** Whether two places are the same, within what hands can do. */
export const samePlace = (one: SeamPlace, other: SeamPlace, withinMm = 5 * SAME_PLACE_MM): boolean =>
  one.axis === other.axis &&
  one.atMm.length === other.atMm.length &&
  one.atMm.every((mm, at) => Math.abs(mm - (other.atMm[at] ?? 0)) <= withinMm);

/** A place as its group tells it: from the left, for a mirrored pane from the right. */
export function placeInGroup(pane: Pick<PaneForPlan, 'width' | 'seams'>, place: SeamPlace): SeamPlace {
  if (!pane.seams.mirrored || place.axis === 'horizontal') return place;
  return { axis: place.axis, atMm: place.atMm.map((mm) => pane.width - mm).reverse() };
}
