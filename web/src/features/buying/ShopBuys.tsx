import type { LengthUnit } from '@neat-sill/core/units';
import { sentenceOf, useFilmWantedQuery } from '../../api/api.ts';
import { Note } from '../../ui/Note.tsx';
import { FilmOrders } from './FilmOrders.tsx';
import { ToBuy } from './ToBuy.tsx';

/** What the kept plans of all jobs ask to be bought. */
export function ShopBuys({ unit, filmName }: { unit: LengthUnit; filmName: (filmId: string) => string }) {
  const { data: wanted, error } = useFilmWantedQuery(undefined, { refetchOnMountOrArgChange: true });
  return (
    <>
      <FilmOrders unit={unit} filmName={filmName} />
      <section aria-label="To buy">
        <h2 className="mb-2 border-b border-ink pb-1 font-bold">To buy for the plans that are kept</h2>
        {error && (
          <Note tone="no" role="alert">
            {sentenceOf(error)}
          </Note>
        )}
        {!wanted && !error && <p role="status">Looking through the kept plans</p>}
        {wanted && !error && <ToBuy wanted={wanted} unit={unit} filmName={filmName} ofManyJobs />}
      </section>
    </>
  );
}
