import { RULES_OF_ROLES } from '@neat-sill/core/contract';
import { isOffered, isSheet, pricedOn, type Film } from '@neat-sill/core/film';
import {
  countOf,
  formatLength,
  formatNumber,
  formatRun,
  formatShare,
  type LengthUnit,
} from '@neat-sill/core/units';
import { FILM_COLUMN_NAMES, FILM_KIND_NAMES } from '@neat-sill/core/words';
import { FileDown, FileUp, Plus } from 'lucide-react';
import { useDeferredValue, useState, type ReactNode } from 'react';
import { sentenceOf, useSessionQuery, useShopBookQuery } from '../../api/api.ts';
import { useMoney } from '../../api/useMoney.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { showDay, today } from '../../ui/format.ts';
import { hasEveryWord } from '../../ui/hasEveryWord.ts';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { Page } from '../../ui/Page.tsx';
import { VirtualList } from '../../ui/VirtualList.tsx';
import { FilmSwatch } from '../film/index.ts';
import { CatalogueSheet, downloadCatalogue } from './CatalogueSheet.tsx';
import { FilmSheet } from './FilmSheet.tsx';
import { QuotesTouched } from './QuotesTouched.tsx';
import { SpectrumBars } from './SpectrumBars.tsx';

const TURNS = { any: 'any direction', half: 'can turn 180°', none: 'no turning' } as const;
const HOLDS = {
  pressureSensitive: 'pressure-sensitive adhesive',
  dryAdhesive: 'dry adhesive',
  cling: 'holds by cling',
} as const;

function Rolls({ film, unit }: { film: Film; unit: LengthUnit }) {
  const money = useMoney();
  const show = (mm: number) => formatLength(mm, { unit });
  const priced = pricedOn(film, today());
  if (film.rolls.length === 0) return <>No roll on sale</>;
  return (
    <ul>
      {priced.rolls.map(({ widthMm, lengthMm, price, soldBy, later }) => (
        <li key={`${widthMm} ${lengthMm}`}>
          {isSheet({ soldBy })
            ? `${soldBy === 'motif' ? 'Sheet with a motif' : 'Sheet'}, ${show(widthMm)} × ${show(lengthMm)}`
            : `${show(widthMm)} × ${formatRun(lengthMm, unit)}`}
          : <b>{price === null ? 'no price' : money(price)}</b>
          {soldBy === 'metre' && ', cut by the metre'}
          {later
            .filter(({ from }) => from > today())
            .map(({ from, price: then }) => (
              <span key={from} className="text-ochre-text">
                , {money(then)} from {showDay(from)}
              </span>
            ))}
        </li>
      ))}
    </ul>
  );
}

function FilmLine({ film, unit, act }: { film: Film; unit: LengthUnit; act: ReactNode }) {
  const { optics } = film;
  return (
    <div className="grid gap-x-6 gap-y-1 py-3 sm:grid-cols-[auto_1.2fr_1.4fr_1.4fr]">
      <FilmSwatch film={film} size={52} />
      <div>
        <h2 className="text-lg font-bold">{film.name}</h2>
        <p className="text-sm text-quiet">
          {FILM_KIND_NAMES[film.kind]}, {film.mount}, {film.thicknessUm} µm
        </p>
        <p className="text-sm text-quiet">
          {HOLDS[film.hold]}
          {film.openMetal && ', metal lies open at cut edges'}
          {film.madeFor === 'vehicle' && ', made for vehicles'}
        </p>
        {film.discontinuedOn !== null && (
          <p className="text-sm text-ochre-text">
            {isOffered(film, today()) ? 'Offered until' : 'Discontinued since'} {showDay(film.discontinuedOn)}
          </p>
        )}
        {act}
      </div>
      <div className="text-sm">
        <SpectrumBars film={film} />
        <p className="text-quiet">
          {formatShare(optics.visibleReflectedIn)} of the light is reflected inside, emissivity{' '}
          {formatNumber(optics.emissivity, 2)}
        </p>
        {film.assumed.length > 0 && (
          <p className="text-ochre-text">
            Not given by its maker, assumed: {film.assumed.map((key) => FILM_COLUMN_NAMES[key]).join(', ')}.
          </p>
        )}
      </div>
      <div className="text-sm">
        <Rolls film={film} unit={unit} />
        On the roll: {TURNS[film.turn]}
        {film.matchEdges && ', seams with the same roll edge'}
        {film.pattern &&
          `, repeat ${formatLength(film.pattern.acrossMm, { unit })} across, ${formatLength(film.pattern.alongMm, { unit })} along`}
        {!film.mayBeSeamed && ', no seams'}
        <p className="text-quiet">
          {film.lifeYears !== null && `Lasts about ${countOf(film.lifeYears, 'year')}. `}
          {film.warrantyYears !== null && `Warranty ${countOf(film.warrantyYears, 'year')}. `}
          {film.cureDays !== null && `Dry after ${countOf(film.cureDays, 'day')}, says its maker. `}
          {film.lots.length > 0 && `Lots ${film.lots.join(', ')}. `}
          {film.version > 1 && `Version ${film.version}.`}
        </p>
      </div>
    </div>
  );
}

