import { glassBuild, glazingOptics, heatFlow, withStrengths } from '../glazing/index.ts';
import { OPEN_SKY, clearSunOnGlass, sunPosition } from '../sun/index.ts';
import {
  FURTHEST_DAYS,
  forecastSchema,
  glassByHour,
  hoursNotFit,
  rushFactor,
  standInForecast,
  standInTravelMin,
  standInWay,
  straightKm,
  throughCloud,
  type ForecastHour,
} from './index.ts';

const place = { latitude: 43.6, longitude: -70.3 };
/** The stand-in does not answer in some hours: the first in which it does. */
function forecast(asked: Partial<Parameters<typeof standInForecast>[0]>, from: string) {
  for (let hour = 0; hour < 24; hour += 1) {
    const found = standInForecast(
      { ...place, from: '2027-06-21', days: 1, ...asked },
      new Date(Date.parse(from) + hour * 3_600_000),
    );
    if (found) return found;
  }
  throw new Error('no hour of a day had an answer');
}
const mean = (all: readonly number[]) => all.reduce((sum, each) => sum + each, 0) / all.length;

describe('the weather service that stands in', () => {
  test('tells hours of the days asked for, the same to whoever asks in the same hour, and says what it is', () => {
    const one = forecast({ days: 2 }, '2027-06-20T06:00:00Z');
    expect(forecastSchema.parse(one)).toEqual(one);
    expect([one.hours.length, one.isStandIn, one.source]).toEqual([
      48,
      true,
      expect.stringContaining('stand-in'),
    ]);
    expect(forecast({ days: 2 }, '2027-06-20T06:00:00Z')).toEqual(one);
    expect(one.hours[0]?.at).toBe('2027-06-21T00:00:00.000Z');
  });

  test('is warm in summer and by day, in the south in January', () => {
    const airOf = (latitude: number, from: string) =>
      mean(forecast({ latitude, from, days: 10 }, `${from}T00:00:00Z`).hours.map(({ airC }) => airC));
    expect(airOf(43.6, '2027-07-15')).toBeGreaterThan(airOf(43.6, '2027-01-15') + 10);
    expect(airOf(-43.6, '2027-01-15')).toBeGreaterThan(airOf(-43.6, '2027-07-15') + 10);
    expect(airOf(10, '2027-01-15')).toBeGreaterThan(airOf(60, '2027-01-15'));
    const { hours } = forecast({ longitude: 0, days: 10 }, '2027-06-21T00:00:00Z');
    const at = (hour: number) =>
      mean(hours.filter((_, index) => index % 24 === hour).map(({ airC }) => airC));
    expect(at(15)).toBeGreaterThan(at(3) + 6);
  });

  test('what it says of an hour is surer the nearer it is, and beyond two weeks it says nothing', () => {
    const off = (leadDays: number) =>
      mean(
        Array.from({ length: 60 }, (_, at) => {
          const day = new Date(Date.UTC(2027, 3, 1 + at)).toISOString().slice(0, 10);
          const noonOf = (before: number) =>
            forecast(
              { from: day },
              new Date(Date.parse(`${day}T00:00:00Z`) - before * 86_400_000).toISOString(),
            ).hours[12];
          return Math.abs((noonOf(leadDays)?.airC ?? 0) - (noonOf(0)?.airC ?? 0));
        }),
      );
    expect(off(8)).toBeGreaterThan(1.6 * off(1));
    const { hours } = forecast({ from: '2027-06-01', days: 20 }, '2027-06-01T00:00:00Z');
    expect(hours.length).toBeLessThanOrEqual(FURTHEST_DAYS * 24 + 24);
    const gives = hours.map(({ airGiveC }) => airGiveC);
    expect(gives).toEqual([...gives].sort((a, b) => a - b));
  });

  test('now and then it does not answer', () => {
    const answers = Array.from({ length: 2000 }, (_, hour) =>
      standInForecast({ ...place, from: '2027-06-21', days: 1 }, new Date(Date.UTC(2027, 0, 1, hour))),
    );
    const away = answers.filter((answer) => answer === null).length;
    expect(away).toBeGreaterThan(20);
    expect(away).toBeLessThan(140);
  });
});

