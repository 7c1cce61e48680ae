import { planCuts, type CutPlan, type PaneForPlan, type Piece, type PlanJob } from '../cuts/index.ts';
import { filmForTest, jobForTest, paneForTest, randomJob } from '../testing/planJobs.ts';
import { seededRandom } from '../units/index.ts';
import { describePlanFault } from '../words/index.ts';
import { PLAN_FAULTS, checkPlan, type PlanFaultCode } from './index.ts';
import { slitsOf } from './slits.ts';

/* Every fault the checker knows, each from a sound plan broken in just that way. */

const planOf = (job: PlanJob): CutPlan =>
  planCuts(job, { random: seededRandom(3), rounds: 5, shouldStop: () => false });

/** A job with what plans can hold: twins, a divided pane, a factory edge, a chosen roll, stock of both kinds, two films. */
const job: PlanJob = jobForTest({
  films: [
    filmForTest,
    {
      ...filmForTest,
      id: 'F2',
      name: 'Plover Frost',
      rolls: [{ width: 1220, length: 30_000, price: 300 }],
      turn: 'none',
      matchEdges: false,
      pattern: { across: 300, along: 400 },
    },
    {
      ...filmForTest,
      id: 'F3',
      name: 'Heron in the reeds',
      rolls: [],
      sheets: [{ width: 900, height: 1400, price: 80, motif: true }],
      turn: 'none',
    },
  ],
  stock: [
    { id: 'R1', filmId: 'F1', kind: 'roll', width: 1524, length: 9000, factoryEdges: ['left', 'right'] },
    { id: 'R2', filmId: 'F1', kind: 'roll', width: 1524, length: 2500, factoryEdges: ['left', 'right'] },
    { id: 'O1', filmId: 'F1', kind: 'offcut', width: 700, length: 900, factoryEdges: ['left'] },
  ],
  panes: [
    paneForTest({ id: 'twins', width: 600.5, height: 1387.25, count: 2 }),
    paneForTest({ id: 'wide', width: 2300, height: 2000 }),
    paneForTest({ id: 'slim', width: 390, height: 1200, count: 3 }),
    paneForTest({ id: 'edge', width: 500, height: 1000, factoryEdge: 'left' }),
    paneForTest({ id: 'fromR2', width: 640, height: 1100, from: { kind: 'onHand', id: 'R2' } }),
    paneForTest({ id: 'heron', filmId: 'F3', width: 700, height: 1100 }),
    paneForTest({ id: 'frosted', filmId: 'F2', width: 2000, height: 1500 }),
  ],
  rules: {
    ...jobForTest().rules,
    seamPlaces: 'equal',
    work: {
      perPull: 1,
      perKnifeSetting: 1,
      mostSlits: 4,
      leftoverWorth: 0.2,
      sliver: { underMm: 20, cost: 1 },
      perExtraLot: 10,
    },
  },
});
const sound = planOf(job);

type Change = (plan: CutPlan, job: PlanJob) => { plan?: CutPlan; job?: PlanJob };
type MutablePlan = { -readonly [Key in keyof CutPlan]: CutPlan[Key] };

/** Changes a deep copy of the sound plan in place. */
const inPlan =
  (change: (plan: MutablePlan) => void): Change =>
  (plan) => {
    const copy = structuredClone(plan) as MutablePlan;
    change(copy);
    return { plan: copy };
  };
const inPane =
  (id: string, change: Partial<PaneForPlan>): Change =>
  (_plan, of) => ({
    job: { ...of, panes: of.panes.map((pane) => (pane.id === id ? { ...pane, ...change } : pane)) },
  });

function piece(plan: CutPlan, paneId: string, panel = 1): Piece {
  const found = plan.pulls
    .flatMap(({ pieces }) => pieces)
    .find((p) => p.paneId === paneId && p.panel === panel);
  if (!found) throw new Error(`no piece of ${paneId}`);
  return found;
}
function pullWith(plan: CutPlan, paneId: string) {
  const found = plan.pulls.find(({ pieces }) => pieces.some((each) => each.paneId === paneId));
  if (!found) throw new Error(`no pull with ${paneId}`);
  return found;
}
function onlyFilm(plan: CutPlan, filmId = 'F1') {
  const found = plan.summary.byFilm.find((film) => film.filmId === filmId);
  if (!found) throw new Error(`no summary of ${filmId}`);
  return found;
}
function keptOffcut(plan: CutPlan) {
  const found = plan.pulls.flatMap(({ offcuts }) => offcuts).find(({ keep }) => keep);
  if (!found) throw new Error('nothing is kept');
  return found;
}
const withoutPieces = (plan: MutablePlan, paneId: string) => {
  for (const pull of plan.pulls) pull.pieces = pull.pieces.filter((each) => each.paneId !== paneId);
};

