import { costPerMm } from './cost.ts';
import { hasPrices } from '../format/prices.ts';
import type { CutPlan, FilmSummary, Piece, PlanSource, Pull } from '../format/cutPlan.ts';
import type { PlanJob } from '../format/planJob.ts';

/** How much of a source its pulls take, mm: to the end of the last. */
export function usedOf(source: Pick<PlanSource, 'id'>, pulls: readonly Pull[]): number {
  const ends = pulls.flatMap(({ sourceId, start, length }) =>
    sourceId === source.id ? [start + length] : [],
  );
  return Math.max(0, ...ends);
}

const copyKey = ({ paneId, copy }: Pick<Piece, 'paneId' | 'copy'>) => `${paneId}\n${copy}`;

/**
 * The figures of pulls that were put together otherwise than by the planner. `bounds`: what was proven for the same panes
 * by film, a length or a cost that no plan can beat.
 */
export function summaryOfPulls(
  job: PlanJob,
  sources: readonly PlanSource[],
  pulls: readonly Pull[],
  bounds: readonly FilmSummary[] = [],
): CutPlan['summary'] {
  const films = job.films.filter((film) => sources.some(({ filmId }) => filmId === film.id));
  const panes = new Map(job.panes.map((pane) => [pane.id, pane]));
  const laid = new Set(pulls.flatMap(({ pieces }) => pieces.map(copyKey)));
  const costOf = (filmId: string) =>
    sources.reduce((sum, source) => {
      const film = source.filmId === filmId ? films.find(({ id }) => id === filmId) : undefined;
      return sum + (film ? costPerMm(film, source) * usedOf(source, pulls) : 0);
    }, 0);
  const byFilm = films.map((film): FilmSummary => {
    const own = sources.filter(({ filmId }) => filmId === film.id);
    const netArea = [...laid].reduce((sum, key) => {
      const pane = panes.get(key.split('\n')[0] ?? '');
      return pane?.filmId === film.id ? sum + pane.width * pane.height : sum;
    }, 0);
    const usedLength = own.reduce((sum, source) => sum + usedOf(source, pulls), 0);
    const bound = bounds.find(({ filmId }) => filmId === film.id);
    const length = bound?.lowerBoundLength ?? 0;
    const cost = bound?.lowerBoundCost ?? 0;
    return {
      filmId: film.id,
      usedLength,
      usedArea: own.reduce((sum, source) => sum + usedOf(source, pulls) * source.width, 0),
      netArea,
      ...(length > 0 ? { lowerBoundLength: length, gap: Math.max(0, usedLength / length - 1) } : {}),
      ...(length <= 0 && cost > 0
        ? { lowerBoundCost: cost, gap: Math.max(0, costOf(film.id) / cost - 1) }
        : {}),
    };
  });
  const cost = films.every(hasPrices) ? films.reduce((sum, { id }) => sum + costOf(id), 0) : null;
  return { cost, byFilm };
}
