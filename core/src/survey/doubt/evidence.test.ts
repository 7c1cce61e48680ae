import { NO_READINGS, readingOf, type ReadingPlace, type Readings } from '../pane.ts';
import { RECTANGLE } from '../shape.ts';
import { medianOf, sistersSay, sizeAlong, sizeGroups } from './evidence.ts';
import type { SizedPane } from './surveyed.ts';

const read = (lengths: Partial<Record<ReadingPlace, number>>): Readings => ({
  ...NO_READINGS,
  ...Object.fromEntries(Object.entries(lengths).map(([place, mm]) => [place, readingOf(mm, String(mm))])),
});

test('the middle of lengths is the middle one, or lies between the two', () => {
  expect(medianOf([30, 10, 20])).toBe(20);
  expect(medianOf([40, 10, 20, 30])).toBe(25);
  expect(medianOf([7])).toBe(7);
  expect(medianOf([])).toBe(0);
});

describe('what the other readings of a dimension say', () => {
  test('of two the middle, or the line through them where the pane leans evenly, whichever is nearer', () => {
    const readings = read({ widthTop: 800, widthMiddle: 810, widthBottom: 819 });
    expect(sistersSay('widthBottom', readings)).toEqual({ expectedMm: 820, apartMm: 1, count: 2 });
    expect(sistersSay('widthTop', readings)).toEqual({ expectedMm: 801, apartMm: 1, count: 2 });
    expect(sistersSay('widthMiddle', readings)).toEqual({ expectedMm: 809.5, apartMm: 0.5, count: 2 });
    expect(
      sistersSay('widthBottom', {
        ...readings,
        ...read({ widthTop: 800, widthMiddle: 810, widthBottom: 806 }),
      }),
    ).toEqual({ expectedMm: 805, apartMm: 1, count: 2 });
  });

  test('of one that one; of the other dimension nothing, and nothing where nothing was read', () => {
    const readings = read({ widthTop: 800, widthBottom: 812, heightLeft: 1300 });
    expect(sistersSay('widthTop', readings)).toEqual({ expectedMm: 812, apartMm: 12, count: 1 });
    expect(sistersSay('heightLeft', readings)).toBeNull();
    expect(sistersSay('widthMiddle', readings)).toBeNull();
    expect([sizeAlong('width', readings), sizeAlong('height', readings)]).toEqual([806, 1300]);
    expect(sizeAlong('width', NO_READINGS)).toBeNull();
  });
});

describe('panes of one size', () => {
  const sized = (widthMm: number | null, heightMm: number | null): SizedPane => ({
    id: `${widthMm}x${heightMm}`,
    wallId: 'w1',
    opening: 'fixed',
    readings: NO_READINGS,
    shape: RECTANGLE,
    twinSet: null,
    sillMm: 0,
    wall: null,
    hole: null,
    gridLeaves: null,
    widthMm,
    heightMm,
  });

  test('are grouped by both dimensions, the most first, each with its middle', () => {
    const panes = [
      sized(600, 900),
      sized(800, 1300),
      sized(804, 1300),
      sized(801, 1296),
      sized(800, 1305),
      sized(805, 1300),
      sized(null, 1300),
      sized(800, null),
    ];
    expect(sizeGroups(panes, 4)).toEqual([
      { widthMm: 801, heightMm: 1300, count: 3 },
      { widthMm: 600, heightMm: 900, count: 1 },
      { widthMm: 800, heightMm: 1305, count: 1 },
      { widthMm: 805, heightMm: 1300, count: 1 },
    ]);
  });
});
