import type { Film } from '@neat-sill/core/film';
import { filmsForTest } from '@neat-sill/core/testing';
import { formOfFilm, readFilmForm, type FieldName, type FilmForm, type RollForm } from './filmForm.ts';

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
