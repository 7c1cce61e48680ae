import { FILM_KINDS, type Film, type FilmKind, type FilmOptics, type RollOnSale } from './film.ts';
import { OPTICS_KEYS, filmSchema } from './filmSchema.ts';

/** Columns of a catalogue sheet. Optics as shares from 0 to 1, or in per cent, the same way all through the sheet. */
export const FILM_COLUMNS = [
  'id',
  'name',
  'letter',
  'kind',
  'hold',
  'mount',
  'thicknessUm',
  ...OPTICS_KEYS,
  'solarAbsorbed',
  'castA',
  'castB',
  'madeFor',
  'openMetal',
  'lifeYears',
  'warrantyYears',
  'cureDays',
  'turn',
  'matchEdges',
  'mayBeSeamed',
  'patternAcrossMm',
  'patternAlongMm',
  'patternDrop',
  'lots',
  'rollWidthMm',
  'rollLengthMm',
  'rollPrice',
  'priceFrom',
  'soldBy',
] as const;
export type FilmColumn = (typeof FILM_COLUMNS)[number];

/** A line of a catalogue sheet: text by column. Lines of the same film add rolls to it. */
export type FilmLine = Readonly<Partial<Record<FilmColumn, string>>>;

export type FilmLineProblem =
  | { readonly code: 'film.missing'; readonly column: FilmColumn }
  | {
      readonly code: 'film.notNumber' | 'film.outOfRange' | 'film.notOneOf';
      readonly column: FilmColumn;
      readonly text: string;
    }
  | { readonly code: 'film.sum'; readonly sum: number }
  | {
      readonly code: 'film.overOne';
      readonly band: 'visible' | 'solar';
      readonly side: 'out' | 'in';
      readonly sum: number;
    }
  | { readonly code: 'film.mixedUnits'; readonly column: FilmColumn; readonly text: string }
  | { readonly code: 'film.sidesMixed'; readonly out: number; readonly into: number }
  | {
      readonly code: 'film.visibleOverSolar';
      readonly visible: number;
      readonly solar: number;
      readonly least: number;
    }
  | {
      readonly code: 'film.solarOverVisible';
      readonly visible: number;
      readonly solar: number;
      readonly most: number;
    }
  | { readonly code: 'film.twice'; readonly name: string };

export interface BadFilmLine {
  /** Line of the sheet, its heading being line 1. */
  readonly line: number;
  readonly name: string;
  readonly problems: readonly FilmLineProblem[];
}

export interface ReadCatalogue {
  readonly films: readonly Film[];
  readonly bad: readonly BadFilmLine[];
}

/** Visible light is a bit less than half of the sun's energy (EN 410 / ASTM E891): its share, and that of the ultraviolet. */
const VISIBLE_OF_SOLAR = 0.47;
const UV_OF_SOLAR = 0.04;
/** How far figures may be off before they are said to be impossible. */
const ROUNDING = 0.02;
const SPECTRUM_SLACK = 0.04;

/** What stands for a figure that nobody has given, by kind where it matters. */
function assumedFor(key: keyof FilmOptics, given: Partial<FilmOptics>, kind: FilmKind): number {
  switch (key) {
    case 'visibleReflectedOut':
      return Math.min(1 - (given.visibleTransmitted ?? 0), 0.09);
    case 'visibleReflectedIn':
      return given.visibleReflectedOut ?? assumedFor('visibleReflectedOut', given, kind);
    case 'solarReflectedIn':
      return given.solarReflectedOut ?? 0;
    case 'uvTransmitted':
      return 0.05;
    case 'emissivity':
      return 0.84;
    default:
      return 0;
  }
}

/** Figures without which nothing can be said of a film. */
const NEEDED: readonly (keyof FilmOptics)[] = ['visibleTransmitted', 'solarTransmitted', 'solarReflectedOut'];

const numberIn = (text: string) => Number(text.trim().replace('%', '').replace(',', '.'));

