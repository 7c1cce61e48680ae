import { checkPlan } from '../../check/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import type { SeamSurroundings } from '../format/index.ts';
import type { SeamPlace } from '../looks/looks.ts';
import {
  planCuts,
  seamOptions as offered,
  seamProblem,
  type FilmForPlan,
  type PaneForPlan,
} from '../index.ts';

const { rules } = jobForTest();
const NOTHING_ABOUT: SeamSurroundings = { hidden: [], lines: [] };
/** Offers with what is about a pane, and the seams of those that are alike. */
function seamOptions(
  pane: PaneForPlan,
  film: FilmForPlan,
  by: typeof rules,
  { neighbours = [], ...about }: SeamSurroundings & { neighbours?: readonly SeamPlace[] },
) {
  return offered({ ...pane, seams: { ...pane.seams, about } }, film, by, neighbours);
}
const plainFilm = { ...filmForTest, matchEdges: false };
const wide = paneForTest({ width: 2400, height: 2200, seams: { allowed: true, axis: 'vertical' } });
const codes = (option: { reasons: readonly { code: string }[] } | undefined) =>
  option?.reasons.map(({ code }) => code) ?? [];

describe('where seams go', () => {
  test('a hidden strip comes first, even with unequal panels, and equal panels are offered beside it', () => {
    const hidden = [{ axis: 'vertical' as const, from: 980, to: 1080 }];
    const options = seamOptions(wide, filmForTest, rules, { ...NOTHING_ABOUT, hidden });
    expect(options[0]?.atMm).toEqual([1030]);
    expect(codes(options[0])).toContain('hidden');
    expect(options.some((option) => codes(option).includes('equal'))).toBe(true);
    expect(options.every(({ axis }) => axis === 'vertical')).toBe(true);
  });

  test('of three panels the seams are brought to lines of the building, each for itself where panels are free', () => {
    const pane = paneForTest({ width: 3900, height: 2200, seams: { allowed: true, axis: 'vertical' } });
    const lines = [1250, 2640].map((at) => ({ axis: 'vertical' as const, at }));
    const [best] = seamOptions(pane, plainFilm, rules, { ...NOTHING_ABOUT, lines });
    expect(best?.atMm).toEqual([1250, 2640]);
    expect(codes(best)).toContain('onLine');
  });

  test('where the inner panel is a whole roll the seams are shifted together', () => {
    const pane = paneForTest({ width: 3900, height: 2200, seams: { allowed: true, axis: 'vertical' } });
    const lines = [{ axis: 'vertical' as const, at: 1290 }];
    const options = seamOptions(pane, filmForTest, rules, { ...NOTHING_ABOUT, lines });
    const onLine = options.find((option) => codes(option).includes('onLine'));
    expect(onLine?.atMm[0]).toBeCloseTo(1290, 3);
    // A whole roll less its overlap lies between the two.
    expect((onLine?.atMm[1] ?? 0) - (onLine?.atMm[0] ?? 0)).toBeCloseTo(1524 - rules.seamOverlap, 3);
  });

  test('seams of a patterned film lie on its lines', () => {
    const pattern = { across: 300, along: 450, drop: 'straight' as const };
    const film = { ...plainFilm, turn: 'none' as const, pattern };
    const [best] = seamOptions(wide, film, rules, NOTHING_ABOUT);
    expect(codes(best)).toContain('onPattern');
    expect(((best?.atMm[0] ?? 0) + rules.allowance) % 300).toBeCloseTo(0, 6);
  });

  test('level seams at eye level and slivers count against a place', () => {
    const pane = paneForTest({ width: 2200, height: 2400, seams: { allowed: true, axis: 'any' } });
    const eyes = { from: 1100, to: 1500 };
    const options = seamOptions(pane, plainFilm, rules, { ...NOTHING_ABOUT, eyes });
    expect(options[0]?.axis).toBe('vertical');
  });

  test('a line of the building and the seam of its neighbour draw the seam to them', () => {
    const lines = [{ axis: 'vertical' as const, at: 1320 }];
    const [onLine] = seamOptions(wide, filmForTest, rules, {
      ...NOTHING_ABOUT,
      lines,
      neighbours: [{ axis: 'vertical', atMm: [1320] }],
    });
    expect(onLine?.atMm).toEqual([1320]);
    expect(codes(onLine)).toEqual(['onLine', 'likeNeighbour']);
  });

  test('what a place counts: seams one sees, eye level, level seams, narrow panels, more film', () => {
    const counted = (options: ReturnType<typeof seamOptions>) =>
      options.map(({ axis, atMm, score }) => [axis, ...atMm.map(Math.round), Number(score.toFixed(3))]);
    const around = {
      ...NOTHING_ABOUT,
      hidden: [{ axis: 'vertical' as const, from: 980, to: 1080 }],
      lines: [{ axis: 'vertical' as const, at: 1320 }],
      neighbours: [{ axis: 'vertical' as const, atMm: [1326] }],
    };
    // 2.2 m at 3 a metre: 0.3 of it on a line, with a panel of 1090 mm where 1200 are equal, 5 × 0.092; 10 for a pane
    // unlike its neighbour, all of it in the open; nothing for what is hidden.
    expect(counted(seamOptions(wide, plainFilm, rules, around))).toEqual([
      ['vertical', 1320, 2.438],
      ['vertical', 1030, 10.667],
      ['vertical', 1200, 16.6],
    ]);
    const tall = paneForTest({ width: 2200, height: 2400, seams: { allowed: true, axis: 'horizontal' } });
    const level = (eyes: { from: number; to: number } | null) =>
      counted(seamOptions(tall, plainFilm, rules, { ...NOTHING_ABOUT, eyes }))[0];
    // Half as much again for a level seam, twice that at eye level.
    expect(level(null)).toEqual(['horizontal', 1200, 9.9]);
    expect(level({ from: 1200, to: 1500 })).toEqual(['horizontal', 1200, 19.8]);
    expect(level({ from: 900, to: 1200 })).toEqual(['horizontal', 1200, 19.8]);
    expect(level({ from: 1201, to: 1500 })).toEqual(['horizontal', 1200, 9.9]);
    expect(level({ from: 900, to: 1199 })).toEqual(['horizontal', 1200, 9.9]);
    // 2.4 m upright in the open glass, the thirds with a panel of 743 mm where 1100 are equal, and a little more film than
    // level panels.
    const either = paneForTest({ width: 2200, height: 2400, seams: { allowed: true, axis: 'any' } });
    const thirds = seamOptions(either, plainFilm, rules, NOTHING_ABOUT).filter((option) =>
      codes(option).includes('third'),
    );
    expect(counted(thirds)).toEqual([
      ['vertical', 733, 8.858],
      ['vertical', 1467, 8.858],
    ]);
  });

  test('lines and strips of the other direction, or outside the glass, draw no seam', () => {
    const around = {
      ...NOTHING_ABOUT,
      hidden: [{ axis: 'horizontal' as const, from: 980, to: 1080 }],
      lines: [
        { axis: 'horizontal' as const, at: 1320 },
        { axis: 'vertical' as const, at: -40 },
        { axis: 'vertical' as const, at: 2400 },
      ],
      neighbours: [{ axis: 'horizontal' as const, atMm: [1200] }],
    };
    const [only, ...others] = seamOptions(wide, plainFilm, rules, around);
    expect([only?.atMm, codes(only), others]).toEqual([[1200], ['equal'], []]);
  });

  test('a narrow panel and more film are said from where they matter', () => {
    const pane = paneForTest({ width: 1800, height: 2200, seams: { allowed: true, axis: 'vertical' } });
    const lines = [{ axis: 'vertical' as const, at: 440 }];
    const [best] = seamOptions(pane, plainFilm, rules, { ...NOTHING_ABOUT, lines });
    expect(best?.reasons).toEqual([{ code: 'onLine' }]);
    const nearer = [{ axis: 'vertical' as const, at: 430 }];
    const [narrow] = seamOptions(pane, plainFilm, rules, { ...NOTHING_ABOUT, lines: nearer });
    expect(narrow?.reasons).toEqual([{ code: 'onLine' }, { code: 'narrow', mm: 440 }]);
  });

  test('a place that takes more film says how much; a level panel is as narrow as it is low', () => {
    const pane = paneForTest({ width: 1500, height: 2900, seams: { allowed: true, axis: 'any' } });
    const lines = [{ axis: 'horizontal' as const, at: 1450 }];
    const broad = { ...rules, seamOverlap: 60 };
    const options = seamOptions(pane, plainFilm, broad, { ...NOTHING_ABOUT, lines });
    // Two panels with 25 mm at the pane's sides and 60 mm between them: 1610 × 2950 upright, 1550 × 3010 level.
    const more = (1610 * 2950) / (1550 * 3010) - 1;
    const upright = options.find(({ axis }) => axis === 'vertical');
    expect(upright?.reasons).toEqual([
      { code: 'equal' },
      { code: 'moreFilm', share: expect.closeTo(more, 9) },
    ]);
    const perMm2 = 412 / 1524 / 30480;
    expect(upright?.score).toBeCloseTo(2.9 * 3 + (1610 * 2950 - 1550 * 3010) * perMm2, 9);
    const level = options.find(({ axis }) => axis === 'horizontal');
    expect(level?.reasons.map(({ code }) => code)).toEqual(['onLine', 'equal', 'level']);
    expect(level?.score).toBeCloseTo(1.5 * 3 * 0.3 * 1.5, 9);
    const unpriced = { ...plainFilm, rolls: plainFilm.rolls.map(({ width, length }) => ({ width, length })) };
    const order = seamOptions(pane, unpriced, broad, { ...NOTHING_ABOUT, lines });
    expect(order.find(({ axis }) => axis === 'vertical')?.score).toBeCloseTo(2.9 * 3 * (1 + 4 * more), 9);
  });

  test('level seams of a patterned film lie on its lines along the roll', () => {
    const pattern = { across: 310, along: 450, drop: 'straight' as const };
    const film = { ...plainFilm, turn: 'none' as const, pattern };
    const pane = paneForTest({ width: 1400, height: 2900, seams: { allowed: true, axis: 'horizontal' } });
    const short = { ...film, rolls: film.rolls.map((roll) => ({ ...roll, length: 2000 })) };
    for (const { atMm, reasons } of seamOptions(pane, short, rules, NOTHING_ABOUT)) {
      const line = (atMm[0] ?? 0) + rules.allowance;
      const apart = Math.abs(line - Math.round(line / 450) * 450);
      expect(reasons.some(({ code }) => code === 'onPattern')).toBe(apart < 0.5);
    }
  });

  test('of three panels each seam goes to the line that is near it, and stays where none is', () => {
    const pane = paneForTest({ width: 3900, height: 2200, seams: { allowed: true, axis: 'vertical' } });
    const places = (...atMm: number[]) =>
      seamOptions(pane, plainFilm, rules, {
        ...NOTHING_ABOUT,
        lines: atMm.map((mm) => ({ axis: 'vertical' as const, at: mm })),
      }).map((option) => option.atMm.map(Math.round).join(' '));
    // Equal pieces put seams at 1303 and 2597.
    expect(places(1180)).toContain('1180 2597');
    expect(places(1210, 2690)).toContain('1210 2690');
  });

  test('a place that can’t be is refused with its figures, and one that can be is planned there', () => {
    const problem = (at: number) => seamProblem(wide, filmForTest, rules, 'vertical', [at]);
    expect(problem(100)).toMatchObject({ code: 'seam.minPanel', mm: 110, leastMm: 150 });
    expect(problem(1900)).toMatchObject({ code: 'seam.tooWide', rollMm: 1524 });
    expect(problem(1030)).toBeNull();
    // The narrowest panel may just be as wide as the rule says, its overlap counted in.
    expect(problem(140)).toMatchObject({ code: 'seam.tooWide', mm: 2400 - 130 + rules.allowance });
    expect(problem(139)).toEqual({ code: 'seam.minPanel', mm: 149, leastMm: 150 });
    const of = (axis: 'vertical' | 'horizontal', at: readonly number[], film = plainFilm) =>
      seamProblem(paneForTest({ width: 2400, height: 2000 }), film, rules, axis, at);
    expect(of('vertical', [1600, 800])).toBeNull();
    // A panel between two seams has half an overlap at both sides.
    expect(of('vertical', [930, 800])).toBeNull();
    expect(of('vertical', [929, 800])).toEqual({ code: 'seam.minPanel', mm: 149, leastMm: 150 });
    expect(of('vertical', [800, 2261])).toEqual({ code: 'seam.minPanel', mm: 149, leastMm: 150 });
    expect(of('horizontal', [1000])).toBeNull();
    expect(of('horizontal', [1900])).toEqual({ code: 'seam.minPanel', mm: 110, leastMm: 150 });
    // Between two factory edges a panel is a whole roll: no place but those will do.
    expect(seamProblem(wide, filmForTest, rules, 'vertical', [700, 1300, 1800])).toEqual({
      code: 'seam.fixed',
    });
    const job = jobForTest({ panes: [{ ...wide, seams: { ...wide.seams, at: [1030] } }] });
    const made = planCuts(job, { random: seededRandom(1), rounds: 20, shouldStop: () => false });
    expect(checkPlan(job, made)).toEqual([]);
    const covers = made.pulls
      .flatMap(({ pieces }) => pieces)
      .sort((a, b) => a.panel - b.panel)
      .map(({ cover }) => [cover.left, cover.width]);
    expect(covers).toEqual([
      [0, 1040],
      [1020, 1380],
    ]);
  });

  test('a pane that goes whole, or may not be seamed, has none', () => {
    expect(seamOptions(paneForTest(), filmForTest, rules, NOTHING_ABOUT)).toEqual([]);
    const never = { ...wide, seams: { allowed: false, axis: 'any' as const } };
    expect(seamOptions(never, filmForTest, rules, NOTHING_ABOUT)).toEqual([]);
  });
});
