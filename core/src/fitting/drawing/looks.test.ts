import { placedLabels, strokeWidthPx } from './looks.ts';
import { stroke, type Mark, type Point } from './marks.ts';

const at = ({ x, y }: Point) => ({ x: 100 + x / 10, y: 40 + y / 10 });
const size = { width: 300, height: 200 };
const gap = (x: number, y: number, mm: number): Mark => ({
  kind: 'label',
  at: { x, y },
  says: { code: 'gap', mm },
});
const place = (...marks: Mark[]) =>
  placedLabels(marks, at, size, (says) => ('mm' in says ? `${says.mm} mm` : says.code));

test('a tool is as broad as it is, but never lost from sight nor over its neighbours', () => {
  expect([0, 50, 1000].map((mm) => strokeWidthPx('squeegee', mm, 0.3))).toEqual([5, 6.75, 12]);
  expect(strokeWidthPx('gap', 0, 0.3)).toBe(1.6);
});

test('a label stands over its mark, outside where that is at the top edge', () => {
  expect(place(gap(500, 800, 2), stroke('cut', []))).toEqual([
    { text: '2 mm', x: 150, y: 106, widthPx: 37.6 },
  ]);
  expect(place(gap(500, 0, 2))[0]?.y).toBe(24);
});

test('labels stay in the picture and apart from each other', () => {
  const [left, right, below] = place(gap(-990, 800, 1), gap(1990, 810, 2), gap(500, 9000, 3));
  expect(left?.x).toBeCloseTo(37.6 / 2 + 2, 9);
  expect(right?.x).toBeCloseTo(300 - 37.6 / 2 - 2, 9);
  expect(right?.y).toBe((left?.y ?? 0) + 22);
  expect(below?.y).toBe(188);
});
