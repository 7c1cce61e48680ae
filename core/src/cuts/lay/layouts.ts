import type { Side } from '../../survey/index.ts';
import { SMALLEST_LACK_MM } from '../../units/index.ts';
import type { Piece, Turn } from '../format/cutPlan.ts';
import { permittedTurns, rollSideOf } from './lay.ts';
import { type FilmForPlan, type PaneForPlan, type PlanRules, type RollEdge } from '../format/planJob.ts';
import { placesAreFree } from '../format/prices.ts';
import {
  edgeChoices,
  laneOf,
  longEdge,
  marginsFor,
  wholeShapes,
  type Margins,
  type Shape,
} from './shapes.ts';
import { waysOnSheets } from './onSheets.ts';
import { shareOnPattern, shareSpan, type Share, type ShareInput } from './shareSpan.ts';

/** One way to make a pane: for each of its panels the shapes between which the planner may choose. */
export type Layout = readonly (readonly Shape[])[];

export interface SeamWay {
  readonly axis: 'vertical' | 'horizontal';
  readonly panels: number;
}

export type UnplacedReason =
  | 'film.noRolls'
  | 'stock.short'
  | 'pane.tooLarge'
  | 'edge.notAvailable'
  | 'pane.fromTooSmall'
  | 'pull.tooLong'
  | 'sheet.tooSmall'
  | 'sheet.motif'
  | 'seam.notAllowed'
  | 'seam.turnedFilm'
  | 'seam.axis'
  | 'seam.minPanel'
  | 'seam.pattern';

export type Division =
  | { readonly kind: 'whole' }
  | { readonly kind: 'panels'; readonly ways: readonly SeamWay[] }
  | { readonly kind: 'impossible'; readonly reason: UnplacedReason };

type Roll = { readonly width: number; readonly length: number };

const MOST_PANELS = 60;
/** Lines of a pattern to either side of equal panels that a seam may lie on. */
const MOST_LINES = 12;

interface AxisSides {
  readonly span: number;
  readonly cross: number;
  readonly first: Side;
  readonly last: Side;
  readonly crossSides: readonly [Side, Side];
  /** The turns in which the divided dimension lies across the roll. */
  readonly acrossTurns: readonly Turn[];
  readonly alongTurns: readonly Turn[];
}

function axisSides(pane: PaneForPlan, axis: SeamWay['axis'], film: FilmForPlan): AxisSides {
  const permitted = permittedTurns(film.turn);
  const upright = permitted.filter((turn) => turn === 0 || turn === 180);
  const sideways = permitted.filter((turn) => turn === 90 || turn === 270);
  return axis === 'vertical'
    ? {
        span: pane.width,
        cross: pane.height,
        first: 'left',
        last: 'right',
        crossSides: ['top', 'bottom'],
        acrossTurns: upright,
        alongTurns: sideways,
      }
    : {
        span: pane.height,
        cross: pane.width,
        first: 'top',
        last: 'bottom',
        crossSides: ['left', 'right'],
        acrossTurns: sideways,
        alongTurns: upright,
      };
}

type Orientation = 'across' | 'along';

/** How panels of this axis may lie; matched edges need the seam on a long edge of the roll, from both sides. */
function orientations(sides: AxisSides, film: FilmForPlan): Orientation[] {
  if (film.matchEdges) return sides.acrossTurns.length === 2 && !film.pattern ? ['across'] : [];
  const turns: readonly [Orientation, readonly Turn[]][] = [
    ['across', sides.acrossTurns],
    ['along', sides.alongTurns],
  ];
  return turns.filter(([, permitted]) => permitted.length > 0).map(([lying]) => lying);
}

/** The sides of a lying panel that face the roll's long edges. */
function onLongEdge(sides: AxisSides, lying: Orientation): readonly Side[] {
  return lying === 'across' ? [sides.first, sides.last] : sides.crossSides;
}

function panelsFit(
  sides: AxisSides,
  lying: Orientation,
  count: number,
  margins: Margins,
  rules: PlanRules,
  roll: Roll,
) {
  const spread = sides.span + margins[sides.first] + margins[sides.last] + (count - 1) * rules.seamOverlap;
  const cross = sides.cross + margins[sides.crossSides[0]] + margins[sides.crossSides[1]];
  const [divided, other] = lying === 'across' ? [roll.width, roll.length] : [roll.length, roll.width];
  return spread <= count * divided + SMALLEST_LACK_MM && cross <= other + SMALLEST_LACK_MM;
}