const BREACHES: Readonly<Record<PlanFaultCode, Change>> = {
  'source.twice': inPlan((plan) =>
    plan.sources.push({ ...(plan.sources[0] as (typeof plan.sources)[number]) }),
  ),
  'source.unknownFilm': inPlan((plan) =>
    plan.sources.push({ id: 'X', filmId: 'F9', kind: 'new', width: 1524, length: 30480 }),
  ),
  'source.newIdIsStock': inPlan((plan) =>
    plan.sources.push({ id: 'O1', filmId: 'F1', kind: 'new', width: 1524, length: 30480 }),
  ),
  'source.notSold': inPlan((plan) =>
    plan.sources.push({ id: 'X', filmId: 'F1', kind: 'new', width: 1830, length: 30480 }),
  ),
  'source.notInStock': inPlan((plan) =>
    plan.sources.push({ id: 'R9', filmId: 'F1', kind: 'roll', width: 1524, length: 9000 }),
  ),
  'source.differsFromStock': inPlan((plan) => {
    for (const source of plan.sources) if (source.id === 'R2') source.length += 1;
  }),
  'pull.twice': inPlan((plan) => {
    const [first, second] = plan.pulls;
    if (first && second) second.id = first.id;
  }),
  'pull.unknownSource': inPlan((plan) => {
    pullWith(plan, 'edge').sourceId = 'nowhere';
  }),
  'pull.noLength': inPlan((plan) => {
    pullWith(plan, 'edge').length = 0;
  }),
  'pull.offRoll': inPlan((plan) => {
    pullWith(plan, 'fromR2').start = 2000;
  }),
  'pull.overlap': inPlan((plan) => {
    // Wherever the plan cuts them, a copy of one begins before it ends.
    const [first] = plan.pulls;
    if (first) plan.pulls.push({ ...structuredClone(first), start: first.start + first.length - 0.3 });
  }),
  'sheet.notWhole': inPlan((plan) => {
    pullWith(plan, 'heron').length = 1300;
  }),
  'sheet.motifAlone': inPlan((plan) => {
    piece(plan, 'heron').turn = 180;
  }),
  'sheet.motifPlace': inPlan((plan) => {
    piece(plan, 'heron').x += 3;
  }),
  'pull.tooLong': (_plan, of) => ({ job: { ...of, rules: { ...of.rules, longestPull: 500 } } }),
  'pull.tooManySlits': (_plan, of) => ({
    job: {
      ...of,
      rules: { ...of.rules, work: of.rules.work && { ...of.rules.work, mostSlits: 1 } },
    },
  }),
  'piece.otherRoll': inPane('twins', { from: { kind: 'new', width: 1219 } }),
  'piece.twice': inPlan((plan) => {
    piece(plan, 'edge').id = piece(plan, 'twins').id;
  }),
  'piece.unknownPane': inPlan((plan) => {
    piece(plan, 'edge').paneId = 'nobody';
  }),
  'piece.otherFilm': inPane('edge', { filmId: 'F2' }),
  'piece.offPull': inPlan((plan) => {
    const pull = pullWith(plan, 'edge');
    const last = [...pull.pieces].sort((a, b) => b.y + b.l - a.y - a.l)[0];
    if (last) last.y = pull.length - last.l + 0.5;
  }),
  'piece.turned': inPlan((plan) => {
    piece(plan, 'frosted').turn = 180;
  }),
  'piece.tooSmall': inPlan((plan) => {
    piece(plan, 'twins').w -= 0.02;
  }),
  'piece.tooLarge': inPlan((plan) => {
    piece(plan, 'twins').l += 1.01;
  }),
  'piece.overlap': inPlan((plan) => {
    const pull = plan.pulls.find(({ pieces }) => pieces.length > 1);
    const [first, second] = pull?.pieces ?? [];
    if (first && second) Object.assign(second, { x: first.x + 0.3, y: first.y });
  }),
  'cut.notInStages': (_plan, of) => ({
    job: { ...of, panes: pinwheelPanes() },
    plan: pinwheel(),
  }),
  'edge.notWished': inPlan((plan) => {
    piece(plan, 'twins').factoryEdge = 'left';
  }),
  'edge.missing': inPlan((plan) => {
    piece(plan, 'edge').factoryEdge = null;
  }),
  'edge.otherSide': inPlan((plan) => {
    piece(plan, 'edge').factoryEdge = 'right';
  }),
  'edge.notOnFactoryEdge': (plan, of) => ({
    job: { ...of, stock: of.stock.map((entry) => ({ ...entry, factoryEdges: [] })) },
    plan,
  }),
  'seam.edgeNotThere': inPlan((plan) => {
    piece(plan, 'twins').seamEdges = { top: 'left' };
  }),
  'seam.edgesDiffer': inPlan((plan) => {
    piece(plan, 'wide', 2).seamEdges = {};
  }),
  'seam.pattern': inPlan((plan) => {
    piece(plan, 'frosted', 2).x += 5;
  }),
  'seam.needless': (_plan, of) => ({
    job: {
      ...of,
      films: of.films.map((film) =>
        film.id === 'F1'
          ? { ...film, rolls: [...film.rolls, { width: 2400, length: 30480, price: 900 }] }
          : film,
      ),
    },
  }),
  'seam.notAllowed': inPane('wide', { seams: { allowed: false, axis: 'any' } }),
  'seam.panelCount': (_plan, of) => ({
    job: {
      ...of,
      films: [
        {
          ...filmForTest,
          rolls: [...filmForTest.rolls, { width: 914, length: 30480, price: 250 }],
          turn: 'half',
        },
      ],
      stock: [],
      panes: [threeInPlaceOfTwo.pane],
    },
    plan: threeInPlaceOfTwo.plan,
  }),
  'seam.axis': (plan, of) => {
    const upright = piece(plan, 'wide', 2).cover.left > piece(plan, 'wide').cover.left;
    const axis = upright ? 'horizontal' : 'vertical';
    return inPane('wide', { seams: { allowed: true, axis } })(plan, of);
  },
  'seam.lots': inPlan((plan) => {
    const second = plan.pulls.find(({ pieces }) => pieces.some((p) => p.paneId === 'wide' && p.panel === 2));
    const other = plan.sources.find(({ id }) => id !== second?.sourceId);
    const pieces = second?.pieces.filter(({ paneId, panel }) => paneId === 'wide' && panel === 2) ?? [];
    if (!second || !other) throw new Error('no second panel');
    second.pieces = second.pieces.filter((each) => !pieces.includes(each));
    plan.pulls.push({ ...second, id: 'moved', sourceId: other.id, start: 0, pieces, offcuts: [] });
  }),
  'seam.minPanel': (_plan, of) => ({ job: { ...of, rules: { ...of.rules, minPanel: 1200 } } }),
  'seam.overlap': (_plan, of) => ({ job: { ...of, rules: { ...of.rules, seamOverlap: 21 } } }),
  'cover.wrong': inPlan((plan) => {
    piece(plan, 'twins').cover.height -= 30;
  }),
  'panel.missing': inPlan((plan) => {
    for (const pull of plan.pulls)
      pull.pieces = pull.pieces.filter(({ paneId, panel }) => paneId !== 'wide' || panel === 1);
  }),
  'pane.missing': inPlan((plan) => withoutPieces(plan, 'edge')),
  'pane.copyUnknown': inPlan((plan) => {
    piece(plan, 'edge').copy = 2;
  }),
  'unplaced.noReason': inPlan((plan) => {
    withoutPieces(plan, 'edge');
    plan.unplaced.push({ paneId: 'edge', copy: 1, reason: '' });
  }),
  'unplaced.couldBe': inPlan((plan) => {
    withoutPieces(plan, 'twins');
    for (const copy of [1, 2]) plan.unplaced.push({ paneId: 'twins', copy, reason: 'pane.tooLarge' });
  }),
  'unplaced.isPlaced': inPlan((plan) =>
    plan.unplaced.push({ paneId: 'edge', copy: 1, reason: 'pane.tooLarge' }),
  ),
  'unplaced.unknown': inPlan((plan) =>
    plan.unplaced.push({ paneId: 'edge', copy: 3, reason: 'pane.tooLarge' }),
  ),
  'offcut.offPull': inPlan((plan) => {
    keptOffcut(plan).y += 0.5;
  }),
  'offcut.factoryEdges': inPlan((plan) => {
    const offcut = keptOffcut(plan);
    offcut.factoryEdges = offcut.factoryEdges.length > 0 ? [] : ['left'];
  }),
  'offcut.tooSmall': (_plan, of) => ({
    job: { ...of, rules: { ...of.rules, minOffcut: { width: 5000, length: 5000 } } },
  }),
  'summary.wrong': inPlan((plan) => {
    onlyFilm(plan).usedLength += 2;
  }),
  'summary.boundTooHigh': inPlan((plan) => {
    const film = onlyFilm(plan);
    Object.assign(film, { lowerBoundLength: film.usedLength * 1.01, gap: 0 });
  }),
  'summary.unknownFilm': inPlan((plan) => plan.summary.byFilm.push({ ...onlyFilm(plan), filmId: 'F9' })),
  'summary.filmMissing': inPlan((plan) => {
    plan.summary.byFilm = plan.summary.byFilm.filter(({ filmId }) => filmId !== 'F2');
  }),
  'summary.cost': inPlan((plan) => {
    plan.summary.cost = (plan.summary.cost ?? 0) + 0.5;
  }),
};

