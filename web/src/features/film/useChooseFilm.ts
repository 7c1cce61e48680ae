import { countOf } from '@neat-sill/core/units';
import { patchRecord } from '@neat-sill/core/record';
import type { Film } from '@neat-sill/core/film';
import { verdictFor } from '@neat-sill/core/job';
import { useJob, type PaneWithId } from '../job/index.ts';

/** Puts a film on those of the panes where it may go, and says on how many that is. */
export function useChooseFilm(film: Film, panes: readonly PaneWithId[]) {
  const job = useJob();
  const goes = panes.filter(({ id }) => {
    const pane = job.derived.pane(id);
    return pane !== null && verdictFor(pane, film, job.rules).kind !== 'refused';
  });
  const chosen = panes.length > 0 && panes.every(({ filmId }) => filmId === film.id);
  return {
    goes,
    chosen,
    choose: () =>
      job.edit(
        `${film.name} on ${countOf(goes.length, 'pane')}`,
        goes.map(({ id }) => patchRecord(job.records, 'pane', id, { filmId: film.id })),
      ),
  };
}
