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
