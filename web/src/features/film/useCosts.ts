import type { Film } from '@neat-sill/core/film';
import { planJobOf } from '@neat-sill/core/job';
import { useEffect, useMemo, useState } from 'react';
import { useJob, type PaneWithId } from '../job/index.ts';
import type { CostAnswer, CostOrder, FilmCost } from '../../workers/cost.worker.ts';

/** What each of some films would cost on these panes with its cutting waste; planned in a worker. */
export function useCosts(
  films: readonly Film[],
  panes: readonly PaneWithId[],
): ReadonlyMap<string, FilmCost> {
  const { records, book } = useJob();
  const [costs, setCosts] = useState<ReadonlyMap<string, FilmCost>>(new Map());
  const jobs = useMemo(
    () =>
      films.map(({ id }) => ({
        filmId: id,
        job: planJobOf(
          {
            ...records,
            pane: Object.fromEntries(
              panes.map((pane) => [pane.id, { ...records.pane[pane.id], ...pane, filmId: id }]),
            ),
          },
          book,
        ).job,
      })),
    [films, panes, records, book],
  );
  useEffect(() => {
    if (jobs.length === 0) return;
    const worker = new Worker(new URL('../../workers/cost.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<CostAnswer>) =>
      setCosts(new Map(data.costs.map((cost) => [cost.filmId, cost])));
    const order: CostOrder = { turn: 0, jobs };
    worker.postMessage(order);
    return () => worker.terminate();
  }, [jobs]);
  return costs;
}