/** Whether the optics of a sheet are in per cent: any of them above 1, or written with the sign. */
function inPerCent(lines: readonly FilmLine[]): boolean {
  const shares = lines.flatMap((line) =>
    OPTICS_KEYS.filter((key) => key !== 'emissivity').flatMap((key) => line[key] ?? []),
  );
  return shares.some((text) => text.includes('%') || numberIn(text) > 1.2);
}

interface Reading {
  readonly optics: Partial<FilmOptics>;
  readonly problems: FilmLineProblem[];
}

function opticsOf(line: FilmLine, perCent: boolean): Reading {
  const problems: FilmLineProblem[] = [];
  const optics: Partial<Record<keyof FilmOptics, number>> = {};
  for (const key of OPTICS_KEYS) {
    const text = line[key]?.trim() ?? '';
    if (text === '') {
      if (NEEDED.includes(key)) problems.push({ code: 'film.missing', column: key });
      continue;
    }
    const value = numberIn(text);
    // An emissivity is a share in every sheet unless it says otherwise.
    const percentHere = key === 'emissivity' ? text.includes('%') || value > 1 : perCent;
    if (!Number.isFinite(value)) problems.push({ code: 'film.notNumber', column: key, text });
    else if (value < 0 || value > (percentHere ? 100 : 1))
      problems.push({ code: 'film.outOfRange', column: key, text });
    else optics[key] = Math.round((percentHere ? value / 100 : value) * 1e6) / 1e6;
  }
  // One share among percentages, such as 0.41 between 56 and 14.
  if (perCent)
    for (const key of ['visibleTransmitted', 'solarTransmitted'] as const) {
      const text = line[key]?.trim() ?? '';
      if (/^0?[.,]\d+$/.test(text) && numberIn(text) >= 0.05)
        problems.push({ code: 'film.mixedUnits', column: key, text });
    }
  return { optics, problems };
}

/** What cannot be, whatever the film. */
function impossible(
  optics: Partial<FilmOptics>,
  kind: FilmKind | null,
  absorbed: number | null,
): FilmLineProblem[] {
  const found: FilmLineProblem[] = [];
  const { visibleTransmitted: tv, visibleReflectedOut: rvo, visibleReflectedIn: rvi } = optics;
  const { solarTransmitted: ts, solarReflectedOut: rso, solarReflectedIn: rsi } = optics;
  const over = (band: 'visible' | 'solar', side: 'out' | 'in', t?: number, r?: number) => {
    if (t !== undefined && r !== undefined && t + r > 1 + ROUNDING / 2)
      found.push({ code: 'film.overOne', band, side, sum: t + r });
  };
  over('visible', 'out', tv, rvo);
  over('visible', 'in', tv, rvi);
  over('solar', 'out', ts, rso);
  over('solar', 'in', ts, rsi);
  if (absorbed !== null && ts !== undefined && rso !== undefined) {
    const sum = ts + rso + absorbed;
    if (Math.abs(sum - 1) > ROUNDING) found.push({ code: 'film.sum', sum });
  }
  if (tv !== undefined && ts !== undefined) {
    const least = tv * VISIBLE_OF_SOLAR;
    if (ts < least - SPECTRUM_SLACK / 2)
      found.push({ code: 'film.visibleOverSolar', visible: tv, solar: ts, least });
    const most = tv * VISIBLE_OF_SOLAR + UV_OF_SOLAR + (1 - VISIBLE_OF_SOLAR - UV_OF_SOLAR);
    if (ts > most + SPECTRUM_SLACK)
      found.push({ code: 'film.solarOverVisible', visible: tv, solar: ts, most });
  }
  if (kind === 'dualReflective' && rvo !== undefined && rvi !== undefined && rvi > rvo + ROUNDING)
    found.push({ code: 'film.sidesMixed', out: rvo, into: rvi });
  return found;
}

const TRUE = new Set(['yes', 'true', '1', 'x', 'y']);
const FALSE = new Set(['no', 'false', '0', '', 'n']);

/** Letters that drawings tell films apart by. */
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijkmnpqrstuvwxyz';

const slug = (name: string) =>
  name
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')
    .slice(0, 60);

