import { SEAM_LOOKS, seamLooksSet } from '../../rules/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import type { SeamSurroundings } from '../format/index.ts';
import { looksOf, placeInGroup, type SeamAxis } from './looks.ts';

/** A metre in the open counts 10, so that figures can be reckoned in the head. */
const looks = {
  ...SEAM_LOOKS.weighed,
  ...{ perMetre: 10, onLineTimes: 0.2, nearLineMm: 50, nearLineTimes: 1.5, levelTimes: 2, atEyesTimes: 3 },
  ...{ narrowPanel: 0, unevenFilmShare: 0 },
};
const film = { ...filmForTest, rolls: [{ width: 1000, length: 10_000, price: 100 }] };
const { rules } = jobForTest({ rules: { ...jobForTest().rules, allowance: 25, seamOverlap: 20 } });
const pane = (about: Partial<SeamSurroundings> = {}) =>
  paneForTest({
    width: 1500,
    height: 2000,
    seams: { allowed: true, axis: 'any', about: { hidden: [], lines: [], ...about } },
  });
const of = (
  atMm: readonly number[],
  about: Partial<SeamSurroundings> = {},
  { axis = 'vertical' as SeamAxis, by = looks } = {},
) => looksOf(pane(about), film, { axis, atMm }, rules, by);

describe('what a seam counts by where it is seen', () => {
  test('each metre in the open, less on a line, more just beside one, nothing behind a bar', () => {
    const hidden = [{ axis: 'vertical' as const, from: 400, to: 440 }];
    const lines = [{ axis: 'vertical' as const, at: 700 }];
    const seen = (at: number) => {
      const { seams, total } = of([at], { hidden, lines });
      return [seams[0]?.sight, total];
    };
    expect(seen(1000)).toEqual(['inTheOpen', 20]);
    expect([400, 420, 440].map(seen)).toEqual(Array(3).fill(['hidden', 0]));
    expect([350, 399, 441, 490].map(seen)).toEqual(Array(4).fill(['nearLine', 30]));
    expect([349, 491].map(seen)).toEqual(Array(2).fill(['inTheOpen', 20]));
    expect([694, 700, 706].map(seen)).toEqual(Array(3).fill(['onLine', 4]));
    expect([650, 693, 707, 750].map(seen)).toEqual(Array(4).fill(['nearLine', 30]));
    expect(of([600, 1000], { hidden, lines }).total).toBe(40);
  });

  test('a level one more, and more again at the height of eyes; lines of the other direction are none', () => {
    const level = (at: number, about: Partial<SeamSurroundings>) =>
      of([at], about, { axis: 'horizontal' }).total;
    const eyes = { from: 900, to: 1300 };
    expect(level(1000, {})).toBe(30);
    expect([900, 1300].map((at) => level(at, { eyes }))).toEqual([90, 90]);
    expect([899, 1301].map((at) => level(at, { eyes }))).toEqual([30, 30]);
    const hidden = [{ axis: 'horizontal' as const, from: 990, to: 1010 }];
    expect(level(1000, { eyes, hidden })).toBe(0);
    expect(of([1000], { eyes, hidden, lines: [{ axis: 'horizontal', at: 1000 }] }).total).toBe(20);
  });

  test('narrow panels count as they are narrower than equal ones', () => {
    const by = { ...looks, perMetre: 0, narrowPanel: 8 };
    // A panel of 385 mm with half its overlap, where equal ones have 750.
    expect(of([375], {}, { by }).total).toBeCloseTo(8 * (1 - 385 / 750), 9);
    expect(of([1125], {}, { by }).narrow).toBeCloseTo(8 * (1 - 385 / 750), 9);
    expect(of([750], {}, { by }).narrow).toBe(0);
  });

  test('standing nowhere in particular counts a share of the film: not equal, thirds, hidden or on a line', () => {
    const by = { ...looks, perMetre: 0, unevenFilmShare: 0.25 };
    // 3 m² at 10 a m².
    const uneven = (at: number[], about: Partial<SeamSurroundings> = {}) => of(at, about, { by }).uneven;
    expect(uneven([600])).toBeCloseTo(7.5, 9);
    expect([[750], [500], [1000], [498], [502]].map((at) => uneven(at))).toEqual([0, 0, 0, 0, 0]);
    expect(uneven([497])).toBeCloseTo(7.5, 9);
    // Equal covers, or equal pieces of which the outer ones have their margins.
    expect(
      [
        [503.3, 996.7],
        [495, 1005],
        [470, 1030],
      ].map((at) => of(at).even),
    ).toEqual(['equal', 'equal', null]);
    expect([of([750]).even, of([500]).even, of([600]).even]).toEqual(['equal', 'third', null]);
    expect(uneven([600], { hidden: [{ axis: 'vertical', from: 590, to: 610 }] })).toBe(0);
    expect(uneven([600], { lines: [{ axis: 'vertical', at: 603 }] })).toBe(0);
    expect(uneven([600, 900], { lines: [{ axis: 'vertical', at: 600 }] })).toBeCloseTo(7.5, 9);
    const unpriced = { ...film, rolls: [{ width: 1000, length: 10_000 }] };
    expect(looksOf(pane(), unpriced, { axis: 'vertical', atMm: [600] }, rules, by).total).toBe(0);
  });
});

test('a mirrored pane tells upright seams from its right, level ones as they are', () => {
  const mirrored = { ...pane(), seams: { ...pane().seams, mirrored: true } };
  expect(placeInGroup(mirrored, { axis: 'vertical', atMm: [400, 900] })).toEqual({
    axis: 'vertical',
    atMm: [600, 1100],
  });
  expect(placeInGroup(mirrored, { axis: 'horizontal', atMm: [400] }).atMm).toEqual([400]);
  expect(placeInGroup(pane(), { axis: 'vertical', atMm: [400] }).atMm).toEqual([400]);
});

test('the three sets are known by their figures, and a changed one is none of them', () => {
  expect(
    (['calm', 'weighed', 'leastFilm'] as const).map((set) => seamLooksSet({ ...SEAM_LOOKS[set] })),
  ).toEqual(['calm', 'weighed', 'leastFilm']);
  expect(seamLooksSet({ ...SEAM_LOOKS.calm, perMetre: 7 })).toBeNull();
});
