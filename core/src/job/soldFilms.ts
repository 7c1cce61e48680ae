import { pricedOn, type Film } from '../film/index.ts';
import { addRecord, sameData, type Change } from './edit.ts';
import type { ShopBook } from './planning.ts';
import type { JobRecords } from './records.ts';

/**
 * The shop's book as a job goes by it on a day, `YYYY-MM-DD`: prices of that day, but films it was sold with keep the
 * figures and prices they had then.
 */
export function bookOfJob(records: Pick<JobRecords, 'sold'>, shop: ShopBook, day: string): ShopBook {
  const { sold } = records;
  const book = { ...shop, films: shop.films.map((film) => pricedOn(film, day)) };
  if (Object.keys(sold).length === 0) return book;
  const known = new Set(book.films.map(({ id }) => id));
  const gone = Object.values(sold).flatMap(({ film }) => (known.has(film.id) ? [] : [film]));
  return { ...book, films: [...book.films.map((film) => sold[film.id]?.film ?? film), ...gone] };
}

/** Keeps the films that are on panes of a job as they are now, at the moment it is sold. */
export function sell(records: JobRecords, book: ShopBook, soldAt: string): Change[] {
  const used = new Set(Object.values(records.pane).flatMap(({ filmId }) => filmId ?? []));
  return book.films
    .filter((film) => used.has(film.id) && !(film.id in records.sold))
    .map((film) => addRecord('sold', film.id, { film, soldAt }));
}

export interface SoldOtherwise {
  readonly filmId: string;
  readonly sold: Film;
  /** As the catalogue has it now; null when it was taken out. */
  readonly now: Film | null;
  readonly soldAt: string;
}

/** Films of a job whose figures or prices are other in the catalogue now than when the job was sold. */
export function soldOtherwise(records: Pick<JobRecords, 'sold'>, catalogue: ShopBook): SoldOtherwise[] {
  return Object.entries(records.sold).flatMap(([filmId, { film, soldAt }]) => {
    const now = catalogue.films.find(({ id }) => id === filmId) ?? null;
    return sameData(now, film) ? [] : [{ filmId, sold: film, now, soldAt }];
  });
}

/** Goes by the catalogue again for a film. */
export function unsell(records: JobRecords, filmId: string): Change[] {
  const before = records.sold[filmId];
  return before ? [{ kind: 'sold', id: filmId, before, after: null }] : [];
}
