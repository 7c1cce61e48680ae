import { directSun, clockStretches } from './directSun.ts';
import { OPEN_SKY, type Shade } from './shade.ts';
import { sunOfWall, sunUncertaintyOfWall } from './sunOfWall.ts';
import { openWallSun, wallSun, wallSunUncertainty } from './wallSun.ts';
import { riseAndSet, type Site } from './sunPosition.ts';

const bay: Site = { latitude: 43.6, longitude: -70.3, timeZone: 'America/New_York' };
const DAY = '2027-03-21';
const size = (widthMm: number, heightMm: number) => ({ widthMm, heightMm });
const wall = (shade: Partial<Shade>, panes: readonly ReturnType<typeof size>[], bearingDeg = 180) => ({
  bearingDeg,
  shade: { ...OPEN_SKY, ...shade },
  panes,
});
const alone = (shade: Partial<Shade>, pane: ReturnType<typeof size>) =>
  wallSun(bay, DAY, wall(shade, [pane]));

describe('the sun on a wall', () => {
  const fin = { depthMm: 900, besideMm: 0 };
  const [narrow, broad] = [size(400, 1500), size(3000, 1500)];

  test('lasts from its first pane to its last, in whatever order they stand', () => {
    // The left fin shades a narrow pane longer in the morning, the right one in the afternoon.
    for (const shade of [{ finLeft: fin }, { finRight: fin }]) {
      const [short, long] = [alone(shade, narrow), alone(shade, broad)];
      expect(short).not.toEqual(long);
      expect(wallSun(bay, DAY, wall(shade, [narrow, broad]))).toEqual(long);
      expect(wallSun(bay, DAY, wall(shade, [broad, narrow, broad]))).toEqual(long);
    }
  });

  test('an overhang lets it on high and low panes by their heights', () => {
    const overhang = { depthMm: 1000, aboveMm: 0 };
    const [low, high] = [size(900, 500), size(900, 4000)];
    expect(alone({ overhang }, low)).not.toEqual(alone({ overhang }, high));
    expect(wallSun(bay, DAY, wall({ overhang }, [low, high]))).toEqual(alone({ overhang }, high));
  });

  test('comes twice where something stands before it at noon', () => {
    const horizon = [
      { bearingDeg: 160, altitudeDeg: 0 },
      { bearingDeg: 161, altitudeDeg: 80 },
      { bearingDeg: 199, altitudeDeg: 80 },
      { bearingDeg: 200, altitudeDeg: 0 },
    ];
    const twice = wallSun(bay, DAY, wall({ horizon }, [narrow]));
    expect(twice).toHaveLength(2);
    // With a fin either side, one pane has the morning longer and another the afternoon: still two stretches.
    const both = wallSun(bay, DAY, wall({ horizon, finLeft: fin, finRight: fin }, [narrow, broad]));
    expect(both).toEqual(alone({ horizon, finLeft: fin, finRight: fin }, broad));
    expect(both).toHaveLength(2);
    expect(wallSun(bay, DAY, wall({ horizon, finLeft: fin, finRight: fin }, [broad, narrow]))).toEqual(both);
  });

  test('that touches on two panes one after the other is one stretch', () => {
    // Only high panes have it at noon, only broad ones in the morning and afternoon.
    const shade = { overhang: { depthMm: 600, aboveMm: 0 }, finLeft: fin, finRight: fin };
    const [square, tall] = [size(1300, 1300), size(200, 6000)];
    const [first, last] = [alone(shade, square), alone(shade, tall)];
    const together = wallSun(bay, DAY, wall(shade, [tall, square]));
    const minutes = [...first, ...last].flatMap(({ fromMinute, toMinute }) => [fromMinute, toMinute]);
    expect(together[0]?.fromMinute).toBe(Math.min(...minutes));
    expect(together.at(-1)?.toMinute).toBe(Math.max(...minutes));
    together.slice(1).forEach(({ fromMinute }, at) => {
      expect(fromMinute).toBeGreaterThan(together[at]?.toMinute ?? Infinity);
    });
  });

  test('an open wall has it whatever its panes, as a pane alone', () => {
    const own = clockStretches(bay, directSun(bay, DAY, { bearingDeg: 120, ...narrow, shade: OPEN_SKY }, 5));
    expect(own).toHaveLength(1);
    expect(wallSun(bay, DAY, wall({}, [narrow, broad], 120))).toEqual(own);
    expect(openWallSun(bay, DAY, 120)).toEqual(own);
    // Without a pane the overhang is met by one a metre each way.
    const overhang = { depthMm: 700, aboveMm: 0 };
    expect(wallSun(bay, DAY, wall({ overhang }, []))).toEqual(alone({ overhang }, size(1000, 1000)));
    expect(alone({ overhang }, size(1000, 1000))).not.toEqual(alone({}, narrow));
  });

  test('a bearing off either way shifts an end by the worse of the two', () => {
    const ends = (bearingDeg: number) =>
      openWallSun(bay, DAY, bearingDeg)[0] ?? { fromMinute: 0, toMinute: 0 };
    const [own, less, more] = [ends(120), ends(110), ends(130)];
    const apart = (other: typeof own) =>
      Math.max(Math.abs(other.fromMinute - own.fromMinute), Math.abs(other.toMinute - own.toMinute));
    expect(apart(less)).not.toBe(apart(more));
    expect(wallSunUncertainty(bay, DAY, wall({}, [], 120), 10)).toBe(Math.max(apart(less), apart(more)));
    // In winter a north wall has none to be unsure of, and a wall that may lose it all is unsure of all.
    expect(wallSunUncertainty(bay, '2027-12-21', wall({}, [], 0), 10)).toBe(0);
    const [west] = openWallSun(bay, '2027-12-21', 320);
    expect(wallSunUncertainty(bay, '2027-12-21', wall({}, [], 320), 20)).toBeGreaterThanOrEqual(
      (west?.toMinute ?? Infinity) - (west?.fromMinute ?? 0),
    );
  });

  test('as recorded goes by its own bearing, shade and doubt about it', () => {
    const record = {
      bearingDeg: 120,
      shade: { ...OPEN_SKY, finLeft: fin, horizon: [], trees: [] },
      bearingUncertaintyDeg: 10,
    };
    const inSun = { ...wall({ finLeft: fin }, [narrow], 120) };
    expect(sunOfWall(bay, record, [narrow], DAY)).toEqual(wallSun(bay, DAY, inSun));
    expect(sunUncertaintyOfWall(bay, record, [narrow], DAY)).toBe(wallSunUncertainty(bay, DAY, inSun, 10));
    expect(sunUncertaintyOfWall(bay, record, [narrow], DAY)).toBeGreaterThan(0);
  });
});

describe('sunrise and sunset', () => {
  test('are those of the local day, however far its clock is from the sun', () => {
    const places: readonly Site[] = [
      bay,
      { latitude: 1.9, longitude: -157.4, timeZone: 'Pacific/Kiritimati' },
      { latitude: -18, longitude: 179, timeZone: 'Etc/GMT+12' },
      { latitude: 10, longitude: -170, timeZone: 'Etc/GMT+11' },
      { latitude: 10, longitude: 60, timeZone: 'Etc/GMT+12' },
      { latitude: 10, longitude: -60, timeZone: 'Etc/GMT-14' },
    ];
    for (const site of places)
      for (const day of ['2027-01-15', '2027-06-21', '2027-10-02']) {
        const { sunrise, sunset } = riseAndSet(site, day);
        const dayOf = (moment: Date | null) =>
          moment && new Intl.DateTimeFormat('en-CA', { timeZone: site.timeZone }).format(moment);
        expect([site.longitude, dayOf(sunrise), dayOf(sunset)]).toEqual([site.longitude, day, day]);
      }
  });
});
