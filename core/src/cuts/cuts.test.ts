import { checkPlan } from '../check/index.ts';
import { filmForTest, jobForTest, paneForTest, randomJob } from '../testing/planJobs.ts';
import { readFormatValue, seededRandom } from '../units/index.ts';
import { planCuts, planJobFormat, type CutPlan, type PlanJob } from './index.ts';

const plan = (job: PlanJob, rounds = 3) =>
  planCuts(job, { random: seededRandom(1), rounds, shouldStop: () => false });
const piecesOf = (made: CutPlan) => made.pulls.flatMap((pull) => pull.pieces);
const codes = (job: PlanJob, made: CutPlan) => checkPlan(job, made).map(({ code }) => code);

describe('a plan of cuts', () => {
  test('one pane becomes one piece with its margin at every side', () => {
    const job = jobForTest({ films: [{ ...filmForTest, turn: 'half' }] });
    const made = plan(job);
    expect(piecesOf(made)).toMatchObject([
      { id: 'P1.1', turn: 0, x: 0, y: 0, w: 792, l: 1438, factoryEdge: null },
    ]);
    expect(made.pulls[0]?.offcuts).toEqual([
      { x: 792, y: 0, w: 732, l: 1438, factoryEdges: ['right'], keep: true },
    ]);
    expect(made.summary.byFilm[0]).toMatchObject({
      usedLength: 1438,
      netArea: 742 * 1388,
      lowerBoundLength: 1438,
      gap: 0,
    });
    expect(made.summary.cost).toBeCloseTo((412 / 30480) * 1438, 4);
    expect(codes(job, made)).toEqual([]);
  });

  test('two panels meet with the same roll edge, so one of the two hangs upside down', () => {
    const job = jobForTest({
      panes: [paneForTest({ width: 1640, height: 2260, seams: { allowed: true, axis: 'vertical' } })],
    });
    const [one, two] = piecesOf(plan(job));
    expect(one?.w).toBe(1660 / 2 + 25);
    expect(one?.cover).toEqual({ left: 0, top: 0, width: 830, height: 2260 });
    expect(two?.cover.left).toBe(810);
    expect([one?.turn, two?.turn].sort()).toEqual([0, 180]);
    expect(one?.seamEdges.right).toBe(two?.seamEdges.left);
    expect(codes(job, plan(job))).toEqual([]);
  });

  test('an inner panel of three is the full roll width', () => {
    const job = jobForTest({
      panes: [paneForTest({ width: 3600, height: 2260, seams: { allowed: true, axis: 'vertical' } })],
    });
    const pieces = piecesOf(plan(job)).sort((a, b) => a.panel - b.panel);
    expect(pieces.map(({ w }) => w)).toEqual([pieces[0]?.w, 1524, pieces[0]?.w]);
    expect(codes(job, plan(job))).toEqual([]);
  });

  test.each([
    ['film that may not be turned cannot be matched', { turn: 'none' as const }, {}, 'seam.turnedFilm'],
    [
      'a pane that may not be seamed',
      {},
      { seams: { allowed: false, axis: 'any' as const } },
      'seam.notAllowed',
    ],
    ['film without rolls', { rolls: [] }, {}, 'film.noRolls'],
    [
      'matched panels cannot hang on a top factory edge',
      {},
      { factoryEdge: 'top' as const, seams: { allowed: true, axis: 'vertical' as const } },
      'edge.notAvailable',
    ],
  ])('%s is unplaced with its reason', (_, film, pane, reason) => {
    const job = jobForTest({
      films: [{ ...filmForTest, ...film }],
      panes: [paneForTest({ width: 1640, height: 2260, ...pane })],
    });
    const made = plan(job);
    expect(made.unplaced).toEqual([{ paneId: 'P1', copy: 1, reason }]);
    expect(codes(job, made)).toEqual([]);
  });

  test('a wish for a factory edge is kept, with the gap instead of the margin', () => {
    const job = jobForTest({ panes: [paneForTest({ factoryEdge: 'left', count: 3 })] });
    const made = plan(job);
    expect(
      piecesOf(made).every(({ w, l, factoryEdge }) => factoryEdge === 'left' && Math.min(w, l) === 765.5),
    ).toBe(true);
    expect(codes(job, made)).toEqual([]);
  });

  test('an offcut on hand comes before new film', () => {
    const stock = [
      { id: 'O1', filmId: 'F1', kind: 'offcut' as const, width: 820, length: 1500, factoryEdges: [] },
    ];
    const job = jobForTest({ stock });
    const made = plan(job);
    expect(made.sources.map(({ id }) => id)).toEqual(['O1']);
    expect(made.summary.cost).toBe(0);
    expect(codes(job, made)).toEqual([]);
  });

  test('a patterned film goes on across the seam', () => {
    const film = {
      ...filmForTest,
      turn: 'none' as const,
      matchEdges: false,
      pattern: { across: 305, along: 410, drop: 'half' as const },
    };
    const job = jobForTest({ films: [film], panes: [paneForTest({ width: 2000, height: 2200 })] });
    const made = plan(job);
    const [one, two] = made.pulls.map((pull) => pull.start + (pull.pieces[0]?.y ?? 0));
    expect(((two ?? 0) - (one ?? 0)) % 410).toBeCloseTo(205, 3);
    expect(codes(job, made)).toEqual([]);
  });

  test('600 made-up jobs: the checker finds nothing, nothing is dropped, and no plan beats its bound', () => {
    for (let seed = 1; seed <= 600; seed += 1) {
      const job = randomJob(seed);
      const made = plan(job, 2);
      expect({ seed, faults: checkPlan(job, made) }).toEqual({ seed, faults: [] });
      const wanted = job.panes.reduce((sum, pane) => sum + pane.count, 0);
      const placed = new Set(piecesOf(made).map(({ paneId, copy }) => `${paneId} ${copy}`)).size;
      expect({ seed, count: placed + made.unplaced.length }).toEqual({ seed, count: wanted });
      for (const film of made.summary.byFilm)
        if (film.lowerBoundLength)
          expect(film.usedLength).toBeGreaterThanOrEqual(film.lowerBoundLength - 0.01);
    }
  });

  test('the same chance gives the same plan', () => {
    expect(plan(randomJob(7), 5)).toEqual(plan(randomJob(7), 5));
  });
});