test('the stand-in tells a place and an hour the same for ever', () => {
  const { hours } = forecast({ days: 2 }, '2027-06-18T06:00:00Z');
  const told = [0, 9, 15, 40]
    .map((at) => hours[at])
    .map((each) => each && [each.at.slice(0, 13), each.airC, each.airGiveC, each.cloud, each.rainChance]);
  expect(told).toMatchInlineSnapshot(`
   [
     [
       "2027-06-21T00",
       21.8,
       1.7,
       0.11,
       0,
     ],
     [
       "2027-06-21T09",
       15.6,
       1.8,
       0.1,
       0,
     ],
     [
       "2027-06-21T15",
       21.3,
       1.9,
       0.1,
       0,
     ],
     [
       "2027-06-22T16",
       19.1,
       2.2,
       0.13,
       0,
     ],
   ]
  `);
  const south = forecast({ latitude: -33.9, longitude: 151.2, from: '2027-01-10' }, '2027-01-10T00:00:00Z')
    .hours[5];
  expect([south?.airC, south?.cloud, south?.rainChance]).toMatchInlineSnapshot(`
   [
     28.8,
     0.45,
     0,
   ]
  `);
  const pole = forecast({ latitude: 82, longitude: 0, from: '2027-01-10' }, '2027-01-05T00:00:00Z').hours[12];
  expect([pole?.airC, pole?.airGiveC, pole?.cloud]).toMatchInlineSnapshot(`
   [
     -36.2,
     2.6,
     0.07,
   ]
  `);
});

describe('how warm glass gets', () => {
  const pane = {
    ...{ glass: 'single' as const, glassMm: 6, said: { strengths: [], stampSeen: null } },
    inSun: { bearingDeg: 180, widthMm: 900, heightMm: 1200, shade: OPEN_SKY },
    site: { ...place, timeZone: 'America/New_York' },
  } as unknown as Parameters<typeof glassByHour>[0];
  const hour = (at: string, more: Partial<ForecastHour> = {}): ForecastHour => ({
    ...{ at, airC: 10, airGiveC: 2, cloud: 0, rainChance: 0 },
    ...more,
  });
  const inside = { indoorC: 20, side: 'inside' as const };
  const [noon, night] = ['2027-03-21T16:00:00Z', '2027-03-21T04:00:00Z'];
  const glass = (one: ForecastHour, more: Partial<typeof inside> | { side: 'outside' } = {}) =>
    glassByHour(pane, [one], { ...inside, ...more })[0];

  test('at night it lies between the air on both sides, the outer face nearer to the cold', () => {
    const found = glass(hour(night));
    const outer = glass(hour(night), { side: 'outside' });
    expect(found?.glassC).toBeGreaterThan(10);
    expect(found?.glassC).toBeLessThan(20);
    expect(outer?.glassC).toBeLessThan(found?.glassC ?? 0);
  });

  test('sun warms it, clouds take most of that away, and the range is that of the air', () => {
    const [clear, dull, dark] = [glass(hour(noon)), glass(hour(noon, { cloud: 1 })), glass(hour(night))];
    expect(clear?.glassC).toBeGreaterThan((dark?.glassC ?? 0) + 2);
    expect(dull?.glassC).toBeLessThan(clear?.glassC ?? 0);
    expect(dull?.glassC).toBeGreaterThan(dark?.glassC ?? 0);
    expect(clear?.lowC).toBeLessThan(clear?.glassC ?? 0);
    expect(clear?.highC).toBeGreaterThan(clear?.glassC ?? 0);
    const sure = glass(hour(noon, { airGiveC: 0 }));
    expect(sure?.lowC).toBe(sure?.highC);
  });

  test('is the face of the film in the balance of ISO 15099, at the hour’s middle, by the air four times of five', () => {
    const one = hour(noon, { cloud: 0.5, airGiveC: 3 });
    const build = withStrengths(glassBuild('single', 6), { strengths: [], stampSeen: false });
    const { absorbed } = glazingOptics({ panes: build.panes, films: [] }, 'solar');
    const sun = sunPosition(pane.site, new Date(Date.parse(noon) + 1_800_000));
    const { directWm2, diffuseWm2 } = clearSunOnGlass(pane.inSun, sun);
    const faces = (outdoorC: number) =>
      heatFlow(build.panes, build.gaps, absorbed, {
        ...{ outdoorC, indoorC: 20, outdoorConvection: 15, heightM: 1.2 },
        sunWm2: (directWm2 + diffuseWm2) * 0.929,
      }).facesC;
    const found = glass(one);
    expect(found?.glassC).toBeCloseTo(faces(10)[1] ?? NaN, 1);
    expect(found?.lowC).toBeCloseTo(faces(10 - 3.845)[1] ?? NaN, 1);
    expect(found?.highC).toBeCloseTo(faces(10 + 3.845)[1] ?? NaN, 1);
    expect(glass(one, { side: 'outside' })?.glassC).toBeCloseTo(faces(10)[0] ?? NaN, 1);
    expect([throughCloud(0), throughCloud(1)]).toEqual([1, 0.25]);
    expect(throughCloud(0.5)).toBeCloseTo(0.929, 3);
  });

  test('hours that are out for certain stand apart from those that may be', () => {
    const one = (at: string, lowC: number, glassC: number, highC: number) => ({ at, lowC, glassC, highC });
    const hours = [
      one('cold', 0, 2, 5),
      one('perhapsCold', 3, 6, 9),
      one('fine', 10, 15, 20),
      one('perhapsHot', 33, 37, 40),
      one('hot', 38, 41, 45),
      one('edge', 4, 4, 38),
    ];
    const { not, perhaps } = hoursNotFit(hours, { fromC: 4, toC: 38 });
    expect(not.map(({ at }) => at)).toEqual(['cold', 'hot']);
    expect(perhaps.map(({ at }) => at)).toEqual(['perhapsCold', 'perhapsHot']);
  });
});

