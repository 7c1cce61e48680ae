import type { Pane, PlacedOpening } from '../../survey/index.ts';
import { paneForTest, jobForTest } from '../../testing/planJobs.ts';
import { alikePanes, surroundingsOf, type PaneAmongOthers } from './surroundings.ts';
import { withSurroundings } from './withSurroundings.ts';

describe('what is about a pane where its seams may go', () => {
  const seams: Pane['seams'] = { allowed: true, axis: 'vertical', atMm: null, alone: false };
  const opening = (
    id: string,
    leftMm: number,
    sillMm: number,
    widthMm: number,
    heightMm: number,
    measured = true,
  ) => ({ id, leftMm, sillMm, size: { widthMm, heightMm }, measured }) as PlacedOpening<string>;
  const among = (id: string, more: Partial<PaneAmongOthers> = {}): PaneAmongOthers => ({
    id,
    pane: { hidden: [], seams },
    size: { widthMm: 2400, heightMm: 2200 },
    covered: [],
    ...more,
  });
  const own = opening('own', 1000, 200, 2400, 2200);
  const upright = (at: number) => ({ axis: 'vertical', at });
  const level = (at: number) => ({ axis: 'horizontal', at });

  test('edges of measured openings that fall on its glass, and the height of eyes', () => {
    const openings = [
      opening('left of it', 500, 300, 1500, 1000),
      own,
      opening('not measured', 700, 700, 700, 700, false),
      // Its edges stand at the very edge of the pane.
      opening('flush', 1001, 201, 2398, 2198),
    ];
    expect(surroundingsOf(among('own'), openings)).toEqual({
      hidden: [],
      lines: [upright(1000), level(2100), level(1100)],
      eyes: { from: 650, to: 1300 },
    });
  });

  test('all of it is told from where the film begins', () => {
    const covered = [{ leftMm: 40, topMm: 30, widthMm: 2340, heightMm: 2150 }];
    const hidden = (['left', 'right', 'top', 'bottom'] as const).map((side, at) => ({
      side,
      depthMm: 50 + 10 * at,
      behind: 'curtain' as const,
      bare: false,
    }));
    const around = surroundingsOf(among('own', { covered, pane: { hidden, seams } }), [
      own,
      opening('left of it', 500, 300, 1500, 1000),
    ]);
    expect(around).toMatchObject({
      hidden: [
        { axis: 'vertical', from: -40, to: 10 },
        { axis: 'vertical', from: 2340 - 40, to: 2400 - 40 },
        { axis: 'horizontal', from: -30, to: 70 - 30 },
        { axis: 'horizontal', from: 2120 - 30, to: 2200 - 30 },
      ],
      lines: [upright(960), level(2070), level(1070)],
      eyes: { from: 620, to: 1270 },
    });
  });

  test('eyes meet only a pane that reaches them, and no more of it than there is', () => {
    const eyesAt = (sillMm: number) => surroundingsOf(among('own'), [{ ...own, sillMm }])?.eyes;
    expect(eyesAt(-500)).toEqual({ from: 0, to: 600 });
    expect(eyesAt(-1100)).toBeNull();
    expect(eyesAt(-1099)).toEqual({ from: 0, to: 1 });
    expect(eyesAt(1000)).toEqual({ from: 1450, to: 2100 });
    expect(eyesAt(1200)).toEqual({ from: 1650, to: 2200 });
    expect(eyesAt(1750)).toBeNull();
  });

  test('what does not stand on the wall has none', () => {
    expect(surroundingsOf(among('another'), [own])).toBeNull();
  });

  describe('panes that are alike', () => {
    const sized = (id: string, widthMm: number, heightMm: number, more: Partial<Pane['seams']> = {}) =>
      among(id, {
        size: { widthMm, heightMm },
        pane: { hidden: [], filmId: 'f', seams: { ...seams, ...more } },
      });
    const at = (id: string, leftMm: number) => opening(id, leftMm, 0, 700, 2200);

    test('are of one size within a few mm, of one film, measured, and not wanted for themselves', () => {
      const panes = [
        sized('first', 2400, 2200),
        sized('alike', 2409, 2191),
        sized('wider', 2410, 2200),
        sized('higher', 2400, 2210),
        sized('for itself', 2400, 2200, { alone: true }),
        { ...sized('of other film', 2400, 2200), pane: { hidden: [], filmId: 'g', seams } },
        { ...sized('unmeasured', 2400, 2200), size: null },
      ];
      expect([...alikePanes(panes, [])]).toEqual([
        ['first', { alike: 'first', mirrored: false }],
        ['alike', { alike: 'first', mirrored: false }],
      ]);
    });

    test('mirror each other as a pair with a door between them, whichever was measured first', () => {
      const pair = [sized('right', 700, 2200), sized('left', 700, 2200)];
      const door = opening('door', 900, 0, 900, 2100);
      const mirrored = (openings: readonly PlacedOpening<string>[], panes = pair) =>
        [...alikePanes(panes, openings)].filter(([, alike]) => alike.mirrored).map(([id]) => id);
      const sides = [at('left', 100), at('right', 2000)];
      expect(mirrored([...sides, door])).toEqual(['right']);
      expect(mirrored(sides)).toEqual([]);
      // A fanlight above them is no door between them, and of three none is mirrored.
      expect(mirrored([...sides, { ...door, sillMm: 2200 }])).toEqual([]);
      expect(mirrored([...sides, { ...door, sillMm: 2199 }])).toEqual(['right']);
      expect(mirrored([...sides, { ...door, sillMm: -2100 }])).toEqual([]);
      expect(mirrored([...sides, { ...door, leftMm: 3000 }])).toEqual([]);
      const three = [...pair, sized('third', 700, 2200)];
      expect(mirrored([...sides, door, at('third', 4000)], three)).toEqual([]);
    });
  });
});