describe('the checker of plans', () => {
  const job = jobForTest({
    rules: { ...jobForTest().rules, seamPlaces: 'equal' },
    panes: [
      paneForTest({ count: 2, factoryEdge: 'left' }),
      paneForTest({ id: 'P2', width: 1640, height: 2260 }),
      paneForTest({ id: 'P3', width: 500, height: 700 }),
    ],
  });
  const good = plan(job);
  type Change = (broken: CutPlan) => void;
  const edit = (change: Change) => {
    const broken = structuredClone(good);
    change(broken);
    return codes(job, broken);
  };
  const piece = (made: CutPlan, id: string) => {
    const found = piecesOf(made).find((candidate) => candidate.id === id);
    if (!found) throw new Error(`no piece ${id}`);
    return found;
  };
  const pullOf = (made: CutPlan, id: string) => {
    const found = made.pulls.find((pull) => pull.pieces.some((candidate) => candidate.id === id));
    if (!found) throw new Error(`no pull with ${id}`);
    return found;
  };

  test('has nothing against the good plan', () => expect(codes(job, good)).toEqual([]));

  test.each<[string, string, Change]>([
    [
      'a piece moved onto another',
      'piece.overlap',
      (b) => {
        const p = pullOf(b, 'P1.1');
        p.pieces.push({ ...piece(b, 'P3.1'), id: 'X', x: 100, y: 100 });
      },
    ],
    [
      'a piece off the roll',
      'piece.offPull',
      (b) => {
        piece(b, 'P3.1').x = 1500;
      },
    ],
    [
      'a pull longer than the roll',
      'pull.offRoll',
      (b) => {
        pullOf(b, 'P2.1-1').start = 29000;
      },
    ],
    [
      'two pulls at one place',
      'pull.overlap',
      (b) => {
        pullOf(b, 'P2.1-2').start = pullOf(b, 'P2.1-1').start;
      },
    ],
    [
      'a piece cut too small',
      'piece.tooSmall',
      (b) => {
        piece(b, 'P3.1').w -= 5;
      },
    ],
    [
      'a piece wasted by 3 mm',
      'piece.tooLarge',
      (b) => {
        piece(b, 'P3.1').l += 3;
      },
    ],
    [
      'a pane forgotten',
      'pane.missing',
      (b) => {
        for (const pull of b.pulls) pull.pieces = pull.pieces.filter((p) => p.paneId !== 'P3');
      },
    ],
    [
      'a pane left out though it fits',
      'unplaced.couldBe',
      (b) => {
        for (const pull of b.pulls) pull.pieces = pull.pieces.filter((p) => p.paneId !== 'P3');
        b.unplaced.push({ paneId: 'P3', copy: 1, reason: 'pane.tooLarge' });
      },
    ],
    [
      'a wish for the edge denied',
      'edge.missing',
      (b) => {
        piece(b, 'P1.1').factoryEdge = null;
      },
    ],
    [
      'another side on the edge',
      'edge.otherSide',
      (b) => {
        piece(b, 'P1.1').factoryEdge = 'right';
      },
    ],
    [
      'seam edges that differ',
      'seam.edgesDiffer',
      (b) => {
        piece(b, 'P2.1-1').seamEdges = {
          right: piece(b, 'P2.1-1').seamEdges.right === 'left' ? 'right' : 'left',
        };
      },
    ],
    [
      'an overlap too small',
      'seam.overlap',
      (b) => {
        piece(b, 'P2.1-2').cover.top += 10;
      },
    ],
    [
      'a panel that is missing',
      'panel.missing',
      (b) => {
        const p = pullOf(b, 'P2.1-2');
        p.pieces = p.pieces.filter((q) => q.id !== 'P2.1-2');
      },
    ],
    [
      'a roll that nobody sells',
      'source.notSold',
      (b) => {
        for (const s of b.sources) s.width = 1400;
      },
    ],
    [
      'a leftover that hides its edge',
      'offcut.factoryEdges',
      (b) => {
        for (const p of b.pulls) for (const o of p.offcuts) o.factoryEdges = [];
      },
    ],
    [
      'a sliver to keep',
      'offcut.tooSmall',
      (b) => {
        b.pulls[0]?.offcuts.push({ x: 1514, y: 0, w: 10, l: 100, factoryEdges: ['right'], keep: true });
      },
    ],
    [
      'a cost made nicer',
      'summary.cost',
      (b) => {
        b.summary.cost = 1;
      },
    ],
    [
      'a length made nicer',
      'summary.wrong',
      (b) => {
        for (const f of b.summary.byFilm) f.usedLength -= 100;
      },
    ],
  ])('finds %s', (_, code, change) => {
    expect(edit(change)).toContain(code);
  });

  test('finds a piece turned where the film may not turn', () => {
    const upright = { ...job, films: [{ ...filmForTest, turn: 'none' as const, matchEdges: false }] };
    const made = plan(upright);
    for (const p of piecesOf(made)) p.turn = 180;
    expect(codes(upright, made)).toContain('piece.turned');
  });

  test('finds cuts that no knife can make in stages', () => {
    const five = jobForTest({
      films: [{ ...filmForTest, rolls: [{ width: 600, length: 30480, price: 100 }], matchEdges: false }],
      panes: [
        paneForTest({ id: 'A', width: 350, height: 150, count: 2 }),
        paneForTest({ id: 'B', width: 150, height: 350, count: 2 }),
      ],
    });
    const laid = plan(five);
    const base = piecesOf(laid);
    const at = (id: string, x: number, y: number) => {
      const found = base.find((p) => p.id === id);
      if (!found) throw new Error(id);
      return { ...found, turn: 0 as const, x, y, w: found.cover.width + 50, l: found.cover.height + 50 };
    };
    const pinwheel = {
      ...laid,
      pulls: [
        {
          id: '1',
          sourceId: laid.sources[0]?.id ?? '',
          start: 0,
          length: 600,
          offcuts: [],
          pieces: [at('A.1', 0, 0), at('B.1', 400, 0), at('A.2', 200, 400), at('B.2', 0, 200)],
        },
      ],
    };
    expect(codes(five, pinwheel)).toContain('cut.notInStages');
  });
});

