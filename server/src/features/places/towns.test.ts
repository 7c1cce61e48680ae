import { nearestTown, townsLike } from './towns.ts';

describe('towns by name', () => {
  test.each([
    ['Münster', 'Europe/Berlin'],
    ['munster', 'Europe/Berlin'],
    ['Portland, Ma', 'America/New_York'],
    ['portland, oregon', 'America/Los_Angeles'],
    ['Springfield, United', 'America/New_York'],
    ['syd', 'Australia/Sydney'],
  ])('%s keeps the time of %s', (typed, zone) => {
    expect(townsLike(typed)[0]?.timeZone).toBe(zone);
  });

  test('few, largest first, and none for what is no beginning of a name', () => {
    expect(townsLike('san').length).toBe(8);
    expect(townsLike('London').map(({ around }) => around)[0]).toMatch(/United Kingdom/);
    expect([townsLike('x'), townsLike(''), townsLike('Qqq'), townsLike('Portland, Zz')]).toEqual([
      [],
      [],
      [],
      [],
    ]);
  });
});

test.each([
  [51.95, 7.63, /^M.nster/],
  [43.65, -70.25, /^Portland/],
  // Across the line of date, and next to the pole.
  [-17.7, -179.9, /./],
])('the town nearest to %p, %p', (latitude, longitude, name) => {
  const found = nearestTown(latitude, longitude);
  expect(found.name).toMatch(name);
  const isNear =
    Math.min(Math.abs(found.longitude - longitude), 360 - Math.abs(found.longitude - longitude)) < 8;
  expect(isNear).toBe(true);
});
