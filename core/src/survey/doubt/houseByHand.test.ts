import { NO_READINGS, readingOf, type AnyPlace } from '../pane.ts';
import { learnUnevenness, unevennessByWall } from './house.ts';
import type { SizedPane } from './surveyed.ts';

/* What a house scatters by, with readings set by hand, so that each figure can be reckoned in the head. */

const RULES = { sisterToleranceMm: 3.9, agreementMm: 2, twinToleranceMm: 3.9 };
/** 3.9 mm of tolerance are one standard deviation of 1 mm. */
const PRIOR = 1;
const MAD = 1.4826;
/** A scatter learnt from so many figures, held together with what was taken before, which weighs as six. */
const learntOf = (sigma: number, count: number, prior = PRIOR) =>
  Math.sqrt((count * sigma ** 2 + 6 * prior ** 2) / (count + 6));

let made = 0;
const pane = (lengths: Partial<Record<AnyPlace, number>>, more: Partial<SizedPane> = {}): SizedPane => ({
  id: `p${(made += 1)}`,
  wallId: 'w',
  opening: 'fixed',
  readings: {
    ...NO_READINGS,
    ...Object.fromEntries(Object.entries(lengths).map(([place, mm]) => [place, readingOf(mm, String(mm))])),
  },
  shape: { kind: 'rectangle', cornerRadiusMm: 0 },
  twinSet: null,
  sillMm: 900,
  wall: null,
  hole: null,
  gridLeaves: null,
  widthMm: null,
  heightMm: null,
  ...more,
});
const many = (count: number, make: (at: number) => SizedPane) =>
  Array.from({ length: count }, (_, at) => make(at));
const sisters = (panes: readonly SizedPane[]) => learnUnevenness(panes, RULES).sisters;
/** Three widths of which the middle one bulges: the second difference is twice the bulge over the root of six. */
const bulging = (mm: number, more: Partial<SizedPane> = {}) =>
  pane({ widthTop: 1000, widthMiddle: 1000 + mm, widthBottom: 1000 }, more);

describe('readings of one dimension', () => {
  test('three of them teach by what they are off a line; a lean teaches nothing', () => {
    const sigma = (MAD * 2 * 6) / Math.sqrt(6);
    expect(sisters(many(8, (at) => bulging(at % 2 ? 6 : -6)))).toBeCloseTo(learntOf(sigma, 8), 9);
    const leaning = many(8, () => pane({ widthTop: 1000, widthMiddle: 1006, widthBottom: 1012 }));
    expect(sisters(leaning)).toBeCloseTo(learntOf(0, 8), 9);
  });

  test('heights teach as widths do', () => {
    const both = many(4, () =>
      pane({
        ...{ widthTop: 1000, widthMiddle: 1006, widthBottom: 1000 },
        ...{ heightLeft: 2000, heightMiddle: 2006, heightRight: 2000 },
      }),
    );
    expect(sisters(both)).toBeCloseTo(learntOf((MAD * 12) / Math.sqrt(6), 8), 9);
  });

  test('fewer than eight teach nothing, and no other shape does', () => {
    expect(sisters(many(7, () => bulging(6)))).toBe(PRIOR);
    const round = many(20, () => bulging(6, { shape: { kind: 'circle' } }));
    expect(sisters(round)).toBe(PRIOR);
  });

  test('two teach by their difference where there are no threes to speak of, and not beside them', () => {
    const two = many(8, () => pane({ widthTop: 1000, widthBottom: 1006 }));
    expect(sisters(two)).toBeCloseTo(learntOf((MAD * 6) / Math.SQRT2, 8), 9);
    expect(sisters([...two, ...many(8, () => bulging(0))])).toBeCloseTo(learntOf(0, 8), 9);
    // Seven threes are not enough for themselves: then all count.
    expect(sisters([...two.slice(0, 1), ...many(7, () => bulging(0))])).toBeCloseTo(learntOf(0, 8), 9);
    expect(sisters(many(20, () => pane({ widthTop: 1000 })))).toBe(PRIOR);
  });
});

