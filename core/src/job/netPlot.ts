import {
  plotOf,
  type CutStep,
  type PaneForPlan,
  type Piece,
  type PlanJob,
  type PlotOutline,
} from '../cuts/index.ts';
import type { RuleSet } from '../rules/index.ts';
import { paneOutline, roundedRectangle, type OutlineCorner, type Side, type Size } from '../survey/index.ts';
import { SAME_PLACE_MM } from '../units/index.ts';
import { sizesOf } from './planning.ts';
import type { JobRecords, Pane } from './records.ts';

/** Corners brought in from the sides by a gap: an outline keeps its proportions about its middle. */
function broughtIn(
  corners: readonly OutlineCorner[],
  { widthMm, heightMm }: Size,
  gapMm: number,
): OutlineCorner[] {
  const [across, along] = [(widthMm - 2 * gapMm) / widthMm, (heightMm - 2 * gapMm) / heightMm];
  return corners.map(({ x, y, bulge }) => ({ x: gapMm + x * across, y: gapMm + y * along, bulge }));
}

/** The net outline of what a piece covers, from the top left corner of the piece's own cover, as it hangs. */
function netOfPiece(
  piece: Piece,
  outer: Readonly<Record<Side, boolean>>,
  pane: Pane,
  rules: RuleSet,
  gapMm: number,
): OutlineCorner[] {
  const { cover } = piece;
  if (pane.shape.kind === 'blocks')
    return broughtIn(roundedRectangle(pane.shape.block, pane.shape.cornerRadiusMm), pane.shape.block, gapMm);
  const glass = sizesOf(pane, rules)?.cutting;
  const outline = paneOutline(pane.shape, pane.readings);
  const isWhole =
    piece.panels === 1 &&
    glass !== undefined &&
    Math.abs(cover.width - glass.widthMm) < 1 &&
    Math.abs(cover.height - glass.heightMm) < 1;
  if (isWhole && outline.ok) return broughtIn(outline.value.corners, outline.value.bounding, gapMm);
  // A panel, a band: straight sides, a gap only where it meets the frame.
  const gap = (side: Side) => (outer[side] ? gapMm : 0);
  const [left, top] = [gap('left'), gap('top')];
  const [right, bottom] = [cover.width - gap('right'), cover.height - gap('bottom')];
  return [
    { x: left, y: top, bulge: 0 },
    { x: right, y: top, bulge: 0 },
    { x: right, y: bottom, bulge: 0 },
    { x: left, y: bottom, bulge: 0 },
  ];
}

/** The sides of a piece that are sides of its pane, and no seams. */
function outerSides(
  { cover }: Piece,
  pane: Pick<PaneForPlan, 'width' | 'height'>,
): Readonly<Record<Side, boolean>> {
  return {
    left: cover.left < SAME_PLACE_MM,
    top: cover.top < SAME_PLACE_MM,
    right: cover.left + cover.width > pane.width - SAME_PLACE_MM,
    bottom: cover.top + cover.height > pane.height - SAME_PLACE_MM,
  };
}

/** A point of the hung piece as it lies on the roll: turned clockwise with the piece. */
function lying({ turn, w, l }: Piece, { x, y, bulge }: OutlineCorner): OutlineCorner {
  switch (turn) {
    case 0:
      return { x, y, bulge };
    case 90:
      return { x: w - y, y: x, bulge };
    case 180:
      return { x: w - x, y: l - y, bulge };
    case 270:
      return { x: y, y: l - x, bulge };
  }
}

/**
 * The net outlines of the pieces of a plan, on film that lies flat as for a plotter: rounded corners and arcs as they were
 * surveyed, the light gap taken off, each where its piece has its margins.
 */
export function netPlot(
  steps: readonly CutStep[],
  job: PlanJob,
  records: Pick<JobRecords, 'pane'>,
  rules: RuleSet,
  thicknessUm: (filmId: string) => number,
): PlotOutline[] {
  const pieces = new Map(steps.flatMap(({ pull }) => pull.pieces.map((piece) => [piece.id, piece] as const)));
  const filmOf = new Map(
    steps.flatMap(({ pull, source }) => pull.pieces.map(({ id }) => [id, source.filmId] as const)),
  );
  return plotOf(steps).flatMap((rect): PlotOutline[] => {
    const piece = rect.kind === 'piece' ? pieces.get(rect.pieceId) : undefined;
    const pane = piece && records.pane[piece.paneId];
    const planned = job.panes.find(({ id }) => id === piece?.paneId);
    if (!piece || !pane || !planned) return [];
    const heavy = thicknessUm(filmOf.get(piece.id) ?? '') >= rules.fitting.heavyFromUm;
    const gapMm = heavy ? rules.fitting.heavyLightGapMm : rules.fitting.lightGapMm;
    const outer = outerSides(piece, planned);
    const { allowance, factoryEdgeAllowance } = job.rules;
    const margin = (side: 'left' | 'top') =>
      outer[side] ? (piece.factoryEdge === side ? factoryEdgeAllowance : allowance) : 0;
    const offset = { x: margin('left'), y: margin('top') };
    const corners = netOfPiece(piece, outer, pane, rules, gapMm).map((corner) => {
      const turned = lying(piece, { ...corner, x: corner.x + offset.x, y: corner.y + offset.y });
      return { ...turned, x: rect.x + turned.x, y: rect.y + turned.y };
    });
    return [{ name: rect.name, corners }];
  });
}