function fitsWhole(pane: PaneForPlan, film: FilmForPlan, rules: PlanRules): boolean {
  const plain = wholeShapes({ ...pane, factoryEdge: 'none' }, film, rules);
  return [...wholeShapes(pane, film, rules), ...plain].some(({ acrossMm: w, alongMm: l }) =>
    film.rolls.some((roll) => w <= roll.width + SMALLEST_LACK_MM && l <= roll.length + SMALLEST_LACK_MM),
  );
}

/**
 * Decides whether a pane is made whole or of panels: divided only when it fits whole on no roll or sheet that is sold, then
 * into as few panels as the widest sold roll allows (formats: panes).
 */
export function divide(pane: PaneForPlan, film: FilmForPlan, rules: PlanRules): Division {
  const whole = fitsWhole(pane, film, rules) || waysOnSheets(pane, film, rules).length > 0;
  if (film.rolls.length === 0 || whole) return { kind: 'whole' };
  if (!pane.seams.allowed) return { kind: 'impossible', reason: 'seam.notAllowed' };
  const axes = (['vertical', 'horizontal'] as const)
    .filter((axis) => pane.seams.axis === 'any' || pane.seams.axis === axis)
    .map((axis) => ({ axis, sides: axisSides(pane, axis, film) }))
    .filter(({ sides }) => orientations(sides, film).length > 0);
  if (axes.length === 0) {
    const pattern = film.matchEdges && film.pattern ? 'seam.pattern' : 'seam.turnedFilm';
    return { kind: 'impossible', reason: film.matchEdges ? pattern : 'seam.axis' };
  }
  for (let panels = 2; panels <= MOST_PANELS; panels += 1) {
    const ways = axes
      .filter(({ sides }) =>
        orientations(sides, film).some((lying) =>
          [null, ...edgeChoices(pane).filter((side) => side && onLongEdge(sides, lying).includes(side))].some(
            (edgeSide) =>
              film.rolls.some((roll) =>
                panelsFit(sides, lying, panels, marginsFor(pane, edgeSide, rules), rules, roll),
              ),
          ),
        ),
      )
      .map(({ axis }) => ({ axis, panels }));
    if (ways.length > 0) return { kind: 'panels', ways };
  }
  // What the other direction would allow is for somebody to decide.
  const elsewhere =
    pane.seams.axis !== 'any' && divide({ ...pane, seams: { ...pane.seams, axis: 'any' } }, film, rules);
  return {
    kind: 'impossible',
    reason: elsewhere && elsewhere.kind === 'panels' ? 'seam.axis' : 'pane.tooLarge',
  };
}

const OPPOSITE: Readonly<Record<RollEdge, RollEdge>> = { left: 'right', right: 'left' };

/** Remainder that is never negative. */
export function phaseOf(length: number, repeat: number): number {
  const rest = length - Math.floor(length / repeat) * repeat;
  return repeat - rest < 1e-6 ? 0 : rest;
}

interface PanelContext {
  readonly pane: PaneForPlan;
  readonly film: FilmForPlan;
  readonly rules: PlanRules;
  readonly roll: Roll;
  readonly way: SeamWay;
  readonly sides: AxisSides;
}

function coverOf({ pane, way }: PanelContext, share: Share): Piece['cover'] {
  return way.axis === 'vertical'
    ? { left: share.from, top: 0, width: share.covered, height: pane.height }
    : { left: 0, top: share.from, width: pane.width, height: share.covered };
}

function shareInput(
  context: PanelContext,
  lying: Orientation,
  margins: Margins,
  full: readonly boolean[],
): ShareInput {
  const { pane, sides, rules, roll, way } = context;
  return {
    span: sides.span,
    count: way.panels,
    firstMargin: margins[sides.first],
    lastMargin: margins[sides.last],
    overlap: rules.seamOverlap,
    longest: lying === 'across' ? roll.width : roll.length,
    full,
    minPanel: rules.minPanel,
    atMm: pane.seams.at?.length === way.panels - 1 ? pane.seams.at : null,
  };
}

