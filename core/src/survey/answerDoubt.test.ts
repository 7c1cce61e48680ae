import { dropDoubtful, keepDoubtful, acceptLikely } from './answerDoubt.ts';
import type { Doubt } from './doubt/surveyed.ts';
import { NO_READINGS, readingOf, type Readings } from './pane.ts';

const readings: Readings = {
  ...NO_READINGS,
  widthTop: readingOf(891, '891', { by: 'Osei Rook', how: 'laser' }),
  heightLeft: readingOf(1325, '1325'),
};
const doubt: Doubt = {
  code: 'reading.apartFromSisters',
  paneId: 'p1',
  place: 'widthTop',
  gotMm: 891,
  expectedMm: 819.5,
  apartMm: 71.5,
  toleranceMm: 4,
  slip: 'swappedDigits',
  likelyMm: 819,
};

test('the likely value is taken, and what was read and by whom stays with it', () => {
  const after = acceptLikely(readings, doubt, 'mm');
  expect(after.widthTop).toMatchObject({ mm: 819, typed: '819 (read 891)', by: 'Osei Rook', how: 'laser' });
  expect(after.heightLeft).toBe(readings.heightLeft);
  expect(acceptLikely(readings, doubt, 'in').widthTop?.typed).toMatch(/^32 1\/4.* \(read 891\)$/);
});

test('without a likely value nothing is taken', () => {
  expect(acceptLikely(readings, { ...doubt, likelyMm: null }, 'mm')).toBe(readings);
  expect(acceptLikely(readings, { ...doubt, place: 'diagonalUp' }, 'mm')).toBe(readings);
});

test('exchanged sides change places, twice is back', () => {
  const exchanged: Doubt = { ...doubt, code: 'pane.exchanged', slip: 'exchanged' };
  const after = acceptLikely(readings, exchanged, 'mm');
  expect([after.widthTop?.mm, after.heightLeft?.mm]).toEqual([1325, 891]);
  expect(acceptLikely(after, exchanged, 'mm')).toEqual(readings);
  const kept = keepDoubtful(readings, exchanged, 'a wide sash');
  expect([kept.widthTop?.keptBecause, kept.heightLeft?.keptBecause]).toEqual(['a wide sash', 'a wide sash']);
  expect(kept.widthMiddle).toBeNull();
});

test('a reading is kept with its reason, or taken out to be measured again', () => {
  expect(keepDoubtful(readings, doubt, 'the frame leans').widthTop).toEqual({
    ...readings.widthTop,
    keptBecause: 'the frame leans',
  });
  expect(dropDoubtful(readings, doubt)).toEqual({ ...readings, widthTop: null });
});
