import { pricePerMm2 } from '../format/prices.ts';
import { SEAM_LOOKS } from '../../rules/index.ts';
import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { divide, panelLayouts, type Layout, type SeamWay } from '../lay/layouts.ts';
import { allowanceAt, type FilmForPlan, type PaneForPlan, type PlanRules } from '../format/planJob.ts';
import { middleOf, seamsBetween } from '../lay/seams.ts';
import {
  looksOf,
  NOTHING_ABOUT,
  SAME_LINE_MM,
  samePlace,
  spanOf,
  type SeamPlace,
  type SeamSeen,
} from '../looks/looks.ts';

type Axis = SeamWay['axis'];

export type SeamReason =
  | {
      readonly code:
        | 'hidden'
        | 'onLine'
        | 'nearLine'
        | 'likeNeighbour'
        | 'equal'
        | 'third'
        | 'onPattern'
        | 'atEyes'
        | 'level';
    }
  | { readonly code: 'narrow'; readonly mm: number }
  | { readonly code: 'moreFilm'; readonly share: number };

export interface SeamOption {
  readonly axis: Axis;
  /** Middle of each overlap. */
  readonly atMm: readonly number[];
  readonly reasons: readonly SeamReason[];
  /** What it counts by its looks, and its film above that of the thriftiest; money, without prices a mere order. */
  readonly score: number;
}

export type SeamProblem =
  | { readonly code: 'seam.minPanel'; readonly mm: number; readonly leastMm: number }
  | { readonly code: 'seam.tooWide'; readonly mm: number; readonly rollMm: number }
  | { readonly code: 'seam.fixed' };

/** Film without a price: as much again counts as so many seams in the open, a quarter more as one. */
const FILM_AGAIN = 4;
/** What panels off the pattern's lines count, in seams in the open: the pattern is cut there. */
const OFF_PATTERN = 0.6;
/** A panel is said to be narrow under this share of an equal one, and more film from this share on. */
const SAID_NARROW = 0.5;
const SAID_MORE_FILM = 0.01;
const MOST_OFFERED = 4;

interface SeamLayout {
  readonly way: SeamWay;
  readonly atMm: readonly number[];
  readonly narrowestMm: number;
  readonly filmMm2: number;
}

function seamLayoutOf(layout: Layout, way: SeamWay): SeamLayout | null {
  const shapes = layout.flatMap(([first]) => first ?? []);
  if (shapes.length !== layout.length) return null;
  const covers = shapes.map(({ cover }) => cover);
  const atMm = seamsBetween(covers).map(middleOf);
  const size = ({ width, height }: (typeof covers)[number]) => (way.axis === 'vertical' ? width : height);
  return {
    way,
    atMm,
    narrowestMm: Math.min(...covers.map(size)),
    filmMm2: shapes.reduce((sum, { acrossMm: w, alongMm: l }) => sum + w * l, 0),
  };
}

function cheapestLayout(
  pane: PaneForPlan,
  film: FilmForPlan,
  rules: PlanRules,
  way: SeamWay,
): SeamLayout | null {
  const found = film.rolls
    .flatMap((roll) => panelLayouts(pane, film, rules, roll, [way]))
    .flatMap((layout) => seamLayoutOf(layout, way) ?? []);
  return found.sort((a, b) => a.filmMm2 - b.filmMm2)[0] ?? null;
}

const withSeamsAt = (pane: PaneForPlan, axis: Axis, at: readonly number[]): PaneForPlan => ({
  ...pane,
  seams: { allowed: true, axis, at: [...at] },
});

const withoutWish = (pane: PaneForPlan): PaneForPlan => ({
  ...pane,
  seams: { allowed: pane.seams.allowed, axis: pane.seams.axis },
});

/** Why a seam may not be where somebody wants it; null where it may. */
export function seamProblem(
  pane: PaneForPlan,
  film: FilmForPlan,
  rules: PlanRules,
  axis: Axis,
  atMm: readonly number[],
): SeamProblem | null {
  const span = axis === 'vertical' ? pane.width : pane.height;
  const edges = [0, ...[...atMm].sort((a, b) => a - b), span];
  const half = rules.seamOverlap / 2;
  const covers = edges.slice(1).map((edge, at) => {
    const from = (edges[at] ?? 0) - (at === 0 ? 0 : half);
    return edge + (at === edges.length - 2 ? 0 : half) - from;
  });
  const narrowest = Math.min(...covers);
  if (narrowest < rules.minPanel - SMALLEST_LACK_MM)
    return { code: 'seam.minPanel', mm: narrowest, leastMm: rules.minPanel };
  const way = { axis, panels: atMm.length + 1 };
  if (cheapestLayout(withSeamsAt(pane, axis, atMm), film, rules, way)) return null;
  const widest = Math.max(0, ...film.rolls.map(({ width }) => width));
  const sides = axis === 'vertical' ? (['left', 'right'] as const) : (['top', 'bottom'] as const);
  const broadest = Math.max(...covers) + Math.max(...sides.map((side) => allowanceAt(pane, side, rules)));
  return broadest > widest ? { code: 'seam.tooWide', mm: broadest, rollMm: widest } : { code: 'seam.fixed' };
}

/** More places are not tried: each is laid out to see whether it can be. */
const MOST_PLACES = 40;

