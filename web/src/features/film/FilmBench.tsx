import { patchRecord } from '@neat-sill/core/record';
import { looksOf, unevenFront, type GlassFigures, type Ranked } from '@neat-sill/core/advice';
import { isSheet } from '@neat-sill/core/film';
import { verdictFor } from '@neat-sill/core/job';
import { countOf, formatRollWidth, formatShare } from '@neat-sill/core/units';
import {
  BREAKAGE_NAMES,
  FILM_COLUMN_NAMES,
  FILM_KIND_NAMES,
  GLASS_NAMES,
  describeBreakage,
  describeFilmReason,
  describeOut,
  describeRank,
  describeUncertainty,
  describeView,
} from '@neat-sill/core/words';
import { group } from 'd3';
import { Eye } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useJob, useUnit, type PaneWithId } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { hasEveryWord } from '../../ui/hasEveryWord.ts';
import { Note } from '../../ui/Note.tsx';
import { Compare } from './Compare.tsx';
import { CustomerView } from './CustomerView.tsx';
import { FilmSwatch } from './FilmSwatch.tsx';
import { FirstAnswersView } from './FirstAnswersView.tsx';
import { Householder } from './Householder.tsx';
import { SoldOtherwiseNote } from './SoldNote.tsx';
import { useChooseFilm } from './useChooseFilm.ts';
import { useFilmsOnPane } from './useFilmsOnPane.ts';
import { Wanted } from './Wanted.tsx';

const MOST_COMPARED = 4;
/** So many films are listed before somebody asks for all: a catalogue may have thousands. */
const FIRST_LISTED = 40;
/** From here on a bearing is too rough to tell the sun's heat by. */
const ROUGH_BEARING_DEG = 30;

/** Why a film is refused, or must be asked about, on which of the panes. */
function Reasons({ ranked, panes }: { ranked: Ranked; panes: readonly PaneWithId[] }) {
  const job = useJob();
  const unit = useUnit();
  const { film } = ranked.figures;
  const reasons = panes.flatMap((pane) => {
    const derived = job.derived.pane(pane.id);
    if (!derived) return [];
    const verdict = verdictFor(derived, film, job.rules);
    return verdict.reasons.map((reason) => ({
      kind: verdict.kind,
      label: pane.label,
      text: describeFilmReason(reason, unit),
    }));
  });
  const line = (text: string, refused: boolean) => (
    <p key={text} className={`mt-1 text-sm ${refused ? 'text-brick' : 'text-ochre-text'}`}>
      {text}
    </p>
  );
  return (
    <>
      {ranked.out.map((reason) => line(describeOut(reason, ranked.figures), true))}
      {[...group(reasons, ({ kind, text }) => `${kind} ${text}`).values()].map((alike) => {
        const [first] = alike;
        if (!first) return null;
        const where = panes.length > 1 ? `Pane ${alike.map(({ label }) => label).join(', ')}: ` : '';
        return line(`${where}${first.text}`, first.kind === 'refused');
      })}
    </>
  );
}

interface FilmRowProps {
  readonly ranked: Ranked;
  readonly bare: GlassFigures;
  readonly panes: readonly PaneWithId[];
  readonly compared: boolean;
  readonly mayCompare: boolean;
  readonly onCompare: () => void;
}