/** Four pieces round a middle: no straight cut parts them. */
function pinwheelPanes(): PaneForPlan[] {
  return [
    paneForTest({ id: 'a', width: 550, height: 250 }),
    paneForTest({ id: 'b', width: 250, height: 550 }),
    paneForTest({ id: 'c', width: 550, height: 250 }),
    paneForTest({ id: 'd', width: 250, height: 550 }),
  ];
}
function pinwheel(): CutPlan {
  const at = (paneId: string, x: number, y: number, w: number, l: number): Piece => ({
    id: paneId,
    paneId,
    copy: 1,
    panel: 1,
    panels: 1,
    x,
    y,
    w,
    l,
    turn: 0,
    cover: { left: 0, top: 0, width: w - 50, height: l - 50 },
    factoryEdge: null,
    seamEdges: {},
  });
  const pieces = [
    at('a', 0, 0, 600, 300),
    at('b', 600, 0, 300, 600),
    at('c', 300, 600, 600, 300),
    at('d', 0, 300, 300, 600),
  ];
  return {
    format: 'neat-sill/cut-plan',
    version: 1,
    sources: [{ id: 'R1', filmId: 'F1', kind: 'roll', width: 1524, length: 9000 }],
    pulls: [{ id: '1', sourceId: 'R1', start: 0, length: 900, pieces, offcuts: [] }],
    unplaced: [],
    summary: {
      cost: (412 / 30480) * 900,
      byFilm: [{ filmId: 'F1', usedLength: 900, usedArea: 900 * 1524, netArea: 4 * 550 * 250 }],
    },
  };
}

