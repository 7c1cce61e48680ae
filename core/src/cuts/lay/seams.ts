import { SAME_PLACE_MM } from '../../units/index.ts';
import type { CutPlan, HungSide, Piece } from '../format/index.ts';

type Cover = Piece['cover'];

/** Where two panels overlap (or meet), from the left or the top of what is filmed, mm. */
export interface Seam {
  readonly axis: 'vertical' | 'horizontal';
  readonly fromMm: number;
  readonly toMm: number;
}

/** The seams between panels in their order, from what each of them covers. */
export function seamsBetween(covers: readonly Cover[]): Seam[] {
  return covers.slice(1).map((cover, at): Seam => {
    const before = covers[at] ?? cover;
    return cover.left > before.left
      ? { axis: 'vertical', fromMm: cover.left, toMm: before.left + before.width }
      : { axis: 'horizontal', fromMm: cover.top, toMm: before.top + before.height };
  });
}

export const middleOf = ({ fromMm, toMm }: Seam): number => (fromMm + toMm) / 2;

/** The pieces of a pane in a plan, in the order of its panels; glass blocks have a piece each, the first stands for all. */
export function piecesOfPane(plan: Pick<CutPlan, 'pulls'>, paneId: string): Piece[] {
  return plan.pulls
    .flatMap(({ pieces }) => pieces.filter((piece) => piece.paneId === paneId && piece.copy === 1))
    .sort((a, b) => a.panel - b.panel);
}

/** The sides of a piece that are sides of its pane, and no seams. */
export function outerSides(
  { cover }: Pick<Piece, 'cover'>,
  pane: { readonly width: number; readonly height: number },
): Readonly<Record<HungSide, boolean>> {
  return {
    left: cover.left < SAME_PLACE_MM,
    top: cover.top < SAME_PLACE_MM,
    right: cover.left + cover.width > pane.width - SAME_PLACE_MM,
    bottom: cover.top + cover.height > pane.height - SAME_PLACE_MM,
  };
}
