import { NEW_PANE } from '../survey/index.ts';
import { coveredParts, leadOn, patternOverWall, pieceSize } from './coverage.ts';

const GLASS = { widthMm: 900, heightMm: 2000 };
const MARKINGS = {
  markings: [
    { fromFloorMm: 850, heightMm: 75 },
    { fromFloorMm: 1400, heightMm: 75 },
  ],
};
const door = { ...NEW_PANE, sillMm: 100 };
const strip = (side: 'top' | 'right' | 'bottom' | 'left', depthMm: number, bare = true) => ({
  side,
  depthMm,
  behind: 'outsideFrame' as const,
  bare,
});
const covered = (changes: Partial<typeof door>) => coveredParts({ ...door, ...changes }, GLASS, MARKINGS);

describe('what film covers of a pane', () => {
  test('is all of it unless somebody said otherwise', () => {
    expect(covered({})).toEqual([{ topMm: 0, leftMm: 0, widthMm: 900, heightMm: 2000 }]);
    expect(covered({ hidden: [strip('left', 40, false)] })).toEqual(covered({}));
  });

  test('leaves glass bare that nobody sees, by the deepest strip of each side', () => {
    const hidden = [
      strip('top', 30),
      strip('top', 50),
      strip('left', 20),
      strip('right', 10),
      strip('bottom', 5),
    ];
    expect(covered({ hidden })).toEqual([{ topMm: 50, leftMm: 20, widthMm: 870, heightMm: 1945 }]);
  });

  test('a band lies between two heights over the floor and is counted from the top of the glass', () => {
    // The glass stands from 100 to 2100 over the floor.
    expect(covered({ coverage: { kind: 'band', fromFloorMm: 900, toFloorMm: 1500 } })).toEqual([
      { topMm: 600, leftMm: 0, widthMm: 900, heightMm: 600 },
    ]);
    expect(covered({ coverage: { kind: 'lower', toFloorMm: 1100 } })).toEqual([
      { topMm: 1000, leftMm: 0, widthMm: 900, heightMm: 1000 },
    ]);
  });

  test('heights off the glass are cut off at its edges, and none are left where they miss it', () => {
    const band = (fromFloorMm: number, toFloorMm: number) =>
      covered({ coverage: { kind: 'band', fromFloorMm, toFloorMm } });
    expect(band(1900, 2600)).toEqual([{ topMm: 0, leftMm: 0, widthMm: 900, heightMm: 200 }]);
    expect(band(0, 300)).toEqual([{ topMm: 1800, leftMm: 0, widthMm: 900, heightMm: 200 }]);
    expect(band(2100, 2600)).toEqual([]);
    expect(band(0, 100)).toEqual([]);
    expect(
      covered({
        coverage: { kind: 'band', fromFloorMm: 0, toFloorMm: 160 },
        hidden: [strip('bottom', 60)],
      }),
    ).toEqual([]);
  });

  test('the marks of a glass door are the shop’s, from the top down', () => {
    expect(covered({ coverage: { kind: 'markings' } })).toEqual([
      { topMm: 625, leftMm: 0, widthMm: 900, heightMm: 75 },
      { topMm: 1175, leftMm: 0, widthMm: 900, heightMm: 75 },
    ]);
  });

  test('nothing is filmed where all the glass is hidden', () => {
    expect(covered({ hidden: [strip('left', 500), strip('right', 400)] })).toEqual([]);
    expect(covered({ hidden: [strip('top', 1000), strip('bottom', 1000)] })).toEqual([]);
  });

  test('strips of one pane are cut alike, to the tallest', () => {
    const strips = [
      { topMm: 0, leftMm: 0, widthMm: 900, heightMm: 60 },
      { topMm: 500, leftMm: 0, widthMm: 880, heightMm: 75 },
    ];
    expect(pieceSize(strips)).toEqual({ widthMm: 900, heightMm: 75 });
    expect(pieceSize([])).toEqual({ widthMm: 0, heightMm: 0 });
  });
});

describe('a pattern that runs on over the wall', () => {
  const opening = (id: string, leftMm: number, sillMm: number, heightMm: number) => ({
    id,
    leftMm,
    sillMm,
    size: { widthMm: 500, heightMm },
  });
  const pattern = { acrossMm: 300, alongMm: 400, drop: 'straight' } as const;

  test('starts at the top left of the first pane; the next take it up where they stand', () => {
    const starts = patternOverWall(
      [opening('a', 200, 900, 1000), opening('b', 1100, 900, 1000), opening('c', 1750, 400, 1000)],
      pattern,
    );
    expect(starts.get('a')).toEqual({ acrossMm: 0, alongMm: 0 });
    expect(starts.get('b')).toEqual({ acrossMm: 0, alongMm: 0 });
    // 1550 to the right is 50 into the sixth repeat; its top is 500 lower: 100 into the second.
    expect(starts.get('c')).toEqual({ acrossMm: 50, alongMm: 100 });
  });

  test('a pane higher or further left than the first is into the repeat before', () => {
    const starts = patternOverWall([opening('a', 500, 500, 1000), opening('b', 400, 700, 1000)], pattern);
    expect(starts.get('b')).toEqual({ acrossMm: 200, alongMm: 200 });
    expect(patternOverWall([], pattern).size).toBe(0);
  });
});

describe('lead on a pane', () => {
  const lead = (pattern: 'squares' | 'diamonds', acrossMm: number, alongMm: number, glass = GLASS) =>
    leadOn({ leading: { pattern, acrossMm, alongMm, stripMm: 6 } }, glass);

  test('squares take a line for each inner edge, and a dot where two cross', () => {
    // 900 by 300: two upright lines; 2000 by 500: three level ones.
    expect(lead('squares', 300, 500)).toEqual({ stripMm: 2 * 2000 + 3 * 900, dots: 6 });
    // A rest at the side still needs its line.
    expect(lead('squares', 290, 500).stripMm).toBe(3 * 2000 + 3 * 900);
    expect(lead('squares', 900, 2000)).toEqual({ stripMm: 0, dots: 0 });
    expect(leadOn({ leading: null }, GLASS)).toEqual({ stripMm: 0, dots: 0 });
  });

  test('diamonds take both slants: on much glass, area over the distance between lines', () => {
    for (const [acrossMm, alongMm] of [
      [50, 80],
      [60, 60],
      [90, 40],
    ] as const) {
      const { stripMm, dots } = lead('diamonds', acrossMm, alongMm);
      const apart = alongMm / Math.hypot(1, alongMm / acrossMm);
      const expected = (2 * GLASS.widthMm * GLASS.heightMm) / apart;
      expect(Math.abs(stripMm / expected - 1)).toBeLessThan(0.01);
      expect(dots).toBe(Math.floor((2 * 900 * 2000) / (acrossMm * alongMm)));
    }
  });

  test('one diamond over the whole pane has its four sides', () => {
    expect(lead('diamonds', 900, 2000).stripMm).toBeCloseTo(4 * Math.hypot(450, 1000), 6);
  });
});
