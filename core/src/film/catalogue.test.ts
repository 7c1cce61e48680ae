import { silverForTest } from '../testing/jobs.ts';
import { filmsForTest } from '../testing/films.ts';
import { describeFilmLineProblem } from '../words/index.ts';
import {
  catalogueLines,
  filmSchema,
  isOffered,
  pricedOn,
  readCatalogue,
  type Film,
  type FilmText,
} from './index.ts';

const silver: FilmText = {
  name: 'Tern Silver 30',
  kind: 'silverSolar',
  thicknessUm: '38',
  visibleTransmitted: '0.30',
  visibleReflectedOut: '0.40',
  visibleReflectedIn: '0.41',
  solarTransmitted: '0.25',
  solarReflectedOut: '0.36',
  solarReflectedIn: '0.38',
  solarAbsorbed: '0.39',
  uvTransmitted: '0.01',
  emissivity: '0.75',
  rollWidthMm: '1524',
  rollLengthMm: '30480',
  rollPrice: '430',
};
const readLines = (lines: readonly FilmText[], known: readonly Film[]) =>
  readCatalogue(
    lines.map((text, at) => ({ line: at + 2, text })),
    known,
  );
const problemsOf = (changes: FilmText) =>
  readLines([{ ...silver, ...changes }], []).bad.flatMap(({ problems }) => problems.map(({ code }) => code));

test('a catalogue written as lines reads back as it was, one version on', () => {
  const { films, bad } = readLines(catalogueLines(filmsForTest), filmsForTest);
  expect(bad).toEqual([]);
  expect(films).toEqual(filmsForTest.map((film) => ({ ...film, version: film.version + 1 })));
});

test('a sheet and a record from when static cling was a kind read as a pattern that clings', () => {
  const cling: FilmText = { ...silver, kind: 'staticCling', hold: 'cling' };
  const [film] = readLines([cling], []).films;
  expect(film).toMatchObject({ kind: 'patterned', hold: 'cling' });
  expect(filmSchema.parse({ ...film, kind: 'staticCling' })).toEqual(film);
  expect(problemsOf({ kind: 'stickyCling' })).toEqual(['cell.notOneOf']);
});

test('per cent and shares are told apart by the sheet', () => {
  const perCent = Object.fromEntries(
    Object.entries(silver).map(([column, text]) => [
      column,
      /(Transmitted|Reflected|Absorbed)/.test(column) ? `${Number(text) * 100}` : text,
    ]),
  );
  expect(readLines([perCent], []).films[0]?.optics).toEqual(readLines([silver], []).films[0]?.optics);
  const [mixed] = readLines([{ ...perCent, visibleTransmitted: '0.30' }], []).bad;
  expect(mixed?.problems.map(({ code }) => code)).toContain('film.mixedUnits');
});

test.each<[string, FilmText, string]>([
  ['through, back and taken up that do not add to one', { solarAbsorbed: '0.49' }, 'film.sum'],
  ['more light than there is', { visibleReflectedIn: '0.75' }, 'film.overOne'],
  [
    'visible and solar exchanged',
    { visibleTransmitted: '0.60', visibleReflectedOut: '0.1', visibleReflectedIn: '0.1' },
    'film.visibleOverSolar',
  ],
  [
    'heat that no light explains',
    {
      visibleTransmitted: '0.02',
      solarTransmitted: '0.62',
      solarReflectedOut: '0.1',
      solarReflectedIn: '0.1',
      solarAbsorbed: '',
    },
    'film.solarOverVisible',
  ],
  [
    'sides exchanged',
    { kind: 'dualReflective', visibleReflectedOut: '0.12', visibleReflectedIn: '0.30' },
    'film.sidesMixed',
  ],
  ['an unknown kind', { kind: 'shiny' }, 'cell.notOneOf'],
  ['no number', { solarTransmitted: 'a quarter' }, 'cell.notNumber'],
  ['a figure nothing can do without', { solarTransmitted: '' }, 'cell.missing'],
  ['a repeat across and not along', { patternAcrossMm: '300' }, 'cell.missing'],
  ['a roll without its length', { rollLengthMm: '' }, 'cell.missing'],
])('%s is refused and said', (_name, changes, code) => {
  expect(problemsOf(changes)).toContain(code);
  for (const { problems } of readLines([{ ...silver, ...changes }], []).bad)
    for (const problem of problems) expect(describeFilmLineProblem(problem)).toMatch(/\.$/);
});

test('a line that cannot be leaves the others, and its number is that of the sheet', () => {
  const { films, bad } = readLines(
    [silver, { ...silver, name: 'Tern 5', kind: '' }, { ...silver, name: 'Tern 7' }],
    [],
  );
  expect(films.map(({ name }) => name)).toEqual(['Tern Silver 30', 'Tern 7']);
  expect(bad).toMatchObject([{ line: 3, text: { name: 'Tern 5' } }]);
  expect(new Set(films.map(({ letter }) => letter)).size).toBe(2);
});

test('a name in another alphabet has an id of its own, one that is too long is said with its line', () => {
  const names = ['Серебро', '銀色フィルム', 'Söder'];
  const { films, bad } = readLines(
    [...names, 'x'.repeat(81)].map((name) => ({ ...silver, name })),
    [],
  );
  expect(films.map(({ name }) => name)).toEqual(names);
  expect(new Set(films.map(({ id }) => id)).size).toBe(3);
  for (const { id } of films) expect(id).toMatch(/^[a-z0-9-]{4,60}$/);
  expect(bad).toMatchObject([{ line: 5, problems: [{ code: 'film.field', field: 'name' }] }]);
  const cold = readLines([{ ...silver, emissivity: '0' }], []);
  expect(cold.bad).toMatchObject([{ line: 2, problems: [{}] }]);
});

test('a film is offered until the day it is discontinued from', () => {
  const [film] = readLines([{ ...silver, discontinuedOn: '2027-03-01' }], []).films;
  if (!film) throw new Error('no film');
  expect(['2027-02-28', '2027-03-01'].map((day) => isOffered(film, day))).toEqual([true, false]);
  expect(isOffered(silverForTest, '2099-01-01')).toBe(true);
  expect(readLines(catalogueLines([film]), [film]).films[0]?.discontinuedOn).toBe('2027-03-01');
});

test('figures nobody gives are assumed and said to be', () => {
  const [film] = readLines([{ ...silver, uvTransmitted: '', visibleReflectedIn: '' }], []).films;
  expect(film?.assumed).toEqual(['visibleReflectedIn', 'uvTransmitted']);
  expect(film?.optics.visibleReflectedIn).toBe(0.4);
});

test('more lines of a film add rolls, and prices that hold from a day', () => {
  const more = {
    name: silver.name ?? '',
    rollWidthMm: '1524',
    rollLengthMm: '30480',
    rollPrice: '465',
    priceFrom: '2027-01-01',
  };
  const { films, bad } = readLines([silver, { ...more, rollWidthMm: '914', priceFrom: '' }, more], []);
  expect(bad).toEqual([]);
  const [film] = films;
  if (!film) throw new Error('no film');
  const priceOn = (day: string) => pricedOn(film, day).rolls.map(({ widthMm, price }) => [widthMm, price]);
  expect(priceOn('2026-12-31')).toEqual([
    [1524, 430],
    [914, 465],
  ]);
  expect(priceOn('2027-01-01')).toEqual([
    [1524, 465],
    [914, 465],
  ]);
  expect(pricedOn(silverForTest, '2030-01-01')).toBe(silverForTest);
});
