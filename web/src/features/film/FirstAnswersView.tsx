import { firstAnswers, type GlassFigures, type Ranked } from '@neat-sill/core/advice';
import { describeRank } from '@neat-sill/core/words';
import { type PaneWithId } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { FilmSwatch } from './FilmSwatch.tsx';
import { useChooseFilm } from './useChooseFilm.ts';

interface AnswerProps {
  readonly title: string;
  readonly ranked: Ranked;
  readonly bare: GlassFigures;
  readonly panes: readonly PaneWithId[];
}

function Answer({ title, ranked, bare, panes }: AnswerProps) {
  const { film } = ranked.figures;
  const { chosen, choose, goes } = useChooseFilm(film, panes);
  return (
    <li
      className={`flex gap-3 border-t border-hairline-soft py-3 ${chosen ? '-mx-4 bg-edge-tint px-4' : ''}`}
    >
      <FilmSwatch film={film} />
      <div className="min-w-0 flex-1">
        <p className="text-sm text-quiet">{title}</p>
        <h4 className="font-bold">{film.name}</h4>
        <p className="text-sm">{describeRank(ranked, bare)}</p>
      </div>
      <Button
        className="self-center"
        weight={chosen ? 'act' : 'plain'}
        aria-pressed={chosen}
        disabled={goes.length === 0}
        onClick={choose}
        aria-label={chosen ? `${film.name} is chosen` : `Use ${film.name}, ${title.toLowerCase()}`}
      >
        {chosen ? 'Chosen' : 'Choose'}
      </Button>
    </li>
  );
}

/** The three answers one gives first; all other films stand below. */
export function FirstAnswersView({
  ranked,
  bare,
  panes,
}: {
  ranked: readonly Ranked[];
  bare: GlassFigures;
  panes: readonly PaneWithId[];
}) {
  const { best, moreView, cheapest } = firstAnswers(ranked);
  if (!best)
    return (
      <Note tone="no">
        No film of the shop does all that is a must here. Drop a must or a limit, or see below what each film
        misses.
      </Note>
    );
  return (
    <section aria-label="Three answers">
      <h3 className="font-bold">Three answers first</h3>
      <ul className="mt-2">
        <Answer title="Best for this pane" ranked={best} bare={bare} panes={panes} />
        {moreView && (
          <Answer title="Nearly the same, with more view" ranked={moreView} bare={bare} panes={panes} />
        )}
        {cheapest && <Answer title="Cheapest that does it" ranked={cheapest} bare={bare} panes={panes} />}
      </ul>
    </section>
  );
}