describe('panes said to be alike', () => {
  const twins = (panes: readonly SizedPane[]) => learnUnevenness(panes, RULES).twins;
  const alike = (widthMm: number | null, heightMm: number | null, twinSet: string | null = 'a') =>
    pane({}, { widthMm, heightMm, twinSet });

  test('teach by what each is off the middle of its set, a little more for a small set', () => {
    const set = [996, 1000, 1004, 996, 1000, 1004, 996, 1004].map((mm) => alike(mm, null));
    const share = Math.sqrt(1 - 1 / 8);
    expect(twins(set)).toBeCloseTo(learntOf((MAD * 4) / share, 8), 9);
  });

  test('widths and heights are held each against its own middle', () => {
    const set = many(4, (at) => alike(at % 2 ? 1004 : 996, at % 2 ? 2004 : 1996));
    const share = Math.sqrt(1 - 1 / 4);
    expect(twins(set)).toBeCloseTo(learntOf((MAD * 4) / share, 8), 9);
  });

  test('sets are kept apart, pairs teach nothing, nor do panes of no set', () => {
    const apart = [...many(4, () => alike(1000, null)), ...many(4, () => alike(2000, null, 'b'))];
    expect(twins(apart)).toBeCloseTo(learntOf(0, 8), 9);
    const pairs = many(12, (at) => alike(at % 2 ? 1010 : 990, null, `pair ${Math.floor(at / 2)}`));
    expect(twins(pairs)).toBe(PRIOR);
    expect(twins(many(12, (at) => alike(at % 2 ? 1010 : 990, null, null)))).toBe(PRIOR);
    const three = [...many(3, (at) => alike(1000 + at, null)), ...many(5, () => alike(1000, null, 'b'))];
    expect(twins(three)).not.toBe(PRIOR);
  });

  test('are not taken for evener than the house', () => {
    const rough = many(40, () => bulging(12));
    expect(twins(rough)).toBe(sisters(rough));
    expect(learnUnevenness([], { ...RULES, twinToleranceMm: 7.8 }).twins).toBe(2);
  });
});

describe('diagonals', () => {
  const diagonals = (panes: readonly SizedPane[]) => learnUnevenness(panes, RULES).diagonals;
  const USUAL = 5 / 3.9;
  /** 300 by 400 has diagonals of 500. */
  const squared = (down: number | null, up: number | null, more: Partial<SizedPane> = {}) =>
    pane(
      { ...(down === null ? {} : { diagonalDown: down }), ...(up === null ? {} : { diagonalUp: up }) },
      { widthMm: 300, heightMm: 400, ...more },
    );

  test('teach by both against the sides; one longer and one shorter is a lean', () => {
    expect(diagonals(many(8, (at) => squared(at % 2 ? 506 : 494, at % 2 ? 506 : 494)))).toBeCloseTo(
      learntOf(MAD * 6, 8, USUAL),
      9,
    );
    const leaning = Math.sqrt(2 * 500 ** 2 - 490 ** 2);
    expect(diagonals(many(8, () => squared(490, leaning)))).toBeCloseTo(learntOf(0, 8, USUAL), 9);
  });

  test('nothing without both of them, without both sides, or of another shape', () => {
    for (const lacking of [
      squared(506, null),
      squared(null, 506),
      squared(506, 506, { widthMm: null }),
      squared(506, 506, { heightMm: null }),
      squared(506, 506, { shape: { kind: 'quadrilateral' } }),
    ])
      expect(diagonals(many(20, () => lacking))).toBeCloseTo(USUAL, 9);
  });

  test('are not taken for evener than the house', () => {
    const rough = many(40, () => bulging(12));
    expect(diagonals(rough)).toBe(sisters(rough));
  });
});

test('a wall speaks for itself from sixteen figures on, beginning with what the house has taught', () => {
  const rough = many(16, () => bulging(12, { wallId: 'rough' }));
  const even = many(15, () => bulging(0, { wallId: 'even' }));
  const { house, ofWall } = unevennessByWall([...rough, ...even], RULES);
  expect(ofWall('rough').sisters).toBeCloseTo(learntOf((MAD * 24) / Math.sqrt(6), 16, house.sisters), 9);
  expect(ofWall('even')).toEqual(house);
  expect(ofWall('nowhere')).toEqual(house);
  // Asked for again it is the very same.
  expect(ofWall('rough')).toBe(ofWall('rough'));
  const sets = many(8, (at) =>
    pane({}, { widthMm: at % 2 ? 1008 : 992, heightMm: at % 2 ? 1008 : 992, twinSet: 's', wallId: 'sets' }),
  );
  const withSets = unevennessByWall(sets, RULES);
  expect(withSets.ofWall('sets').twins).toBeGreaterThan(withSets.house.twins);
  const crooked = many(16, (at) =>
    pane(
      { diagonalDown: at % 2 ? 512 : 488, diagonalUp: at % 2 ? 512 : 488 },
      { widthMm: 300, heightMm: 400, wallId: 'crooked' },
    ),
  );
  const withCrooked = unevennessByWall(crooked, RULES);
  expect(withCrooked.ofWall('crooked').diagonals).toBeGreaterThan(withCrooked.house.diagonals);
});
