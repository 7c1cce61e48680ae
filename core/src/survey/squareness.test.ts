import { NO_READINGS, readingOf, type AnyPlace, type Readings } from './pane.ts';
import { fitPane } from './squareness.ts';

const given = (lengths: Partial<Record<AnyPlace, number>>): Readings => ({
  ...NO_READINGS,
  ...Object.fromEntries(Object.entries(lengths).map(([place, mm]) => [place, readingOf(mm, String(mm))])),
});

test('a right rectangle has square corners and no residual', () => {
  const fitted = fitPane(given({ widthTop: 300, heightLeft: 400, diagonalDown: 500, diagonalUp: 500 }), 2);
  expect(fitted?.bottomRight.x).toBeCloseTo(300, 1);
  expect(fitted?.bottomRight.y).toBeCloseTo(400, 1);
  expect(fitted?.rmsMm).toBeLessThan(0.05);
  expect(fitted).toMatchObject({ leanKnown: true, oddPlace: null });
});

test('diagonals tell how far a pane leans; without them no lean is taken', () => {
  // The bottom edge is moved 30 mm to the right: corners (0,0) (800,0) (830,600) (30,600).
  const sides = {
    widthTop: 800,
    widthBottom: 800,
    heightLeft: Math.hypot(30, 600),
    heightRight: Math.hypot(30, 600),
  };
  const leaning = fitPane(
    given({ ...sides, diagonalDown: Math.hypot(830, 600), diagonalUp: Math.hypot(770, 600) }),
    2,
  );
  expect(leaning?.bottomLeft.x).toBeCloseTo(30, 0);
  expect(leaning?.bottomRight.x).toBeCloseTo(830, 0);
  expect(leaning?.rmsMm).toBeLessThan(0.1);
  expect(fitPane(given(sides), 2)).toMatchObject({ leanKnown: false, oddPlace: null });
});

test('the reading that does not fit the others is named', () => {
  const all = {
    widthTop: 800,
    widthMiddle: 800,
    widthBottom: 800,
    heightLeft: 600,
    heightMiddle: 600,
    heightRight: 600,
    diagonalDown: 1000,
    diagonalUp: 1000,
  };
  expect(fitPane(given({ ...all, widthMiddle: 812 }), 2)?.oddPlace).toBe('widthMiddle');
  // Either diagonal may be the wrong one: without the other the pane might lean.
  expect(fitPane(given({ ...all, diagonalUp: 1025 }), 2)?.oddPlace).toBeNull();
  expect(fitPane(given({ widthTop: 800 }), 2)).toBeNull();
});
