import {
  clearSunOnGlass,
  sunOfYear,
  directSun,
  horizonAt,
  localDay,
  openWallSun,
  riseAndSet,
  sunPosition,
  wallSun,
  wallSunUncertainty,
  OPEN_SKY,
  type Site,
} from './index.ts';

const bay: Site = { latitude: 43.6, longitude: -70.3, timeZone: 'America/New_York' };
const minutesApart = (one: Date | null, two: string) =>
  Math.abs((one?.getTime() ?? 0) - Date.parse(two)) / 60_000;

/**
 * The Astronomical Almanac's low-precision sun (good to 0.01°), in its own words: an independent second opinion,
 * without refraction.
 */
function almanacSun({ latitude, longitude }: Site, at: Date) {
  const rad = Math.PI / 180;
  const n = at.getTime() / 86_400_000 + 2_440_587.5 - 2_451_545;
  const meanLongitude = 280.46 + 0.9856474 * n;
  const anomaly = (357.528 + 0.9856003 * n) * rad;
  const ecliptic = (meanLongitude + 1.915 * Math.sin(anomaly) + 0.02 * Math.sin(2 * anomaly)) * rad;
  const obliquity = (23.439 - 0.0000004 * n) * rad;
  const ascension = Math.atan2(Math.cos(obliquity) * Math.sin(ecliptic), Math.cos(ecliptic));
  const declination = Math.asin(Math.sin(obliquity) * Math.sin(ecliptic));
  const sidereal = (280.46061837 + 360.98564736629 * n + longitude) * rad;
  const hour = sidereal - ascension;
  const phi = latitude * rad;
  const altitude = Math.asin(
    Math.sin(phi) * Math.sin(declination) + Math.cos(phi) * Math.cos(declination) * Math.cos(hour),
  );
  const azimuth = Math.atan2(
    -Math.sin(hour),
    Math.tan(declination) * Math.cos(phi) - Math.sin(phi) * Math.cos(hour),
  );
  return { altitudeDeg: altitude / rad, azimuthDeg: (azimuth / rad + 360) % 360 };
}

describe('the sun', () => {
  test('stands where the almanac has it, within 0.1 degrees from 60 north to 60 south', () => {
    for (const latitude of [60, 43.6, 20, 0, -35, -60])
      for (let day = 3; day < 365; day += 23)
        for (let hour = 0; hour < 24; hour += 1.7) {
          const site = { ...bay, latitude };
          const at = new Date(Date.UTC(2027, 0, 1) + day * 86_400_000 + hour * 3_600_000);
          const known = almanacSun(site, at);
          // Above 20 degrees the air lifts the sun by less than 0.05.
          if (known.altitudeDeg < 20 || known.altitudeDeg > 85) continue;
          const sun = sunPosition(site, at);
          expect(Math.abs(sun.altitudeDeg - known.altitudeDeg)).toBeLessThan(0.1);
          const apart = Math.abs(sun.azimuthDeg - known.azimuthDeg);
          expect(Math.min(apart, 360 - apart)).toBeLessThan(0.1);
        }
  });

  test('rises and sets when tables say, and neither in polar summer', () => {
    // Published for 43.6 N 70.3 W on the longest day: 5:01 and 20:27 local time.
    const { sunrise, sunset } = riseAndSet(bay, '2027-06-21');
    expect(minutesApart(sunrise, '2027-06-21T05:01:00-04:00')).toBeLessThan(3);
    expect(minutesApart(sunset, '2027-06-21T20:27:00-04:00')).toBeLessThan(3);
    const north = { latitude: 72, longitude: 20, timeZone: 'Etc/GMT-1' };
    expect(riseAndSet(north, '2027-06-21')).toEqual({ sunrise: null, sunset: null });
    expect(
      directSun(north, '2027-12-21', { bearingDeg: 180, widthMm: 1, heightMm: 1, shade: OPEN_SKY }),
    ).toEqual([]);
  });

  test('a local day has 23 hours when the clocks go on', () => {
    const { from, to } = localDay(bay, '2027-03-14');
    expect((to.getTime() - from.getTime()) / 3_600_000).toBe(23);
  });
});