/** A pane cut in three panels though two are enough: planned where only a narrow roll was sold. */
const threeInPlaceOfTwo = (() => {
  const pane = paneForTest({ id: 'wide', width: 2300, height: 2000 });
  const narrow = {
    ...filmForTest,
    rolls: [{ width: 914, length: 30480, price: 250 }],
    turn: 'half' as const,
  };
  const plan = planOf({ ...job, films: [narrow], stock: [], panes: [pane] });
  return { pane, plan };
})();

describe('a sound plan', () => {
  test('of a job with all that plans can hold passes', () => {
    expect(checkPlan(job, sound).map(describePlanFault)).toEqual([]);
    expect(sound.unplaced).toEqual([]);
    expect(sound.pulls.flatMap(({ pieces }) => pieces).filter(({ panels }) => panels > 1)).toHaveLength(4);
  });

  test('passes also where a tenth of a millimetre is lost in writing it down', () => {
    const written = structuredClone(sound) as MutablePlan;
    for (const pull of written.pulls) for (const each of pull.pieces) each.x += 0.1;
    expect(checkPlan(job, written).map(({ code }) => code)).toEqual([]);
  });
});

describe('a plan broken in one way', () => {
  test.each(PLAN_FAULTS)('is found out: %s', (code) => {
    const { plan = sound, job: changed = job } = BREACHES[code](sound, job);
    const faults = checkPlan(changed, plan);
    expect(faults.map((fault) => fault.code)).toContain(code);
    // Each has a place in the plan and a sentence with its figures.
    for (const fault of faults) {
      expect(fault.path).not.toBe('');
      expect(describePlanFault(fault)).not.toMatch(/undefined|NaN/);
    }
  });

  test('names the place: the piece, its pull, the figures', () => {
    const { plan = sound } = BREACHES['piece.tooSmall'](sound, job);
    const small = piece(plan, 'twins');
    const pullAt = plan.pulls.findIndex(({ pieces }) => pieces.includes(small));
    const pieceAt = plan.pulls[pullAt]?.pieces.indexOf(small);
    const [fault] = checkPlan(job, plan);
    expect(fault).toMatchObject({
      code: 'piece.tooSmall',
      path: `pulls[${pullAt}].pieces[${pieceAt}]`,
      figures: { piece: small.id, w: small.w, needW: expect.closeTo(small.w + 0.02, 6) },
    });
  });
});

