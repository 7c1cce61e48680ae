import type { CutPlan, FilmForPlan, PaneForPlan, Piece, PlanJob, PlanOffcut } from '../cuts/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../testing/planJobs.ts';
import { checkPlan, type PlanFaultCode } from './index.ts';

/* Plans written by hand, so that nothing of what the planner would have done stands behind them. */

const ROLL = { width: 1524, length: 30480, price: 412 };
const film = (changes: Partial<FilmForPlan> = {}): FilmForPlan => ({
  ...filmForTest,
  turn: 'half',
  ...changes,
});
const pane = (width: number, height: number, changes: Partial<PaneForPlan> = {}): PaneForPlan =>
  paneForTest({ id: 'P', width, height, ...changes });
const jobOf = (of: PaneForPlan, by: FilmForPlan, changes: Partial<PlanJob> = {}) =>
  jobForTest({ films: [by], panes: [of], ...changes });

function planOf(pulls: CutPlan['pulls'], unplaced: CutPlan['unplaced'] = [], width = 1524): CutPlan {
  return {
    format: 'neat-sill/cut-plan',
    version: 1,
    sources: pulls.length > 0 ? [{ id: 'N1', filmId: 'F1', kind: 'new', width, length: 30480 }] : [],
    pulls,
    unplaced,
    summary: { cost: null, byFilm: [] },
  };
}
const codesOf = (job: PlanJob, plan: CutPlan, of: readonly PlanFaultCode[]) =>
  checkPlan(job, plan)
    .map(({ code }) => code)
    .filter((code) => of.includes(code));

describe('a pane is left out with cause only', () => {
  const left = (of: PaneForPlan, by: FilmForPlan) =>
    codesOf(jobOf(of, by), planOf([], [{ paneId: 'P', copy: 1, reason: 'pane.tooLarge' }]), [
      'unplaced.couldBe',
    ]).length > 0;
  const short = film({ rolls: [{ ...ROLL, length: 3000 }] });
  const two = film({ rolls: [ROLL, { width: 914, length: 30480, price: 250 }] });

  test.each<[string, PaneForPlan, FilmForPlan, boolean]>([
    ['as wide as the roll with its margins', pane(1474, 5000), film(), true],
    ['wider', pane(1475, 5000), film(), false],
    ['wide and low, on film that may be turned', pane(5000, 1474), film({ turn: 'any' }), true],
    ['wide and low, on film that may not', pane(5000, 1474), film(), false],
    ['wide and too high to be turned', pane(5000, 1475), film({ turn: 'any' }), false],
    ['as long as the roll', pane(1000, 2950), short, true],
    ['longer', pane(1000, 2951), short, false],
    ['turned, as long as the roll', pane(2950, 1000), { ...short, turn: 'any' }, true],
    ['turned, longer', pane(2951, 1000), { ...short, turn: 'any' }, false],
    ['of a film that is not sold', pane(1000, 1000), film({ rolls: [] }), false],
    ['wanted off a roll too narrow', pane(1000, 1000, { from: { kind: 'new', width: 914 } }), two, false],
    ['wanted off the wider roll', pane(1000, 1000, { from: { kind: 'new', width: 1524 } }), two, true],
    ['wanted off what is on hand', pane(1000, 1000, { from: { kind: 'onHand', id: 'R' } }), two, false],
    ['that must hang on a factory edge', pane(1000, 1000, { factoryEdge: 'left' }), film(), false],
  ])('one %s', (_what, of, by, couldBe) => expect(left(of, by)).toBe(couldBe));
});

/** Panels of a pane beside or above each other, all with the right overlap, each on a pull of its own. */
function panels(
  of: PaneForPlan,
  count: number,
  axis: 'vertical' | 'horizontal',
  change: (piece: Piece, at: number) => Partial<Piece> = () => ({}),
): CutPlan {
  const whole = axis === 'vertical' ? of.width : of.height;
  const each = (whole + (count - 1) * 20) / count;
  const pulls = Array.from({ length: count }, (_, at) => {
    const start = at * (each - 20);
    const cover =
      axis === 'vertical'
        ? { left: start, top: 0, width: each, height: of.height }
        : { left: 0, top: start, width: of.width, height: each };
    const piece: Piece = {
      id: `P${at}`,
      paneId: 'P',
      copy: 1,
      panel: at + 1,
      panels: count,
      x: 0,
      y: 0,
      w: cover.width + 50,
      l: cover.height + 50,
      turn: 0,
      cover,
      factoryEdge: null,
      seamEdges: {},
    };
    const changed = { ...piece, ...change(piece, at) };
    return {
      id: `${at + 1}`,
      sourceId: 'N1',
      start: at * 6000,
      length: 6000,
      pieces: [changed],
      offcuts: [],
    };
  });
  return planOf(pulls);
}

