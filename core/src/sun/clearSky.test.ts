import {
  clearBeam,
  clearDay,
  clearSunOnGlass,
  sunOfYear,
  EVERY_ANGLE,
  type AngleResponse,
} from './clearSky.ts';
import { cosIncidence, OPEN_SKY } from './shade.ts';
import { localDay, sunPosition, type Site } from './sunPosition.ts';

const bay: Site = { latitude: 43.6, longitude: -70.3, timeZone: 'America/New_York' };
const pane = { bearingDeg: 215, widthMm: 900, heightMm: 1400, shade: OPEN_SKY };
const sine = (degrees: number) => Math.sin((degrees * Math.PI) / 180);
const sum = (list: readonly number[]) => list.reduce((all, each) => all + each, 0);

describe('the beam under a clear sky', () => {
  // Relative air masses as Kasten and Young print them.
  const airMasses = [
    [90, 1.0],
    [30, 1.994],
    [10, 5.586],
    [5, 10.31],
    [1, 26.31],
  ] as const;

  test.each(airMasses)('at %d degrees passes %d air masses', (altitudeDeg, mass) => {
    expect(clearBeam({ altitudeDeg })).toBeCloseTo(1353 * 0.7 ** (mass ** 0.678), 0);
  });

  test('ends with the horizon', () => {
    expect(clearBeam({ altitudeDeg: 0 })).toBe(0);
    expect(clearBeam({ altitudeDeg: -3 })).toBe(0);
  });

  test('reaches upright glass by its angle, and from half a sky of a tenth and a ground of a fifth', () => {
    const sun = { altitudeDeg: 30, azimuthDeg: 215 };
    const beam = clearBeam(sun);
    const { directWm2, diffuseWm2 } = clearSunOnGlass(pane, sun);
    expect(directWm2).toBeCloseTo(beam * Math.sqrt(0.75), 6);
    expect(diffuseWm2).toBeCloseTo(beam * (0.1 / 2 + (0.2 * (0.5 + 0.1)) / 2), 6);
    expect(clearSunOnGlass(pane, { altitudeDeg: 30, azimuthDeg: 35 })).toEqual({ directWm2: 0, diffuseWm2 });
    expect(clearSunOnGlass(pane, { altitudeDeg: -1, azimuthDeg: 215 })).toEqual({
      directWm2: 0,
      diffuseWm2: 0,
    });
  });

  test('a clear day is the sun at each of its clock times, midnight to midnight', () => {
    const day = clearDay(bay, '2027-06-21', pane);
    expect(day).toHaveLength(97);
    expect(day.at(-1)?.minute).toBe(1440);
    expect(day[1]).toEqual({ minute: 15, wm2: 0 });
    const { directWm2, diffuseWm2 } = clearSunOnGlass(
      pane,
      sunPosition(bay, new Date('2027-06-21T15:30:00-04:00')),
    );
    expect(clearDay(bay, '2027-06-21', pane, 30)[31]).toEqual({ minute: 930, wm2: directWm2 + diffuseWm2 });
    expect(directWm2).toBeGreaterThan(100);
  });
});

describe('the sun of a year', () => {
  /** The half hours of a month, by hand. */
  function hoursOf(month: number) {
    const first = (of: number) => localDay(bay, `2027-${String(of).padStart(2, '0')}-01`).from.getTime();
    const end = month === 12 ? localDay(bay, '2028-01-01').from.getTime() : first(month + 1);
    const count = (end - first(month)) / 3_600_000;
    return Array.from({ length: count }, (_, at) => {
      const sun = sunPosition(bay, new Date(first(month) + (at + 0.5) * 3_600_000));
      const cos = cosIncidence(sun, pane.bearingDeg);
      return { ...clearSunOnGlass(pane, sun), cos, sin: sine(sun.altitudeDeg), beam: clearBeam(sun) };
    });
  }
  const directOnly: AngleResponse = { direct: () => 1, diffuse: 0 };
  const diffuseOnly: AngleResponse = { direct: () => 0, diffuse: 1 };
  const skyOf = (share: number) => Array.from({ length: 12 }, () => share);
  const year = (response: AngleResponse, cloud: readonly number[]) =>
    sunOfYear(bay, 2027, pane, { response, cloud });

  // January and December end at the turn of the year, March and November change their clocks.
  test.each([1, 3, 6, 11, 12])('adds up the hours of month %d', (month) => {
    const own = hoursOf(month);
    const { hours, kWhM2, peakWm2, normalEquivalentKWhM2 } = sunOfYear(bay, 2027, pane);
    expect(hours[month - 1]).toBe(own.filter(({ directWm2 }) => directWm2 > 0).length);
    const onGlass = own.map(({ directWm2, diffuseWm2 }) => directWm2 + diffuseWm2);
    expect(kWhM2[month - 1]).toBeCloseTo(sum(onGlass) / 1000, 6);
    expect(peakWm2[month - 1]).toBeCloseTo(Math.max(...onGlass), 6);
    expect(normalEquivalentKWhM2.clear[month - 1]).toBeCloseTo(sum(onGlass) / 1000, 6);
  });

  test('counts what the glazing takes of it, by angle and of all sides', () => {
    const own = hoursOf(6);
    const response: AngleResponse = { direct: (cos) => cos ** 2, diffuse: 0.25 };
    const taken = own.map(({ directWm2, diffuseWm2, cos }) => directWm2 * cos ** 2 + diffuseWm2 * 0.25);
    expect(year(response, skyOf(0)).normalEquivalentKWhM2.clear[5]).toBeCloseTo(sum(taken) / 1000, 6);
    expect(year(response, skyOf(1)).kWhM2).toEqual(year(EVERY_ANGLE, skyOf(0)).kWhM2);
  });

  // Kasten and Czeplak: of the global light 1 - 0.75 N^3.4 is left, of that 0.3 + 0.7 N² from all sides.
  test.each([
    [0, 1, 0.3],
    [0.5, 0.92896, 0.475],
    [1, 0.25, 1],
  ])('under a sky clouded by %d: %d of the light is left, %d of it from all sides', (cloud, left, spread) => {
    const own = hoursOf(6).filter(({ beam }) => beam > 0);
    const direct = own.map(
      ({ directWm2, sin }) => directWm2 * Math.min(1, (left * (1 - spread) * (sin + 0.1)) / sin),
    );
    const diffuse = own.map(({ beam, sin }) => beam * (sin + 0.1) * left * (spread / 2 + 0.2 / 2));
    const of = (response: AngleResponse) => year(response, skyOf(cloud)).normalEquivalentKWhM2.average[5];
    expect(of(directOnly)).toBeCloseTo(sum(direct) / 1000, 2);
    expect(of(diffuseOnly)).toBeCloseTo(sum(diffuse) / 1000, 2);
    expect(of({ direct: () => 1, diffuse: 0.5 })).toBeCloseTo((sum(direct) + sum(diffuse) / 2) / 1000, 2);
    const { hours, averageHours } = year(EVERY_ANGLE, skyOf(cloud));
    expect(averageHours).toEqual(hours.map((each) => each * (1 - cloud)));
  });

  test('a sky of which nothing is known is half clouded', () => {
    const unknown = year(EVERY_ANGLE, []);
    const half = year(EVERY_ANGLE, skyOf(0.5));
    expect(unknown.averageHours).toEqual(half.averageHours);
    expect(unknown.normalEquivalentKWhM2.average).toEqual(half.normalEquivalentKWhM2.average);
  });
});
