import { sunCaseSchema, sunResult, sunResultSchema } from './sunCase.ts';

const noon = {
  format: 'neat-sill/sun-case',
  version: 1,
  id: 'south',
  latitude: 43.6,
  longitude: -70.3,
  timeZone: 'America/New_York',
  at: '2027-12-21T11:40:00-05:00',
  bearingDeg: 180,
  pane: { widthMm: 900, heightMm: 1400 },
};
const told = (change: object) => {
  const read = sunCaseSchema.safeParse({ ...noon, ...change });
  return read.success ? 'read' : read.error.issues.map(({ message }) => message).join('; ');
};

describe('a sun case', () => {
  test('is answered in the time of its place', () => {
    const result = sunResultSchema.parse(sunResult(sunCaseSchema.parse(noon)));
    // At true noon of the shortest day the sun stands 90 - 43.6 - 23.4 degrees high.
    expect(90 - result.zenithDeg).toBeCloseTo(23, 0);
    expect(Math.abs(result.azimuthDeg - 180)).toBeLessThan(2);
    expect(result.sunrise).toMatch(/^2027-12-21T07:1\d:\d\d-05:00$/);
    expect(result.sunset).toMatch(/^2027-12-21T16:0\d:\d\d-05:00$/);
    expect(result.directSun).toHaveLength(1);
    expect(result.directSun[0]?.from.slice(0, 15)).toBe(result.sunrise?.slice(0, 15));
  });

  test('its shade takes sun, each kind of it', () => {
    const lasts = (shade: object) =>
      sunResult(sunCaseSchema.parse({ ...noon, at: '2027-06-21T12:00:00Z', shade })).directSun.reduce(
        (all, { from, to }) => all + (Date.parse(to) - Date.parse(from)) / 60_000,
        0,
      );
    const open = lasts({});
    expect(open).toBeGreaterThan(400);
    expect(lasts({ horizonDeg: 0 })).toBe(open);
    for (const shade of [
      { overhang: { depthMm: 300 } },
      { finLeft: { depthMm: 900 } },
      { finRight: { depthMm: 900, besideMm: 10 } },
      { horizonDeg: 50 },
    ])
      expect(lasts(shade)).toBeLessThan(open - 30);
    expect(lasts({ finLeft: { depthMm: 900 } })).toBe(lasts({ finLeft: { depthMm: 900, besideMm: 0 } }));
    expect(lasts({ horizonDeg: 90 })).toBe(0);
  });

  test('has null where the sun does not rise', () => {
    const north = { ...noon, latitude: 72, timeZone: 'Etc/GMT+5' };
    expect(sunResult(sunCaseSchema.parse(north))).toMatchObject({
      sunrise: null,
      sunset: null,
      directSun: [],
    });
  });

  test.each([
    [{}, 'read'],
    [{ latitude: 90, longitude: -180, bearingDeg: 360 }, 'read'],
    [{ latitude: -90, longitude: 180, bearingDeg: 0 }, 'read'],
    [{ latitude: 91 }, 'Latitude runs from -90 to 90'],
    [{ latitude: -91 }, 'Latitude runs from -90 to 90'],
    [{ longitude: 181 }, 'Longitude runs from -180 to 180'],
    [{ longitude: -181 }, 'Longitude runs from -180 to 180'],
    [{ timeZone: 'Saltmarsh/Bay' }, 'Not a time zone; write one as America/New_York or Etc/GMT+5'],
    [{ at: '2027-12-21T11:40:00' }, 'A moment is written with its offset, as 2027-06-21T12:00:00-05:00'],
    [{ bearingDeg: 361 }, 'A bearing runs from 0 to 360'],
    [{ bearingDeg: -1 }, 'A bearing runs from 0 to 360'],
    [{ pane: { widthMm: 0, heightMm: 10 } }, 'Must be above 0'],
    [{ shade: { overhang: { depthMm: -1 } } }, 'Must be 0 or more'],
    [{ shade: { horizonDeg: 91 } }, 'A horizon stands at 0 to 90 degrees'],
    [{ shade: { horizonDeg: -1 } }, 'A horizon stands at 0 to 90 degrees'],
  ])('with %j is told: %s', (change, words) => {
    expect(told(change)).toBe(words);
  });
});