describe('a pane is divided into as few panels as will do', () => {
  const loose = film({ matchEdges: false });
  const any = film({ turn: 'any' });
  const anyLoose = film({ turn: 'any', matchEdges: false });
  const level = { seams: { allowed: true, axis: 'horizontal' } } as const;
  const shortLoose = film({ matchEdges: false, rolls: [{ ...ROLL, length: 3000 }] });

  test.each<[string, PaneForPlan, FilmForPlan, number, 'vertical' | 'horizontal', number | null]>([
    // Two rolls of 1524 less an overlap of 20 and margins of 50.
    ['two are enough up to 2978', pane(2978, 2000), film(), 2, 'vertical', null],
    ['three for more', pane(2979, 2000), film(), 2, 'vertical', 3],
    ['two where three were cut', pane(2000, 2000), film(), 3, 'vertical', 2],
    [
      'no number of one-way film whose edges must match',
      pane(2000, 2000),
      film({ turn: 'none' }),
      3,
      'vertical',
      null,
    ],
    ['two of one-way film else', pane(2000, 2000), { ...loose, turn: 'none' }, 3, 'vertical', 2],
    ['two level ones where film may be turned', pane(5000, 2000, level), any, 3, 'horizontal', 2],
    ['no number of level ones where it may not', pane(5000, 2000, level), film(), 3, 'horizontal', null],
    ['whichever way takes fewer', pane(5000, 2000), any, 4, 'vertical', 2],
    ['the other way only where it may go', pane(5000, 2000), film(), 4, 'vertical', null],
    ['along the roll, two lengths of it', pane(1000, 5930, level), shortLoose, 3, 'horizontal', 2],
    ['along the roll, three lengths', pane(1000, 5931, level), shortLoose, 2, 'horizontal', 3],
    [
      'along the roll, never where edges must match',
      pane(1000, 5930, level),
      film({ rolls: shortLoose.rolls }),
      3,
      'horizontal',
      null,
    ],
    [
      'not beyond the roll’s length',
      pane(2000, 3100),
      film({ rolls: shortLoose.rolls }),
      3,
      'vertical',
      null,
    ],
    // A side on the factory edge needs no margin, and leaves a gap of 1.5.
    [
      'two more easily on a factory edge',
      pane(3004, 2000, { factoryEdge: 'left' }),
      film(),
      2,
      'vertical',
      null,
    ],
    ['on either edge', pane(3004, 2000, { factoryEdge: 'any' }), film(), 2, 'vertical', null],
    ['but only so far', pane(3005, 2000, { factoryEdge: 'right' }), film(), 2, 'vertical', 3],
    [
      'not on an edge that lies across the roll',
      pane(2979, 2000, { factoryEdge: 'top' }),
      film(),
      2,
      'vertical',
      3,
    ],
    [
      'on the top edge where film may be turned',
      pane(5000, 3004, { ...level, factoryEdge: 'top' }),
      any,
      2,
      'horizontal',
      null,
    ],
    [
      'by the widest roll that is sold',
      pane(2978, 2000),
      film({ rolls: [{ ...ROLL, width: 914 }, ROLL] }),
      2,
      'vertical',
      null,
    ],
    ['turned without matching', pane(5000, 2000, level), anyLoose, 3, 'horizontal', 2],
  ])('%s', (_what, of, by, count, axis, fewest) => {
    const found = checkPlan(jobOf(of, by), panels(of, count, axis)).find(
      ({ code }) => code === 'seam.panelCount',
    );
    expect(found?.figures['fewest'] ?? null).toBe(fewest);
  });

  test('and not at all where it goes in one', () => {
    const codes = (of: PaneForPlan, by: FilmForPlan) =>
      codesOf(jobOf(of, by), panels(of, 2, 'vertical'), ['seam.needless', 'seam.notAllowed']);
    expect(codes(pane(1474, 2000), film())).toEqual(['seam.needless']);
    expect(codes(pane(5000, 1474), film({ turn: 'any' }))).toEqual(['seam.needless']);
    expect(codes(pane(2000, 2000), film())).toEqual([]);
    expect(codes(pane(2000, 2000, { seams: { allowed: false, axis: 'any' } }), film())).toEqual([
      'seam.notAllowed',
    ]);
  });
});