test('a job takes what is about its divided panes, and the wish of one holds for those that are alike', () => {
  const seams = { allowed: true, axis: 'vertical' as const };
  const wide = (id: string, at?: number[]) =>
    paneForTest({ id, width: 2400, height: 2200, seams: at ? { ...seams, at } : seams });
  const small = paneForTest({ id: 'small', width: 600, height: 900 });
  const wish = { allowed: true, axis: 'vertical' as const, atMm: null, alone: false };
  const among = (id: string, size = { widthMm: 2400, heightMm: 2200 }, alone = false): PaneAmongOthers => ({
    id,
    pane: { hidden: [], seams: { ...wish, alone }, filmId: 'f' },
    size,
    covered: [],
  });
  const stands = (id: string, leftMm: number, widthMm = 2400): PlacedOpening<string> =>
    ({ id, leftMm, sillMm: 0, size: { widthMm, heightMm: 2200 }, measured: true }) as PlacedOpening<string>;
  const openings = [stands('a', 0), stands('door', 2500, 900), stands('b', 3500)];
  const job = jobForTest({ panes: [wide('a', [1000]), small, wide('b')] });
  const panes = [among('a'), among('small', { widthMm: 600, heightMm: 900 }), among('b')];
  const made = withSurroundings(job, [{ panes, openings }]).panes;
  expect(made[1]).toEqual(small);
  expect(made[0]?.seams).toMatchObject({ at: [1000], alike: 'a', about: { hidden: [] } });
  expect(made[2]?.seams).toMatchObject({ at: [1400], axis: 'vertical', alike: 'a', mirrored: true });
  const freed = [among('a'), among('b', undefined, true)];
  expect(withSurroundings(job, [{ panes: freed, openings }]).panes[2]?.seams).toMatchObject({
    axis: 'vertical',
  });
  expect(withSurroundings(job, [{ panes: freed, openings }]).panes[2]?.seams.at).toBeUndefined();
  const whole = jobForTest({ panes: [small] });
  expect(withSurroundings(whole, [{ panes, openings }])).toBe(whole);
});