interface LineCase {
  readonly perCent: boolean;
  readonly known: ReadonlyMap<string, Film>;
  readonly letters: Set<string>;
}

function readFilm(line: FilmLine, { perCent, known, letters }: LineCase): Film | readonly FilmLineProblem[] {
  const problems: FilmLineProblem[] = [];
  const text = (column: FilmColumn) => line[column]?.trim() ?? '';
  const oneOf = <Name extends string>(
    column: FilmColumn,
    names: readonly Name[],
    otherwise: Name | null,
  ): Name => {
    const given = text(column);
    if (given === '' && otherwise !== null) return otherwise;
    const found = names.find((name) => name.toLowerCase() === given.toLowerCase());
    if (!found)
      problems.push(
        given === '' ? { code: 'film.missing', column } : { code: 'film.notOneOf', column, text: given },
      );
    return found ?? (names[0] as Name);
  };
  const amount = (column: FilmColumn, from: number, to: number): number | null => {
    const given = text(column);
    if (given === '') return null;
    const value = numberIn(given);
    if (!Number.isFinite(value)) problems.push({ code: 'film.notNumber', column, text: given });
    else if (value < from || value > to) problems.push({ code: 'film.outOfRange', column, text: given });
    return value;
  };
  const yes = (column: FilmColumn, otherwise: boolean): boolean => {
    const given = text(column).toLowerCase();
    if (given === '') return otherwise;
    if (!TRUE.has(given) && !FALSE.has(given)) problems.push({ code: 'film.notOneOf', column, text: given });
    return TRUE.has(given);
  };
  const name = text('name');
  if (name === '') problems.push({ code: 'film.missing', column: 'name' });
  const id = text('id') || slug(name);
  const before = known.get(id);
  const kind = oneOf('kind', FILM_KINDS, null);
  const { optics, problems: inOptics } = opticsOf(line, perCent);
  problems.push(...inOptics);
  const absorbedText = text('solarAbsorbed');
  const absorbed = absorbedText === '' ? null : numberIn(absorbedText) / (perCent ? 100 : 1);
  if (inOptics.length === 0) problems.push(...impossible(optics, kind, absorbed));
  const thicknessUm = amount('thicknessUm', 5, 1000);
  if (thicknessUm === null) problems.push({ code: 'film.missing', column: 'thicknessUm' });
  const assumed = OPTICS_KEYS.filter((key) => optics[key] === undefined);
  const across = amount('patternAcrossMm', 1, 5000);
  const along = amount('patternAlongMm', 1, 5000);
  const letter = text('letter') || before?.letter || [...LETTERS].find((each) => !letters.has(each)) || 'Z';
  const made = {
    id,
    name,
    letter: letter.slice(0, 1),
    kind,
    hold: oneOf('hold', ['pressureSensitive', 'dryAdhesive', 'cling'], 'pressureSensitive'),
    mount: oneOf('mount', ['inside', 'outside'], 'inside'),
    thicknessUm: thicknessUm ?? 50,
    optics: Object.fromEntries(OPTICS_KEYS.map((key) => [key, optics[key] ?? assumedFor(key, optics, kind)])),
    assumed,
    cast: { a: amount('castA', -60, 60) ?? 0, b: amount('castB', -60, 60) ?? 0 },
    madeFor: oneOf('madeFor', ['glazing', 'vehicle'], 'glazing'),
    openMetal: yes('openMetal', false),
    lifeYears: amount('lifeYears', 0, 100),
    warrantyYears: amount('warrantyYears', 0, 100),
    cureDays: amount('cureDays', 0, 730),
    turn: oneOf('turn', ['any', 'half', 'none'], 'half'),
    matchEdges: yes('matchEdges', false),
    mayBeSeamed: yes('mayBeSeamed', true),
    pattern:
      across !== null && along !== null
        ? { acrossMm: across, alongMm: along, drop: oneOf('patternDrop', ['straight', 'half'], 'straight') }
        : null,
    lots: text('lots')
      .split(/[;|]/)
      .map((lot) => lot.trim())
      .filter(Boolean),
    version: (before?.version ?? 0) + 1,
    rolls: [],
  };
  if (problems.length > 0) return problems;
  letters.add(made.letter);
  return filmSchema.parse(made);
}

