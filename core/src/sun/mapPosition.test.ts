import { formatMapPosition, readMapPosition } from './index.ts';

describe('a pair from a map, in any spelling', () => {
  test.each([
    '51.96, 7.62',
    '51.96,7.62',
    '51.96 7.62',
    '51,96 7,62',
    '51,96; 7,62',
    '51,96, 7,62',
    '(51.96, 7.62)',
    '51°57′36″N 7°37′12″E',
    `51°57'36" N, 7°37'12" E`,
    '51 57 36 N 7 37 12 E',
    '51 57.6 7 37.2',
    'N 51° 57.6’ E 7° 37.2’',
    'n51.96 e7.62',
    '7.62E 51.96N',
    '7° 37.2′ O, 51° 57.6′ N',
    '51.96° N / 7.62° E',
  ])('%s', (typed) => {
    const read = readMapPosition(typed);
    expect(read?.latitude).toBeCloseTo(51.96, 9);
    expect(read?.longitude).toBeCloseTo(7.62, 9);
  });

  test.each([
    ['-33.9, 151.2', -33.9, 151.2],
    ['−33.9 −70', -33.9, -70],
    ['33.9 S, 70.3 W', -33.9, -70.3],
    ['S 33 54 W 70 18', -33.9, -70.3],
    ['0, 0', 0, 0],
  ])('%s: south and west are negative', (typed, latitude, longitude) => {
    const read = readMapPosition(typed);
    expect(read?.latitude).toBeCloseTo(latitude, 9);
    expect(read?.longitude).toBeCloseTo(longitude, 9);
  });

  test.each([
    '',
    '51.96',
    'Münster',
    '91, 7',
    '51, 181',
    '51 60 0 N 7 0 0 E',
    '51 N, 7 N',
    '51, 7, 3',
    '51.96 N 7.62 E x',
    'N 51 N, 7',
    '1 2 3',
  ])('“%s” is none', (typed) => {
    expect(readMapPosition(typed)).toBeNull();
  });

  test('what is shown is read back', () => {
    for (const position of [
      { latitude: 43.6, longitude: -70.3 },
      { latitude: -33.8688, longitude: 151.2093 },
      { latitude: 0, longitude: -0.5 },
    ])
      expect(readMapPosition(formatMapPosition(position))).toEqual(position);
    expect(formatMapPosition({ latitude: 43.6, longitude: -70.30004 })).toBe('43.6° N, 70.3° W');
  });
});
