import type { Side } from '../../survey/index.ts';
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
import { sheetOfSource } from '../lay/onSheets.ts';
import { outerSides } from '../lay/seams.ts';
import { AS_PLANNED, handPull, isTrimmedAt, type HandPiece, type HandRules } from './handCuts.ts';

/** A piece as it comes off a strip. */
export interface CutPiece {
  readonly piece: Piece;
  /** What is written on the liner: the pane's label, with a letter for its panel and the copy where there are more. */
  readonly name: string;
  /** Cut across the strip here, measured from the free end of the pull; null where the pull ends there. */
  readonly crossCutAtMm: number | null;
  /** Trim the piece to this width; null where it is as wide as its strip. */
  readonly trimToMm: number | null;
  /** Its size as it is cut, with what stays on it rather than being a sliver; mm across and along the roll. */
  readonly cutWidthMm: number;
  readonly cutLengthMm: number;
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

/** A sheet of fixed size, and what comes off it at each side around the one piece that is cut of it. mm. */
export interface SheetToCut {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly motif: boolean;
  /** Null where several pieces are cut of it. */
  readonly trimOff: Readonly<Record<Side, number>> | null;
}

/** One pull in the order of the hands: set the knife, pull out, cut across, then the strips. */
export interface CutStep {
  readonly pull: Pull;
  readonly source: PlanSource;
  /** The sheet it is, where it comes off no roll. */
  readonly sheet: SheetToCut | null;
  /** Cut off the end of the roll before, because it is out of square; null where it need not be. */
  readonly squaring: { readonly mm: number; readonly outMm: number } | null;
  /** Where the knife stands in the box, from the roll's left edge, film face up. Empty: pull at full width. */
  readonly knifeAtMm: readonly number[];
  /** How far the film is pulled out. */
  readonly pullOutMm: number;
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

function cutPiece(cut: HandPiece, job: PlanJob): CutPiece {
  const { piece } = cut;
  const pane = job.panes.find(({ id }) => id === piece.paneId) ?? {
    width: piece.cover.width,
    height: piece.cover.height,
  };
  const sides: readonly Side[] = ['top', 'right', 'bottom', 'left'];
  const lying = piece.factoryEdge && rollSideOf(piece.factoryEdge, piece.turn);
  return {
    ...cut,
    name: pieceName(piece, job),
    freeEndIs: sides.find((side) => rollSideOf(side, piece.turn) === 'start') ?? 'top',
    factoryEdge:
      piece.factoryEdge && (lying === 'left' || lying === 'right')
        ? { side: piece.factoryEdge, rollEdge: lying }
        : null,
    seams: seamSides(piece, pane),
  };
}

/** What the end of a roll asks for: nothing where all its pieces are trimmed on the glass at both ends. */
function endOfRoll(pulls: readonly Pull[], job: PlanJob, outMm: number): number {
  const isExact = pulls.some(({ pieces }) =>
    pieces.some(
      (piece) =>
        !isTrimmedAt(piece, 'start', job) || !isTrimmedAt(piece, 'end', job) || piece.factoryEdge !== null,
    ),
  );
  return isExact ? outMm : 0;
}

function sheetToCut({ pieces }: Pull, source: PlanSource, job: PlanJob): SheetToCut | null {
  const film = job.films.find(({ id }) => id === source.filmId);
  const sheet = sheetOfSource(source, film);
  const [piece, ...others] = pieces;
  if (!sheet) return null;
  const { width: widthMm, height: heightMm, motif = false } = sheet;
  const trimOff =
    piece && others.length === 0
      ? {
          left: piece.x,
          top: piece.y,
          right: widthMm - piece.x - piece.w,
          bottom: heightMm - piece.y - piece.l,
        }
      : null;
  return { widthMm, heightMm, motif, trimOff };
}

/**
 * The plan read in the order of the hands, pull by pull. Positions in mm, film face up, free end first. `hands`: on which marks
 * knives and lengths stand, and which rests stay on their pieces.
 */
export function cutList(plan: CutPlan, job: PlanJob, hands: HandRules = AS_PLANNED): CutStep[] {
  const sources = new Map(plan.sources.map((source) => [source.id, source]));
  const begun = new Set<string>();
  return plan.pulls.flatMap((pull): CutStep[] => {
    const source = sources.get(pull.sourceId);
    if (!source) return [];
    const isFirst = !begun.has(source.id);
    begun.add(source.id);
    const ofRoll = plan.pulls.filter(({ sourceId }) => sourceId === source.id);
    const outMm = endOfRoll(ofRoll, job, hands.rollEnds[source.id] ?? 0);
    const { squaring } = hands;
    const sheet = sheetToCut(pull, source, job);
    // Where a motif lies on its piece is told by what comes off: nothing stays on for the ease of the hands.
    const marks = sheet?.motif ? { ...hands, keepUnderMm: 0 } : hands;
    const cut = handPull(pull, source.width, job, marks, squaring.by === 'add' ? outMm : 0);
    return [
      {
        pull,
        source,
        sheet,
        squaring:
          isFirst && outMm > 0 && squaring.by === 'cut' ? { mm: Math.max(squaring.mm, outMm), outMm } : null,
        knifeAtMm: cut.knifeAtMm,
        pullOutMm: cut.pullOutMm,
        strips: cut.strips.map((strip) => ({
          ...strip,
          pieces: strip.pieces.map((each) => cutPiece(each, job)),
        })),
        keep: pull.offcuts.filter(({ keep }) => keep),
      },
    ];
  });
}
