import { SIDES, type Side } from '../../survey/index.ts';
import type { Piece, Turn } from '../format/cutPlan.ts';
import {
  allowanceAt,
  type FilmForPlan,
  type PaneForPlan,
  type PlanRules,
  type RollEdge,
} from '../format/planJob.ts';
import { permittedTurns, rollSideOf, sizeOnRoll } from './lay.ts';

/* How a pane in one piece may lie on film. */

/** Which roll edges a shape must lie on: none, one of them, or both (the full width of the roll). */
export type Lane = 'free' | RollEdge | 'both';

/** One way in which a piece may lie on a roll. */
export interface Shape {
  readonly turn: Turn;
  readonly acrossMm: number;
  readonly alongMm: number;
  readonly lane: Lane;
  readonly cover: Piece['cover'];
  readonly factoryEdge: Side | null;
  readonly seamEdges: Piece['seamEdges'];
  /** For a patterned panel: its place across the roll, and its start along the roll against the first panel's. */
  readonly phase: { readonly x: number; readonly along: number; readonly repeatAlong: number } | null;
}

export type Margins = Readonly<Record<Side, number>>;

export function marginsFor(pane: PaneForPlan, edgeSide: Side | null, rules: PlanRules): Margins {
  const margin = (side: Side) =>
    side === edgeSide ? rules.factoryEdgeAllowance : allowanceAt(pane, side, rules);
  return { top: margin('top'), right: margin('right'), bottom: margin('bottom'), left: margin('left') };
}

/** The sides that may hang on the factory edge; null is a pane without such a wish. */
export function edgeChoices(pane: PaneForPlan): readonly (Side | null)[] {
  if (pane.factoryEdge === 'none') return [null];
  return pane.factoryEdge === 'any' ? SIDES : [pane.factoryEdge];
}

export function laneOf(edges: readonly (RollEdge | null)[]): Lane {
  const wanted = new Set(edges.filter((edge) => edge !== null));
  if (wanted.size === 2) return 'both';
  return [...wanted][0] ?? 'free';
}

export function longEdge(side: Side, turn: Turn): RollEdge | null {
  const lying = rollSideOf(side, turn);
  return lying === 'left' || lying === 'right' ? lying : null;
}

/** Every way in which an undivided pane may lie on a roll of this film, wide enough or not. */
export function wholeShapes(pane: PaneForPlan, film: FilmForPlan, rules: PlanRules): Shape[] {
  const cover = { left: 0, top: 0, width: pane.width, height: pane.height };
  const shapes = edgeChoices(pane).flatMap((edgeSide) => {
    const margins = marginsFor(pane, edgeSide, rules);
    const width = pane.width + margins.left + margins.right;
    const height = pane.height + margins.top + margins.bottom;
    return permittedTurns(film.turn).flatMap((turn): Shape[] => {
      const edge = edgeSide && longEdge(edgeSide, turn);
      if (edgeSide && !edge) return [];
      const size = sizeOnRoll(width, height, turn);
      return [
        { turn, ...size, lane: laneOf([edge]), cover, factoryEdge: edgeSide, seamEdges: {}, phase: null },
      ];
    });
  });
  return shapes.filter(
    (shape, at) =>
      at ===
      shapes.findIndex(
        (s) => s.acrossMm === shape.acrossMm && s.alongMm === shape.alongMm && s.lane === shape.lane,
      ),
  );
}
