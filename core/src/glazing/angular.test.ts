import { angularShare, diffuseShare } from './angular.ts';

const cosOf = (degrees: number) => Math.cos((degrees * Math.PI) / 180);

describe('what a glazing takes of slanting sun', () => {
  // Worked by hand from the published polynomial, category 4: a = 8, b = 1/16, z = θ/90.
  test.each([
    [1, 0, 1],
    [1, 45, 0.978],
    [1, 60, 0.894],
    [2, 60, 0.874],
    [3, 60, 0.855],
    [1, 75, 0.623],
    [2, 75, 0.568],
    [2, 90, 0],
  ])('%d panes at %d degrees let in %d of it', (panes, degrees, share) => {
    expect(angularShare(panes, cosOf(degrees))).toBeCloseTo(share, 2);
  });

  test('from behind nothing, and never more than straight on', () => {
    expect(angularShare(2, 0)).toBe(0);
    expect(angularShare(2, -0.5)).toBe(0);
    expect(angularShare(2, 1.0000001)).toBe(1);
    for (let degrees = 1; degrees < 90; degrees += 1)
      expect(angularShare(2, cosOf(degrees))).toBeLessThanOrEqual(angularShare(2, cosOf(degrees - 1)));
  });

  test('from all sides it is the mean over the sky before the glass', () => {
    for (const panes of [1, 2, 3]) {
      // With u = sin²θ the weight 2 sin θ cos θ dθ is du: an even mean over u.
      const count = 4000;
      let sum = 0;
      for (let at = 0; at < count; at += 1) sum += angularShare(panes, Math.sqrt(1 - (at + 0.5) / count));
      expect(diffuseShare(panes)).toBeCloseTo(sum / count, 3);
    }
    expect(diffuseShare(1)).toBeGreaterThan(0.83);
    expect(diffuseShare(1)).toBeLessThan(0.92);
  });
});
