import type { CutPlan } from '../format/index.ts';
import type { MeasuredPane } from '../fromPane.ts';
import { middleOf, piecesOfPane, seamsBetween } from '../lay/seams.ts';
import type { Side } from '../../survey/index.ts';

/** A mark to make on the frame before hanging: how far along a side from both of its corners, mm. */
export interface FrameMark {
  readonly side: Side;
  /** From the left corner for a mark at top or bottom, from the upper one for a mark at a side. */
  readonly fromFirstMm: number;
  readonly fromSecondMm: number;
}

export interface SeamMarks {
  readonly axis: 'vertical' | 'horizontal';
  /** The middle of the overlap, or where the panels butt; from the left or the top of the glass. */
  readonly seamMm: number;
  /** Where the edge of the panel that is hung first comes to lie. */
  readonly edgeMm: number;
  readonly overlapMm: number;
  readonly marks: readonly FrameMark[];
}

/**
 * The marks for a pane's seams in a plan: the panel hung first ends at the mark, the next comes over it by the overlap.
 * Each mark is told from both corners of its side, as that side was read, so that a frame out of square shows. Lengths mm.
 */
export function seamMarks(
  { pane: { readings }, sizes, covered }: MeasuredPane,
  paneId: string,
  plan: Pick<CutPlan, 'pulls'>,
): readonly SeamMarks[] {
  const [first] = covered;
  if (!first) return [];
  const lengths = {
    top: readings.widthTop?.mm ?? sizes.cutting.widthMm,
    bottom: readings.widthBottom?.mm ?? sizes.cutting.widthMm,
    left: readings.heightLeft?.mm ?? sizes.cutting.heightMm,
    right: readings.heightRight?.mm ?? sizes.cutting.heightMm,
  };
  const seams = seamsBetween(piecesOfPane(plan, paneId).map(({ cover }) => cover));
  return seams.map((seam) => {
    const bareMm = seam.axis === 'vertical' ? first.leftMm : first.topMm;
    const edgeMm = bareMm + seam.toMm;
    const sides = seam.axis === 'vertical' ? (['top', 'bottom'] as const) : (['left', 'right'] as const);
    return {
      axis: seam.axis,
      seamMm: bareMm + middleOf(seam),
      edgeMm,
      overlapMm: seam.toMm - seam.fromMm,
      marks: sides.map((side) => ({ side, fromFirstMm: edgeMm, fromSecondMm: lengths[side] - edgeMm })),
    };
  });
}
