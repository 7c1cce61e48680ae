import { inOrder } from '../record/index.ts';
import {
  GLASS_KINDS,
  OPENING_KINDS,
  type GlassKind,
  type OpeningKind,
  type Pane,
  type SurveyRecords,
} from '../survey/index.ts';
import { fail, succeed, type Result } from '../units/index.ts';
import type { Film } from './film.ts';

export const FACINGS = ['north', 'east', 'south', 'west'] as const;
export type Facing = (typeof FACINGS)[number];

/** Which panes of a job a film is meant for. */
export interface FillRule {
  /** On walls that face one of these; empty for all. */
  readonly facings: readonly Facing[];
  readonly roomId: string | null;
  readonly openings: readonly OpeningKind[] | null;
  readonly glass: readonly GlassKind[] | null;
  readonly exceptOpenings: readonly OpeningKind[];
  readonly exceptGlass: readonly GlassKind[];
  /** Null takes film off. */
  readonly filmId: string | null;
}

export type FillProblem =
  | { readonly code: 'fill.noFilmNamed' }
  | { readonly code: 'fill.unknownFilm'; readonly word: string }
  | { readonly code: 'fill.manyFilms'; readonly word: string; readonly names: readonly string[] }
  | { readonly code: 'fill.unknownWord'; readonly word: string };

/** Names under which openings and glass are spoken of, lower case. */
export interface FillWords {
  readonly openings: Readonly<Record<OpeningKind, string>>;
  readonly glass: Readonly<Record<GlassKind, string>>;
}

const DOORS: readonly OpeningKind[] = ['frenchDoor', 'slider'];
const GROUPS: Readonly<Record<string, readonly OpeningKind[]>> = {
  door: DOORS,
  doors: DOORS,
  window: ['fixed', 'casement', 'sash', 'fanlight', 'sidelight', 'shopfront'],
  windows: ['fixed', 'casement', 'sash', 'fanlight', 'sidelight', 'shopfront'],
};
const EMPTY_WORDS = new Set([
  'all',
  'the',
  'every',
  'glass',
  'pane',
  'panes',
  'or',
  'facing',
  'in',
  'of',
  'on',
  'and',
  'side',
  'with',
]);

const plain = (text: string) =>
  text
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N} ]+/gu, ' ')
    .replaceAll(/\s+/g, ' ')
    .trim();

interface Named {
  readonly openings: OpeningKind[];
  readonly glass: GlassKind[];
  readonly facings: readonly Facing[];
  readonly roomId: string | null;
  readonly unknown: string | null;
}

/** Takes the longest known names out of a text, one after the other. */
function namesIn(text: string, records: SurveyRecords, words: FillWords): Named {
  let rest = ` ${plain(text)} `;
  const take = (name: string) => {
    const key = plain(name);
    for (const form of [`${key}s`, `${key}es`, key])
      if (key && rest.includes(` ${form} `)) {
        rest = rest.replaceAll(` ${form} `, '  ');
        return true;
      }
    return false;
  };
  // "Double with low-e" before "double": a short name must not eat the beginning of a long one.
  const takeLongestFirst = <Kind>(names: readonly (readonly [string, Kind])[]): Kind[] =>
    [...names]
      .sort((a, b) => b[0].length - a[0].length)
      .flatMap(([name, kind]) => (take(name) ? [kind] : []));
  const roomId =
    inOrder(records.room)
      .sort((a, b) => b.name.length - a.name.length)
      .find(({ name }) => take(name))?.id ?? null;
  const openings = takeLongestFirst(OPENING_KINDS.map((kind) => [words.openings[kind], kind]));
  const glass = takeLongestFirst(
    GLASS_KINDS.flatMap((kind): [string, GlassKind][] => [
      [words.glass[kind], kind],
      [kind, kind],
    ]),
  );
  for (const [name, kinds] of Object.entries(GROUPS)) if (take(name)) openings.push(...kinds);
  const facings = FACINGS.filter((each) => [take(each), take(`${each}ern`)].includes(true));
  const unknown = rest.split(' ').find((word) => word !== '' && !EMPTY_WORDS.has(word)) ?? null;
  return { openings, glass, facings, roomId, unknown };
}

function filmNamed(text: string, films: readonly Film[]): Result<string | null, FillProblem> {
  const key = plain(text);
  if (key === '') return fail({ code: 'fill.noFilmNamed' });
  if (key === 'none' || key === 'no film' || key === 'nothing') return succeed(null);
  const exact = films.find(({ name }) => plain(name) === key);
  if (exact) return succeed(exact.id);
  const wanted = key.split(' ');
  const found = films.filter(({ name }) => {
    const parts = plain(name).split(' ');
    return wanted.every((word) => parts.some((part) => part.startsWith(word)));
  });
  const [only] = found;
  if (!only) return fail({ code: 'fill.unknownFilm', word: text.trim() });
  if (found.length > 1)
    return fail({ code: 'fill.manyFilms', word: text.trim(), names: found.map(({ name }) => name) });
  return succeed(only.id);
}

/** Reads a rule as people say it: "all west glass: Gannet Silver 20, except doors". */
export function parseFillRule(
  line: string,
  records: SurveyRecords,
  films: readonly Film[],
  words: FillWords,
): Result<FillRule, FillProblem> {
  const [which = '', what = ''] = line.split(/:|→|=/, 2);
  const [filmText = '', exceptText = ''] = what.split(/,?\s*\b(?:except|but not)\b/i, 2);
  const film = filmNamed(filmText.replace(/,\s*$/, ''), films);
  if (!film.ok) return film;
  const named = namesIn(which, records, words);
  const except = namesIn(exceptText, records, words);
  const unknown = named.unknown ?? except.unknown;
  if (unknown !== null) return fail({ code: 'fill.unknownWord', word: unknown });
  return succeed({
    facings: named.facings,
    roomId: named.roomId,
    openings: named.openings.length > 0 ? named.openings : null,
    glass: named.glass.length > 0 ? named.glass : null,
    exceptOpenings: except.openings,
    exceptGlass: except.glass,
    filmId: film.value,
  });
}

const MIDDLES: Readonly<Record<Facing, number>> = { north: 0, east: 90, south: 180, west: 270 };
/** A south-west wall is west glass and south glass alike. */
const REACH_DEG = 67.5;

function faces(bearingDeg: number, facing: Facing): boolean {
  const apart = Math.abs(((bearingDeg - MIDDLES[facing] + 540) % 360) - 180);
  return apart <= REACH_DEG;
}

/** The panes of a job that a rule is meant for. */
export function panesOfRule(records: SurveyRecords, rule: FillRule): (Pane & { readonly id: string })[] {
  return inOrder(records.pane).filter((pane) => {
    const wall = records.wall[pane.wallId];
    if (!wall) return false;
    return (
      (rule.facings.length === 0 || rule.facings.some((each) => faces(wall.bearingDeg, each))) &&
      (rule.roomId === null || wall.roomId === rule.roomId) &&
      (rule.openings === null || rule.openings.includes(pane.opening)) &&
      (rule.glass === null || rule.glass.includes(pane.glass)) &&
      !rule.exceptOpenings.includes(pane.opening) &&
      !rule.exceptGlass.includes(pane.glass)
    );
  });
}