/** Seams of several panels brought to the places aimed at: all shifted together, or each one alone to what is near it. */
function shiftedTo(aims: readonly number[], usual: readonly number[], span: number): number[][] {
  const together = aims.flatMap((aim) => usual.map((at) => usual.map((each) => each + aim - at)));
  const reach = span / (usual.length + 1) / 3;
  const nearest = usual.map((at) => {
    const [best] = [...aims].sort((a, b) => Math.abs(a - at) - Math.abs(b - at));
    return best !== undefined && Math.abs(best - at) <= reach ? best : at;
  });
  return [nearest, ...together]
    .filter((places) => places.every((at, index) => at > (places[index - 1] ?? 0) && at < span))
    .slice(0, MOST_PLACES);
}

/** Whether every seam lies on a line of the film's pattern, told from the edge of the first piece. */
function onPatternLines(
  { pattern }: FilmForPlan,
  { axis }: SeamWay,
  atMm: readonly number[],
  { allowance }: PlanRules,
): boolean {
  if (!pattern) return false;
  const repeat = axis === 'vertical' ? pattern.across : pattern.along;
  return atMm.every((at) => {
    const line = at + allowance;
    return Math.abs(line - Math.round(line / repeat) * repeat) < 0.5;
  });
}

/**
 * The best places for the seams of a pane that no roll covers, each with its reasons: equal panels, thirds, hidden
 * strips, lines of the building, the places of its neighbours' seams. Empty where it goes whole or not at all. `neighbours`:
 * where somebody put the seams of panes that are alike.
 */
export function seamOptions(
  pane: PaneForPlan,
  film: FilmForPlan,
  rules: PlanRules,
  neighbours: readonly SeamPlace[],
): SeamOption[] {
  const division = divide(withoutWish(pane), film, rules);
  if (division.kind !== 'panels') return [];
  const about = pane.seams.about ?? NOTHING_ABOUT;
  const found = division.ways.flatMap((way): (SeamLayout & { equal: boolean })[] => {
    const usual = cheapestLayout(withoutWish(pane), film, rules, way);
    const span = spanOf(pane, way.axis);
    const here = <Item extends { axis: Axis }>(items: readonly Item[]) =>
      items.filter(({ axis }) => axis === way.axis);
    const aims = [
      ...(way.panels === 2 ? [Math.round(span / 3), Math.round((2 * span) / 3)] : []),
      ...here(about.hidden).map(({ from, to }) => (from + to) / 2),
      ...here(about.lines).map(({ at }) => at),
      ...here(neighbours).flatMap(({ atMm }) => atMm),
    ].filter((at) => at > 0 && at < span);
    const places = way.panels === 2 ? aims.map((at) => [at]) : usual ? shiftedTo(aims, usual.atMm, span) : [];
    const others = places.flatMap(
      (at) => cheapestLayout(withSeamsAt(pane, way.axis, at), film, rules, way) ?? [],
    );
    return [
      ...(usual ? [{ ...usual, equal: true }] : []),
      ...others.map((other) => ({ ...other, equal: false })),
    ];
  });
  const least = Math.min(...found.map(({ filmMm2 }) => filmMm2));
  const looks = rules.work?.seams ?? SEAM_LOOKS.weighed;
  const priced = pricePerMm2(film);
  const scored = found.map(({ way, atMm, narrowestMm, filmMm2, equal }): SeamOption => {
    const { axis } = way;
    const place = { axis, atMm };
    const span = spanOf(pane, axis);
    const open = (looks.perMetre * atMm.length * (axis === 'vertical' ? pane.height : pane.width)) / 1000;
    const { seams, total } = looksOf(pane, film, place, rules, looks);
    const isHidden = ({ sight }: SeamSeen) => sight === 'hidden';
    const alike = neighbours.some((other) => samePlace(other, place, SAME_LINE_MM));
    const share = narrowestMm / (span / way.panels);
    const more = filmMm2 / least - 1;
    const onPattern = onPatternLines(film, way, atMm, rules);
    const reasons: SeamReason[] = [
      ...(seams.every(isHidden) ? [{ code: 'hidden' } as const] : []),
      ...(seams.some(({ sight }) => sight === 'onLine') ? [{ code: 'onLine' } as const] : []),
      ...(seams.some(({ sight }) => sight === 'nearLine') ? [{ code: 'nearLine' } as const] : []),
      ...(alike ? [{ code: 'likeNeighbour' } as const] : []),
      ...(onPattern ? [{ code: 'onPattern' } as const] : equal ? [{ code: 'equal' } as const] : []),
      ...(way.panels === 2 && [1, 2].some((part) => Math.abs((atMm[0] ?? 0) - (part * span) / 3) < 1)
        ? [{ code: 'third' } as const]
        : []),
      ...(seams.some(({ atEyes }) => atEyes) ? [{ code: 'atEyes' } as const] : []),
      ...(axis === 'horizontal' ? [{ code: 'level' } as const] : []),
      ...(share < SAID_NARROW ? [{ code: 'narrow', mm: narrowestMm } as const] : []),
      ...(more > SAID_MORE_FILM ? [{ code: 'moreFilm', share: more } as const] : []),
    ];
    const score =
      total +
      (neighbours.length > 0 && !alike ? looks.unlikePane : 0) +
      (film.pattern && !onPattern ? OFF_PATTERN * open : 0) +
      (priced > 0 ? (filmMm2 - least) * priced : more * FILM_AGAIN * open);
    return { axis, atMm, reasons, score };
  });
  const distinct = scored
    .sort((a, b) => a.score - b.score)
    .filter((one, at, all) => at === all.findIndex((other) => samePlace(one, other, SAME_LINE_MM)));
  return distinct.slice(0, MOST_OFFERED);
}
