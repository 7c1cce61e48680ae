import {
  colourShift,
  firstAnswers,
  lessThanBare,
  looksOf,
  type FilmFigures,
  type GlassFigures,
  type Ranked,
} from '@neat-sill/core/advice';
import { formatShare } from '@neat-sill/core/units';
import {
  BREAKAGE_NAMES,
  MOUNT_NAMES,
  describeRank,
  describeSeen,
  formatFadingSlowed,
} from '@neat-sill/core/words';
import { useMemo } from 'react';
import { useMoney } from '../../api/useMoney.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import type { FilmAnswer } from '../../workers/film.worker.ts';
import { useJob, type PaneWithId } from '../job/index.ts';
import { Householder } from './Householder.tsx';
import { Scene } from './Scene.tsx';
import { useChooseFilm } from './useChooseFilm.ts';
import { useFilmCosts } from './useFilmCosts.ts';

/** The figures of a film on this pane, each as a bar of what is left of the bare glass or of all. */
function barsOf(figures: FilmFigures, bare: GlassFigures): readonly (readonly [string, number, string])[] {
  const { glare, fading } = lessThanBare(figures, bare);
  return [
    ['Light in', figures.visibleTransmittance, formatShare(figures.visibleTransmittance)],
    ['Sun heat in', figures.shgc, formatShare(figures.shgc)],
    ['Glare', 1 - glare, `−${formatShare(glare)}`],
    ['Fading', 1 - fading, `−${formatFadingSlowed(fading)}`],
  ];
}

function Bars({ figures, bare }: { figures: FilmFigures; bare: GlassFigures }) {
  return (
    <dl className="grid grid-cols-[auto_1fr_auto] items-center gap-x-3 gap-y-0.5 text-sm">
      {barsOf(figures, bare).map(([name, share, text]) => (
        <div key={name} className="contents">
          <dt className="text-quiet">{name}</dt>
          <dd aria-hidden className="h-2 bg-hairline-soft">
            <span
              className="block h-2 bg-edge"
              style={{ width: `${Math.round(Math.min(1, share) * 100)}%` }}
            />
          </dd>
          <dd className="text-right font-bold tabular-nums">{text}</dd>
        </div>
      ))}
    </dl>
  );
}

const BREAKAGE_TONES = { fine: 'text-edge', ask: 'text-ochre-text', no: 'text-brick' } as const;

interface AnswerProps {
  readonly title: string;
  readonly ranked: Ranked;
  readonly found: FilmAnswer;
  readonly panes: readonly PaneWithId[];
  /** What the film for these panes costs, as it is shown; empty while it is planned. */
  readonly cost: string;
}

function Answer({ title, ranked, found, panes, cost }: AnswerProps) {
  const { rules } = useJob();
  const { figures } = ranked;
  const { film, breakage } = figures;
  const { glass, glassMm } = found.place;
  const { chosen, choose, goes } = useChooseFilm(film, panes);
  const { deltaK, allowableK, verdict } = breakage;
  return (
    <li className={`flex flex-col gap-2 border-2 p-2 ${chosen ? 'border-edge' : 'border-transparent'}`}>
      <div>
        <p className="text-sm text-quiet">{title}</p>
        <h4 className="text-lg leading-tight font-bold">{film.name}</h4>
      </div>
      <Scene
        looks={looksOf(glass, glassMm, film)}
        cast={colourShift(glass, film).cast}
        lighting={rules.film.daylight}
        from="indoors"
        night={false}
        title={`${film.name}, by day from the room`}
      />
      <Bars figures={figures} bare={found.bare} />
      <p className="border-t border-hairline-soft pt-2 text-sm">
        {MOUNT_NAMES[film.mount]}. Glass <b className={BREAKAGE_TONES[verdict]}>{BREAKAGE_NAMES[verdict]}</b>,{' '}
        {Math.round(deltaK)} K of {Math.round(allowableK)}. {describeSeen(ranked)}
      </p>
      <details className="text-sm">
        <summary className="cursor-pointer text-quiet">Why</summary>
        <p className="mt-1">{describeRank(ranked, found.bare)}</p>
        <ul>
          <Householder ranked={ranked} panes={panes} />
        </ul>
      </details>
      <div className="mt-auto flex items-center justify-between gap-2">
        <b className="text-lg">{cost}</b>
        <Button
          weight={chosen ? 'act' : 'plain'}
          aria-pressed={chosen}
          disabled={goes.length === 0}
          onClick={choose}
          aria-label={chosen ? `${film.name} is chosen` : `Use ${film.name}, ${title.toLowerCase()}`}
        >
          {chosen ? 'Chosen' : 'Choose'}
        </Button>
      </div>
    </li>
  );
}

/** The three answers one gives first, each as it would be seen; all other films stand below. */
export function FirstAnswersView({ found, panes }: { found: FilmAnswer; panes: readonly PaneWithId[] }) {
  const { best, moreView, cheapest } = useMemo(() => firstAnswers(found.ranked), [found.ranked]);
  const films = useMemo(
    () => [best, moreView, cheapest].flatMap((each) => each?.figures.film ?? []),
    [best, moreView, cheapest],
  );
  const costs = useFilmCosts(films, panes);
  const money = useMoney();
  if (!best)
    return (
      <Note tone="no">
        No film of the shop does all that is a must here. Drop a must or a limit, or see below what each film
        misses.
      </Note>
    );
  const costOf = ({ figures }: Ranked) => {
    const planned = costs.get(figures.film.id);
    if (!planned || planned.pulls === 0) return '';
    return planned.cost === null ? 'no price' : money(planned.cost);
  };
  const answer = (title: string, ranked: Ranked | null) =>
    ranked && <Answer title={title} ranked={ranked} found={found} panes={panes} cost={costOf(ranked)} />;
  return (
    <section aria-label="Three answers">
      <ul className="-mx-2 grid grid-cols-[repeat(auto-fit,minmax(200px,1fr))] gap-x-3 gap-y-4 max-md:flex max-md:snap-x max-md:overflow-x-auto max-md:[&>li]:w-60 max-md:[&>li]:shrink-0 max-md:[&>li]:snap-start">
        {answer(panes.length > 1 ? 'Best for these panes' : 'Best for this pane', best)}
        {answer('Nearly the same, more view', moreView)}
        {answer('Cheapest that does it', cheapest)}
      </ul>
    </section>
  );
}
