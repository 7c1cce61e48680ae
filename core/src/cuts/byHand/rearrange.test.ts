import { checkPlan } from '../../check/index.ts';
import { filmForTest, jobForTest, paneForTest, randomJob } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { movePiece, planCuts, freezeAndReplan, type CutPlan, type PlanJob } from '../index.ts';

const plan = (job: PlanJob, rounds = 0) =>
  planCuts(job, { random: seededRandom(5), rounds, shouldStop: () => false });

const upright = [{ ...filmForTest, turn: 'none' as const }];
const job = jobForTest({
  films: upright,
  panes: [
    paneForTest({ id: 'wide', label: '1', width: 1100, height: 1400 }),
    paneForTest({ id: 'slim', label: '2', width: 300, height: 900 }),
    paneForTest({ id: 'broad', label: '3', width: 1300, height: 700 }),
  ],
});
const made = plan(job);
const pullOf = (each: CutPlan, paneId: string) =>
  each.pulls.find(({ pieces }) => pieces.some((piece) => piece.paneId === paneId));
const piecesOf = (each: CutPlan) => each.pulls.flatMap(({ pieces }) => pieces.map(({ id }) => id)).sort();

describe('a piece that is moved by hand', () => {
  test('into a pull of its own, and back beside the wide piece: the film that took is saved again', () => {
    const source = made.sources[0]?.id ?? '';
    expect(pullOf(made, 'slim')?.id).toBe(pullOf(made, 'wide')?.id);
    const apart = movePiece(job, made, 'slim.1', { kind: 'ownPull', sourceId: source });
    if (!apart.ok) throw new Error(apart.problem.code);
    expect(pullOf(apart.plan, 'slim')?.pieces).toHaveLength(1);
    expect(apart.plan.summary.byFilm[0]?.usedLength).toBe((made.summary.byFilm[0]?.usedLength ?? 0) + 950);
    const target = pullOf(apart.plan, 'wide')?.id ?? '';
    const back = movePiece(job, apart.plan, 'slim.1', { kind: 'pull', pullId: target });
    if (!back.ok) throw new Error(back.problem.code);
    expect(back.plan.summary.byFilm[0]?.usedLength).toBe(made.summary.byFilm[0]?.usedLength);
    expect(back.plan.pulls).toHaveLength(made.pulls.length);
    // What was proven of these panes still holds.
    expect(back.plan.summary.byFilm[0]?.gap).toBeCloseTo(made.summary.byFilm[0]?.gap ?? -1, 6);
  });

  test('is refused where it finds no room, with how much is lacking', () => {
    const target = pullOf(made, 'wide')?.id ?? '';
    const refused = movePiece(job, made, 'broad.1', { kind: 'pull', pullId: target });
    expect(refused).toEqual({
      ok: false,
      problem: { code: 'move.noRoom', pullId: target, roomMm: 24, wantsMm: 1350 },
    });
  });

  test('is refused out of or into a pull that is cut or locked', () => {
    const from = pullOf(made, 'slim')?.id ?? '';
    const to = { kind: 'ownPull', sourceId: made.sources[0]?.id ?? '' } as const;
    expect(movePiece(job, made, 'slim.1', to, new Set([from]))).toMatchObject({
      problem: { code: 'move.fixed', pullId: from },
    });
    const into = pullOf(made, 'broad')?.id ?? '';
    expect(movePiece(job, made, 'slim.1', { kind: 'pull', pullId: into }, new Set([into]))).toMatchObject({
      problem: { code: 'move.fixed', pullId: into },
    });
    // Another pull that is cut is nobody's business.
    expect(movePiece(job, made, 'slim.1', to, new Set([into])).ok).toBe(true);
  });

  test('that is gone, or stays where it is, is no move', () => {
    const own = pullOf(made, 'slim')?.id ?? '';
    const gone = { ok: false, problem: { code: 'move.gone' } };
    expect(movePiece(job, made, 'nobody.1', { kind: 'pull', pullId: own })).toEqual(gone);
    expect(movePiece(job, made, 'slim.1', { kind: 'pull', pullId: 'none' })).toEqual(gone);
    expect(movePiece(job, made, 'slim.1', { kind: 'ownPull', sourceId: 'none' })).toEqual(gone);
    expect(movePiece(job, made, 'slim.1', { kind: 'pull', pullId: own })).toEqual(gone);
  });

  test('comes off its own film only, and not off a roll that ends before', () => {
    const films = [filmForTest, { ...filmForTest, id: 'F2' }].map((film) => ({
      ...film,
      turn: 'none' as const,
    }));
    const stock = [
      { id: 'R1', filmId: 'F1', kind: 'roll' as const, width: 1524, length: 3100, factoryEdges: [] },
      { id: 'R2', filmId: 'F1', kind: 'roll' as const, width: 1524, length: 1600, factoryEdges: [] },
    ];
    const two = jobForTest({
      films: films.map((film) => ({ ...film, rolls: film.id === 'F1' ? [] : film.rolls })),
      stock,
      panes: [
        paneForTest({ id: 'a', width: 1200, height: 1400 }),
        paneForTest({ id: 'b', width: 1210, height: 1410 }),
        paneForTest({ id: 'c', width: 1220, height: 1420 }),
        paneForTest({ id: 'd', filmId: 'F2' }),
      ],
    });
    const laid = plan(two);
    expect(laid.unplaced).toEqual([]);
    const onShort = laid.pulls.find(({ sourceId }) => sourceId === 'R2')?.pieces[0];
    const onLong = laid.pulls.find(({ sourceId }) => sourceId === 'R1')?.pieces[0];
    const other = laid.sources.find(({ filmId }) => filmId === 'F2');
    if (!onShort || !onLong || !other) throw new Error('three rolls are needed here');
    expect(movePiece(two, laid, onLong.id, { kind: 'ownPull', sourceId: other.id })).toMatchObject({
      problem: { code: 'move.otherFilm' },
    });
    expect(movePiece(two, laid, onLong.id, { kind: 'ownPull', sourceId: 'R2' })).toEqual({
      ok: false,
      problem: { code: 'move.rollTooShort', sourceId: 'R2', lacksMm: onShort.l + onLong.l - 1600 },
    });
  });

  test('lies where it lengthens its pull least, then where it wastes least, turned if that is better', () => {
    const panes = [
      paneForTest({ id: 'tall', width: 600, height: 1900 }),
      paneForTest({ id: 'low', width: 500, height: 700 }),
      paneForTest({ id: 'lower', width: 700, height: 400 }),
      paneForTest({ id: 'moved', width: 640, height: 420 }),
    ];
    const films = [
      { ...filmForTest, turn: 'any' as const, rolls: [{ width: 1300, length: 30480, price: 412 }] },
    ];
    const any = jobForTest({ films, panes });
    const piece = (id: string, x: number, y: number, w: number, l: number) => ({
      ...{ id: `${id}.1`, paneId: id, copy: 1, panel: 1, panels: 1 },
      ...{ turn: 0 as const, factoryEdge: null, seamEdges: {}, x, y, w, l },
      cover: { left: 0, top: 0, width: w - 50, height: l - 50 },
    });
    const [source] = plan(any).sources;
    if (!source) throw new Error('no roll');
    const pull = (id: string, ...pieces: ReturnType<typeof piece>[]) => ({
      id,
      sourceId: source.id,
      start: 0,
      length: Math.max(...pieces.map(({ y, l }) => y + l)),
      pieces,
      offcuts: [],
    });
    const before: CutPlan = {
      ...plan(any),
      pulls: [
        pull('1', piece('tall', 0, 0, 650, 1950), piece('low', 650, 0, 550, 750)),
        pull('2', piece('moved', 0, 0, 690, 470)),
        pull('3', piece('lower', 0, 0, 750, 450)),
      ],
    };
    const moved = movePiece(any, before, 'moved.1', { kind: 'pull', pullId: '1' });
    if (!moved.ok) throw new Error(JSON.stringify(moved.problem));
    // 690 fit neither strip; turned, 470 go behind the low piece of 550 and the pull stays as long as it was.
    expect(moved.plan.pulls.map(({ id, length, start }) => [id, length, start])).toEqual([
      ['1', 1950, 0],
      ['3', 450, 1950],
    ]);
    expect(moved.plan.pulls[0]?.pieces.find(({ paneId }) => paneId === 'moved')).toMatchObject({
      w: 470,
      l: 690,
      x: 650,
      y: 750,
    });
    // Into a pull of its own it goes as it lies, with a number nobody has.
    const apart = movePiece(any, moved.plan, 'moved.1', { kind: 'ownPull', sourceId: source.id });
    if (!apart.ok) throw new Error(apart.problem.code);
    expect(apart.plan.pulls.map(({ id }) => id)).toEqual(['1', '3', '4']);
    expect(apart.plan.pulls.at(-1)).toMatchObject({ start: 1950 + 450, length: 470 });
  });

  test('a panel may not leave the roll of its sisters, and the checker says so', () => {
    const rolls = [{ width: 1524, length: 6000, price: 90 }];
    const panels = jobForTest({
      films: [{ ...filmForTest, rolls }],
      panes: [
        paneForTest({ id: 'big', width: 2400, height: 2200 }),
        paneForTest({ id: 'other', width: 1400, height: 2300 }),
      ],
    });
    const laid = plan(panels);
    const own = pullOf(laid, 'big')?.sourceId;
    const other = laid.sources.find(({ id }) => id !== own);
    if (!other) throw new Error('two rolls are needed here');
    const moved = movePiece(panels, laid, 'big.1-2', { kind: 'ownPull', sourceId: other.id });
    expect(moved).toMatchObject({ ok: false, problem: { code: 'move.refused' } });
  });

  test('wherever pieces are put, all are still there and the checker finds nothing', () => {
    let moves = 0;
    for (let seed = 1; seed <= 25; seed += 1) {
      const random = seededRandom(seed);
      const any = randomJob(seed);
      let now = plan(any);
      for (let step = 0; step < 12; step += 1) {
        const pieces = piecesOf(now);
        const piece = pieces[Math.floor(random() * pieces.length)];
        const pull = now.pulls[Math.floor(random() * now.pulls.length)];
        const source = now.sources[Math.floor(random() * now.sources.length)];
        if (!piece || !pull || !source) continue;
        const to =
          random() < 0.7
            ? ({ kind: 'pull', pullId: pull.id } as const)
            : ({ kind: 'ownPull', sourceId: source.id } as const);
        const moved = movePiece(any, now, piece, to);
        if (!moved.ok) continue;
        moves += 1;
        expect(piecesOf(moved.plan)).toEqual(pieces);
        expect(checkPlan(any, moved.plan)).toEqual([]);
        now = moved.plan;
      }
    }
    expect(moves).toBeGreaterThan(30);
  });
});

test('a locked pull stays when the rest is planned anew', () => {
  const locked = pullOf(made, 'broad');
  const rest = freezeAndReplan({ job, plan: made, cutPullIds: [], lockedPullIds: [locked?.id ?? ''] }, job);
  expect(rest.job.panes.map(({ id }) => id)).toEqual(['wide', 'slim']);
  const whole = rest.merge(plan(rest.job, 20));
  expect(whole.plan.pulls.find(({ id }) => id === locked?.id)?.pieces).toEqual(locked?.pieces);
  expect(checkPlan(whole.job, whole.plan)).toEqual([]);
  expect(whole.plan.summary.byFilm[0]?.gap).toBeCloseTo(0, 3);
});
