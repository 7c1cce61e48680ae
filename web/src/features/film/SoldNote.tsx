import { countOf } from '@neat-sill/core/units';
import { filmsChangedSinceSale, pinFilms, unpinFilm } from '@neat-sill/core/film';
import { useJob } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { showDay } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';

/** Films whose catalogue figures have gone on since the job was sold. */
export function SoldOtherwiseNote() {
  const job = useJob();
  return filmsChangedSinceSale(job.records, job.currentShopData.films).map(
    ({ filmId, sold, now, soldAt }) => (
      <Note key={filmId} tone="doubt">
        <p>
          {sold.name} goes by the figures and prices of {showDay(soldAt)}, when this job was sold; the
          catalogue {now ? 'has others now' : 'has it no more'}.
        </p>
        {now && (
          <Button
            size="low"
            className="mt-2"
            onClick={() => job.edit(`${sold.name} by the catalogue`, unpinFilm(job.records, filmId))}
          >
            Go by the catalogue
          </Button>
        )}
      </Note>
    ),
  );
}

/** The moment a job is sold: its films keep their figures and prices from then on. */
export function SellFilms() {
  const job = useJob();
  const changes = pinFilms(job.records, job.currentShopData.films, new Date().toISOString());
  const kept = Object.values(job.records.sold);
  return (
    <div className="flex flex-col items-start gap-2">
      {kept.length > 0 && (
        <p className="text-sm text-quiet">
          Sold with the figures of {showDay(kept[0]?.soldAt ?? '')}:{' '}
          {kept.map(({ film }) => film.name).join(', ')}.
        </p>
      )}
      {changes.length > 0 && (
        <Button onClick={() => job.edit(`Sold with ${countOf(changes.length, 'film')}`, changes)}>
          {kept.length > 0 ? 'Keep the films that were added as well' : 'Sold: keep these figures and prices'}
        </Button>
      )}
    </div>
  );
}
