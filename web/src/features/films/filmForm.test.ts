import type { Film } from '@neat-sill/core/film';
import { filmsForTest } from '@neat-sill/core/testing';
import {
  NEW_ROLL,
  formOfFilm,
  readFilmForm,
  type FieldName,
  type FilmForm,
  type RollForm,
} from './filmForm.ts';

const film = (form: FilmForm, before: Film | null = null) => {
  const read = readFilmForm(form, filmsForTest, before);
  if (!('film' in read)) throw new Error(JSON.stringify(read.problems));
  return read.film;
};
const wrong = (form: FilmForm, before: Film | null = null) => {
  const read = readFilmForm(form, filmsForTest, before);
  if ('film' in read) throw new Error('taken');
  return read.problems;
};
const roll: RollForm = { widthMm: 1220, lengthMm: 30_480, price: '310,50', soldBy: 'metre', later: [] };
const newForm = (fields: Partial<Record<FieldName, string>> = {}, rolls: readonly RollForm[] = [roll]) => {
  const empty = formOfFilm(null);
  const figures = { visibleTransmitted: '30', solarTransmitted: '25', solarReflectedOut: '36' };
  return { fields: { ...empty.fields, name: 'Tern 30', ...figures, ...fields }, rolls };
};

test('a film in its form is the same film, one version on', () => {
  for (const each of filmsForTest)
    expect(film(formOfFilm(each), each)).toEqual({ ...each, version: each.version + 1 });
});

test('a new film is what was typed: per cent, decimal comma, prices with their day', () => {
  const later = [{ from: '2027-03-01', price: '330' }];
  const made = film(newForm({ warrantyYears: '10', discontinuedOn: '2028-01-01' }, [{ ...roll, later }]));
  expect(made).toMatchObject({
    name: 'Tern 30',
    version: 1,
    warrantyYears: 10,
    discontinuedOn: '2028-01-01',
    optics: { visibleTransmitted: 0.3, solarTransmitted: 0.25, solarReflectedOut: 0.36 },
    rolls: [
      {
        widthMm: 1220,
        lengthMm: 30_480,
        price: 310.5,
        soldBy: 'metre',
        later: [{ from: '2027-03-01', price: 330 }],
      },
    ],
  });
  expect(made.assumed).toContain('emissivity');
});

test.each<[string, FilmForm, string, RegExp]>([
  ['no name', newForm({ name: ' ' }), 'name', /Name: nothing stands there/],
  ['a name in use', newForm({ name: filmsForTest[0]?.name ?? '' }), 'name', /in the catalogue already/],
  ['no number', newForm({ visibleTransmitted: 'a third' }), 'visibleTransmitted', /a third/],
  ['over a hundred', newForm({ solarTransmitted: '250' }), 'solarTransmitted', /250/],
  ['a share among per cents', newForm({ visibleTransmitted: '0.30' }), 'visibleTransmitted', /0\.30/],
  ['half a repeat', newForm({ patternAcrossMm: '300' }), 'patternAlongMm', /nothing stands there/],
])('%s is said at its field', (_name, form, field, why) => {
  expect(wrong(form).fields[field as FieldName]).toMatch(why);
});

test('what is wrong with rolls is said at the roll, with the film as a whole once', () => {
  const second = { ...roll, widthMm: 914 };
  expect(Object.keys(wrong(newForm({}, [roll, roll])).rolls)).toEqual(['1']);
  expect(wrong(newForm({}, [roll, { ...second, price: 'dear' }])).rolls[1]).toMatch(/dear/);
  const halfPrice = [{ from: '2027-03-01', price: '' }];
  expect(wrong(newForm({}, [{ ...roll, later: halfPrice }, second])).rolls[0]).toMatch(/day and its price/);
  const badLater = [{ from: '2027-03-01', price: '-1' }];
  expect(Object.keys(wrong(newForm({}, [roll, { ...second, later: badLater }])).rolls)).toEqual(['1']);
  const impossible = wrong(newForm({ solarReflectedOut: '90' }));
  expect(impossible.whole).toHaveLength(1);
  expect(impossible.whole[0]).toMatch(/more than there is/);
});

test('figures stand in the form as people say them: per cent, an emissivity as it is', () => {
  const [silver] = filmsForTest;
  if (!silver) throw new Error('no film');
  const { fields } = formOfFilm(silver);
  expect(fields.visibleTransmitted).toBe('18');
  expect(fields.emissivity).toBe('0.7');
  expect(fields.patternDrop).toBe('straight');
  expect(Object.keys(fields)).not.toEqual(
    expect.arrayContaining(['id', 'letter', 'rollPrice', 'solarAbsorbed']),
  );
  const typed = {
    ...newForm(),
    fields: { ...newForm().fields, visibleTransmitted: ' 30 % ', emissivity: '0.84' },
  };
  expect(film(typed).optics).toMatchObject({ visibleTransmitted: 0.3, emissivity: 0.84 });
});

test('a film that is renamed stays the film it was, with all its rolls and prices', () => {
  const [silver] = filmsForTest;
  if (!silver) throw new Error('no film');
  const before: Film = {
    ...silver,
    rolls: [
      {
        widthMm: 1524,
        lengthMm: 30_480,
        price: null,
        soldBy: 'roll',
        later: [{ from: '2027-01-01', price: 430 }],
      },
      { widthMm: 1524, lengthMm: 15_240, price: 220, soldBy: 'roll', later: [] },
      { widthMm: 914, lengthMm: 30_480, price: 260, soldBy: 'metre', later: [] },
    ],
  };
  const films = filmsForTest.map((each) => (each.id === before.id ? before : each));
  const form = formOfFilm(before);
  const read = readFilmForm({ ...form, fields: { ...form.fields, name: 'Gannet Bright 20' } }, films, before);
  expect(read).toEqual({ film: { ...before, name: 'Gannet Bright 20', version: before.version + 1 } });
});

test('a new roll is the usual one, without a price, and a price needs its day', () => {
  const made = film(newForm({}, [NEW_ROLL]));
  expect(made.rolls).toEqual([{ widthMm: 1524, lengthMm: 30_480, price: null, soldBy: 'roll', later: [] }]);
  const noDay = [{ from: '', price: '330' }];
  expect(wrong(newForm({}, [{ ...roll, later: noDay }])).rolls[0]).toMatch(/day and its price/);
  const blank = [{ from: '2027-01-01', price: '  ' }];
  expect(wrong(newForm({}, [{ ...roll, later: blank }])).rolls[0]).toMatch(/day and its price/);
});