function crossLength({ sides }: PanelContext, margins: Margins): number {
  return sides.cross + margins[sides.crossSides[0]] + margins[sides.crossSides[1]];
}

/** Panels of a film whose seams must show the same roll edge from both sides. */
function matchedLayouts(context: PanelContext, edgeSide: Side | null): Layout[] {
  const { pane, sides, way, rules, roll } = context;
  if (edgeSide && sides.crossSides.includes(edgeSide)) return [];
  const margins = marginsFor(pane, edgeSide, rules);
  const last = way.panels - 1;
  const full = Array.from({ length: way.panels }, (_, at) => {
    const outer = (at === 0 && sides.first === edgeSide) || (at === last && sides.last === edgeSide);
    return outer || (at > 0 && at < last);
  });
  const shares = shareSpan(shareInput(context, 'across', margins, full));
  if (!shares || crossLength(context, margins) > roll.length + SMALLEST_LACK_MM) return [];
  return (['left', 'right'] as const).map((firstSeam) => {
    const seamEdge = (seam: number) => (seam % 2 === 0 ? firstSeam : OPPOSITE[firstSeam]);
    return shares.map((share, at): Shape[] => {
      const seamSide = at === 0 ? sides.last : sides.first;
      const turn = sides.acrossTurns.find((t) => rollSideOf(seamSide, t) === seamEdge(Math.max(0, at - 1)));
      if (turn === undefined) return [];
      const touches =
        edgeSide !== null &&
        ((at === 0 && sides.first === edgeSide) || (at === last && sides.last === edgeSide));
      const seamEdges = {
        ...(at > 0 ? { [sides.first]: seamEdge(at - 1) } : {}),
        ...(at < last ? { [sides.last]: seamEdge(at) } : {}),
      };
      const lane = laneOf([
        ...(Object.values(seamEdges) as RollEdge[]),
        touches ? longEdge(edgeSide, turn) : null,
      ]);
      const size = { acrossMm: share.piece, alongMm: crossLength(context, margins) };
      return [
        {
          turn,
          ...size,
          lane,
          cover: coverOf(context, share),
          factoryEdge: touches ? edgeSide : null,
          seamEdges,
          phase: null,
        },
      ];
    });
  });
}

function plainLayouts(context: PanelContext, lying: Orientation, edgeSide: Side | null): Layout[] {
  const { pane, sides, way, rules, roll } = context;
  const edgeLiesOn = edgeSide && (sides.crossSides.includes(edgeSide) ? 'along' : 'across');
  if (edgeLiesOn && edgeLiesOn !== lying) return [];
  const margins = marginsFor(pane, edgeSide, rules);
  const shares = shareSpan(
    shareInput(
      context,
      lying,
      margins,
      Array.from({ length: way.panels }, () => false),
    ),
  );
  const cross = crossLength(context, margins);
  if (!shares || cross > (lying === 'across' ? roll.length : roll.width) + SMALLEST_LACK_MM) return [];
  const turns = lying === 'across' ? sides.acrossTurns : sides.alongTurns;
  return [
    shares.map((share, at) => {
      const touches =
        edgeSide !== null &&
        (edgeLiesOn === 'along' ||
          (at === 0 ? sides.first : at === way.panels - 1 ? sides.last : null) === edgeSide);
      const size =
        lying === 'across'
          ? { acrossMm: share.piece, alongMm: cross }
          : { acrossMm: cross, alongMm: share.piece };
      return (touches ? turns : turns.slice(0, 1)).map((turn): Shape => ({
        turn,
        ...size,
        lane: laneOf([touches ? longEdge(edgeSide, turn) : null]),
        cover: coverOf(context, share),
        factoryEdge: touches ? edgeSide : null,
        seamEdges: {},
        phase: null,
      }));
    }),
  ];
}