function FilmRow({ ranked, bare, panes, compared, mayCompare, onCompare }: FilmRowProps) {
  const unit = useUnit();
  const { figures } = ranked;
  const { film, breakage, uncertainty } = figures;
  const { rules } = useJob();
  const { goes, chosen, choose } = useChooseFilm(film, panes);
  const widths = film.rolls
    .filter((roll) => !isSheet(roll))
    .map((roll) => roll.widthMm)
    .sort((a, b) => a - b);
  return (
    <li
      className={`flex gap-3 border-t border-hairline-soft py-3 ${chosen ? '-mx-4 bg-edge-tint px-4' : ''}`}
    >
      <FilmSwatch film={film} />
      <div className="min-w-0 flex-1">
        <div className="flex flex-wrap items-baseline justify-between gap-x-3">
          <h3 className="font-bold">{film.name}</h3>
          <span className="text-sm text-quiet">
            {FILM_KIND_NAMES[film.kind]}, {film.mount}
          </span>
        </div>
        <p className="text-sm">
          VLT <b>{formatShare(figures.visibleTransmittance)}</b>, sun’s heat let in{' '}
          <b>{formatShare(figures.shgc)}</b>, UV <b>{formatShare(figures.uv)}</b>, glass{' '}
          <b
            className={
              breakage.verdict === 'fine' ? '' : breakage.verdict === 'no' ? 'text-brick' : 'text-ochre-text'
            }
          >
            {BREAKAGE_NAMES[breakage.verdict]}
          </b>
        </p>
        <details>
          <summary className="cursor-pointer text-sm text-quiet">Why here</summary>
          <div className="mt-1 flex flex-col gap-1 text-sm">
            <p>
              {describeRank(ranked, bare)}
              {ranked.unbeaten && ' No other film that may go here does all of it better.'}
            </p>
            <p>{describeView({ ...figures, covers: ranked.covers }, ranked.privateByDay, rules.film)}</p>
            <p>{describeBreakage(breakage, figures.worstMonth)}</p>
            {film.assumed.length > 0 && (
              <p className="text-ochre-text">
                Its maker gives no {film.assumed.map((key) => FILM_COLUMN_NAMES[key]).join(', ')}: what
                follows from them is assumed.
              </p>
            )}
            {uncertainty.because !== 'broadBand' && <p>{describeUncertainty(uncertainty)}</p>}
            <ul>
              <Householder ranked={ranked} panes={panes} />
            </ul>
            {figures.condensation && (
              <p className="text-ochre-text">
                It keeps the room’s warmth off the glass: in frost its room side gets colder, and wet.
              </p>
            )}
            <p className="text-quiet">
              {widths.length > 0
                ? `Rolls up to ${formatRollWidth(widths.at(-1) ?? 0, unit)} wide. `
                : film.rolls.length > 0
                  ? 'Sold in sheets. '
                  : 'No roll on sale. '}
              {film.mayBeSeamed
                ? film.matchEdges
                  ? 'Seams meet with the same roll edge.'
                  : film.pattern
                    ? 'Seams follow the pattern.'
                    : 'May be seamed.'
                : 'One piece a pane, no seams.'}
            </p>
          </div>
        </details>
        <Reasons ranked={ranked} panes={panes} />
        <label className="mt-1 inline-flex min-h-8 items-center gap-2 text-sm text-quiet">
          <input
            type="checkbox"
            className="size-4 accent-edge"
            checked={compared}
            disabled={!compared && !mayCompare}
            onChange={onCompare}
          />
          compare {film.name}
        </label>
      </div>
      <Button
        className="self-center"
        weight={chosen ? 'act' : 'plain'}
        disabled={goes.length === 0}
        aria-pressed={chosen}
        onClick={choose}
        aria-label={chosen ? `${film.name} is chosen` : `Choose ${film.name}`}
      >
        {chosen
          ? 'Chosen'
          : goes.length === 0
            ? 'Refused'
            : goes.length < panes.length
              ? `On ${goes.length} of ${panes.length}`
              : 'Choose'}
      </Button>
    </li>
  );
}

/** Films of which every word that was typed stands in the name or the kind. */
function filmsFound(ranked: readonly Ranked[], searched: string): readonly Ranked[] {
  return ranked.filter(({ figures: { film } }) =>
    hasEveryWord(`${film.name} ${FILM_KIND_NAMES[film.kind]} ${film.mount}`, searched),
  );
}

/** Panes of one wall that will not look alike from the street. */
function UnevenFront() {
  const job = useJob();
  const uneven = unevenFront(
    job.wallPanes.map((pane) => ({
      id: pane.label,
      looks: looksOf(
        pane.glass,
        pane.glassMm,
        job.jobShopData.films.find(({ id }) => id === pane.filmId) ?? null,
      ),
    })),
  );
  if (!uneven || job.wallPanes.every(({ filmId }) => filmId === null)) return null;
  const [least, most] = uneven.shines;
  return (
    <Note tone="doubt">
      From the street this wall will look uneven by day: pane {uneven.other} reflects {formatShare(most)} of
      the light, pane {uneven.one} {formatShare(least)}.
    </Note>
  );
}

