import type { Film } from '@neat-sill/core/film';
import { deriveJob } from '@neat-sill/core/job';
import type { Pane } from '@neat-sill/core/survey';
import { useMemo } from 'react';
import type { VariantCost } from '../../workers/cost.worker.ts';
import { useCosts, useJob, type PaneWithId } from '../job/index.ts';

/** What each of some films would cost on these panes, planned by itself, by film. */
export function useFilmCosts(
  films: readonly Film[],
  panes: readonly PaneWithId[],
): ReadonlyMap<string, VariantCost> {
  const { records, jobShopData: book } = useJob();
  const variants = useMemo(
    () =>
      films.map((film) => {
        const filmed = panes.map(({ id, ...pane }): [string, Pane] => [id, { ...pane, filmId: film.id }]);
        return {
          key: film.id,
          job: deriveJob({ ...records, pane: Object.fromEntries(filmed) }, book).plan.job,
        };
      }),
    [films, panes, records, book],
  );
  return useCosts(variants);
}
