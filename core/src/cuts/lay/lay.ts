import type { Side } from '../../survey/index.ts';
import type { FilmForPlan, RollEdge } from '../format/planJob.ts';
import type { Turn } from '../format/cutPlan.ts';

/** A side of a piece as it lies on the roll, film face up: a long edge, the free end of the pull, or its cut end. */
export type RollSide = RollEdge | 'start' | 'end';

/** Which roll side each hung side faces at a turn (degrees clockwise from hanging to lying). */
const LYING: Readonly<Record<Turn, Readonly<Record<Side, RollSide>>>> = {
  0: { left: 'left', right: 'right', top: 'start', bottom: 'end' },
  90: { left: 'start', right: 'end', top: 'right', bottom: 'left' },
  180: { left: 'right', right: 'left', top: 'end', bottom: 'start' },
  270: { left: 'end', right: 'start', top: 'left', bottom: 'right' },
};

export function rollSideOf(hungSide: Side, turn: Turn): RollSide {
  return LYING[turn][hungSide];
}

/** The turns in which a film's pieces may lie on its roll. */
export function permittedTurns(turn: FilmForPlan['turn']): readonly Turn[] {
  switch (turn) {
    case 'any':
      return [0, 90, 180, 270];
    case 'half':
      return [0, 180];
    case 'none':
      return [0];
  }
}

/** Across and along the roll, from width and height as hung. */
export function sizeOnRoll(
  hungWidth: number,
  hungHeight: number,
  turn: Turn,
): { acrossMm: number; alongMm: number } {
  return turn === 0 || turn === 180
    ? { acrossMm: hungWidth, alongMm: hungHeight }
    : { acrossMm: hungHeight, alongMm: hungWidth };
}

/** Whether an offcut of this size is worth keeping; of film that may be turned either way round counts. */
export function isUsefulOffcut(
  size: { readonly w: number; readonly l: number },
  minOffcut: { readonly width: number; readonly length: number },
  turn: FilmForPlan['turn'],
): boolean {
  const fits = (w: number, l: number) => w >= minOffcut.width && l >= minOffcut.length;
  return fits(size.w, size.l) || (turn === 'any' && fits(size.l, size.w));
}