describe('panels of one pane', () => {
  const wide = pane(2900, 2000);
  const edges = (wished: PaneForPlan['factoryEdge'], given: readonly Piece['factoryEdge'][]) => {
    const of = { ...wide, factoryEdge: wished };
    const plan = panels(of, given.length, 'vertical', (_piece, at) => ({ factoryEdge: given[at] ?? null }));
    return checkPlan(jobOf(of, film()), plan)
      .filter(({ code, path }) => code === 'edge.missing' && path.startsWith('panes.'))
      .map(({ figures }) => figures['piece']);
  };

  test.each<[PaneForPlan['factoryEdge'], Piece['factoryEdge'][], string[]]>([
    ['left', ['left', null], []],
    ['left', [null, null], ['P']],
    ['left', ['left', 'left'], ['P1']],
    ['left', [null, 'left'], ['P0', 'P1']],
    ['right', [null, 'right'], []],
    ['right', ['right', null], ['P0', 'P1']],
    ['any', ['left', 'right'], ['P']],
    ['top', ['top', 'top'], []],
    ['top', ['top', null], ['P1']],
  ])('wished on %s, given on %j', (wished, given, missing) => expect(edges(wished, given)).toEqual(missing));

  test('lie level with their edges above and below, as those side by side', () => {
    const of = pane(1000, 6000, { factoryEdge: 'bottom', seams: { allowed: true, axis: 'horizontal' } });
    const plan = (given: readonly Piece['factoryEdge'][]) =>
      panels(of, 2, 'horizontal', (_piece, at) => ({ factoryEdge: given[at] ?? null }));
    const missing = (given: readonly Piece['factoryEdge'][]) =>
      checkPlan(jobOf(of, film()), plan(given)).filter(
        ({ code, path }) => code === 'edge.missing' && path.startsWith('panes.'),
      ).length;
    expect(missing([null, 'bottom'])).toBe(0);
    expect(missing(['bottom', null])).toBe(2);
  });

  test('say which are there when one is not', () => {
    const plan = panels(wide, 3, 'vertical');
    plan.pulls.splice(1, 1);
    const fault = checkPlan(jobOf(wide, film()), plan).find(({ code }) => code === 'panel.missing');
    expect(fault?.figures).toMatchObject({ pane: 'P', copy: 1, found: '1 3' });
    const doubled = panels(wide, 2, 'vertical', () => ({ panel: 1 }));
    expect(codesOf(jobOf(wide, film()), doubled, ['panel.missing'])).toEqual(['panel.missing']);
  });

  test('overlap by what the house says, no panel narrower than it says', () => {
    const three = pane(4000, 2000);
    const moved = (by: number) =>
      codesOf(
        jobOf(three, film({ matchEdges: false })),
        panels(three, 3, 'vertical', ({ cover }, at) => ({
          cover: { ...cover, left: cover.left + (at === 1 ? by : 0) },
        })),
        ['seam.overlap'],
      );
    expect(moved(0)).toEqual([]);
    expect(moved(1)).toEqual(['seam.overlap', 'seam.overlap']);
    const least = (minPanel: number) =>
      codesOf(
        jobOf(wide, film(), { rules: { ...jobForTest().rules, minPanel } }),
        panels(wide, 2, 'vertical'),
        ['seam.minPanel'],
      ).length;
    expect([least(1460), least(1461)]).toEqual([0, 2]);
  });

  test('cover the pane from its first side to its last', () => {
    const cover = (change: Partial<Piece['cover']>, at: number) =>
      codesOf(
        jobOf(wide, film()),
        panels(wide, 2, 'vertical', (piece, each) =>
          each === at ? { cover: { ...piece.cover, ...change } } : {},
        ),
        ['cover.wrong'],
      );
    expect(cover({}, 0)).toEqual([]);
    expect(cover({ left: 5 }, 0)).toEqual(['cover.wrong']);
    expect(cover({ width: 1455 }, 1)).toEqual(['cover.wrong']);
    expect(cover({ top: 5 }, 1)).toEqual(['cover.wrong']);
    expect(cover({ height: 1990 }, 0)).toEqual(['cover.wrong']);
  });
});

