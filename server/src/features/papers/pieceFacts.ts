import type { CutPiece, PlanSource } from '@neat-sill/core/cuts';
import { SHAPE_NAMES, SIDE_NAMES } from '@neat-sill/core/words';
import type { PaperInput } from './paperInput.ts';

/** What whoever cuts or hangs a piece has to know of its pane, in words; null where there is nothing to say. */
export interface PieceFacts {
  /** Room and wall. */
  readonly where: string;
  /** The glass it hangs on, as a bench cut must fit it: width by height. */
  readonly glass: string | null;
  /** What a rectangle on paper does not show. */
  readonly shape: string | null;
  /** Where the pattern starts on the glass. */
  readonly pattern: string | null;
  /** At which of its sides the seams come to lie. */
  readonly seams: string | null;
}

export function pieceFacts(
  { job }: Pick<PaperInput, 'job'>,
  { piece, seams }: Pick<CutPiece, 'piece' | 'seams'>,
  show: (mm: number) => string,
): PieceFacts {
  const pane = job.pane(piece.paneId);
  const wall = pane && job.wall(pane.wallId)?.record;
  const room = wall ? job.records.room[wall.roomId]?.name : undefined;
  const net = pane?.sizes?.net;
  const shape = pane?.record.shape.kind ?? 'rectangle';
  const start = pane?.toFit?.more.patternStart;
  return {
    where: wall ? [room, wall.name].filter(Boolean).join(', ') : '',
    glass: net ? `${show(net.widthMm)} × ${show(net.heightMm)}` : null,
    shape: shape === 'rectangle' ? null : SHAPE_NAMES[shape].toLowerCase(),
    pattern: start
      ? `pattern starts ${show(start.acrossMm)} from left, ${show(start.alongMm)} from top`
      : null,
    seams: seams.length > 0 ? seams.map(({ side }) => SIDE_NAMES[side].toLowerCase()).join(', ') : null,
  };
}

/** The lot of what a pull comes off, where it is known. */
export function lotOf({ job }: Pick<PaperInput, 'job'>, source: PlanSource): string | null {
  if (source.kind === 'new') return null;
  return job.shop.stock.find(({ id }) => id === source.id)?.lot ?? null;
}
