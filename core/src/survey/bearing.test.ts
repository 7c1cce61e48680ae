import { trueBearing } from './bearing.ts';

const day = new Date('2026-05-04T12:00:00Z');

test('a needle that points west of north makes the true bearing smaller', () => {
  // On the coast at 43.6 N 70.3 W the declination is some 14° west in the middle of the 2020s.
  const found = trueBearing(225, { latitude: 43.6, longitude: -70.3 }, day);
  expect(found.declinationDeg).toBeGreaterThan(-15.5);
  expect(found.declinationDeg).toBeLessThan(-13);
  expect(found.bearingDeg).toBeCloseTo(225 + found.declinationDeg, 9);
});

test('bearings go round at north', () => {
  expect(trueBearing(3, { latitude: 43.6, longitude: -70.3 }, day).bearingDeg).toBeGreaterThan(345);
  // 20 E there: the sum passes 360.
  expect(trueBearing(355, { latitude: -36.8, longitude: 174.8 }, day).bearingDeg).toBeLessThan(20);
});
