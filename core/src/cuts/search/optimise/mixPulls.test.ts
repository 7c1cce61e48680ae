import loadHighs from 'highs';
import { paneForTest } from '../../../testing/planJobs.ts';
import { ownPulls as alone } from '../../../testing/ownPulls.ts';
import { pricedRowFilm as film, rowJob } from '../../../testing/rowJobs.ts';
import { seededRandom } from '../../../units/index.ts';
import { demandOf, withMorePlaces, type Demand } from '../../cost/demand.ts';
import type { LinearModel } from '../../cost/linearSolver.ts';
import { solverOfText, type LinearSolver } from '../../index.ts';
import type { Arrangement, BuiltPull } from './builtPull.ts';
import { PullMixer, roundedWays } from './mixPulls.ts';
import { PullBuilder } from './pull.ts';
import { PullPool, type PoolEffort, type Solved } from './pullPool.ts';
import type { FixedWays } from './pullProgramme.ts';

/* Rows of a roll 1000 wide at 10 a metre of run: what anything costs is reckoned in the head. */

const solver = solverOfText(await loadHighs());
const pane = (id: string, width: number, height: number, count = 1) =>
  paneForTest({ id, label: id, width, height, count, seams: { allowed: true, axis: 'vertical' } });

const effort: PoolEffort = {
  ...{ random: seededRandom(1), shouldStop: () => false, secondsLeft: () => 60 },
  ...{ solver, worth: null },
};

function demandFor(panes: readonly ReturnType<typeof pane>[]) {
  const job = rowJob(panes, film);
  return { job, demand: demandOf(film, job) };
}

test('ways come to as many copies as there are, as near to the fractions as whole ones are', () => {
  const { demand } = demandFor([pane('wide', 1600, 1000, 5), pane('b', 400, 1000, 3)]);
  const [wide, plain] = demand.kinds;
  if (!wide || !plain) throw new Error('no kinds');
  const [way] = wide.ways;
  const of = { kinds: [{ ...wide, ways: way ? [way, way, way] : [] }, plain] };
  const columns = [0, 1, 2].map((each) => ({ kind: 0, way: each }));
  expect(roundedWays(of, columns, [2.6, 1.4, 1])).toEqual([[3, 1, 1], [3]]);
  expect(roundedWays(of, columns, [1.2, 3.2, 0.6])).toEqual([[1, 3, 1], [3]]);
  // More than there are can come of rounding.
  expect(roundedWays(of, columns, [3, 2, 1])[0]?.reduce((sum, each) => sum + each, 0)).toBe(5);
});

describe('a mix', () => {
  const spliced = [pane('wide', 1600, 1000, 2), pane('b', 400, 1000, 2), pane('c', 200, 1000, 2)];
  const mixerOf = (more: Partial<PoolEffort> = {}) => {
    const { job, demand } = demandFor(spliced);
    const places = withMorePlaces(demand, job, () => [
      { axis: 'vertical', at: [1000] },
      { axis: 'vertical', at: [700] },
    ]);
    const own = { ...effort, random: seededRandom(3), ...more };
    const pool = new PullPool(places, new PullBuilder(places), own);
    return { demand: places, mixer: new PullMixer(pool, own), now: alone(places) };
  };
  const madeBy = (demand: Demand, { pulls }: { readonly pulls: readonly BuiltPull[] }) => {
    const made = new Int32Array(demand.parts.length);
    for (const { strips } of pulls)
      for (const { stack } of strips) for (const { part } of stack) made[part] = (made[part] ?? 0) + 1;
    return made;
  };

  test('settles the ways that cost least, and takes pulls that make all there is', () => {
    const { demand, mixer, now } = mixerOf();
    const mix = mixer.mix(now);
    if (!mix) throw new Error('no mix');
    // Both at 1000 with 600, beside which goes the pane of 400: four pulls; those of 200 in one more. Or 700 and 900.
    expect(mix.pulls.reduce((sum, { cost }) => sum + cost, 0)).toBeCloseTo(50, 6);
    expect(mix.ways.map((counts) => counts.reduce((sum, each) => sum + each, 0))).toEqual([2, 2, 2]);
    const made = madeBy(demand, mix);
    demand.kinds.forEach(({ ways }, kind) =>
      ways.forEach(({ parts }, way) => {
        for (const part of parts) expect(made[part] ?? 0).toBeGreaterThanOrEqual(mix.ways[kind]?.[way] ?? 0);
      }),
    );
  });

  test('needs a solver and time', () => {
    const without = mixerOf({ solver: null });
    expect(without.mixer.mix(without.now)).toBeNull();
    const late = mixerOf({ secondsLeft: () => 0 });
    expect(late.mixer.mix(late.now)).toBeNull();
  });

  test('of panes that go one way only is made as often as it is asked for', () => {
    const { demand } = demandFor([pane('a', 400, 1000, 4), pane('b', 200, 1000, 2)]);
    const mixer = new PullMixer(new PullPool(demand, new PullBuilder(demand), effort), effort);
    const now = alone(demand);
    for (let times = 0; times < 4; times += 1)
      expect(mixer.mix(now)?.pulls.reduce((sum, { cost }) => sum + cost, 0)).toBeCloseTo(20, 6);
  });
});

