import { checkPlan } from '../../check/index.ts';
import { filmForTest, jobForTest, paneForTest, randomJob } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { cutList, lotsByRoom, planCuts, costPlan, worthOnHand, type PlanJob } from '../index.ts';
import type { PlanWork } from '../format/work.ts';

const NO_WORK: PlanWork = {
  perPull: 0,
  perKnifeSetting: 0,
  mostSlits: 40,
  leftoverWorth: 0,
  sliver: { underMm: 20, cost: 0 },
  perExtraLot: 0,
};

const jobWith = (work: Partial<PlanWork>, changes: Partial<PlanJob> = {}): PlanJob => {
  const job = jobForTest(changes);
  return { ...job, rules: { ...job.rules, bookValue: 0.6, work: { ...NO_WORK, ...work } } };
};

const plan = (job: PlanJob, rounds = 120) =>
  planCuts(job, { random: seededRandom(3), rounds, shouldStop: () => false });

const perMm = 412 / 30_480;

describe('what a plan counts', () => {
  test('each line by hand: film, the rest of a roll bought whole, hands, a leftover, a sliver', () => {
    const job = jobWith(
      { perPull: 2, perKnifeSetting: 3, leftoverWorth: 0.25, sliver: { underMm: 20, cost: 0.5 } },
      {
        films: [{ ...filmForTest, turn: 'none' }],
        panes: [paneForTest(), paneForTest({ id: 'P2', width: 1462 })],
      },
    );
    const made = plan(job);
    expect(made.pulls.map(({ pieces }) => pieces.length)).toEqual([2]);
    const count = costPlan(job, made);
    const used = 2 * 1438 * perMm;
    expect(count.newFilm).toBeCloseTo(used, 6);
    expect(count.boughtRest).toBeCloseTo((412 - used) * 0.4, 6);
    expect([count.pulls, count.knifeSettings, count.labour]).toEqual([1, 1, 5]);
    // 720 x 1438 beside the narrower piece is kept; 12 mm along the whole pull are a sliver.
    expect(count.leftovers).toBeCloseTo(-0.25 * perMm * 1438 * (720 / 1524), 6);
    expect(count.slivers).toEqual({ count: 1, cost: 0.5 });
    expect(count.total).toBeCloseTo(count.newFilm + count.boughtRest + 5 + count.leftovers + 0.5, 6);
  });

  test('a leftover counts by how often its size was wanted', () => {
    const film = { ...filmForTest, turn: 'none' as const };
    const before = [
      { width: 700, length: 1200, times: 3 },
      { width: 900, length: 1200, times: 1 },
    ];
    const worth = (wantedBefore: typeof before | undefined) => {
      const job = jobWith(
        { leftoverWorth: 0.4 },
        { films: [wantedBefore ? { ...film, wantedBefore } : film] },
      );
      return costPlan(job, plan(job)).leftovers;
    };
    expect(worth(before)).toBeCloseTo(worth(undefined) * 0.75, 6);
  });

  test('film on the rack counts at its book value, a leftover at its worth, what is too small nothing', () => {
    const job = jobWith({ leftoverWorth: 0.25 });
    const worth = (kind: 'roll' | 'offcut', width: number, length: number) =>
      worthOnHand(filmForTest, { kind, width, length }, job);
    expect(worth('roll', 1524, 10_000)).toBeCloseTo(10_000 * perMm * 0.6, 6);
    expect(worth('offcut', 762, 1000)).toBeCloseTo(1000 * perMm * 0.5 * 0.25, 6);
    expect(worth('offcut', 200, 500)).toBe(0);
  });

  test('rules without work count film alone', () => {
    const job = jobForTest();
    expect(costPlan(job, plan(job))).toMatchObject({ labour: 0, leftovers: 0, boughtRest: 0 });
    expect(costPlan(job, plan(job)).total).toBeCloseTo(plan(job).summary.cost ?? 0, 3);
  });
});