/** Panels of a patterned film: all upright, each starting where the pattern of its neighbour goes on. */
function patternLayouts(context: PanelContext, edgeSide: Side | null): Layout[] {
  const { pane, film, way, rules, roll } = context;
  const { pattern } = film;
  if (!pattern) return [];
  const lying: Orientation = way.axis === 'vertical' ? 'across' : 'along';
  if (edgeSide && edgeSide !== 'left' && edgeSide !== 'right') return [];
  const margins = marginsFor(pane, edgeSide, rules);
  const input = shareInput(
    context,
    lying,
    margins,
    Array.from({ length: way.panels }, () => false),
  );
  const cross = crossLength(context, margins);
  if (cross > (lying === 'across' ? roll.length : roll.width) + SMALLEST_LACK_MM) return [];
  const repeat = lying === 'across' ? pattern.across : pattern.along;
  // The seam on a line of the pattern, where the roll has room for what lies before it; else a panel's edge, else anywhere.
  const most = Math.min(MOST_LINES, Math.ceil(input.span / repeat));
  const shifts = Array.from({ length: 2 * most + 1 }, (_, at) => (at % 2 ? 1 : -1) * Math.ceil(at / 2));
  const onLines = (lies: 'middle' | 'edge') =>
    shifts.map((shift) => shareOnPattern(input, repeat, lies, shift));
  const divisions = input.atMm
    ? [[shareSpan(input)]]
    : [onLines('middle'), onLines('edge'), [shareSpan(input)]];
  for (const division of divisions) {
    const layouts = division.flatMap((shares) => {
      const layout = shares && onPattern(context, lying, edgeSide, shares, cross);
      return layout ? [layout] : [];
    });
    if (layouts.length > 0) return placesAreFree({ rules }, film) ? layouts : layouts.slice(0, 1);
  }
  return [];
}

/** Panels of a patterned film that are divided so, each where the pattern of the first goes on; null where the roll has no room. */
function onPattern(
  context: PanelContext,
  lying: Orientation,
  edgeSide: Side | null,
  shares: readonly Share[],
  cross: number,
): Layout | null {
  const { film, way, roll } = context;
  const { pattern } = film;
  if (!pattern) return null;
  const pieces = shares.map((share, at) => {
    const size =
      lying === 'across'
        ? { acrossMm: share.piece, alongMm: cross }
        : { acrossMm: cross, alongMm: share.piece };
    const touches =
      edgeSide !== null &&
      (way.axis === 'horizontal' ||
        (edgeSide === 'left' && at === 0) ||
        (edgeSide === 'right' && at === way.panels - 1));
    const fromFirst = share.pieceFrom - (shares[0]?.pieceFrom ?? 0);
    return { share, at, size, touches, fromFirst };
  });
  const rightEdged = pieces.find(({ touches }) => touches && edgeSide === 'right');
  const base = rightEdged
    ? roll.width - rightEdged.size.acrossMm - (lying === 'across' ? rightEdged.fromFirst : 0)
    : 0;
  const layout = pieces.map(({ share, at, size, touches, fromFirst }): Shape[] => {
    const x =
      touches && edgeSide === 'right'
        ? roll.width - size.acrossMm
        : phaseOf(base + (lying === 'across' ? fromFirst : 0), pattern.across);
    if (x + size.acrossMm > roll.width + SMALLEST_LACK_MM || (touches && edgeSide === 'left' && x > 0))
      return [];
    const drop = pattern.drop === 'half' && lying === 'across' ? (at * pattern.along) / 2 : 0;
    return [
      {
        turn: 0,
        ...size,
        lane: touches && edgeSide !== null ? laneOf([longEdge(edgeSide, 0)]) : 'free',
        cover: coverOf(context, share),
        factoryEdge: touches ? edgeSide : null,
        seamEdges: {},
        phase: { x, along: (lying === 'along' ? fromFirst : 0) + drop, repeatAlong: pattern.along },
      },
    ];
  });
  return layout.every((shapes) => shapes.length > 0) ? layout : null;
}

/** Every way to make a divided pane off a roll of this size; empty when this roll will not do. */
export function panelLayouts(
  pane: PaneForPlan,
  film: FilmForPlan,
  rules: PlanRules,
  roll: Roll,
  ways: readonly SeamWay[],
): Layout[] {
  return ways.flatMap((way) => {
    const context = { pane, film, rules, roll, way, sides: axisSides(pane, way.axis, film) };
    return edgeChoices(pane).flatMap((edgeSide) => {
      if (film.matchEdges) return matchedLayouts(context, edgeSide);
      if (film.pattern) return patternLayouts(context, edgeSide);
      return orientations(context.sides, film).flatMap((lying) => plainLayouts(context, lying, edgeSide));
    });
  });
}