describe('limits are where the format puts them', () => {
  const changed = (change: (plan: MutablePlan) => void) => {
    const { plan = sound } = inPlan(change)(sound, job);
    return checkPlan(job, plan).map(({ code }) => code);
  };
  const twin = (by: Partial<Record<'w' | 'l' | 'x' | 'y', number>>) =>
    changed((plan) => {
      const target = piece(plan, 'twins');
      for (const [name, mm] of Object.entries(by)) target[name as 'w'] += mm;
    });

  test.each<[string, Partial<Record<'w' | 'l', number>>, string[]]>([
    ['a hundredth smaller than needed is forgiven', { w: -0.009 }, []],
    ['two hundredths are not', { l: -0.02 }, ['piece.tooSmall']],
    ['a millimetre larger is allowed', { w: 0.99 }, []],
    ['more is not', { w: 1.02 }, ['piece.tooLarge']],
  ])('%s', (_what, by, codes) =>
    expect(twin(by).filter((code) => code.startsWith('piece.too'))).toEqual(codes),
  );

  test('a piece that sticks out of its pull by 50 mm, in front, behind or beside, is off it', () => {
    const pull = pullWith(sound, 'twins');
    const own = piece(sound, 'twins');
    expect(twin({ y: -own.y - 50 })).toContain('piece.offPull');
    expect(twin({ y: pull.length - own.y - own.l + 50 })).toContain('piece.offPull');
    expect(twin({ x: -own.x - 50 })).toContain('piece.offPull');
    expect(twin({ x: 1524 - own.x - own.w + 50 })).toContain('piece.offPull');
  });

  test('a roll ends where it ends, and a pull does not begin before it', () => {
    expect(changed((plan) => (pullWith(plan, 'fromR2').start = -1))).toContain('pull.offRoll');
    expect(changed((plan) => (pullWith(plan, 'fromR2').length = 2501))).toContain('pull.offRoll');
  });

  test('a bound above what is used is none, however little; one below it proves the gap it says', () => {
    const bound = (share: number, gap?: number) =>
      changed((plan) => {
        const film = onlyFilm(plan);
        const lowerBoundLength = film.usedLength * share;
        Object.assign(film, { lowerBoundLength, gap: gap ?? Math.max(0, 1 / share - 1) });
      });
    expect(bound(1.005)).toContain('summary.boundTooHigh');
    expect(bound(1)).toEqual([]);
    expect(bound(0.5)).toEqual([]);
    expect(bound(0.5, 0.9)).toContain('summary.wrong');
  });

  test('a bound on the cost is held against what the film of the plan costs', () => {
    const two = { ...job, films: job.films.map((film) => (film.id === 'F1' ? twoWidths(film) : film)) };
    const plan = planOf(two);
    const film = onlyFilm(plan);
    expect(typeof film.lowerBoundCost).toBe('number');
    expect(checkPlan(two, plan)).toEqual([]);
    const raised = structuredClone(plan) as MutablePlan;
    Object.assign(onlyFilm(raised), { lowerBoundCost: 1e6, gap: 0 });
    expect(checkPlan(two, raised).map(({ code }) => code)).toContain('summary.boundTooHigh');
    const boast = structuredClone(plan) as MutablePlan;
    Object.assign(onlyFilm(boast), { gap: (onlyFilm(plan).gap ?? 0) + 0.2 });
    expect(checkPlan(two, boast).map(({ code }) => code)).toContain('summary.wrong');
  });

  function twoWidths(film: PlanJob['films'][number]): PlanJob['films'][number] {
    return { ...film, rolls: [...film.rolls, { width: 914, length: 30480, price: 260 }] };
  }
});

