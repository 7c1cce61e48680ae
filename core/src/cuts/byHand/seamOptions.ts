import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { divide, panelLayouts, type Layout, type SeamWay } from '../lay/layouts.ts';
import { allowanceAt, type FilmForPlan, type PaneForPlan, type PlanRules } from '../format/planJob.ts';
import { middleOf, seamsBetween } from '../lay/seams.ts';

type Axis = SeamWay['axis'];

/** What is about a pane where its seams may go; mm from its left for upright seams, from its top for level ones. */
export interface SeamSurroundings {
  readonly hidden: readonly { readonly axis: Axis; readonly fromMm: number; readonly toMm: number }[];
  /** Lines of the building that go on into the pane: edges of other openings. */
  readonly lines: readonly { readonly axis: Axis; readonly atMm: number }[];
  /** Seams of panes like it. */
  readonly neighbours: readonly { readonly axis: Axis; readonly atMm: number }[];
  /** The part of the pane at the height of people's eyes, from its top; null where it has none. */
  readonly eyes: { readonly fromMm: number; readonly toMm: number } | null;
}

export const NOTHING_ABOUT: SeamSurroundings = { hidden: [], lines: [], neighbours: [], eyes: null };

export type SeamReason =
  | {
      readonly code:
        'hidden' | 'onLine' | 'likeNeighbour' | 'equal' | 'third' | 'onPattern' | 'atEyes' | 'level';
    }
  | { readonly code: 'narrow'; readonly mm: number }
  | { readonly code: 'moreFilm'; readonly share: number };

export interface SeamOption {
  readonly axis: Axis;
  /** Middle of each overlap. */
  readonly atMm: readonly number[];
  readonly reasons: readonly SeamReason[];
  /** The lower the better: what is seen, narrow panels, film. */
  readonly score: number;
}

export type SeamProblem =
  | { readonly code: 'seam.minPanel'; readonly mm: number; readonly leastMm: number }
  | { readonly code: 'seam.tooWide'; readonly mm: number; readonly rollMm: number }
  | { readonly code: 'seam.fixed' };

/*
 * What speaks for and against a place of a seam, in seams that one sees: 1 is a seam in the open glass. The order of the
 * trade (hidden, on a line, like the neighbours, on the pattern; never at eye level) is fixed; how far apart these stand is
 * our own judgement, and orders the offers only.
 */
const SEEN = { inTheOpen: 1, onLine: 0.3, atEyes: 1, level: 0.5 } as const;
const LIKE_NEIGHBOURS = 0.4;
const ON_PATTERN = 0.6;
/** For a panel of no width; equal panels cost nothing. */
const NARROW = 0.8;
/** For as much film again: a quarter more film counts as one seam in the open. */
const FILM_AGAIN = 4;
/** A panel is said to be narrow under this share of an equal one, and more film from this share on. */
const SAID_NARROW = 0.5;
const SAID_MORE_FILM = 0.01;
const MOST_OFFERED = 4;

/** A seam is at a line, or at a neighbour's seam, within this. */
const SAME_LINE_MM = 6;

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

/** Whether every panel begins on a line of the film's pattern, told from the edge of the first piece. */
function onPatternLines(
  { pattern }: FilmForPlan,
  { axis }: SeamWay,
  atMm: readonly number[],
  { seamOverlap, allowance }: PlanRules,
): boolean {
  if (!pattern) return false;
  const repeat = axis === 'vertical' ? pattern.across : pattern.along;
  return atMm.every((at) => {
    const start = at - seamOverlap / 2 + allowance;
    return Math.abs(start - Math.round(start / repeat) * repeat) < 0.5;
  });
}

/**
 * The best places for the seams of a pane that no roll covers, each with its reasons: equal panels, thirds, hidden
 * strips, lines of the building, the places of its neighbours' seams. Empty where it goes whole or not at all.
 */
