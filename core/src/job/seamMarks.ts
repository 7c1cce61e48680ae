import type { CutPlan } from '../cuts/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { Side } from '../survey/index.ts';
import { coveredStrips } from './coverage.ts';
import { sizesOf } from './planning.ts';
import type { Pane } from './records.ts';

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

/** The overlaps of a pane's seams in a plan, from the left or the top of what is filmed, in the order of its panels. */
export function seamsIn(plan: Pick<CutPlan, 'pulls'>, paneId: string) {
  const pieces = plan.pulls
    .flatMap((pull) => pull.pieces.filter((piece) => piece.paneId === paneId && piece.copy === 1))
    .sort((a, b) => a.panel - b.panel);
  return pieces.slice(1).map(({ cover }, at) => {
    const before = pieces[at]?.cover ?? cover;
    return cover.left > before.left
      ? { axis: 'vertical' as const, from: cover.left, to: before.left + before.width }
      : { axis: 'horizontal' as const, from: cover.top, to: before.top + before.height };
  });
}

/**
 * The marks for a pane's seams: the panel hung first ends at the mark, the next comes over it by the overlap. Each mark is
 * told from both corners of its side, as that side was read, so that a frame out of square shows.
 */
export function seamMarks(
  pane: Pane,
  paneId: string,
  rules: RuleSet,
  plan: Pick<CutPlan, 'pulls'>,
): readonly SeamMarks[] {
  const sizes = sizesOf(pane, rules);
  const strip = sizes && coveredStrips(pane, sizes.cutting, rules.film)[0];
  if (!sizes || !strip) return [];
  const { readings } = pane;
  const lengths = {
    top: readings.widthTop?.mm ?? sizes.cutting.widthMm,
    bottom: readings.widthBottom?.mm ?? sizes.cutting.widthMm,
    left: readings.heightLeft?.mm ?? sizes.cutting.heightMm,
    right: readings.heightRight?.mm ?? sizes.cutting.heightMm,
  };
  return seamsIn(plan, paneId).map(({ axis, from, to }) => {
    const bareMm = axis === 'vertical' ? strip.leftMm : strip.topMm;
    const edgeMm = bareMm + to;
    const sides = axis === 'vertical' ? (['top', 'bottom'] as const) : (['left', 'right'] as const);
    return {
      axis,
      seamMm: bareMm + (from + to) / 2,
      edgeMm,
      overlapMm: to - from,
      marks: sides.map((side) => ({ side, fromFirstMm: edgeMm, fromSecondMm: lengths[side] - edgeMm })),
    };
  });
}
