import { SAME_PLACE_MM } from '../../units/index.ts';
import type { Side } from '../../survey/index.ts';
import { knivesOf, stripsOf } from '../lay/knives.ts';
import { rollSideOf } from '../lay/lay.ts';
import {
  HUNG_SIDES,
  type CutPlan,
  type Piece,
  type PlanJob,
  type PlanOffcut,
  type PlanSource,
  type Pull,
  type RollEdge,
} from '../format/index.ts';
import { outerSides } from '../lay/seams.ts';

/** A piece as it comes off a strip. */
export interface CutPiece {
  readonly piece: Piece;
  /** What is written on the liner: the pane's label, with a letter for its panel and the copy where there are more. */
  readonly name: string;
  /** Cut across the strip here, measured from the free end of the pull; null where the pull ends there. */
  readonly crossCutAtMm: number | null;
  /** Trim the piece to this width; null where it is as wide as its strip. */
  readonly trimToMm: number | null;
  /** The hung side that came off the box first. */
  readonly freeEndIs: Side;
  readonly factoryEdge: { readonly side: Side; readonly rollEdge: RollEdge } | null;
  readonly seams: readonly { readonly side: Side; readonly rollEdge: RollEdge | null }[];
}

export interface CutStrip {
  readonly fromMm: number;
  readonly widthMm: number;
  readonly pieces: readonly CutPiece[];
}

/** One pull in the order of the hands: set the knife, pull out, cut across, then the strips. */
export interface CutStep {
  readonly pull: Pull;
  readonly source: PlanSource;
  /** Where the knife stands in the box, from the roll's left edge, film face up. Empty: pull at full width. */
  readonly knifeAtMm: readonly number[];
  readonly strips: readonly CutStrip[];
  readonly keep: readonly PlanOffcut[];
}

const PANEL_LETTERS = 'abcdefghijklmnopqrstuvwxyz';

/** The name of a piece as people say it: `2`, `2a`, or `2 (3 of 4)` for copies. */
export function pieceName(piece: Piece, job: Pick<PlanJob, 'panes'>): string {
  const pane = job.panes.find(({ id }) => id === piece.paneId);
  const letter = piece.panels > 1 ? (PANEL_LETTERS[piece.panel - 1] ?? `-${piece.panel}`) : '';
  const copies = pane && pane.count > 1 ? ` (${piece.copy} of ${pane.count})` : '';
  return `${pane?.label ?? piece.paneId}${letter}${copies}`;
}

/** The sides of a piece at which it meets another panel, with the roll edge it brings there. */
function seamSides(piece: Piece, pane: { width: number; height: number }): CutPiece['seams'] {
  const outer = outerSides(piece, pane);
  return HUNG_SIDES.filter((side) => !outer[side]).map((side) => ({
    side,
    rollEdge: piece.seamEdges[side] ?? null,
  }));
}

function cutPiece(piece: Piece, strip: { widthMm: number }, pull: Pull, job: PlanJob): CutPiece {
  const end = piece.y + piece.l;
  const pane = job.panes.find(({ id }) => id === piece.paneId) ?? {
    width: piece.cover.width,
    height: piece.cover.height,
  };
  const sides: readonly Side[] = ['top', 'right', 'bottom', 'left'];
  const lying = piece.factoryEdge && rollSideOf(piece.factoryEdge, piece.turn);
  return {
    piece,
    name: pieceName(piece, job),
    crossCutAtMm: end < pull.length - SAME_PLACE_MM ? end : null,
    trimToMm: piece.w < strip.widthMm - SAME_PLACE_MM ? piece.w : null,
    freeEndIs: sides.find((side) => rollSideOf(side, piece.turn) === 'start') ?? 'top',
    factoryEdge:
      piece.factoryEdge && (lying === 'left' || lying === 'right')
        ? { side: piece.factoryEdge, rollEdge: lying }
        : null,
    seams: seamSides(piece, pane),
  };
}

function stepOf(pull: Pull, source: PlanSource, job: PlanJob): CutStep {
  const strips = stripsOf(pull).map((strip) => ({
    ...strip,
    pieces: strip.pieces.map((piece) => cutPiece(piece, strip, pull, job)),
  }));
  const knifeAtMm = knivesOf(pull, source.width);
  return { pull, source, knifeAtMm, strips, keep: pull.offcuts.filter(({ keep }) => keep) };
}

/** The plan read in the order of the hands, pull by pull. Positions in mm, film face up, free end first. */
export function cutList(plan: CutPlan, job: PlanJob): CutStep[] {
  const sources = new Map(plan.sources.map((source) => [source.id, source]));
  return plan.pulls.flatMap((pull) => {
    const source = sources.get(pull.sourceId);
    return source ? [stepOf(pull, source, job)] : [];
  });
}