describe('the slits of a pull', () => {
  const strip = (x: number, w: number, y = 0) => ({ ...piece(sound, 'twins'), x, w, y, l: 500 });
  test.each<[string, ReturnType<typeof strip>[], number[], boolean]>([
    ['full width needs no knife', [strip(0, 1524)], [], false],
    ['one strip beside a leftover is slit off', [strip(0, 900)], [900], false],
    ['one strip in the middle needs two', [strip(300, 900)], [300, 1200], false],
    ['two strips that touch share a knife', [strip(0, 700), strip(700, 824)], [700], true],
    ['a gap between two needs two', [strip(0, 700), strip(710, 814)], [700, 710], true],
    ['edges nearer than 0.2 mm are one', [strip(0, 700), strip(700.1, 823.9)], [700], true],
    ['a trim inside a strip is no slit', [strip(0, 900), strip(0, 700, 500)], [900], false],
    ['a chain of overlapping pieces is one strip', [strip(0, 600), strip(400, 600, 500)], [1000], false],
  ])('%s', (_what, pieces, atMm, partPieces) => {
    const slits = slitsOf({ pieces }, 1524);
    expect(slits.atMm).toEqual(atMm.map((mm) => expect.closeTo(mm, 6)));
    expect(slits.partPieces).toBe(partPieces);
  });

  test('one knife too many is one too many; a single strip needs its two all the same', () => {
    const most = (mostSlits: number) => {
      const work = job.rules.work && { ...job.rules.work, mostSlits };
      return checkPlan({ ...job, rules: { ...job.rules, ...(work ? { work } : {}) } }, sound)
        .filter(({ code }) => code === 'pull.tooManySlits')
        .map(({ figures }) => figures['slits']);
    };
    const slits = sound.pulls.map((pull) => {
      const width = sound.sources.find(({ id }) => id === pull.sourceId)?.width ?? 0;
      return slitsOf(pull, width);
    });
    const parted = slits.filter(({ partPieces }) => partPieces).map(({ atMm }) => atMm.length);
    const needed = Math.max(...parted);
    expect(needed).toBeGreaterThan(1);
    expect(most(needed)).toEqual([]);
    expect(most(needed - 1)).toEqual(parted.filter((count) => count === needed));
  });
});

describe('on jobs as the world has them', () => {
  const SEEDS = Array.from({ length: 8 }, (_, at) => at + 400);

  test.each(SEEDS)(
    'a plan is sound, and found out once a piece is moved, turned or left out (seed %i)',
    (seed) => {
      const any = randomJob(seed);
      const plan = planOf(any);
      expect(checkPlan(any, plan).map(describePlanFault)).toEqual([]);
      const [pull] = plan.pulls;
      const [first] = pull?.pieces ?? [];
      if (!pull || !first) return;
      const broken = (change: (target: Piece, plan: MutablePlan) => void) => {
        const copy = structuredClone(plan) as MutablePlan;
        const target = copy.pulls[0]?.pieces[0];
        if (target) change(target, copy);
        return checkPlan(any, copy).length;
      };
      expect(broken((target) => (target.x -= target.x + 5))).toBeGreaterThan(0);
      expect(broken((target) => (target.w -= 1))).toBeGreaterThan(0);
      expect(broken((target) => (target.cover.width += 3))).toBeGreaterThan(0);
      expect(broken((_target, copy) => copy.pulls[0]?.pieces.shift())).toBeGreaterThan(0);
      expect(broken((_target, copy) => (copy.summary.byFilm = []))).toBeGreaterThan(0);
    },
  );
});
