import { patchRecord, paneVerdict, sizesOf } from '@neat-sill/core/job';
import type { Film } from '@neat-sill/core/film';
import { formatLength } from '@neat-sill/core/units';
import { FILM_KIND_NAMES, describeFilmReason } from '@neat-sill/core/words';
import { group } from 'd3';
import { useJob, useUnit, type OpenJob } from '../job/index.ts';
import { FilmHatches, filmFill } from '../../drawing/FilmHatches.tsx';
import { Button } from '../../ui/Button.tsx';
import { countOf } from '../../ui/format.ts';

export function FilmSwatch({ film, size = 44 }: { film: Film; size?: number }) {
  return (
    <svg width={size} height={size} className="shrink-0" aria-hidden>
      <FilmHatches films={[{ ...film, id: `swatch-${film.id}` }]} />
      <rect
        x="0.5"
        y="0.5"
        width={size - 1}
        height={size - 1}
        fill={filmFill({ id: `swatch-${film.id}` })}
        stroke="var(--ink)"
      />
      <rect x={size / 2 - 10} y={size / 2 - 11} width="20" height="22" fill="var(--sheet)" />
      <text
        x={size / 2}
        y={size / 2 + 6}
        textAnchor="middle"
        fontSize="16"
        fontWeight="700"
        fill="var(--ink)"
      >
        {film.letter}
      </text>
    </svg>
  );
}

type PaneWithId = OpenJob['selected'][number];

function FilmRow({ film, panes }: { film: Film; panes: readonly PaneWithId[] }) {
  const job = useJob();
  const unit = useUnit();
  const verdicts = panes.map((pane) => ({ pane, verdict: paneVerdict(pane, film, job.rules) }));
  const goes = verdicts.filter(({ verdict }) => verdict.kind !== 'refused');
  const reasons = verdicts.flatMap(({ pane, verdict }) =>
    verdict.reasons.map((reason) => ({
      kind: verdict.kind,
      label: pane.label,
      text: describeFilmReason(reason, unit),
    })),
  );
  const grouped = [...group(reasons, ({ kind, text }) => `${kind} ${text}`).values()];
  const on = panes.filter((pane) => pane.filmId === film.id);
  const choose = () =>
    job.edit(
      `${film.name} on ${countOf(goes.length, 'pane')}`,
      goes.map(({ pane }) => patchRecord(job.records, 'pane', pane.id, { filmId: film.id })),
    );
  const widths = film.rolls.map((roll) => roll.widthMm).sort((a, b) => a - b);
  const chosen = on.length > 0 && on.length === panes.length;
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
          Light through <b>{Math.round(film.optics.visibleTransmitted * 100)} %</b>, sun’s heat straight
          through <b>{Math.round(film.optics.solarTransmitted * 100)} %</b>, UV{' '}
          <b>{Math.round(film.optics.uvTransmitted * 100)} %</b>
        </p>
        <p className="text-sm text-quiet">
          {widths.length > 0
            ? `Rolls up to ${formatLength(widths.at(-1) ?? 0, { unit })} wide. `
            : 'No roll on sale. '}
          {film.mayBeSeamed
            ? film.matchEdges
              ? 'Seams meet with the same roll edge.'
              : film.pattern
                ? 'Seams follow the pattern.'
                : 'May be seamed.'
            : 'One piece a pane, no seams.'}
        </p>
        {grouped.map((alike) => {
          const [first] = alike;
          if (!first) return null;
          const where = panes.length > 1 ? `Pane ${alike.map(({ label }) => label).join(', ')}: ` : '';
          return (
            <p
              key={first.text}
              className={`mt-1 text-sm ${first.kind === 'refused' ? 'text-brick' : 'text-ochre-text'}`}
            >
              {where}
              {first.text}
            </p>
          );
        })}
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

/** Film: the catalogue against the panes that are chosen, or against the whole wall. */
export function FilmBench() {
  const job = useJob();
  const panes = job.selected.length > 0 ? job.selected : job.wallPanes;
  if (panes.length === 0)
    return <p className="text-quiet">Add openings in Survey first; films are chosen for panes.</p>;
  const unmeasured = panes.filter((pane) => !sizesOf(pane, job.rules));
  return (
    <>
      <div>
        <h2 className="text-xl font-bold">
          {job.selected.length > 0
            ? `Film for pane ${panes.map(({ label }) => label).join(', ')}`
            : 'Film for the whole wall'}
        </h2>
        <p className="text-sm text-quiet">
          Figures on 3 mm clear glass, sun at right angles. The film maker’s chart decides.
        </p>
        {unmeasured.length > 0 && (
          <p className="mt-1 text-sm text-ochre-text">
            Not measured yet: pane {unmeasured.map(({ label }) => label).join(', ')}. Whether a roll is wide
            enough is seen when it is.
          </p>
        )}
      </div>
      <ul>
        {job.book.films.map((film) => (
          <FilmRow key={film.id} film={film} panes={panes} />
        ))}
      </ul>
      {panes.some(({ filmId }) => filmId !== null) && (
        <Button
          onClick={() =>
            job.edit(
              'No film',
              panes.map(({ id }) => patchRecord(job.records, 'pane', id, { filmId: null })),
            )
          }
        >
          Take the film off {countOf(panes.length, 'pane')}
        </Button>
      )}
    </>
  );
}
