import { moveSeam, seamsNow, snapSeam, type SeamPlaces } from '@neat-sill/core/cuts';
import { describeSeamProblem } from '@neat-sill/core/words';
import { useMemo, useState } from 'react';
import type { SeamsInHand } from '../../drawing/PaneOnWall.tsx';
import { putSeams, useJob, useOptionalLivePlan, useUnit } from '../job/index.ts';

/** Seams that are dragged on the wall: where they snap to, and why they can't be where they were let go. */
export function useSeamsOnWall(fromOutside: boolean): {
  readonly seams: SeamsInHand;
  readonly problem: string | null;
} {
  const job = useJob();
  const live = useOptionalLivePlan();
  const unit = useUnit();
  const [problem, setProblem] = useState<string | null>(null);
  const plan = live?.plan ?? null;
  const seams = useMemo((): SeamsInHand => {
    const { records, derived } = job;
    // Worked out when the first seam is taken hold of, and kept while the job stays the same.
    const known = new Map<string, SeamPlaces | null>();
    const spliceOf = (paneId: string) => {
      const found = known.get(paneId) ?? derived.seamPlacesOf(paneId);
      known.set(paneId, found);
      return found;
    };
    /** Between a share of the glass as it is drawn and mm of what is filmed. */
    const measure = (paneId: string, axis: 'vertical' | 'horizontal') => {
      const pane = derived.pane(paneId);
      const glass = pane?.sizes?.cutting;
      const upright = axis === 'vertical';
      const [spanMm, bareMm] = upright
        ? [glass?.widthMm ?? 1, pane?.filmOrigin.leftMm ?? 0]
        : [glass?.heightMm ?? 1, pane?.filmOrigin.topMm ?? 0];
      const seen = (share: number) => (upright && fromOutside ? 1 - share : share);
      return {
        mmOf: (share: number) => seen(share) * spanMm - bareMm,
        shareOf: (mm: number) => seen((mm + bareMm) / spanMm),
      };
    };
    return {
      snap: (paneId, { axis }, at) => {
        const splice = spliceOf(paneId);
        const { mmOf, shareOf } = measure(paneId, axis);
        return splice ? shareOf(snapSeam(splice, axis, mmOf(at))) : at;
      },
      onDrop: (paneId, index, { axis }, at) => {
        const splice = spliceOf(paneId);
        const pane = records.pane[paneId];
        if (!splice || !pane) return;
        const { atMm } = seamsNow(splice, pane.seams, plan);
        const moved = moveSeam(splice, axis, atMm, index, Math.round(measure(paneId, axis).mmOf(at)));
        const why = splice.problemAt(axis, moved);
        setProblem(why && describeSeamProblem(why, unit));
        if (why) return;
        job.edit(`Seam of pane ${pane.label}`, putSeams(job, paneId, { axis, atMm: moved }));
      },
    };
  }, [job, plan, unit, fromOutside]);
  return { seams, problem };
}
