import type { PlanSource, Pull } from '../format/cutPlan.ts';
import type { StockForPlan } from '../format/planJob.ts';

/** Of a roll or offcut shorter than this nothing is kept, mm. */
const NO_USE_MM = 100;

/** What a pull that was cut does to the rack. */
export interface Consumed {
  /** The roll or offcut it came off, as it is now; null when nothing of use is left. */
  readonly source: StockForPlan | null;
  readonly offcuts: readonly StockForPlan[];
}

/** Why a pull can't have been cut off what stands on the rack. */
export interface TooShort {
  readonly code: 'stock.tooShort';
  readonly id: string;
  readonly lengthMm: number;
  readonly pullMm: number;
}

/** What stands on the rack of a source, or the new roll that is opened for it. */
const wholeOf = (source: PlanSource, onRack: StockForPlan | null, id: string): StockForPlan =>
  onRack ?? {
    id,
    filmId: source.filmId,
    kind: 'roll',
    width: source.width,
    length: source.length,
    factoryEdges: ['left', 'right'],
  };

/**
 * Takes a pull off the rack: its source gets shorter (a new roll is opened by its first pull), the leftovers that are
 * worth keeping are put there. `onRack` is the source as it stands, null for a roll not opened yet; `idOf` names leftovers.
 */
export function consume(
  source: PlanSource,
  onRack: StockForPlan | null,
  pull: Pick<Pull, 'id' | 'length' | 'offcuts'>,
  ids: { readonly source: string; readonly offcut: (at: number) => string },
): Consumed | TooShort {
  const before = wholeOf(source, onRack, ids.source);
  const length = Math.round((before.length - pull.length) * 10) / 10;
  if (length < -1)
    return { code: 'stock.tooShort', id: before.id, lengthMm: before.length, pullMm: pull.length };
  return {
    source: length < NO_USE_MM ? null : { ...before, length },
    offcuts: pull.offcuts
      .filter(({ keep }) => keep)
      .map(({ w, l, factoryEdges }, at) => ({
        id: ids.offcut(at + 1),
        filmId: source.filmId,
        kind: 'offcut',
        width: w,
        length: l,
        factoryEdges: [...factoryEdges],
      })),
  };
}

/**
 * A roll or offcut as it is once a pull is taken back, mm: `onRack` as it stands, null where it was used up; `before` as it
 * was before that pull, null where the pull opened it.
 */
export function consumedBack(
  source: PlanSource,
  {
    onRack,
    before,
    id,
  }: { readonly onRack: StockForPlan | null; readonly before: StockForPlan | null; readonly id: string },
  pull: Pick<Pull, 'length'>,
): StockForPlan {
  const whole = wholeOf(source, before, id);
  // Used up by this very pull it is as before; by another one since, only this pull's length is there again.
  const gone = whole.length - pull.length < NO_USE_MM ? whole.length : pull.length;
  const length = onRack ? Math.round((onRack.length + pull.length) * 10) / 10 : gone;
  return { ...(onRack ?? whole), length };
}
