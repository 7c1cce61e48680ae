import { frostForTest, silverForTest } from '../testing/films.ts';
import {
  isHiddenByDay,
  looksOf,
  privacyByDay,
  privacyEndsAt,
  seenFrom,
  unevenFront,
  type Looks,
} from './seen.ts';

const DAY = { outdoors: 3000, indoors: 60 };
const NIGHT = { outdoors: 1, indoors: 60 };
const mirror: Looks = {
  visibleTransmittance: 0.2,
  visibleReflectanceOut: 0.5,
  visibleReflectanceIn: 0.3,
  covers: false,
};

describe('what somebody sees in a pane', () => {
  test('is what comes through against what his own side throws back', () => {
    expect(seenFrom('outdoors', mirror, DAY)).toEqual({ through: 12, veil: 1500, clear: 12 / 1512 });
    expect(seenFrom('indoors', mirror, DAY)).toEqual({ through: 600, veil: 18, clear: 600 / 618 });
  });

  test('turns round at night: the street sees the lit room, the room its own mirror', () => {
    expect(seenFrom('outdoors', mirror, NIGHT).clear).toBeGreaterThan(0.9);
    expect(seenFrom('indoors', mirror, NIGHT).clear).toBeLessThan(0.1);
  });

  test('is nothing through film that covers, and nothing where there is no light', () => {
    expect(seenFrom('outdoors', { ...mirror, covers: true }, NIGHT).clear).toBe(0);
    expect(seenFrom('outdoors', mirror, { outdoors: 0, indoors: 0 }).clear).toBe(0);
  });
});

describe('how glass looks', () => {
  test('film on it lets less through and throws more back; frost covers', () => {
    const [bare, silver] = [looksOf('double', null, null), looksOf('double', null, silverForTest)];
    expect(bare.covers).toBe(false);
    expect(silver.visibleTransmittance).toBeLessThan(bare.visibleTransmittance / 3);
    expect(silver.visibleReflectanceOut).toBeGreaterThan(bare.visibleReflectanceOut + 0.2);
    expect(looksOf('double', null, frostForTest).covers).toBe(true);
    for (const { visibleTransmittance, visibleReflectanceOut, visibleReflectanceIn } of [bare, silver]) {
      expect(visibleTransmittance + visibleReflectanceOut).toBeLessThan(1);
      expect(visibleTransmittance + visibleReflectanceIn).toBeLessThan(1);
    }
  });
});

describe('privacy', () => {
  const rules = {
    daylight: { outdoors: 3000, indoors: 60 },
    privacy: { leastReflectance: 0.25, leastLoss: 0.5 },
  };
  const bare = { visibleTransmittance: 0.8, visibleReflectanceOut: 0.15 };
  const hides = (visibleTransmittance: number, visibleReflectanceOut: number) =>
    privacyByDay('silverSolar', { visibleTransmittance, visibleReflectanceOut }, bare, rules);

  test('by day is all behind a cover, none of bare glass, most behind a perforated print', () => {
    expect(privacyByDay(null, bare, bare, rules)).toBe(0);
    for (const kind of ['frosted', 'whiteout', 'blackout', 'printed', 'vinyl'] as const)
      expect(privacyByDay(kind, bare, bare, rules)).toBe(1);
    expect(privacyByDay('perforated', bare, bare, rules)).toBe(0.8);
  });

  test('by day is what a mirror takes of the view in, and nothing where it mirrors less than a quarter', () => {
    // 0.8 · 60 of 0.8 · 60 + 0.15 · 3000 is seen of the room through bare glass, 0.3 · 60 of 0.3 · 60 + 0.3 · 3000 through film.
    expect(hides(0.3, 0.3)).toBeCloseTo(1 - 18 / 918 / (48 / 498), 9);
    expect(hides(0.3, 0.25)).toBeGreaterThan(0.5);
    expect(hides(0.05, 0.249)).toBe(0);
    expect(hides(0.8, 0.25)).toBeLessThan(0.5);
    expect(hides(0, 0.6)).toBe(1);
  });

  test('one is said to be hidden from the share of the house rules on', () => {
    expect([0, 0.49, 0.5, 1].map((share) => isHiddenByDay(share, rules))).toEqual([false, false, true, true]);
  });

  test('ends in the evening where both sides throw the same light at who stands outside', () => {
    const lux = privacyEndsAt(mirror, 60) ?? 0;
    // A scene of mean reflectance 0.3 in that light has this luminance.
    const outdoors = (lux * 0.3) / Math.PI;
    const { through, veil } = seenFrom('outdoors', mirror, { outdoors, indoors: 60 });
    expect(through).toBeCloseTo(veil, 9);
    expect(privacyEndsAt({ ...mirror, covers: true }, 60)).toBeNull();
    expect(privacyEndsAt({ ...mirror, visibleReflectanceOut: 0 }, 60)).toBe(Infinity);
  });
});

describe('a front', () => {
  const pane = (id: string, visibleReflectanceOut: number) => ({
    id,
    looks: { ...mirror, visibleReflectanceOut },
  });

  test('is uneven by the two panes that look least alike', () => {
    expect(unevenFront([pane('a', 0.3), pane('b', 0.1), pane('c', 0.5)])).toEqual({
      one: 'b',
      other: 'c',
      shines: [0.1, 0.5],
    });
  });

  test('is even within what nobody sees, and with one pane or none', () => {
    expect(unevenFront([pane('a', 0.3), pane('b', 0.37)])).toBeNull();
    expect(unevenFront([pane('a', 0.3), pane('b', 0.39)])).not.toBeNull();
    expect(unevenFront([pane('a', 0.3)])).toBeNull();
    expect(unevenFront([])).toBeNull();
  });
});
