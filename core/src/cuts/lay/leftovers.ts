import { SMALLEST_LACK_MM } from '../../units/index.ts';
import type { PlanOffcut, PlanSource, Pull } from '../format/cutPlan.ts';
import { stripsOf } from './knives.ts';
import { isUsefulOffcut } from './lay.ts';
import type { FilmForPlan, PlanJob, RollEdge } from '../format/planJob.ts';

/** Lengths of a plan are written to a ten-thousandth of a millimetre: sums in another order differ by less. */
export const tidyMm = (mm: number) => Number(mm.toFixed(4));

interface Rect {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly l: number;
}

/** What is left over of a pull around its pieces, with its factory edges, and what is worth keeping marked. */
export function leftoversOf(
  { length, pieces }: Pick<Pull, 'length' | 'pieces'>,
  source: PlanSource,
  film: FilmForPlan,
  job: PlanJob,
): PlanOffcut[] {
  const factoryEdges: readonly RollEdge[] =
    source.kind === 'new'
      ? ['left', 'right']
      : (job.stock.find(({ id }) => id === source.id)?.factoryEdges ?? []);
  const strips = stripsOf({ pieces });
  const inStrips = strips.flatMap(({ fromMm, widthMm, pieces: stack }): Rect[] => {
    const filled = Math.max(...stack.map(({ y, l }) => y + l));
    return [
      // A pattern may have to begin a little way up the pull.
      { x: fromMm, y: 0, w: widthMm, l: Math.min(...stack.map(({ y }) => y)) },
      ...stack.flatMap(({ x, y, w, l }) => [
        { x: fromMm, y, w: x - fromMm, l },
        { x: x + w, y, w: fromMm + widthMm - x - w, l },
      ]),
      { x: fromMm, y: filled, w: widthMm, l: length - filled },
    ];
  });
  const ends = [...strips.map(({ fromMm }) => fromMm), source.width];
  const between = ends.map((to, at): Rect => {
    const before = strips[at - 1];
    const from = before ? before.fromMm + before.widthMm : 0;
    return { x: from, y: 0, w: to - from, l: length };
  });
  const touches = ({ x, w }: Rect, edge: RollEdge) =>
    edge === 'left' ? x < SMALLEST_LACK_MM : x + w > source.width - SMALLEST_LACK_MM;
  return [...inStrips, ...between]
    .filter(({ w, l }) => w > SMALLEST_LACK_MM && l > SMALLEST_LACK_MM)
    .map((rect) => ({
      x: tidyMm(rect.x),
      y: tidyMm(rect.y),
      w: tidyMm(rect.w),
      l: tidyMm(rect.l),
      factoryEdges: factoryEdges.filter((edge) => touches(rect, edge)),
      keep: isUsefulOffcut(rect, job.rules.minOffcut, film.turn),
    }));
}