describe('the router that stands in', () => {
  test('a degree of latitude is 111 km, and the same place is no way', () => {
    expect(straightKm({ latitude: 50, longitude: 8 }, { latitude: 51, longitude: 8 })).toBeCloseTo(111.2, 0);
    expect(straightKm({ latitude: 60, longitude: 8 }, { latitude: 60, longitude: 9 })).toBeCloseTo(55.6, 0);
    expect(straightKm(place, place)).toBe(0);
  });

  test('a way there and back is by road, in the traffic of the hours the day begins and ends', () => {
    const site = { latitude: place.latitude + 0.1, longitude: place.longitude };
    const quiet = standInWay(place, site, { beginHour: 12, endHour: 22 });
    expect(quiet).toEqual({
      km: Math.round(2 * 11.12 * 1.35),
      minutes: 2 * Math.ceil(3 + ((11.12 * 1.35) / 42) * 60),
    });
    const home = standInWay(place, site, { beginHour: 12, endHour: 17 });
    expect(home.minutes - quiet.minutes).toBe(Math.ceil(3 + ((11.12 * 1.35) / 42) * 90) - quiet.minutes / 2);
    expect(standInWay(place, place, { beginHour: 8, endHour: 17 })).toEqual({ km: 0, minutes: 0 });
  });

  test('ways take longer in the rush hours, and none is longer than over a third place', () => {
    const places = [
      place,
      { latitude: 43.7, longitude: -70.3 },
      { latitude: 43.65, longitude: -70.4 },
      { latitude: 43.601, longitude: -70.3 },
    ];
    const [noon, rush] = [standInTravelMin(places, 12), standInTravelMin(places, 8)];
    expect(rush[0]?.[1]).toBeGreaterThan((noon[0]?.[1] ?? 0) * 1.3);
    expect(noon[0]?.[1]).toBe(Math.ceil(3 + ((11.12 * 1.35) / 42) * 60));
    for (let from = 0; from < 4; from += 1)
      for (let to = 0; to < 4; to += 1) {
        expect(noon[from]?.[to]).toBe(noon[to]?.[from]);
        if (from === to) expect(noon[from]?.[to]).toBe(0);
        for (let via = 0; via < 4; via += 1)
          expect(noon[from]?.[to]).toBeLessThanOrEqual((noon[from]?.[via] ?? 0) + (noon[via]?.[to] ?? 0));
      }
    expect([rushFactor(12), rushFactor(3)].map((factor) => Math.round(factor * 100) / 100)).toEqual([1, 1]);
    expect(rushFactor(8)).toBeCloseTo(1.5, 5);
    expect(rushFactor(17)).toBeCloseTo(1.5, 5);
  });
});
