import type { Pane, Wants } from '@neat-sill/core/survey';
import { sameData } from '@neat-sill/core/record';
import {
  filmOnPane,
  paneCase,
  rankFilms,
  wantsOrUsual,
  type FilmFigures,
  type GlassFigures,
  type PaneCase,
  type PaneForFilm,
  type Ranked,
} from '@neat-sill/core/advice';
import type { Film } from '@neat-sill/core/film';
import { paneByItself, verdictFor } from '@neat-sill/core/job';
import type { RuleSet } from '@neat-sill/core/rules';
import type { SunYear } from '@neat-sill/core/sun';

export interface FilmOrder {
  readonly turn: number;
  readonly pane: Pane;
  /** The pane as its film has to know it. */
  readonly place: PaneForFilm;
  readonly films: readonly Film[];
  readonly rules: RuleSet;
  readonly wants: Wants;
  readonly year: number;
}

export interface FilmAnswer {
  readonly kind: 'answer';
  readonly turn: number;
  readonly place: PaneForFilm;
  readonly bare: GlassFigures;
  readonly sun: SunYear;
  readonly ranked: readonly Ranked[];
}

/** How many films of a large catalogue are done. */
export interface FilmProgress {
  readonly kind: 'progress';
  readonly turn: number;
  readonly done: number;
}

export type FilmMessage = FilmAnswer | FilmProgress;

/** Progress is told after so many films. */
const TELL_EVERY = 100;

interface Known {
  readonly asked: Pick<FilmOrder, 'place' | 'films' | 'year'> & { readonly rules: RuleSet['film'] };
  readonly found: PaneCase;
  readonly figures: readonly FilmFigures[];
}

/** The figures of the last order: another want ranks the films anew and leaves what they do as it is. */
let known: Known | null = null;

function figuresFor({ turn, place, films, rules, year }: FilmOrder): Known {
  const asked = { place, films, year, rules: rules.film };
  if (known && sameData(known.asked, asked)) return known;
  const found = paneCase(place, rules.film, year);
  const figures = films.map((film, at) => {
    if (at > 0 && at % TELL_EVERY === 0) {
      const progress: FilmProgress = { kind: 'progress', turn, done: at };
      self.postMessage(progress);
    }
    return filmOnPane(found, film, rules.film);
  });
  return { asked, found, figures };
}

self.onmessage = ({ data }: MessageEvent<FilmOrder>) => {
  const { turn, pane, place, rules, wants } = data;
  known = figuresFor(data);
  const { found, figures } = known;
  const own = paneByItself('pane', pane, '', null, rules);
  const films = figures.map((each) => ({ figures: each, verdict: verdictFor(own, each.film, rules) }));
  const ranked = rankFilms(films, found.bare, wantsOrUsual(wants, pane.circumstances), rules.film);
  const answer: FilmAnswer = { kind: 'answer', turn, place, bare: found.bare, sun: found.sun, ranked };
  self.postMessage(answer);
};
