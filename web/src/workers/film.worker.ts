import {
  filmOnPane,
  paneCase,
  rankFilms,
  type FilmFigures,
  type GlassFigures,
  type PaneCase,
  type PaneForFilm,
  type Ranked,
  type Wants,
} from '@neat-sill/core/advice';
import type { Film } from '@neat-sill/core/film';
import { paneVerdict, sameData, type Pane } from '@neat-sill/core/job';
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
  readonly turn: number;
  readonly place: PaneForFilm;
  readonly bare: GlassFigures;
  readonly sun: SunYear;
  readonly ranked: readonly Ranked[];
}

interface Known {
  readonly asked: Pick<FilmOrder, 'place' | 'films' | 'year'> & { readonly rules: RuleSet['film'] };
  readonly found: PaneCase;
  readonly figures: readonly FilmFigures[];
}

/** The figures of the last order: another want ranks the films anew and leaves what they do as it is. */
let known: Known | null = null;

function figuresFor({ place, films, rules, year }: FilmOrder): Known {
  const asked = { place, films, year, rules: rules.film };
  if (known && sameData(known.asked, asked)) return known;
  const found = paneCase(place, rules.film, year);
  return { asked, found, figures: films.map((film) => filmOnPane(found, film, rules.film)) };
}

self.onmessage = ({ data }: MessageEvent<FilmOrder>) => {
  const { turn, pane, place, rules, wants } = data;
  known = figuresFor(data);
  const { found, figures } = known;
  const films = figures.map((each) => ({ figures: each, verdict: paneVerdict(pane, each.film, rules) }));
  const ranked = rankFilms(films, found.bare, wants, rules.film);
  const answer: FilmAnswer = { turn, place, bare: found.bare, sun: found.sun, ranked };
  self.postMessage(answer);
};
