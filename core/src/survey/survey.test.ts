import {
  NO_READINGS,
  READING_PLACES,
  nextReadingPlace,
  paneSizes,
  placeOpenings,
  readingOf,
  type Readings,
} from './index.ts';

function readingsOf(lengths: readonly (number | null)[]): Readings {
  const entries = READING_PLACES.map((place, index) => {
    const mm = lengths[index] ?? null;
    return [place, mm === null ? null : readingOf(mm, String(mm))];
  });
  return { ...NO_READINGS, ...Object.fromEntries(entries) };
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
  const leaning = {
    ...readingsOf([819, 819, 819, 1325, 1325, 1325]),
    diagonalDown: readingOf(1554, '1554'),
    diagonalUp: readingOf(1562, '1562'),
  };
  expect(paneSizes(leaning, rules)?.outOfSquareMm).toBe(8);
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

test('openings stand one after the other and the wall grows to hold them', () => {
  const size = { widthMm: 1120, heightMm: 2260 };
  const placed = placeOpenings({ widthMm: 2000, heightMm: 2400 }, [
    { id: 'a', gapBeforeMm: 100, sillMm: 200, size },
    { id: 'b', gapBeforeMm: 50, sillMm: 200, size: null },
  ]);
  expect(placed).toMatchObject({ widthMm: 2070, heightMm: 2460 });
  expect(placed.openings[1]).toMatchObject({ leftMm: 1270, measured: false });
});
