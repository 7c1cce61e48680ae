import { solarAbsorptance } from '@neat-sill/core/film';
import { formatLength } from '@neat-sill/core/units';
import { FILM_KIND_NAMES } from '@neat-sill/core/words';
import { sentenceOf, useSessionQuery, useShopBookQuery } from '../../api/api.ts';
import { Note } from '../../ui/Note.tsx';
import { FilmSwatch } from '../film/index.ts';

const percent = (share: number) => `${Math.round(share * 100)} %`;
const TURNS = { any: 'any way round', half: 'either end up', none: 'one way up' } as const;

/** The shop's catalogue: what each film does to light and heat, and the rolls it comes in. */
export function FilmsPage() {
  const { data: book, error } = useShopBookQuery();
  const { data: session } = useSessionQuery();
  const unit = session?.person?.unit ?? 'mm';
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-4 p-5">
      <div>
        <h1 className="text-2xl font-bold">Films</h1>
        <p className="text-quiet">Figures on 3 mm clear glass, sun at right angles.</p>
      </div>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {/* Nothing in the list takes the focus: it is scrolled by keys from here. */}
      <ul className="border-t border-hairline" tabIndex={0} aria-label="Films of the shop">
        {book?.films.map((film) => (
          <li
            key={film.id}
            className="grid gap-x-6 gap-y-1 border-b border-hairline py-3 sm:grid-cols-[auto_1.2fr_1.4fr_1.4fr]"
          >
            <FilmSwatch film={film} size={52} />
            <div>
              <h2 className="text-lg font-bold">{film.name}</h2>
              <p className="text-sm text-quiet">
                {FILM_KIND_NAMES[film.kind]}, {film.mount}, {film.thicknessUm} µm
              </p>
            </div>
            <p className="text-sm">
              Visible light through <b>{percent(film.optics.visibleTransmitted)}</b>, thrown back{' '}
              <b>{percent(film.optics.visibleReflectedOut)}</b>
              <br />
              Sun’s energy through <b>{percent(film.optics.solarTransmitted)}</b>, taken up{' '}
              <b>{percent(solarAbsorptance(film))}</b>
              <br />
              UV through <b>{percent(film.optics.uvTransmitted)}</b>
            </p>
            <p className="text-sm">
              Rolls{' '}
              {film.rolls.length === 0
                ? 'none on sale'
                : film.rolls.map((roll) => formatLength(roll.widthMm, { unit })).join(', ')}
              <br />
              Lies {TURNS[film.turn]}
              {film.matchEdges && ', seams with the same roll edge'}
              {film.pattern &&
                `, repeat ${formatLength(film.pattern.acrossMm, { unit })} across, ${formatLength(film.pattern.alongMm, { unit })} along`}
              {!film.mayBeSeamed && ', no seams'}
            </p>
          </li>
        ))}
      </ul>
    </div>
  );
}