describe('a pattern runs on over the seam', () => {
  const wide = pane(2900, 2000);
  const matches = (
    drop: 'straight' | 'half' | undefined,
    second: { x: number; y: number; turn?: Piece['turn'] },
    of = { across: 300, along: 400 },
  ) => {
    const by = film({ matchEdges: false, pattern: { ...of, ...(drop ? { drop } : {}) } });
    const plan = panels(wide, 2, 'vertical', (_piece, at) => (at === 1 ? second : {}));
    return codesOf(jobOf(wide, by), plan, ['seam.pattern']).length === 0;
  };
  // The second begins at 1440 of the pane, the first at -25: 1465 apart is 265 into the fifth repeat. Pulls are 15 repeats apart.
  const IN_STEP = 265;

  test.each<[string, 'straight' | 'half', number, number, boolean]>([
    ['in step', 'straight', IN_STEP, 0, true],
    ['one repeat on, across and along', 'straight', IN_STEP - 300, 400, true],
    ['out of step across', 'straight', IN_STEP + 5, 0, false],
    ['just short of in step across', 'straight', IN_STEP - 5, 0, false],
    ['out of step along', 'straight', IN_STEP, 5, false],
    ['just short of a repeat along', 'straight', IN_STEP, 395, false],
    ['half a repeat on where it drops by half', 'half', IN_STEP, 200, true],
    ['in step where it drops by half', 'half', IN_STEP, 0, false],
    ['half a repeat on where it does not', 'straight', IN_STEP, 200, false],
  ])('%s', (_what, drop, x, y, sound) => expect(matches(drop, { x, y })).toBe(sound));

  test('and is not turned between two panels', () => {
    expect(matches('straight', { x: IN_STEP, y: 0, turn: 180 })).toBe(false);
  });

  test('a pane in one piece has no pattern to match', () => {
    const small = pane(1000, 1000);
    const by = film({ pattern: { across: 300, along: 400 } });
    const plan = panels(small, 1, 'vertical', () => ({ x: 17, y: 3 }));
    expect(codesOf(jobOf(small, by), plan, ['seam.pattern'])).toEqual([]);
  });
});