/** The shop's catalogue: what each film does to light and heat, the rolls it comes in, and films from a sheet. */
export function FilmsPage() {
  const { data: book, error } = useShopBookQuery();
  const { data: session } = useSessionQuery();
  const [importing, setImporting] = useState(false);
  const [sheet, setSheet] = useState<Film | 'new' | null>(null);
  const [which, setWhich] = useState<'offered' | 'discontinued'>('offered');
  const [sought, setSought] = useState('');
  const lookedFor = useDeferredValue(sought);
  const unit = session?.person?.unit ?? 'mm';
  const mayChange = session?.person ? RULES_OF_ROLES[session.person.role].changesFilms : false;
  const films = (book?.films ?? []).filter((film) => {
    const named = `${film.name} ${FILM_KIND_NAMES[film.kind]} ${film.mount}`;
    return isOffered(film, today()) === (which === 'offered') && hasEveryWord(named, lookedFor);
  });
  return (
    <Page
      title="Films"
      lead="On 3 mm clear glass, sun at right angles. Each bar from the left: transmitted, absorbed, reflected."
      acts={
        <>
          <TextField
            label="Find by name or kind"
            type="search"
            value={sought}
            onChange={(event) => setSought(event.target.value)}
          />
          {mayChange && book && (
            <Button weight="act" onClick={() => setSheet('new')}>
              <Plus size={17} aria-hidden /> Add a film
            </Button>
          )}
          {mayChange && (
            <Button onClick={() => setImporting(true)}>
              <FileUp size={17} aria-hidden /> Import CSV or Excel
            </Button>
          )}
          {book && (
            <Button onClick={() => void downloadCatalogue(book.films)}>
              <FileDown size={17} aria-hidden /> Save as CSV
            </Button>
          )}
        </>
      }
    >
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {!book && !error && <p role="status">Looking up the films</p>}
      {book && mayChange && <QuotesTouched films={book.films} />}
      {(book?.films ?? []).some((film) => !isOffered(film, today())) && (
        <OneOf
          label="Which films"
          value={which}
          onChoose={setWhich}
          options={[
            ['offered', 'Offered'],
            ['discontinued', 'Discontinued'],
          ]}
        />
      )}
      <VirtualList
        items={films}
        keyOf={({ id }) => id}
        label="Films of the shop"
        aboutPx={110}
        row={(film) => (
          <FilmLine
            film={film}
            unit={unit}
            act={
              mayChange && (
                <Button
                  size="low"
                  className="mt-1.5"
                  aria-label={`Change ${film.name}`}
                  onClick={() => setSheet(film)}
                >
                  Change
                </Button>
              )
            }
          />
        )}
      />
      {book && films.length === 0 && <p className="text-quiet">No film by that name.</p>}
      {sheet !== null && book && (
        <FilmSheet
          before={sheet === 'new' ? null : sheet}
          films={book.films}
          unit={unit}
          onClose={() => setSheet(null)}
        />
      )}
      {importing && book && <CatalogueSheet films={book.films} onClose={() => setImporting(false)} />}
    </Page>
  );
}