/** Film: what the room wants, three answers, and the catalogue against the panes that are chosen or the whole wall. */
export function FilmBench() {
  const job = useJob();
  const panes = job.selected.length > 0 ? job.selected : job.wallPanes;
  const [first = null] = panes;
  const { found, done } = useFilmsOnPane(first);
  const [compared, setCompared] = useState<readonly string[]>([]);
  const [comparing, setComparing] = useState(false);
  const [showing, setShowing] = useState(false);
  const [listed, setListed] = useState(FIRST_LISTED);
  const ranked = found?.ranked;
  const [searched, setSearched] = useState('');
  const shown = useMemo(() => filmsFound(ranked ?? [], searched), [ranked, searched]);
  const figures = useMemo(
    () => (ranked ?? []).flatMap((one) => (compared.includes(one.figures.film.id) ? [one.figures] : [])),
    [ranked, compared],
  );
  if (!first) return <p className="text-quiet">Add openings in Survey first; films are chosen for panes.</p>;
  const unmeasured = panes.filter(({ id }) => !job.derived.pane(id)?.sizes);
  return (
    <>
      <div className="-mb-2">
        <div className="flex items-baseline justify-between gap-3">
          <h2 className="text-xl font-bold">
            {job.selected.length > 0
              ? `Film for pane ${panes.map(({ label }) => label).join(', ')}`
              : 'Film for the whole wall'}
          </h2>
          <Button size="low" onClick={() => setShowing(true)}>
            <Eye size={17} aria-hidden /> Show the customer
          </Button>
        </div>
        {unmeasured.length > 0 && (
          <p className="mt-1 text-sm text-ochre-text">
            Not measured yet: pane {unmeasured.map(({ label }) => label).join(', ')}. Whether a roll is wide
            enough is seen when it is.
          </p>
        )}
      </div>
      {job.wall && job.wall.bearingUncertaintyDeg >= ROUGH_BEARING_DEG && (
        <Note tone="doubt">
          Which way this wall faces is known only within {job.wall.bearingUncertaintyDeg}° either way: heat,
          thermal stress and the order of films may be others. Set its bearing first.
        </Note>
      )}
      <Wanted panes={panes} />
      {showing && <CustomerView onClose={() => setShowing(false)} />}
      <SoldOtherwiseNote />
      <UnevenFront />
      {!found ? (
        <p role="status" className="text-quiet">
          Working out {countOf(job.jobShopData.films.length, 'film')} on this pane
          {done > 0 && `, ${done} done`}
        </p>
      ) : (
        <>
          <FirstAnswersView found={found} panes={panes} />
          <p className="text-sm text-quiet">
            On pane {first.label} as it stands: {GLASS_NAMES[first.glass].toLowerCase()}, under this wall’s
            sun. Check the maker’s film-to-glass chart.
          </p>
          <div className="flex flex-wrap items-center justify-between gap-3">
            <h3 className="font-bold">All {countOf(found.ranked.length, 'film')}, the best first</h3>
            <input
              type="search"
              aria-label="Search films"
              placeholder="Search by name or kind"
              className="min-h-9 min-w-40 flex-1 rounded-sm border border-hairline bg-sheet px-3"
              value={searched}
              onChange={({ target }) => setSearched(target.value)}
            />
            <Button disabled={compared.length === 0} onClick={() => setComparing(true)}>
              {compared.length > 0 ? `Compare ${compared.length}` : 'Compare'}
            </Button>
          </div>
          <ul>
            {shown.slice(0, listed).map((ranked) => {
              const { id } = ranked.figures.film;
              return (
                <FilmRow
                  key={id}
                  ranked={ranked}
                  bare={found.bare}
                  panes={panes}
                  compared={compared.includes(id)}
                  mayCompare={compared.length < MOST_COMPARED}
                  onCompare={() =>
                    setCompared(
                      compared.includes(id) ? compared.filter((other) => other !== id) : [...compared, id],
                    )
                  }
                />
              );
            })}
          </ul>
          {shown.length === 0 && <p className="text-quiet">No film by that name or kind.</p>}
          {shown.length > listed && (
            <Button className="self-start" onClick={() => setListed(shown.length)}>
              Show the other {shown.length - listed}
            </Button>
          )}
          {comparing && (
            <Compare
              found={found}
              pane={first}
              panes={panes}
              figures={figures}
              onClose={() => setComparing(false)}
            />
          )}
        </>
      )}
      {panes.some(({ filmId }) => filmId !== null) && (
        <Button
          onClick={() =>
            job.edit(
              'No film',
              panes.map(({ id }) => patchRecord(job.records, 'pane', id, { filmId: null })),
            )
          }
        >
          Remove film from {countOf(panes.length, 'pane')}
        </Button>
      )}
    </>
  );
}