describe('leftovers and stages of a pull', () => {
  const small = pane(950, 1950, { count: 1 });
  const offcut = (
    x: number,
    y: number,
    w: number,
    l: number,
    changes: Partial<PlanOffcut> = {},
  ): PlanOffcut => ({
    x,
    y,
    w,
    l,
    factoryEdges: [],
    keep: true,
    ...changes,
  });
  const withOffcuts = (offcuts: PlanOffcut[], by = film()) => {
    const plan = panels(small, 1, 'vertical');
    const pulls = plan.pulls.map((pull) => ({ ...pull, length: 2000, offcuts }));
    return codesOf(jobOf(small, by), { ...plan, pulls }, [
      'offcut.offPull',
      'offcut.factoryEdges',
      'offcut.tooSmall',
      'piece.overlap',
      'cut.notInStages',
    ]);
  };

  test.each<[string, PlanOffcut, FilmForPlan, PlanFaultCode[]]>([
    ['beside the piece, to the edge', offcut(1000, 0, 524, 2000, { factoryEdges: ['right'] }), film(), []],
    ['not told that it has the edge', offcut(1000, 0, 524, 2000), film(), ['offcut.factoryEdges']],
    [
      'told of an edge it has not',
      offcut(1000, 0, 400, 2000, { factoryEdges: ['right'] }),
      film(),
      ['offcut.factoryEdges'],
    ],
    ['over the edge of the roll', offcut(1000, 0, 526, 2000), film(), ['offcut.offPull']],
    ['past the end of the pull', offcut(1000, 10, 400, 2000), film(), ['offcut.offPull']],
    ['before its beginning', offcut(1000, -10, 400, 2000), film(), ['offcut.offPull']],
    ['of no width', offcut(1000, 0, 0, 2000, { keep: false }), film(), ['offcut.offPull']],
    ['of no length', offcut(1000, 0, 400, 0, { keep: false }), film(), ['offcut.offPull']],
    ['as small as may be kept', offcut(1000, 0, 300, 600), film(), []],
    ['narrower', offcut(1000, 0, 299, 600), film(), ['offcut.tooSmall']],
    ['shorter', offcut(1000, 0, 300, 599), film(), ['offcut.tooSmall']],
    [
      'too small either way, of film that may be turned',
      offcut(1000, 0, 510, 400),
      film({ turn: 'any' }),
      ['offcut.tooSmall'],
    ],
    ['too small to keep, and not kept', offcut(1000, 0, 100, 100, { keep: false }), film(), []],
    ['on the piece', offcut(900, 0, 400, 2000), film(), ['piece.overlap']],
  ])('one %s', (_what, left, by, codes) => expect(withOffcuts([left], by)).toEqual(codes));

  test('film that may be turned keeps what is large enough lying the other way', () => {
    const rules = { ...jobForTest().rules, minOffcut: { width: 300, length: 500 } };
    const kept = (turn: FilmForPlan['turn']) => {
      const plan = panels(small, 1, 'vertical');
      const pulls = plan.pulls.map((pull) => ({
        ...pull,
        length: 2000,
        offcuts: [offcut(1000, 0, 510, 310)],
      }));
      return codesOf(jobOf(small, film({ turn }), { rules }), { ...plan, pulls }, ['offcut.tooSmall']);
    };
    expect(kept('any')).toEqual([]);
    expect(kept('half')).toEqual(['offcut.tooSmall']);
  });

  test('a strip parted by cuts across it is in stages; three things side by side in one stretch are not', () => {
    // In the strip of the piece: below it, two leftovers beside each other.
    const below = (offcuts: PlanOffcut[]) => {
      const plan = panels(small, 1, 'vertical');
      const pulls = plan.pulls.map((pull) => ({ ...pull, length: 4000, offcuts }));
      return codesOf(jobOf(small, film()), { ...plan, pulls }, ['cut.notInStages']);
    };
    const left = { factoryEdges: ['left' as const] };
    expect(below([offcut(0, 2000, 1000, 700, left)])).toEqual([]);
    expect(below([offcut(0, 2000, 400, 700, left), offcut(400, 2000, 600, 700)])).toEqual([
      'cut.notInStages',
    ]);
    expect(below([offcut(0, 2000, 400, 700, left), offcut(400, 2700, 600, 700)])).toEqual([]);
  });

  test('a piece narrower than its strip may be trimmed beside what is left of it', () => {
    const narrow = pane(550, 950);
    const plan = panels(pane(950, 1950), 1, 'vertical');
    const [pull] = plan.pulls;
    const [piece] = pull?.pieces ?? [];
    if (!pull || !piece) throw new Error('no piece');
    const second = {
      ...piece,
      id: 'Q',
      paneId: 'Q',
      w: 600,
      l: 1000,
      y: 2000,
      cover: { left: 0, top: 0, width: 550, height: 950 },
    };
    const codes = (offcuts: PlanOffcut[], more: Piece[] = []) =>
      codesOf(
        jobForTest({ films: [film()], panes: [pane(950, 1950), { ...narrow, id: 'Q', count: 2 }] }),
        { ...plan, pulls: [{ ...pull, length: 4000, pieces: [piece, second, ...more], offcuts }] },
        ['cut.notInStages', 'piece.overlap'],
      );
    expect(codes([offcut(600, 2000, 400, 1000)])).toEqual([]);
    // Two pieces beside each other inside a strip would need a slit of their own.
    expect(codes([], [{ ...second, id: 'Q2', copy: 2, x: 600, w: 300 }])).toEqual(['cut.notInStages']);
    // One leftover that reaches past the cross cut hangs together with both.
    expect(codes([offcut(600, 2000, 200, 1000), offcut(800, 2000, 200, 1000)])).toEqual(['cut.notInStages']);
  });
});
