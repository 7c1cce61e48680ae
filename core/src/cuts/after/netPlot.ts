import {
  outlineInside,
  paneOutline,
  roundedRectangle,
  type OutlineCorner,
  type Size,
} from '../../survey/index.ts';
import { allowanceAt, type HungSide, type Piece, type PlanJob } from '../format/index.ts';
import type { MeasuredPane } from '../fromPane.ts';
import { outerSides } from '../lay/seams.ts';
import type { CutStep } from './cutList.ts';
import { plotOf, type PlotOutline } from './plot.ts';

/** A piece covers its whole pane where it differs from it by less than this, mm. */
const WHOLE_WITHIN_MM = 1;

const rectangle = ({ widthMm, heightMm }: Size): OutlineCorner[] => [
  { x: 0, y: 0, bulge: 0 },
  { x: widthMm, y: 0, bulge: 0 },
  { x: widthMm, y: heightMm, bulge: 0 },
  { x: 0, y: heightMm, bulge: 0 },
];
/** The sides of a rectangle in the order of its corners. */
const SIDES_AROUND: readonly HungSide[] = ['top', 'right', 'bottom', 'left'];

/** The net outline of what a piece covers, from the top left corner of the piece's own cover, as it hangs. */
function netOfPiece(
  piece: Piece,
  outer: Readonly<Record<HungSide, boolean>>,
  { pane, sizes }: Pick<MeasuredPane, 'pane' | 'sizes'>,
  gapMm: number,
): OutlineCorner[] {
  const { cover } = piece;
  if (pane.shape.kind === 'blocks')
    return outlineInside(roundedRectangle(pane.shape.block, pane.shape.cornerRadiusMm), () => gapMm);
  const glass = sizes.cutting;
  const outline = paneOutline(pane.shape, pane.readings);
  const isWhole =
    piece.panels === 1 &&
    Math.abs(cover.width - glass.widthMm) < WHOLE_WITHIN_MM &&
    Math.abs(cover.height - glass.heightMm) < WHOLE_WITHIN_MM;
  if (isWhole && outline.ok) return outlineInside(outline.value.corners, () => gapMm);
  // A panel, a band: straight sides, a gap only where it meets the frame.
  return outlineInside(rectangle({ widthMm: cover.width, heightMm: cover.height }), (at) => {
    const side = SIDES_AROUND[at];
    return side && outer[side] ? gapMm : 0;
  });
}

/** A point of the hung piece as it lies on the roll: turned clockwise with the piece. */
function turnedWith({ turn, w, l }: Piece, { x, y, bulge }: OutlineCorner): OutlineCorner {
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
 * surveyed, each where its piece has its margins. `paneOf` gives the panes by id, `gapMmOf` the light gap by the id of the
 * film, mm; it is taken off square to every side.
 */
export function netPlot(
  steps: readonly CutStep[],
  job: PlanJob,
  paneOf: (paneId: string) => Pick<MeasuredPane, 'pane' | 'sizes'> | null,
  gapMmOf: (filmId: string) => number,
): PlotOutline[] {
  const pieces = new Map(
    steps.flatMap(({ pull, source }) =>
      pull.pieces.map((piece) => [piece.id, { piece, filmId: source.filmId }] as const),
    ),
  );
  return plotOf(steps).flatMap((rect): PlotOutline[] => {
    const cut = rect.kind === 'piece' ? pieces.get(rect.pieceId) : undefined;
    const pane = cut && paneOf(cut.piece.paneId);
    const planned = job.panes.find(({ id }) => id === cut?.piece.paneId);
    if (!cut || !pane || !planned) return [];
    const { piece, filmId } = cut;
    const outer = outerSides(piece, planned);
    const margin = (side: 'left' | 'top') =>
      outer[side]
        ? piece.factoryEdge === side
          ? job.rules.factoryEdgeAllowance
          : allowanceAt(planned, side, job.rules)
        : 0;
    const corners = netOfPiece(piece, outer, pane, gapMmOf(filmId)).map((corner) => {
      const turned = turnedWith(piece, {
        ...corner,
        x: corner.x + margin('left'),
        y: corner.y + margin('top'),
      });
      return { ...turned, x: rect.x + turned.x, y: rect.y + turned.y };
    });
    return [{ name: rect.name, corners }];
  });
}
