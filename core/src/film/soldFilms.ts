import { addRecord, sameData } from '../record/index.ts';
import type { SurveyRecords } from '../survey/index.ts';
import { pricedOn, type Film } from './film.ts';
import type { FilmChange, FilmRecords } from './records.ts';

/**
 * A catalogue as a job goes by it on a day, `YYYY-MM-DD`: prices of that day, but films the job was sold with keep the
 * figures and prices they had then.
 */
export function filmsOfJob(
  { sold }: Pick<FilmRecords, 'sold'>,
  catalogue: readonly Film[],
  day: string,
): readonly Film[] {
  const films = catalogue.map((film) => pricedOn(film, day));
  if (Object.keys(sold).length === 0) return films;
  const known = new Set(films.map(({ id }) => id));
  const gone = Object.values(sold).flatMap(({ film }) => (known.has(film.id) ? [] : [film]));
  return [...films.map((film) => sold[film.id]?.film ?? film), ...gone];
}

/** Keeps the films that are on panes of a job as they are now, at the moment it is sold. */
export function pinFilms(
  records: FilmRecords & Pick<SurveyRecords, 'pane'>,
  films: readonly Film[],
  soldAt: string,
): FilmChange[] {
  const used = new Set(Object.values(records.pane).flatMap(({ filmId }) => filmId ?? []));
  return films
    .filter((film) => used.has(film.id) && !Object.hasOwn(records.sold, film.id))
    .map((film) => addRecord('sold', film.id, { film, soldAt }));
}

export interface FilmChangedSinceSale {
  readonly filmId: string;
  readonly sold: Film;
  /** As the catalogue has it now; null when it was taken out. */
  readonly now: Film | null;
  readonly soldAt: string;
}

/** Films of a job whose figures or prices are other in the catalogue now than when the job was sold. */
export function filmsChangedSinceSale(
  records: Pick<FilmRecords, 'sold'>,
  catalogue: readonly Film[],
): FilmChangedSinceSale[] {
  return Object.entries(records.sold).flatMap(([filmId, { film, soldAt }]) => {
    const now = catalogue.find(({ id }) => id === filmId) ?? null;
    return sameData(now, film) ? [] : [{ filmId, sold: film, now, soldAt }];
  });
}

/** Goes by the catalogue again for a film. */
export function unpinFilm(records: Pick<FilmRecords, 'sold'>, filmId: string): FilmChange[] {
  const before = records.sold[filmId];
  return before ? [{ kind: 'sold', id: filmId, before, after: null }] : [];
}
