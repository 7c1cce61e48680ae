import {
  NO_READINGS,
  READING_PLACES,
  doubtsOf,
  nextReadingPlace,
  paneSizes,
  placeOpenings,
  type Readings,
} from './index.ts';

function readingsOf(lengths: readonly (number | null)[]): Readings {
  return Object.fromEntries(
    READING_PLACES.map((place, index) => {
      const mm = lengths[index] ?? null;
      return [place, mm === null ? null : { mm, typed: String(mm), keptBecause: null }];
    }),
  ) as unknown as Readings;
}
const rules = { sisterToleranceMm: 4, roundingStepMm: 1 };

test('cutting size is the largest rounded up, net size the smallest rounded down', () => {
  const sizes = paneSizes(readingsOf([819.15, 820, 818.6, 1325, 1324, 1326.4]), rules);
  expect(sizes).toMatchObject({
    cutting: { widthMm: 820, heightMm: 1327 },
    net: { widthMm: 818, heightMm: 1324 },
    missing: [],
  });
  expect(sizes?.outOfSquareMm).toBeCloseTo(2.4);
});

test('in inches the sizes go up and down to a sixteenth', () => {
  const sizes = paneSizes(readingsOf([819.2, null, null, 1000, null, null]), { roundingStepMm: 25.4 / 16 });
  expect(sizes?.cutting.widthMm).toBeCloseTo(32.3125 * 25.4, 6);
  expect(sizes?.net.widthMm).toBeCloseTo(32.25 * 25.4, 6);
  expect(sizes?.missing).toEqual(['widthMiddle', 'widthBottom', 'heightMiddle', 'heightRight']);
});

test('there is no size before both a width and a height are read', () => {
  expect(paneSizes(NO_READINGS, rules)).toBeNull();
  expect(paneSizes(readingsOf([800, 801, 802]), rules)).toBeNull();
  expect(nextReadingPlace(readingsOf([800, null, 802]))).toBe('widthMiddle');
});

describe('doubts', () => {
  test('the odd one of three is asked about, whichever it is', () => {
    expect(doubtsOf(readingsOf([891, 819, 820, 1300, 1301, 1302]), rules)).toMatchObject([
      { place: 'widthTop', gotMm: 891, sistersMm: 819.5, toleranceMm: 4 },
    ]);
    expect(doubtsOf(readingsOf([819, 819, 819, 1300, 1301, 1306]), rules)).toMatchObject([
      { place: 'heightRight' },
    ]);
  });

  test('a pane that leans evenly within the rule is not in doubt, nor is one with a single reading', () => {
    expect(doubtsOf(readingsOf([819, 821, 823, 1300, null, null]), rules)).toEqual([]);
    expect(doubtsOf(NO_READINGS, rules)).toEqual([]);
  });

  test('of two that disagree the later is asked about, until it is kept with a reason', () => {
    const two = readingsOf([800, null, 810, null, null, null]);
    expect(doubtsOf(two, rules)).toMatchObject([{ place: 'widthBottom', apartMm: 10 }]);
    const kept: Readings = { ...two, widthBottom: { mm: 810, typed: '810', keptBecause: 'the frame leans' } };
    expect(doubtsOf(kept, rules)).toEqual([]);
  });
});

test('openings stand one after the other and the wall grows to hold them', () => {
  const size = { widthMm: 1120, heightMm: 2260 };
  const placed = placeOpenings({ widthMm: 2000, heightMm: 2400 }, [
    { id: 'a', gapBeforeMm: 100, sillMm: 200, size },
    { id: 'b', gapBeforeMm: 50, sillMm: 200, size: null },
  ]);
  expect(placed).toMatchObject({ widthMm: 2070, heightMm: 2460 });
  expect(placed.openings[1]).toMatchObject({ leftMm: 1270, measured: false });
});
