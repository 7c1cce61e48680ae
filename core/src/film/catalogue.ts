import { readCells, type BadLine, type ProblemAt, type RowOf, type SheetLine } from '../sheet/index.ts';
import { fail, succeed, type Result } from '../units/index.ts';
import type { Film, FilmOptics } from './film.ts';
import {
  identityCells,
  inPerCent,
  opticsCells,
  rollCells,
  sharesAmongPerCents,
  useCells,
  type FilmColumn,
  type FilmText,
} from './filmCells.ts';
import { assumedFor, impossibleFigures, type FigureProblem } from './filmFigures.ts';
import { OPTICS_KEYS, filmSchema } from './filmSchema.ts';

/** A line of a catalogue sheet: text by column. Lines of the same film add rolls to it. */
export type FilmLine = SheetLine<FilmColumn>;

export type FilmLineProblem =
  | ProblemAt<FilmColumn>
  | FigureProblem
  | { readonly code: 'film.mixedUnits'; readonly column: FilmColumn; readonly text: string }
  | { readonly code: 'film.twice'; readonly name: string }
  | { readonly code: 'film.field'; readonly field: string; readonly message: string };

export type BadFilmLine = BadLine<FilmLineProblem>;

export interface ReadCatalogue {
  readonly films: readonly Film[];
  readonly bad: readonly BadFilmLine[];
}

/** Figures without which nothing can be said of a film. */
const NEEDED: readonly (keyof FilmOptics)[] = ['visibleTransmitted', 'solarTransmitted', 'solarReflectedOut'];

/** Letters that drawings tell films apart by. */
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijkmnpqrstuvwxyz';

const slug = (name: string) =>
  name
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')
    .slice(0, 60);
/** A film's id by its name; a name in another alphabet goes by the numbers of its letters. */
const idOf = (name: string) =>
  slug(name) || (name && slug(`film ${[...name].map((letter) => letter.codePointAt(0)).join(' ')}`));

interface LineCase {
  readonly perCent: boolean;
  readonly known: ReadonlyMap<string, Film>;
  readonly letters: Set<string>;
}

/** The optics that a line gives, and what is wrong with its cells. */
function opticsOf(line: FilmText, perCent: boolean) {
  const read = readCells(opticsCells(perCent), line);
  const missing = NEEDED.filter((column) => (line[column] ?? '').trim() === '');
  const problems: FilmLineProblem[] = [
    ...missing.map((column) => ({ code: 'cell.missing' as const, column })),
    ...(read.ok ? [] : read.problem),
    ...(perCent
      ? sharesAmongPerCents(line).map((each) => ({ code: 'film.mixedUnits' as const, ...each }))
      : []),
  ];
  const { solarAbsorbed: absorbed = null, ...given } = read.ok ? read.value : {};
  const optics: Partial<FilmOptics> = Object.fromEntries(
    Object.entries(given).filter(([, value]) => value !== null),
  );
  return { optics, absorbed, problems };
}

function readFilm(
  line: FilmText,
  { perCent, known, letters }: LineCase,
): Result<Film, readonly FilmLineProblem[]> {
  const identity = readCells(identityCells, line);
  const use = readCells(useCells, line);
  const { optics, absorbed, problems } = opticsOf(line, perCent);
  const kind = identity.ok ? identity.value.kind : null;
  if (problems.length === 0) problems.push(...impossibleFigures(optics, kind, absorbed));
  if (!identity.ok) problems.push(...identity.problem);
  if (!use.ok) problems.push(...use.problem);
  if (problems.length > 0 || !identity.ok || !use.ok) return fail(problems);
  const { castA, castB, patternAcrossMm, patternAlongMm, patternDrop, ...others } = use.value;
  // A repeat goes both ways: with one of the two the film would be cut as if it had none.
  if ((patternAcrossMm === null) !== (patternAlongMm === null))
    return fail([
      { code: 'cell.missing', column: patternAcrossMm === null ? 'patternAcrossMm' : 'patternAlongMm' },
    ]);
  const id = identity.value.id || idOf(identity.value.name);
  const before = known.get(id);
  const letter =
    identity.value.letter || before?.letter || [...LETTERS].find((each) => !letters.has(each)) || 'Z';
  const made = filmSchema.safeParse({
    ...identity.value,
    id,
    letter: letter.slice(0, 1),
    optics: Object.fromEntries(
      OPTICS_KEYS.map((key) => [key, optics[key] ?? assumedFor(key, optics, identity.value.kind)]),
    ),
    assumed: OPTICS_KEYS.filter((key) => optics[key] === undefined),
    cast: { a: castA, b: castB },
    ...others,
    pattern:
      patternAcrossMm !== null && patternAlongMm !== null
        ? { acrossMm: patternAcrossMm, alongMm: patternAlongMm, drop: patternDrop }
        : null,
    version: (before?.version ?? 0) + 1,
    rolls: [],
  });
  if (!made.success)
    return fail(
      made.error.issues.map(({ path, message }) => ({
        code: 'film.field',
        field: String(path.at(-1) ?? ''),
        message,
      })),
    );
  letters.add(made.data.letter);
  return succeed(made.data);
}

type RollRow = RowOf<typeof rollCells>;
type RollLine = RollRow & { readonly rollWidthMm: number; readonly rollLengthMm: number };

