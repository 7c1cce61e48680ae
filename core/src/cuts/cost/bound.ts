import { costPerMm } from './cost.ts';
import { hasPrices } from '../format/prices.ts';
import { placesAreFree } from '../format/prices.ts';
import { divide, panelLayouts } from '../lay/layouts.ts';
import { wholeShapes, type Shape } from '../lay/shapes.ts';
import type { FilmForPlan, PaneForPlan, PlanJob } from '../format/planJob.ts';

/** For one copy of a pane and each of its panels: the shapes it could have on any roll. */
function panelShapes(pane: PaneForPlan, film: FilmForPlan, job: PlanJob): Shape[][] {
  const division = divide(pane, film, job.rules);
  if (division.kind === 'impossible') return [];
  if (division.kind === 'whole') return [wholeShapes(pane, film, job.rules)];
  const rolls = [...film.rolls, ...job.stock.filter((entry) => entry.filmId === film.id)];
  const layouts = rolls.flatMap((roll) => panelLayouts(pane, film, job.rules, roll, division.ways));
  const panels = Math.max(0, ...division.ways.map((way) => way.panels));
  return Array.from({ length: panels }, (_, at) => layouts.flatMap((layout) => layout[at] ?? []));
}

export interface FilmBound {
  /** mm; null when the film comes in several widths. */
  readonly lowerBoundLength: number | null;
  /** Money, or mm² without prices; null when the film comes in one width. */
  readonly lowerBoundCost: number | null;
}

/**
 * What no plan of these panes can beat. For one roll width the length is the largest of: all piece area over the
 * width; the longest piece; the lengths of pieces more than half a roll wide, which must stand one behind the other
 * (the area and the continuous bounds of strip packing; Martello, Monaci, Vigo 2003). For several widths the
 * area, less what lies on hand free, at the cheapest price per area.
 */
export function filmBound(
  film: FilmForPlan,
  panes: readonly (PaneForPlan & { copies: number })[],
  job: PlanJob,
): FilmBound {
  const stock = job.stock.filter((entry) => entry.filmId === film.id);
  const widths = [...new Set([...film.rolls, ...stock].map(({ width }) => width))];
  const demands = panes.flatMap((pane) =>
    panelShapes(pane, film, job).map((shapes, _panel, all) => ({
      shapes,
      copies: pane.copies,
      // Where seams may go anywhere a panel may be as narrow as the rules let it; together they are as broad as ever.
      isFixed: all.length === 1 || !placesAreFree(job, film) || pane.seams.at !== undefined,
    })),
  );
  const smallest = (shapes: readonly Shape[], figure: (shape: Shape) => number) =>
    shapes.length === 0 ? 0 : Math.min(...shapes.map(figure));
  const area = demands.reduce(
    (sum, { shapes, copies }) => sum + copies * smallest(shapes, ({ acrossMm: w, alongMm: l }) => w * l),
    0,
  );
  const [width] = widths;
  if (widths.length === 1 && width !== undefined) {
    const usable = (shapes: readonly Shape[]) => shapes.filter(({ acrossMm: w }) => w <= width + 0.01);
    const lengths = demands.map(({ shapes, copies, isFixed }) => ({
      copies,
      shortest: smallest(usable(shapes), ({ alongMm: l }) => l),
      wide: isFixed && usable(shapes).every(({ acrossMm: w }) => w > width / 2),
    }));
    const stacked = lengths.reduce(
      (sum, { copies, shortest, wide }) => sum + (wide ? copies * shortest : 0),
      0,
    );
    const longest = Math.max(0, ...lengths.map(({ shortest }) => shortest));
    return { lowerBoundLength: Math.max(area / width, stacked, longest), lowerBoundCost: null };
  }
  const free = stock
    .filter((entry) => entry.kind === 'offcut')
    .reduce((sum, entry) => sum + entry.width * entry.length, 0);
  const paid = [
    ...film.rolls.map((roll) => ({ kind: 'new' as const, width: roll.width, length: roll.length })),
    ...stock.filter((entry) => entry.kind === 'roll'),
  ];
  const perArea = paid.map((source) => costPerMm(film, source) / source.width);
  const cheapest = perArea.length === 0 ? 0 : Math.min(...perArea);
  return {
    lowerBoundLength: null,
    lowerBoundCost: Math.max(0, area - free) * (hasPrices(film) ? cheapest : 1),
  };
}