interface RollLine {
  readonly widthMm: number;
  readonly lengthMm: number;
  readonly price: number | null;
  readonly soldBy: RollOnSale['soldBy'];
  readonly from: string | null;
}

function readRoll(line: FilmLine): RollLine | null | readonly FilmLineProblem[] {
  const problems: FilmLineProblem[] = [];
  const amount = (column: FilmColumn, most: number) => {
    const given = line[column]?.trim() ?? '';
    if (given === '') return null;
    const value = numberIn(given);
    if (!Number.isFinite(value)) problems.push({ code: 'film.notNumber', column, text: given });
    else if (value <= 0 || value > most) problems.push({ code: 'film.outOfRange', column, text: given });
    return value;
  };
  const widthMm = amount('rollWidthMm', 5000);
  const lengthMm = amount('rollLengthMm', 200_000);
  const price = amount('rollPrice', 1e6);
  const from = line.priceFrom?.trim() || null;
  if (from !== null && !/^\d{4}-\d{2}-\d{2}$/.test(from))
    problems.push({ code: 'film.notOneOf', column: 'priceFrom', text: from });
  const sold = line.soldBy?.trim().toLowerCase() || 'roll';
  if (sold !== 'roll' && sold !== 'metre')
    problems.push({ code: 'film.notOneOf', column: 'soldBy', text: line.soldBy ?? '' });
  if (widthMm === null && lengthMm === null) return problems.length > 0 ? problems : null;
  if (widthMm === null) problems.push({ code: 'film.missing', column: 'rollWidthMm' });
  if (lengthMm === null) problems.push({ code: 'film.missing', column: 'rollLengthMm' });
  if (problems.length > 0) return problems;
  const soldBy = sold === 'metre' ? 'metre' : 'roll';
  return { widthMm: widthMm ?? 0, lengthMm: lengthMm ?? 0, price, from, soldBy };
}

function withRoll(film: Film, roll: RollLine): Film {
  const same = film.rolls.find(
    ({ widthMm, lengthMm }) => widthMm === roll.widthMm && lengthMm === roll.lengthMm,
  );
  const { from, price, ...size } = roll;
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
  const perCent = inPerCent(lines);
  const known = new Map(catalogue.map((film) => [film.id, film]));
  const letters = new Set(catalogue.map(({ letter }) => letter));
  const films = new Map<string, Film>();
  const refused = new Set<string>();
  const bad: BadFilmLine[] = [];
  lines.forEach((line, at) => {
    const name = line.name?.trim() ?? '';
    const id = line.id?.trim() || slug(name);
    const say = (problems: readonly FilmLineProblem[]) => {
      refused.add(id);
      bad.push({ line: at + 2, name, problems });
    };
    if (refused.has(id)) return;
    const roll = readRoll(line);
    if (roll && 'length' in roll) {
      say(roll);
      return;
    }
    let film = films.get(id);
    const saysMore = line.kind?.trim() || line.visibleTransmitted?.trim();
    if (film && saysMore && !roll) {
      say([{ code: 'film.twice', name }]);
      return;
    }
    if (!film) {
      const read = readFilm(line, { perCent, known, letters });
      if ('length' in read) {
        say(read);
        return;
      }
      film = read;
    }
    films.set(id, roll ? withRoll(film, roll) : film);
  });
  return { films: [...films].flatMap(([id, film]) => (refused.has(id) ? [] : [film])), bad };
}

/** The catalogue as lines of a sheet, one a roll, that read back as they are. */
export function catalogueLines(films: readonly Film[]): FilmLine[] {
  return films.flatMap((film): FilmLine[] => {
    const given = OPTICS_KEYS.filter((key) => !film.assumed.includes(key));
    const own: FilmLine = {
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
    };
    const rolls = film.rolls.flatMap(({ widthMm, lengthMm, price, soldBy, later }): FilmLine[] => {
      const sold = soldBy === 'metre' ? { soldBy } : {};
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
