import {
  FILM_COLUMNS,
  OPTICS_KEYS,
  catalogueLines,
  readCatalogue,
  type Film,
  type FilmColumn,
  type FilmLineProblem,
  type FilmText,
  type SoldBy,
} from '@neat-sill/core/film';
import { describeFilmLineProblem } from '@neat-sill/core/words';

/* A film on screen is what it is in a sheet, text by column, and goes through the same reading: what a sheet would be
   refused for is refused here. Shares stand in per cent, since people say them so. */

export interface PriceForm {
  readonly from: string;
  readonly price: string;
}
export interface RollForm {
  readonly widthMm: number;
  readonly lengthMm: number;
  readonly price: string;
  readonly soldBy: SoldBy;
  /** Prices from a day on. */
  readonly later: readonly PriceForm[];
}

type RollColumn = 'rollWidthMm' | 'rollLengthMm' | 'rollPrice' | 'priceFrom' | 'soldBy';
export type FieldName = Exclude<FilmColumn, RollColumn | 'id' | 'letter' | 'solarAbsorbed'>;
const ROLL_COLUMNS: readonly string[] = ['rollWidthMm', 'rollLengthMm', 'rollPrice', 'priceFrom', 'soldBy'];
const FIELDS = FILM_COLUMNS.filter(
  (column): column is FieldName =>
    !ROLL_COLUMNS.includes(column) && !['id', 'letter', 'solarAbsorbed'].includes(column),
);
const PERCENTS: readonly string[] = OPTICS_KEYS.filter((key) => key !== 'emissivity');

export interface FilmForm {
  readonly fields: Readonly<Record<FieldName, string>>;
  readonly rolls: readonly RollForm[];
}

export const NEW_ROLL: RollForm = { widthMm: 1524, lengthMm: 30_480, price: '', soldBy: 'roll', later: [] };
const NEW_FIELDS: Partial<Record<FieldName, string>> = {
  kind: 'silverSolar',
  hold: 'pressureSensitive',
  mount: 'inside',
  thicknessUm: '38',
  castA: '0',
  castB: '0',
  madeFor: 'glazing',
  openMetal: 'no',
  turn: 'half',
  matchEdges: 'no',
  mayBeSeamed: 'yes',
  patternDrop: 'straight',
};

const percentOf = (share: string) => String(Number((Number(share) * 100).toFixed(4)));
/** Per cent as it is written into a sheet; a bare share such as 0.35 stays one and is found to be one. */
const sharedText = (typed: string) => {
  const text = typed.trim();
  return text === '' || text.includes('%') || /^0?[.,]\d+$/.test(text) ? text : `${text} %`;
};

/** A film as it stands in its form; a new one where there is none. */
export function formOfFilm(film: Film | null): FilmForm {
  const line: FilmText = film ? (catalogueLines([film])[0] ?? {}) : {};
  const shown = (field: FieldName) => {
    const text = line[field] || (film && field !== 'patternDrop' ? '' : (NEW_FIELDS[field] ?? ''));
    return text !== '' && PERCENTS.includes(field) ? percentOf(text) : text;
  };
  return {
    fields: Object.fromEntries(FIELDS.map((field) => [field, shown(field)])) as Record<FieldName, string>,
    rolls: (film?.rolls ?? []).map(({ widthMm, lengthMm, price, soldBy, later }) => ({
      widthMm,
      lengthMm,
      price: price === null ? '' : String(price),
      soldBy,
      later: later.map(({ from, price: then }) => ({ from, price: String(then) })),
    })),
  };
}

function linesOfForm({ fields, rolls }: FilmForm, before: Film | null): FilmText[] {
  const own: FilmText = {
    ...Object.fromEntries(
      FIELDS.map((field) => [field, PERCENTS.includes(field) ? sharedText(fields[field]) : fields[field]]),
    ),
    ...(before ? { id: before.id, letter: before.letter } : {}),
  };
  const ofRolls = rolls.flatMap(({ widthMm, lengthMm, price, soldBy, later }): FilmText[] => {
    const size = { rollWidthMm: String(widthMm), rollLengthMm: String(lengthMm), soldBy };
    return [
      { ...size, rollPrice: price },
      ...later.map(({ from, price: then }) => ({ ...size, rollPrice: then, priceFrom: from })),
    ];
  });
  const [first, ...others] = ofRolls;
  const key = { name: fields.name, ...(before ? { id: before.id } : {}) };
  return [{ ...own, ...first }, ...others.map((roll) => ({ ...key, ...roll }))];
}

export interface FormProblems {
  readonly fields: Partial<Record<FilmColumn, string>>;
  /** What is wrong with a roll, by its place. */
  readonly rolls: Readonly<Record<number, string>>;
  /** What is wrong with the film as a whole. */
  readonly whole: readonly string[];
}

function problemsOfRolls(rolls: readonly RollForm[]): Record<number, string> {
  const found: Record<number, string> = {};
  rolls.forEach(({ widthMm, lengthMm, later }, at) => {
    if (rolls.findIndex((each) => each.widthMm === widthMm && each.lengthMm === lengthMm) < at)
      found[at] = 'There is a roll of this size already.';
    if (later.some(({ from, price }) => from === '' || price.trim() === ''))
      found[at] = 'A price from a day on needs its day and its price.';
  });
  return found;
}

/** The film that a form says, its next version; or what is wrong with it, each with its field. */
export function readFilmForm(
  form: FilmForm,
  films: readonly Film[],
  before: Film | null,
): { readonly film: Film } | { readonly problems: FormProblems } {
  const lines = linesOfForm(form, before);
  const { films: read, bad } = readCatalogue(
    lines.map((text, at) => ({ line: at, text })),
    films,
  );
  const rolls = problemsOfRolls(form.rolls);
  const [film] = read;
  const whole: string[] = [];
  const fields: FormProblems['fields'] = {};
  if (!before && film && films.some(({ id }) => id === film.id))
    fields.name = `“${film.name}” is in the catalogue already; change that one, or write another name.`;
  const rollOfLine = form.rolls.flatMap(({ later }, at) => [at, ...later.map(() => at)]);
  const place = (line: number, problem: FilmLineProblem) => {
    const sentence = describeFilmLineProblem(problem);
    const column = 'column' in problem ? problem.column : 'field' in problem ? problem.field : null;
    if (column !== null && ROLL_COLUMNS.includes(column)) rolls[rollOfLine[line] ?? 0] = sentence;
    else if (column !== null && column in form.fields) fields[column as FieldName] ??= sentence;
    else whole.push(sentence);
  };
  for (const { line, problems } of bad) for (const problem of problems) place(line, problem);
  const isFine = Object.keys(fields).length === 0 && Object.keys(rolls).length === 0 && whole.length === 0;
  return film && isFine ? { film } : { problems: { fields, rolls, whole } };
}