export function seamOptions(
  pane: PaneForPlan,
  film: FilmForPlan,
  rules: PlanRules,
  around: SeamSurroundings,
): SeamOption[] {
  const division = divide(withoutWish(pane), film, rules);
  if (division.kind !== 'panels') return [];
  const found = division.ways.flatMap((way): (SeamLayout & { equal: boolean })[] => {
    const usual = cheapestLayout(withoutWish(pane), film, rules, way);
    const span = way.axis === 'vertical' ? pane.width : pane.height;
    const here = <Item extends { axis: Axis }>(items: readonly Item[]) =>
      items.filter(({ axis }) => axis === way.axis);
    const aims = [
      ...(way.panels === 2 ? [Math.round(span / 3), Math.round((2 * span) / 3)] : []),
      ...here(around.hidden).map(({ fromMm, toMm }) => (fromMm + toMm) / 2),
      ...here(around.lines).map(({ atMm }) => atMm),
      ...here(around.neighbours).map(({ atMm }) => atMm),
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
  const scored = found.map(({ way, atMm, narrowestMm, filmMm2, equal }): SeamOption => {
    const { axis } = way;
    const span = axis === 'vertical' ? pane.width : pane.height;
    const near = (at: number, lines: readonly { axis: Axis; atMm: number }[]) =>
      lines.some((line) => line.axis === axis && Math.abs(line.atMm - at) <= SAME_LINE_MM);
    const hidden = (at: number) =>
      around.hidden.some((strip) => strip.axis === axis && at >= strip.fromMm && at <= strip.toMm);
    const atEyes = (at: number) =>
      axis === 'horizontal' && around.eyes !== null && at >= around.eyes.fromMm && at <= around.eyes.toMm;
    const seen = atMm.reduce(
      (sum, at) =>
        sum +
        (hidden(at) ? 0 : near(at, around.lines) ? SEEN.onLine : SEEN.inTheOpen) +
        (atEyes(at) ? SEEN.atEyes : 0),
      0,
    );
    const alike = atMm.every((at) => near(at, around.neighbours));
    const share = narrowestMm / (span / way.panels);
    const more = filmMm2 / least - 1;
    const onPattern = onPatternLines(film, way, atMm, rules);
    const reasons: SeamReason[] = [
      ...(atMm.every(hidden) ? [{ code: 'hidden' } as const] : []),
      ...(atMm.some((at) => !hidden(at) && near(at, around.lines)) ? [{ code: 'onLine' } as const] : []),
      ...(alike ? [{ code: 'likeNeighbour' } as const] : []),
      ...(onPattern ? [{ code: 'onPattern' } as const] : equal ? [{ code: 'equal' } as const] : []),
      ...(way.panels === 2 && [1, 2].some((part) => Math.abs((atMm[0] ?? 0) - (part * span) / 3) < 1)
        ? [{ code: 'third' } as const]
        : []),
      ...(atMm.some(atEyes) ? [{ code: 'atEyes' } as const] : []),
      ...(axis === 'horizontal' ? [{ code: 'level' } as const] : []),
      ...(share < SAID_NARROW ? [{ code: 'narrow', mm: narrowestMm } as const] : []),
      ...(more > SAID_MORE_FILM ? [{ code: 'moreFilm', share: more } as const] : []),
    ];
    const score =
      seen +
      (axis === 'horizontal' ? SEEN.level : 0) +
      Math.max(0, 1 - share) * NARROW -
      (alike ? LIKE_NEIGHBOURS : 0) -
      (onPattern ? ON_PATTERN : 0) +
      more * FILM_AGAIN;
    return { axis, atMm, reasons, score };
  });
  const distinct = scored
    .sort((a, b) => a.score - b.score)
    .filter(
      (one, at, all) =>
        at ===
        all.findIndex(
          (other) =>
            other.axis === one.axis &&
            other.atMm.every((mm, i) => Math.abs(mm - (one.atMm[i] ?? 0)) < SAME_LINE_MM),
        ),
    );
  return distinct.slice(0, MOST_OFFERED);
}
