import {
  OPEN_SKY,
  cosIncidence,
  horizonAt,
  inMonth,
  sunOnPoint,
  type HorizonPoint,
  type Shade,
} from './shade.ts';

const at = (altitudeDeg: number, azimuthDeg: number) => ({ altitudeDeg, azimuthDeg });
const MIDDLE = { x: 0.5, y: 0.5 };
const south = (shade: Partial<Shade> = {}) => ({
  bearingDeg: 180,
  widthMm: 1000,
  heightMm: 2000,
  shade: { ...OPEN_SKY, ...shade },
});

describe('the horizon around a wall', () => {
  const horizon = [
    { bearingDeg: 90, altitudeDeg: 10 },
    { bearingDeg: 180, altitudeDeg: 30 },
    { bearingDeg: 350, altitudeDeg: 0 },
  ];

  test('runs straight between two bearings', () => {
    expect(horizonAt(horizon, 90)).toBe(10);
    expect(horizonAt(horizon, 135)).toBeCloseTo(20, 9);
    expect(horizonAt(horizon, 265)).toBeCloseTo(15, 9);
  });

  test('goes on over north, whichever way the bearing is written', () => {
    // From 350 over 360 to 450: a tenth of the way at 0.
    expect(horizonAt(horizon, 0)).toBeCloseTo(1, 9);
    expect(horizonAt(horizon, 360)).toBeCloseTo(1, 9);
    expect(horizonAt(horizon, -315)).toBeCloseTo(horizonAt(horizon, 45), 9);
    expect(horizonAt([...horizon].reverse(), 135)).toBeCloseTo(20, 9);
  });

  test('is open where nothing was said, and level where one bearing was', () => {
    expect(horizonAt([], 123)).toBe(0);
    expect(horizonAt([{ bearingDeg: 200, altitudeDeg: 12 }], 20)).toBe(12);
    expect(horizonAt([{ bearingDeg: 200, altitudeDeg: 12 }], 200)).toBe(12);
  });
});

describe('sun on a point of the glass', () => {
  test('is met at the angle of both the height and the side', () => {
    expect(cosIncidence(at(0, 180), 180)).toBeCloseTo(1, 9);
    expect(cosIncidence(at(60, 180), 180)).toBeCloseTo(0.5, 9);
    expect(cosIncidence(at(0, 240), 180)).toBeCloseTo(0.5, 9);
    expect(cosIncidence(at(0, 140), 200)).toBeCloseTo(0.5, 9);
    expect(cosIncidence(at(30, 0), 180)).toBeLessThan(0);
  });

  test('is there before the wall and above the horizon only', () => {
    expect(sunOnPoint(south(), at(20, 180), MIDDLE)).toBe(true);
    expect(sunOnPoint(south(), at(20, 269), MIDDLE)).toBe(true);
    expect(sunOnPoint(south(), at(20, 271), MIDDLE)).toBe(false);
    expect(sunOnPoint(south(), at(0, 180), MIDDLE)).toBe(false);
    const behindHouses = south({ horizon: [{ bearingDeg: 180, altitudeDeg: 20 }] });
    expect(sunOnPoint(behindHouses, at(20, 180), MIDDLE)).toBe(false);
    expect(sunOnPoint(behindHouses, at(20.1, 180), MIDDLE)).toBe(true);
  });

  test('an overhang shades down to where its edge throws its shadow', () => {
    // At 45 degrees straight on, 800 of depth fall 800: 300 above the glass, 500 on it.
    const pane = south({ overhang: { depthMm: 800, aboveMm: 300 } });
    const down = (mm: number, sun = at(45, 180)) => sunOnPoint(pane, sun, { x: 0.5, y: mm / 2000 });
    expect(down(499)).toBe(false);
    expect(down(501)).toBe(true);
    // From the side the same height of sun is steeper against the wall: tan 45° / cos 60° = 2.
    expect(down(1299, at(45, 240))).toBe(false);
    expect(down(1301, at(45, 240))).toBe(true);
    expect(down(1301, at(45, 120))).toBe(true);
  });

  test('a fin shades its own side, counted as one stands inside', () => {
    // At 45 degrees aside 400 of depth reach 400: 100 beside the glass, 300 on it.
    const from = (shade: Partial<Shade>, x: number, azimuthDeg: number) =>
      sunOnPoint(south(shade), at(10, azimuthDeg), { x, y: 0.5 });
    const fin = { depthMm: 400, besideMm: 100 };
    // Looking out to the south the west is on the right.
    expect(from({ finRight: fin }, 0.71, 225)).toBe(false);
    expect(from({ finRight: fin }, 0.69, 225)).toBe(true);
    expect(from({ finRight: fin }, 0.99, 135)).toBe(true);
    expect(from({ finLeft: fin }, 0.29, 135)).toBe(false);
    expect(from({ finLeft: fin }, 0.31, 135)).toBe(true);
    expect(from({ finLeft: fin }, 0.01, 225)).toBe(true);
  });
});

describe('trees that are bare in winter', () => {
  const latitude = 41.88;
  const row: HorizonPoint[] = [
    { bearingDeg: 170, altitudeDeg: 0 },
    { bearingDeg: 175, altitudeDeg: 40 },
    { bearingDeg: 185, altitudeDeg: 40 },
    { bearingDeg: 190, altitudeDeg: 0 },
  ];
  const pane = south({ trees: row });
  const on = (month: number, altitudeDeg: number, at = { latitude }) =>
    sunOnPoint(inMonth(pane, at, month), { azimuthDeg: 180, altitudeDeg }, { x: 0.5, y: 0.5 });

  test('keep the sun off under their tops from May to October, and let it through else', () => {
    expect(Array.from({ length: 12 }, (_, month) => on(month, 39))).toEqual(
      [1, 1, 1, 1, 0, 0, 0, 0, 0, 0, 1, 1].map(Boolean),
    );
    expect([on(6, 41), on(6, 40)]).toEqual([true, false]);
    // Beside them the sky is open.
    expect(sunOnPoint(pane, { azimuthDeg: 200, altitudeDeg: 20 }, { x: 0.5, y: 0.5 })).toBe(true);
  });

  test('half a year on in the south, and all the year between the tropics', () => {
    expect([on(0, 39, { latitude: -33 }), on(6, 39, { latitude: -33 })]).toEqual([false, true]);
    expect([on(0, 39, { latitude: 10 }), on(0, 39, { latitude: -10 })]).toEqual([false, false]);
  });

  test('a bare row changes nothing of the pane, and one in leaf is left as it is', () => {
    expect(inMonth(pane, { latitude }, 6)).toBe(pane);
    expect(inMonth(pane, { latitude }, 0)).toEqual(south({ trees: [] }));
  });
});
