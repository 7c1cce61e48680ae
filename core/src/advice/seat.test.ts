import { USUAL_FILM_RULES } from '../rules/index.ts';
import { angularShare, diffuseShare, glassBuild, type Glazing } from '../glazing/index.ts';
import { OPEN_SKY, sunOfYear } from '../sun/index.ts';
import { silverForTest } from '../testing/jobs.ts';
import { atSeat, colourShift, filmOnBuild, heatOfYear, paneInView, wallInView } from './index.ts';

const pane = { widthMm: 1200, heightMm: 1500 };
const seat = (fromGlassMm: number, besideMm = 0, aboveMm = 0) => ({ fromGlassMm, besideMm, aboveMm });

describe('what a seat sees of a pane', () => {
  test('against the closed form, and a sphere of small pieces', () => {
    // A square as far away as half its side: four corners of 1 by 1 (Siegel and Howell, 4 × 0.1385).
    const square = { widthMm: 2000, heightMm: 2000 };
    expect(paneInView(seat(1000), square)).toBeCloseTo(0.5541, 3);
    // Added up piece by piece: cos² over π r².
    const steps = 200;
    const there = seat(900, 700, -300);
    let sum = 0;
    for (let i = 0; i < steps; i += 1)
      for (let j = 0; j < steps; j += 1) {
        const x = (pane.widthMm * (i + 0.5)) / steps - pane.widthMm / 2 - there.besideMm;
        const y = (pane.heightMm * (j + 0.5)) / steps - pane.heightMm / 2 - there.aboveMm;
        const r2 = x * x + y * y + there.fromGlassMm ** 2;
        sum += (there.fromGlassMm ** 2 / (Math.PI * r2 * r2)) * ((pane.widthMm * pane.heightMm) / steps ** 2);
      }
    expect(paneInView(there, pane)).toBeCloseTo(sum, 4);
  });

  test('all of it from close by, nothing from far away, the same on either side', () => {
    expect(paneInView(seat(1), pane)).toBeCloseTo(1, 2);
    expect(paneInView(seat(100_000), pane)).toBeLessThan(0.001);
    expect(paneInView(seat(900, 400), pane)).toBeCloseTo(paneInView(seat(900, -400), pane), 12);
  });
});

test('film takes glare from a seat and warms the glass in the sun; further away both are felt less', () => {
  const build = glassBuild('double', null);
  const bare = { ...build, films: [] };
  const filmed = { ...build, films: [filmOnBuild(silverForTest, build)] };
  const at = (glazing: Glazing, share: number) =>
    atSeat(glazing, { share, sunWm2: 700, rules: USUAL_FILM_RULES });
  expect(at(filmed, 0.3).glare).toBeLessThan(at(bare, 0.3).glare);
  expect(at(filmed, 0.3).summerFaceC).toBeGreaterThan(at(bare, 0.3).summerFaceC);
  expect(at(bare, 0.1).glare).toBeLessThan(at(bare, 0.3).glare);
  expect(Math.abs(at(bare, 0.1).winterFeltK)).toBeLessThan(Math.abs(at(bare, 0.3).winterFeltK));
  // No pane in view: what the room gives alone (DGPs 0.184 + 6.22e-5 · 300 lux).
  expect(at(bare, 0).glare).toBeCloseTo(0.2027, 4);
});

test('a neutral film leaves colours, a bronze one shifts them towards bronze, and casts of glass and film add', () => {
  const cast = (a: number, b: number) => colourShift('tintedSingle', { cast: { a, b } });
  expect(cast(0.5, 0.5)).toMatchObject({ seen: 'none', towards: null });
  expect(cast(5, 6)).toMatchObject({ seen: 'plain', towards: 'orange', cast: { a: 7, b: 11 } });
  expect(cast(-3, -3)).toMatchObject({ seen: 'slight', towards: 'blueGreen' });
});

describe('the angle of the sun and the average sky', () => {
  test('heat let in falls with the angle, all of it at right angles and none along the glass', () => {
    expect(angularShare(1, 1)).toBeCloseTo(1, 12);
    expect(angularShare(2, 0)).toBe(0);
    const at = (deg: number) => angularShare(2, Math.cos((deg * Math.PI) / 180));
    for (let deg = 5; deg <= 90; deg += 5) expect(at(deg)).toBeLessThanOrEqual(at(deg - 5));
    // Clear double glass keeps about nine tenths at 60° and six tenths at 75° (ASHRAE Fundamentals, 0.87 and 0.58).
    expect(at(60)).toBeGreaterThan(0.8);
    expect(at(60)).toBeLessThan(0.92);
    expect(diffuseShare(2)).toBeGreaterThan(0.8);
    expect(diffuseShare(2)).toBeLessThan(0.92);
  });

  test('clouds take sun away, a clear sky none; and what is let in is less than what falls on the glass', () => {
    const bay = { latitude: 43.6, longitude: -70.3, timeZone: 'America/New_York' };
    const south = { bearingDeg: 180, widthMm: 900, heightMm: 1200, shade: OPEN_SKY };
    const response = { direct: (cos: number) => angularShare(2, cos), diffuse: diffuseShare(2) };
    const sun = (cloud: number) =>
      sunOfYear(bay, 2027, south, { response, cloud: Array.from({ length: 12 }, () => cloud) });
    const total = (months: readonly number[]) => months.reduce((sum, each) => sum + each, 0);
    const [half, dull] = [sun(0.5), sun(1)];
    expect(total(half.normalEquivalentKWhM2.average)).toBeGreaterThan(
      total(dull.normalEquivalentKWhM2.average),
    );
    expect(total(half.normalEquivalentKWhM2.clear)).toBeLessThan(total(half.kWhM2));
    expect(total(half.normalEquivalentKWhM2.average)).toBeLessThan(total(half.normalEquivalentKWhM2.clear));
    expect(total(dull.averageHours)).toBe(0);
    // South-facing vertical, mid latitudes: some 700 to 1,000 kWh/m² a year on the face under average skies.
    const face = sunOfYear(bay, 2027, south, {
      response: { direct: () => 1, diffuse: 1 },
      cloud: USUAL_FILM_RULES.cloud,
    });
    expect(total(face.normalEquivalentKWhM2.average)).toBeGreaterThan(650);
    expect(total(face.normalEquivalentKWhM2.average)).toBeLessThan(1250);
  });
});

test('a wall is seen as its panes together, and a year loses only while it is colder outdoors than in the room', () => {
  const at = { fromGlassMm: 1500, fromLeftMm: 1000, eyeMm: 1200 };
  const one = { leftMm: 400, sillMm: 450, size: pane };
  const alone = wallInView(at, [one]);
  expect(alone).toBeCloseTo(paneInView(seat(1500), pane), 12);
  expect(wallInView(at, [one, { ...one, leftMm: 1700 }])).toBeGreaterThan(alone);
  const months = heatOfYear(
    { shgc: 0.5, uValue: 2.7 },
    Array.from({ length: 12 }, () => 80),
    USUAL_FILM_RULES,
  );
  expect(months.map(({ gain }) => gain)).toEqual(Array.from({ length: 12 }, () => 40));
  // January: 2.7 W/m²K over 26 K for 31 days.
  expect(months[0]?.loss).toBeCloseTo((2.7 * 26 * 24 * 31) / 1000);
  expect(months[6]?.loss).toBe(0);
});