describe('the job format', () => {
  const read = (change: (job: Record<string, unknown>) => void) => {
    const json = structuredClone(jobForTest()) as unknown as Record<string, unknown>;
    change(json);
    const result = readFormatValue(json, planJobFormat);
    return result.ok ? result.value.warnings : result.problem;
  };
  test.each<[string, string, string, (job: Record<string, unknown>) => void]>([
    [
      'a newer version',
      'version.newer',
      'version',
      (j) => {
        j['version'] = 2;
      },
    ],
    [
      'another format',
      'format.other',
      'format',
      (j) => {
        j['format'] = 'neat-sill/cut-plan';
      },
    ],
    [
      'a pane of zero width',
      'field.too_small',
      'panes[0].width',
      (j) => {
        j['panes'] = [paneForTest({ width: 0 })];
      },
    ],
    [
      'a count below 1',
      'field.too_small',
      'panes[0].count',
      (j) => {
        j['panes'] = [paneForTest({ count: 0 })];
      },
    ],
    [
      'an id used twice',
      'id.twice',
      'panes[1].id',
      (j) => {
        j['panes'] = [paneForTest(), paneForTest()];
      },
    ],
    [
      'an unknown film',
      'film.unknown',
      'panes[0].filmId',
      (j) => {
        j['panes'] = [paneForTest({ filmId: 'nobody' })];
      },
    ],
    [
      'a field that is not known, as a warning',
      'field.unknown',
      'colour',
      (j) => {
        j['colour'] = 'red';
      },
    ],
  ])('names %s with its place', (_, code, path, change) => {
    expect(read(change)).toMatchObject([{ code, path }]);
  });
});