/** The roll of a line; null where it has none. */
function readRoll(line: FilmText): Result<RollLine | null, readonly FilmLineProblem[]> {
  const read = readCells(rollCells, line);
  if (!read.ok) return read;
  const { rollWidthMm, rollLengthMm } = read.value;
  if (rollWidthMm !== null && rollLengthMm !== null)
    return succeed({ ...read.value, rollWidthMm, rollLengthMm });
  if (rollWidthMm === null && rollLengthMm === null) return succeed(null);
  return fail([{ code: 'cell.missing', column: rollWidthMm === null ? 'rollWidthMm' : 'rollLengthMm' }]);
}

function withRoll(film: Film, roll: RollLine): Film {
  const { rollWidthMm: widthMm, rollLengthMm: lengthMm, rollPrice: price, priceFrom: from, soldBy } = roll;
  const same = film.rolls.find((each) => each.widthMm === widthMm && each.lengthMm === lengthMm);
  const size = { widthMm, lengthMm, soldBy };
  if (!same) {
    const named =
      from === null || price === null ? { price, later: [] } : { price: null, later: [{ from, price }] };
    return { ...film, rolls: [...film.rolls, { ...size, ...named }] };
  }
  const more =
    from === null || price === null
      ? { ...same, price: price ?? same.price }
      : { ...same, later: [...same.later, { from, price }] };
  return { ...film, rolls: film.rolls.map((each) => (each === same ? more : each)) };
}

/**
 * Reads a catalogue sheet line by line against the films that are known: good films are taken (as their next version
 * where they are known), lines that cannot be are named with all that is wrong with them. Lines that carry a film's
 * name again add a roll or a price to it.
 */
export function readCatalogue(lines: readonly FilmLine[], catalogue: readonly Film[]): ReadCatalogue {
  const perCent = inPerCent(lines.map(({ text }) => text));
  const known = new Map(catalogue.map((film) => [film.id, film]));
  const letters = new Set(catalogue.map(({ letter }) => letter));
  const films = new Map<string, Film>();
  const refused = new Set<string>();
  const bad: BadFilmLine[] = [];
  const filmOfLine = (text: FilmText, id: string): Result<Film, readonly FilmLineProblem[]> => {
    const roll = readRoll(text);
    if (!roll.ok) return roll;
    const before = films.get(id);
    const saysMore = text.kind?.trim() || text.visibleTransmitted?.trim();
    if (before && saysMore && !roll.value)
      return fail([{ code: 'film.twice', name: text.name?.trim() ?? '' }]);
    const film = before ? succeed(before) : readFilm(text, { perCent, known, letters });
    return film.ok && roll.value ? succeed(withRoll(film.value, roll.value)) : film;
  };
  for (const { line, text } of lines) {
    const id = text.id?.trim() || idOf(text.name?.trim() ?? '');
    if (refused.has(id)) continue;
    const film = filmOfLine(text, id);
    if (film.ok) films.set(id, film.value);
    else {
      refused.add(id);
      bad.push({ line, text, problems: film.problem });
    }
  }
  return { films: [...films].flatMap(([id, film]) => (refused.has(id) ? [] : [film])), bad };
}

/** The catalogue as lines of a sheet, one a roll, that read back as they are. */
export function catalogueLines(films: readonly Film[]): FilmText[] {
  return films.flatMap((film): FilmText[] => {
    const given = OPTICS_KEYS.filter((key) => !film.assumed.includes(key));
    const own: FilmText = {
      id: film.id,
      name: film.name,
      letter: film.letter,
      kind: film.kind,
      hold: film.hold,
      mount: film.mount,
      thicknessUm: String(film.thicknessUm),
      ...Object.fromEntries(given.map((key) => [key, String(film.optics[key])])),
      castA: String(film.cast.a),
      castB: String(film.cast.b),
      madeFor: film.madeFor,
      openMetal: film.openMetal ? 'yes' : 'no',
      lifeYears: film.lifeYears === null ? '' : String(film.lifeYears),
      warrantyYears: film.warrantyYears === null ? '' : String(film.warrantyYears),
      cureDays: film.cureDays === null ? '' : String(film.cureDays),
      turn: film.turn,
      matchEdges: film.matchEdges ? 'yes' : 'no',
      mayBeSeamed: film.mayBeSeamed ? 'yes' : 'no',
      patternAcrossMm: film.pattern ? String(film.pattern.acrossMm) : '',
      patternAlongMm: film.pattern ? String(film.pattern.alongMm) : '',
      patternDrop: film.pattern?.drop ?? '',
      lots: film.lots.join('; '),
      discontinuedOn: film.discontinuedOn ?? '',
    };
    const rolls = film.rolls.flatMap(({ widthMm, lengthMm, price, soldBy, later }): FilmText[] => {
      const sold = soldBy === 'roll' ? {} : { soldBy };
      const size = { rollWidthMm: String(widthMm), rollLengthMm: String(lengthMm), ...sold };
      return [
        { ...size, rollPrice: price === null ? '' : String(price) },
        ...later.map(({ from, price: then }) => ({ ...size, rollPrice: String(then), priceFrom: from })),
      ];
    });
    const [first, ...others] = rolls;
    return [{ ...own, ...first }, ...others.map((roll) => ({ id: film.id, name: film.name, ...roll }))];
  });
}