describe('what is settled', () => {
  /** Two ways each for three kinds, one copy; a fourth goes one way. What the programme says of each way, call by call. */
  function mixerWith(
    values: readonly (readonly number[])[],
    {
      random = (): number => 0,
      costs = [0, 0, 0, 0, 0, 0],
      whole = (): readonly number[] | null => [1],
      secondsLeft = (): number => 60,
    } = {},
  ) {
    const way = { parts: [0], supply: 0, place: null, looks: 0 };
    const kind = (ways: number) => ({
      copies: [{}],
      ways: Array.from({ length: ways }, () => way),
      alike: null,
    });
    const calls: {
      readonly rounds: number;
      readonly fixed: readonly (readonly [number, readonly number[]])[];
    }[] = [];
    const models: { readonly model: LinearModel; readonly seconds: number; readonly nodes: number }[] = [];
    const kinds = [kind(2), kind(2), kind(2), kind(1)];
    const pull = { cost: 7, strips: [], supply: 0, lengthMm: 0, film: 7 } as BuiltPull;
    const pool = {
      demand: { kinds, parts: [], supplies: [] },
      lossOf: () => 0,
      best: () => [pull],
      solve: (_now: unknown, _solver: unknown, rounds: number, fixed: FixedWays): Solved | null => {
        const of = values[Math.min(calls.length, values.length - 1)];
        calls.push({ rounds, fixed: [...fixed].map(([at, counts]) => [at, [...counts]] as const) });
        if (!of) return null;
        const open = [0, 1, 2].filter((at) => !fixed.has(at));
        const wayColumns = open.flatMap((at) => [0, 1].map((each) => ({ kind: at, way: each })));
        const columns = wayColumns.map(({ kind: at, way: each }) => ({
          ...{ cost: costs[2 * at + each] ?? 0, entries: [], whole: false },
        }));
        return {
          programme: {
            ...{ model: { columns, rows: [] }, wayColumns, partRow: [], kindRow: [] },
            columnOf: () => ({ cost: 0, entries: [], whole: false }),
          },
          answer: {
            objective: 0,
            values: wayColumns.map(({ kind: at, way: each }) => of[2 * at + each] ?? 0),
            duals: [],
          },
        };
      },
    } as unknown as PullPool;
    const lent: LinearSolver = {
      solve: (model, limit) => {
        models.push({ model, ...limit });
        const answer = whole();
        return answer && { objective: 0, values: answer, duals: [] };
      },
    };
    const mixer = new PullMixer(pool, { ...effort, solver: lent, random, secondsLeft });
    const now: Arrangement = { pulls: [], ways: [[0, 1], [0, 1], [0, 1], [1]], film: 0, cost: 9 };
    return { mixer, calls, models, now, pull };
  }
  const first = [1, 0] as const;

  test('comes kind by kind, the nearest to whole copies first, and is solved anew in between', () => {
    const { mixer, calls, models, now, pull } = mixerWith([[0.6, 0.4, 0.95, 0.05, 1, 0]]);
    const mix = mixer.mix(now);
    expect(calls).toEqual([
      { rounds: 15, fixed: [] },
      { rounds: 2, fixed: [[2, first]] },
      {
        rounds: 2,
        fixed: [
          [2, first],
          [1, first],
        ],
      },
      {
        rounds: 8,
        fixed: [
          [2, first],
          [1, first],
          [0, first],
        ],
      },
    ]);
    expect(mix).toEqual({ ways: [[1, 0], [1, 0], [1, 0], [1]], pulls: [pull] });
    expect(models.map(({ seconds, nodes }) => [seconds, nodes])).toEqual([[1.5, 400]]);
    expect(models[0]?.model.columns).toHaveLength(1);
  });

  test('what is nearly whole is settled together, and chance decides between what is alike', () => {
    const near = mixerWith([[0.985, 0.015, 0.5, 0.5, 1, 0]]);
    near.mixer.mix(near.now);
    expect(near.calls.map(({ fixed }) => fixed.map(([kind]) => kind))).toEqual([[], [2, 0], [2, 0, 1]]);
    // Kept: none asks. Then a chance for each kind that is open, in their order.
    const chances = [0.9, 0, 0.5];
    let at = 0;
    const alike = mixerWith([[0.9, 0.1, 0.85, 0.15, 0.8, 0.2]], {
      random: () => (at < 3 ? 1 : (chances[at - 3] ?? 0)) * (at++ >= 0 ? 1 : 1),
    });
    alike.mixer.mix(alike.now);
    // 0.10 and 0.09 more, 0.15 and nothing more, 0.20 and 0.05 more.
    expect(alike.calls[1]?.fixed.map(([kind]) => kind)).toEqual([1]);
  });

  test('mixes in turn keep nothing, half and most of the ways panes go now', () => {
    const { mixer, calls, now } = mixerWith([[1, 0, 1, 0, 1, 0]], { random: () => 0.6 });
    for (let times = 0; times < 3; times += 1) mixer.mix(now);
    const own = [0, 1] as const;
    const whole = calls.filter(({ rounds }) => rounds === 15 || rounds === 3);
    expect(whole).toEqual([
      { rounds: 15, fixed: [] },
      { rounds: 3, fixed: [] },
      {
        rounds: 3,
        fixed: [
          [0, own],
          [1, own],
          [2, own],
        ],
      },
    ]);
    const half = mixerWith([[1, 0, 1, 0, 1, 0]], { random: () => 0.4 });
    half.mixer.mix(half.now);
    half.mixer.mix(half.now);
    expect(half.calls.filter(({ rounds }) => rounds === 3)[0]?.fixed).toHaveLength(3);
  });

  test('where it was mixed before some kind goes the next best way', () => {
    // Chances of 0.65: of three kinds the second; of two ways the second best, since 0.4 of all go further than the first.
    const { mixer, calls, now } = mixerWith([[1, 0, 1, 0, 1, 0]], {
      ...{ random: () => 0.65, costs: [0, 0, 1, 5, 0, 0] },
    });
    expect(mixer.mix(now)).not.toBeNull();
    const before = calls.length;
    expect(mixer.mix(now)?.ways[1]).toEqual([0, 1]);
    const since = calls.slice(before);
    // As ever, then elsewhere: solved once for the costs of ways, once with that kind sent.
    expect(since.map(({ rounds }) => rounds)).toEqual([3, 2, 2, 1, 1, 2, 8]);
    expect(since[4]?.fixed).toEqual([[1, [0, 1]]]);
  });

  test('the same ways are mixed twice at the most', () => {
    // Nothing is open: whatever is sent elsewhere, it comes to the same.
    const { mixer, now } = mixerWith([[1, 0, 1, 0, 1, 0]], { random: () => 0 });
    const made = Array.from({ length: 6 }, () => mixer.mix(now));
    const ways = made.map((mix) => mix && JSON.stringify(mix.ways));
    for (const each of new Set(ways.filter((way) => way !== null)))
      expect(ways.filter((way) => way === each).length).toBeLessThanOrEqual(2);
    expect(ways.filter((way) => way === null).length).toBeGreaterThan(0);
  });

  test('without an answer there is no mix', () => {
    const nothing = mixerWith([]);
    expect(nothing.mixer.mix(nothing.now)).toBeNull();
    const none = mixerWith([[1, 0, 1, 0, 1, 0]], { whole: () => null });
    expect(none.mixer.mix(none.now)).toBeNull();
    const late = mixerWith([[1, 0, 1, 0, 1, 0]], { secondsLeft: () => 0 });
    expect(late.mixer.mix(late.now)).toBeNull();
    const short = mixerWith([[1, 0, 1, 0, 1, 0]], { secondsLeft: () => 0.4 });
    expect(short.mixer.mix(short.now)).not.toBeNull();
    expect(short.models[0]?.seconds).toBe(0.4);
    // A pull that is taken three times stands three times.
    const thrice = mixerWith([[1, 0, 1, 0, 1, 0]], { whole: () => [2.9999] });
    expect(thrice.mixer.mix(thrice.now)?.pulls).toHaveLength(3);
  });
});