describe('the sun on a pane', () => {
  const pane = { bearingDeg: 180, widthMm: 900, heightMm: 1400, shade: OPEN_SKY };
  const lasts = (shade: Partial<typeof OPEN_SKY>, day = '2027-06-21', bearingDeg = 180) =>
    directSun(bay, day, { ...pane, bearingDeg, shade: { ...OPEN_SKY, ...shade } }).reduce(
      (sum, { from, to }) => sum + (to.getTime() - from.getTime()) / 60_000,
      0,
    );

  test('trees keep it off in their leaves and let it through bare', () => {
    const trees = [{ bearingDeg: 180, altitudeDeg: 80 }];
    expect(lasts({ trees }, '2027-06-21')).toBe(0);
    expect(lasts({ trees }, '2027-12-21')).toBe(lasts({}, '2027-12-21'));
    const { hours } = sunOfYear(bay, 2027, { ...pane, shade: { ...OPEN_SKY, trees } });
    expect([hours[3], hours[4], hours[9], hours[10]].map((each = 0) => each > 0)).toEqual([
      true,
      false,
      false,
      true,
    ]);
  });

  test('a south wall has it from due east to due west', () => {
    const [stretch] = directSun(bay, '2027-06-21', pane);
    expect(sunPosition(bay, stretch?.from ?? new Date(0)).azimuthDeg).toBeCloseTo(90, 1);
    expect(sunPosition(bay, stretch?.to ?? new Date(0)).azimuthDeg).toBeCloseTo(270, 1);
  });

  test('an overhang takes the high sun and leaves the low one', () => {
    const overhang = { depthMm: 600, aboveMm: 300 };
    expect(lasts({ overhang })).toBeLessThan(lasts({}) - 60);
    expect(lasts({ overhang }, '2027-12-21')).toBeCloseTo(lasts({}, '2027-12-21'), 0);
    // In June the sun is before a south wall at 69.8 degrees and more: 600 mm shade 1630 mm down, past the middle.
    expect(lasts({ overhang })).toBe(0);
    // At the equinox its profile angle is 90 less the latitude nearly all day: 46.4 degrees, 630 mm down.
    expect(lasts({ overhang }, '2027-03-20')).toBeGreaterThan(lasts({}, '2027-03-20') - 10);
  });

  test('a fin takes the sun of its own side only', () => {
    const fin = { depthMm: 800, besideMm: 50 };
    const [open] = directSun(bay, '2027-03-21', pane);
    const left = directSun(bay, '2027-03-21', { ...pane, shade: { ...OPEN_SKY, finLeft: fin } })[0];
    const right = directSun(bay, '2027-03-21', { ...pane, shade: { ...OPEN_SKY, finRight: fin } })[0];
    // Looking out to the south the morning sun comes from the left.
    expect(left?.from.getTime()).toBeGreaterThan((open?.from.getTime() ?? 0) + 3_600_000);
    expect(left?.to).toEqual(open?.to);
    expect(right?.from).toEqual(open?.from);
    expect(right?.to.getTime()).toBeLessThan((open?.to.getTime() ?? 0) - 3_600_000);
  });

  test('neighbours reach as high as their outline between two bearings', () => {
    const horizon = [
      { bearingDeg: 350, altitudeDeg: 10 },
      { bearingDeg: 10, altitudeDeg: 30 },
    ];
    expect(horizonAt(horizon, 0)).toBeCloseTo(20);
    expect(horizonAt(horizon, 180)).toBeCloseTo(20);
    expect(lasts({ horizon: [{ bearingDeg: 0, altitudeDeg: 25 }] }, '2027-12-21')).toBe(0);
  });

  test('a rough bearing says by how much the day may shift', () => {
    const wall = { bearingDeg: 225, shade: OPEN_SKY, panes: [] };
    expect(wallSunUncertainty(bay, '2027-06-21', wall, 0)).toBe(0);
    expect(wallSunUncertainty(bay, '2027-06-21', wall, 22)).toBeGreaterThan(30);
    expect(wallSun(bay, '2027-06-21', wall)).toEqual(openWallSun(bay, '2027-06-21', 225));
    // Turned further it may have no sun at all: then all of its sun is uncertain.
    const north = { ...wall, bearingDeg: 300 };
    const [stretch] = wallSun(bay, '2027-12-21', { ...north, bearingDeg: 260 });
    expect(wallSunUncertainty(bay, '2027-12-21', { ...north, bearingDeg: 260 }, 90)).toBeGreaterThanOrEqual(
      (stretch?.toMinute ?? 0) - (stretch?.fromMinute ?? 0),
    );
  });
});

describe('a clear sky', () => {
  const open = { widthMm: 900, heightMm: 1400, shade: OPEN_SKY };

  test('brings about 900 watts to a plane before a high sun, and a year of it what tables say', () => {
    const noon = new Date('2027-06-21T12:40:00-04:00');
    const { directWm2, diffuseWm2 } = clearSunOnGlass({ ...open, bearingDeg: 180 }, sunPosition(bay, noon));
    // 70 degrees high: an upright south wall gets the cosine of it, a third of the beam.
    expect(directWm2).toBeGreaterThan(250);
    expect(directWm2).toBeLessThan(350);
    expect(diffuseWm2).toBeGreaterThan(80);
    const south = sunOfYear(bay, 2027, { ...open, bearingDeg: 180 });
    const north = sunOfYear(bay, 2027, { ...open, bearingDeg: 0 });
    const sum = (list: readonly number[]) => list.reduce((all, each) => all + each, 0);
    // A south wall at 44 degrees north has its strongest sun in winter, a north wall hardly any but in summer.
    expect(south.peakWm2.indexOf(Math.max(...south.peakWm2))).not.toBe(5);
    expect(sum(north.hours.slice(9, 12))).toBe(0);
    expect(sum(south.kWhM2)).toBeGreaterThan(2 * sum(north.kWhM2));
  });

  test('shade takes hours of sun, never adds any', () => {
    const overhang = { depthMm: 900, aboveMm: 200 };
    const bare = sunOfYear(bay, 2027, { ...open, bearingDeg: 200 });
    const shaded = sunOfYear(bay, 2027, { ...open, bearingDeg: 200, shade: { ...OPEN_SKY, overhang } });
    shaded.hours.forEach((hours, month) => expect(hours).toBeLessThanOrEqual(bare.hours[month] ?? 0));
    expect(shaded.hours[5]).toBeLessThan((bare.hours[5] ?? 0) / 2);
    expect(shaded.hours[11]).toBe(bare.hours[11]);
  });
});