describe('plans by the house rules', () => {
  test('no pull is slit at more places than there are knives, and the checker counts them too', () => {
    const panes = [
      paneForTest({ width: 130, height: 900, count: 9 }),
      paneForTest({ id: 'P2', width: 210, height: 700, count: 7 }),
    ];
    const free = jobWith({}, { panes });
    const bound = jobWith({ mostSlits: 2 }, { panes });
    const most = (job: PlanJob, made = plan(job)) =>
      Math.max(...cutList(made, job).map(({ knifeAtMm }) => knifeAtMm.length));
    expect(most(free)).toBeGreaterThan(2);
    expect(most(bound)).toBeLessThanOrEqual(2);
    expect(most(bound, plan(bound, 0))).toBeLessThanOrEqual(2);
    expect(checkPlan(bound, plan(bound))).toEqual([]);
    expect(checkPlan(bound, plan(free)).map(({ code }) => code)).toContain('pull.tooManySlits');
  });

  test('dear pulls make fewer of them', () => {
    const panes = [340, 410, 455, 520].map((width, at) =>
      paneForTest({ id: `P${at}`, width, height: 600 + 70 * at, count: 3 }),
    );
    const pulls = (perPull: number) => {
      const job = jobWith({ perPull }, { panes });
      return plan(job).pulls.length;
    };
    expect(pulls(400)).toBeLessThan(pulls(0));
  });

  test('one roll is bought where two widths would take a little less film, unless it is sold by the metre', () => {
    const rolls = [
      { width: 1524, length: 30_480, price: 412 },
      { width: 914, length: 30_480, price: 250 },
    ];
    const panes = [
      paneForTest({ width: 1460, height: 1700 }),
      paneForTest({ id: 'P2', width: 860, height: 1800 }),
    ];
    const widths = (soldBy: 'roll' | 'metre') => {
      const films = [
        { ...filmForTest, turn: 'none' as const, rolls: rolls.map((roll) => ({ ...roll, soldBy })) },
      ];
      return new Set(plan(jobWith({}, { films, panes })).sources.map(({ width }) => width)).size;
    };
    expect([widths('roll'), widths('metre')]).toEqual([1, 2]);
  });

  test('film of one lot in a room, if a shade that differs costs more than the film it saves', () => {
    const stock = [
      {
        id: 'R1',
        filmId: 'F1',
        kind: 'roll' as const,
        width: 1524,
        length: 1500,
        factoryEdges: [],
        lot: 'L7',
      },
    ];
    const panes = [1, 2].map((at) => paneForTest({ id: `P${at}`, width: 1300, room: 'reading' }));
    const lots = (perExtraLot: number) => {
      const job = jobWith({ perExtraLot }, { panes, stock, films: [{ ...filmForTest, turn: 'none' }] });
      return lotsByRoom(job, plan(job), 'F1').get('reading')?.size;
    };
    expect([lots(0), lots(500)]).toEqual([2, 1]);
  });

  test('a pane comes off the roll that somebody wants for it, and the checker holds plans to it', () => {
    const stock = [
      { id: 'R1', filmId: 'F1', kind: 'roll' as const, width: 1524, length: 9000, factoryEdges: [] },
      { id: 'R2', filmId: 'F1', kind: 'roll' as const, width: 1524, length: 9000, factoryEdges: [] },
    ];
    const from = { kind: 'onHand', id: 'R2' } as const;
    const panes = [paneForTest({ from }), paneForTest({ id: 'P2' })];
    const job = jobForTest({ panes, stock });
    const made = plan(job);
    const sourceOf = (id: string) =>
      made.pulls.find(({ pieces }) => pieces.some(({ paneId }) => paneId === id));
    expect(sourceOf('P1')?.sourceId).toBe('R2');
    expect(checkPlan(job, made)).toEqual([]);
    const other = jobForTest({
      stock,
      panes: [paneForTest({ from: { kind: 'onHand', id: 'R1' } }), panes[1] ?? paneForTest()],
    });
    expect(checkPlan(other, made).map(({ code }) => code)).toContain('piece.otherRoll');
    const gone = jobForTest({ panes: [paneForTest({ from: { kind: 'onHand', id: 'R9' } })] });
    expect(plan(gone).unplaced).toMatchObject([{ paneId: 'P1', reason: 'pane.fromTooSmall' }]);
    // It could lie on a roll that is sold, but nobody wants it there: no fault of the plan.
    expect(checkPlan(gone, plan(gone))).toEqual([]);
    const sold = jobForTest({ panes: [paneForTest({ from: { kind: 'new', width: 1524 } })] });
    expect(checkPlan(sold, plan(gone)).map(({ code }) => code)).toContain('unplaced.couldBe');
  });

  test('whatever the rules, plans pass the checker', () => {
    for (let seed = 1; seed <= 25; seed += 1) {
      const random = seededRandom(seed);
      const made = randomJob(seed);
      const job: PlanJob = {
        ...made,
        rules: {
          ...made.rules,
          bookValue: 0.6,
          work: {
            perPull: random() * 3,
            perKnifeSetting: random() * 3,
            mostSlits: 1 + Math.floor(random() * 5),
            leftoverWorth: random() * 0.5,
            sliver: { underMm: 25, cost: random() },
            perExtraLot: random() * 50,
          },
        },
      };
      expect(checkPlan(job, plan(job, 40))).toEqual([]);
    }
  });
});
