import { SMALLEST_LACK_MM } from '../../units/index.ts';
import { allowanceAt, type FilmForPlan, type PaneForPlan, type PlanRules } from '../format/planJob.ts';
import { wholeShapes, type Shape } from './shapes.ts';

/* Film that is sold in sheets of fixed sizes: each is bought whole, and is cut in one pull of its whole length. */

export type SheetSize = NonNullable<FilmForPlan['sheets']>[number];

export const sheetsOf = (film: FilmForPlan): readonly SheetSize[] => film.sheets ?? [];

/** How a piece lies on a sheet; for a motif also where. */
export interface OnSheet {
  readonly sheet: SheetSize;
  readonly shape: Shape;
  /** Where it has to lie, by the motif, mm from the sheet's left and top; null where it may lie anywhere. */
  readonly at: { readonly x: number; readonly y: number } | null;
}

const fits = (need: number, room: number) => need <= room + SMALLEST_LACK_MM;

/** Where the piece of a pane begins on a sheet with a motif: as far in as somebody wants the glass, else in the middle. */
function motifPlace(pane: PaneForPlan, shape: Shape, sheet: SheetSize, rules: PlanRules) {
  const { motif } = pane;
  return motif
    ? { x: motif.left - allowanceAt(pane, 'left', rules), y: motif.top - allowanceAt(pane, 'top', rules) }
    : { x: (sheet.width - shape.acrossMm) / 2, y: (sheet.height - shape.alongMm) / 2 };
}

/**
 * Every way in which a pane goes whole on a sheet that is sold for its film. A sheet with a motif takes one piece alone and
 * upright. Panes that wish a roll's edge, or film off something on hand, go on none.
 */
export function waysOnSheets(pane: PaneForPlan, film: FilmForPlan, rules: PlanRules): readonly OnSheet[] {
  if (sheetsOf(film).length === 0 || pane.factoryEdge !== 'none' || pane.from) return [];
  const shapes = wholeShapes(pane, film, rules);
  return sheetsOf(film).flatMap((sheet): OnSheet[] => {
    if (!sheet.motif && pane.motif) return [];
    if (!sheet.motif)
      return shapes
        .filter(({ acrossMm: w, alongMm: l }) => fits(w, sheet.width) && fits(l, sheet.height))
        .map((shape) => ({ sheet, shape, at: null }));
    return shapes
      .filter(({ turn }) => turn === 0)
      .flatMap((shape): OnSheet[] => {
        const at = motifPlace(pane, shape, sheet, rules);
        const within =
          at.x >= -SMALLEST_LACK_MM &&
          at.y >= -SMALLEST_LACK_MM &&
          fits(at.x + shape.acrossMm, sheet.width) &&
          fits(at.y + shape.alongMm, sheet.height);
        return within ? [{ sheet, shape, at: { x: Math.max(0, at.x), y: Math.max(0, at.y) } }] : [];
      });
  });
}

/** The sheet that film of a plan is, by its size; null for a roll, also where one of that size is sold. */
export function sheetOfSource(
  { kind, width, length }: { readonly kind: string; readonly width: number; readonly length: number },
  film: FilmForPlan | undefined,
): SheetSize | null {
  if (kind !== 'new' || !film || film.rolls.some((roll) => roll.width === width && roll.length === length))
    return null;
  return sheetsOf(film).find((sheet) => sheet.width === width && sheet.height === length) ?? null;
}

/** What a sheet counts: its price, or its area where film has no price. */
export const countOfSheet = (sheet: SheetSize, priced: boolean): number =>
  priced ? (sheet.price ?? 0) : sheet.width * sheet.height;
