import loadHighs from 'highs';
import { checkPlan } from '../../check/index.ts';
import { SEAM_LOOKS, type SeamLooksRules } from '../../rules/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import {
  costPlan,
  planCostLowerBound,
  planCuts,
  seamsOfPlan,
  solverOfText,
  type CutPlan,
  type PaneForPlan,
  type PlanJob,
} from '../index.ts';
import { placeCosts } from './placeCosts.ts';
import { looksOfPlan, unlikeSeams } from '../looks/seamsOfPlan.ts';

/** Film at 10 a m², rolls 1000 wide, no margins and no overlap; only film and looks count. */
const film = {
  ...filmForTest,
  turn: 'half' as const,
  matchEdges: false,
  rolls: [{ width: 1000, length: 50_000, price: 500 }],
};
const work = {
  ...{ perPull: 0, perKnifeSetting: 0, mostSlits: 8, leftoverWorth: 0, perExtraLot: 0 },
  sliver: { underMm: 0, cost: 0 },
};
const pane = (id: string, width: number, seams: Partial<PaneForPlan['seams']> = {}, height = 2000) =>
  paneForTest({ id, label: id, width, height, seams: { allowed: true, axis: 'vertical', ...seams } });
const jobOf = (panes: readonly PaneForPlan[], looks: SeamLooksRules): PlanJob =>
  jobForTest({
    films: [film],
    panes: [...panes],
    rules: {
      ...{ allowance: 0, factoryEdgeAllowance: 0, seamOverlap: 0, minPanel: 150, bookValue: 1 },
      minOffcut: { width: 300, length: 600 },
      work: { ...work, seams: looks },
    },
  });
const solver = solverOfText(await loadHighs());
const plan = (job: PlanJob): CutPlan =>
  planCuts(job, { random: seededRandom(3), rounds: 300, solver, shouldStop: () => false });
const places = (job: PlanJob) =>
  Object.fromEntries(
    seamsOfPlan(film, job, plan(job)).map(({ pane: { id }, place }) => [
      id,
      place.atMm.map((mm) => Math.round(mm * 10) / 10),
    ]),
  );

describe('where the planner puts seams', () => {
  // 1600 wide beside a strip of 400: 1000 and 600 with the strip take 4 m of film, equal panels 4 m and another 2.
  const strip = pane('strip', 400);

  test('least film takes a full width and a strip; calm keeps equal panels while film is cheap', () => {
    const least = places(jobOf([pane('wide', 1600), strip], SEAM_LOOKS.leastFilm))['wide'];
    expect([600, 1000]).toContain(least?.[0]);
    // 20 for 2 m² of film against a quarter of the pane's own film, 8, and the narrow panel: still worth it.
    const calm = { ...SEAM_LOOKS.calm, narrowPanel: 0 };
    expect(places(jobOf([pane('wide', 1600), strip], calm))['wide']).not.toEqual([800]);
    expect(places(jobOf([pane('wide', 1600), strip], { ...calm, unevenFilmShare: 0.9 }))['wide']).toEqual([
      800,
    ]);
  });

  test('a hidden strip draws the seam, told by what it saves in the plan’s cost', () => {
    const about = { hidden: [{ axis: 'vertical' as const, from: 690, to: 710 }], lines: [] };
    const job = jobOf([pane('wide', 1600, { about })], SEAM_LOOKS.weighed);
    expect(places(job)['wide']).toEqual([700]);
    const made = plan(job);
    expect(checkPlan(job, made)).toEqual([]);
    // Only the narrower panel of 700 where 800 would be equal.
    expect(costPlan(job, made).seams).toEqual({ count: 1, cost: expect.closeTo(5 * (1 - 700 / 800), 6) });
  });

  test('panes that are alike share the place, mirrored ones from the other side, unless an unlike one counts little', () => {
    const group = [
      pane('a', 1600, { alike: 'g' }),
      pane('b', 1600, { alike: 'g' }),
      pane('c', 1602, { alike: 'g', mirrored: true }),
    ];
    const tied = places(
      jobOf([...group, strip, pane('slim', 330)], { ...SEAM_LOOKS.weighed, unlikePane: 500 }),
    );
    expect(tied['a']).toEqual(tied['b']);
    expect(tied['c']?.[0]).toBeCloseTo(1602 - (tied['a']?.[0] ?? 0), 6);
    const job = jobOf(group, SEAM_LOOKS.weighed);
    const placed = (...atMm: number[]) =>
      atMm.map((mm, at) => ({
        pane: group[at] as PaneForPlan,
        copy: 1,
        place: { axis: 'vertical' as const, atMm: [mm] },
      }));
    expect([
      unlikeSeams(placed(600, 600, 1002)),
      unlikeSeams(placed(600, 600, 600)),
      unlikeSeams(placed(500, 600, 700)),
    ]).toEqual([0, 1, 2]);
    const counted = looksOfPlan(film, job, plan(job));
    expect(counted.cost).toBeCloseTo(counted.looks + counted.unlike, 9);
    expect(looksOfPlan(film, { ...job, rules: { ...job.rules, work } }, plan(job)).cost).toBe(0);
  });

  test('no plan counts less than the bound says, seams counted, with and without places to choose', () => {
    for (const seamPlaces of ['free', 'equal'] as const)
      for (const looks of Object.values(SEAM_LOOKS)) {
        const of = jobOf(
          [pane('a', 1700, { alike: 'g' }), pane('b', 1700, { alike: 'g' }), pane('c', 600)],
          looks,
        );
        const job = { ...of, rules: { ...of.rules, seamPlaces } };
        const least = planCostLowerBound(film, job, solver, () => false) ?? Infinity;
        const { total, seams } = costPlan(job, plan(job));
        expect(least).toBeGreaterThan(0.5 * total);
        expect(least).toBeLessThanOrEqual(total + 1e-6);
        expect(seams.count).toBe(2);
      }
  });

  test('a film without a price keeps equal panels: its film can’t be held against looks', () => {
    const job = jobOf([pane('wide', 1600), strip], SEAM_LOOKS.weighed);
    const unpriced = { ...film, rolls: [{ width: 1000, length: 50_000 }] };
    expect(places({ ...job, films: [unpriced] })['wide']).toEqual([800]);
    // Patterned film as well: the line nearest to equal panels, though another would take less of it.
    const patterned = { ...unpriced, turn: 'none' as const, pattern: { across: 200, along: 100 } };
    expect(places({ ...job, films: [patterned] })['wide']).toEqual([800]);
    const free = { ...job, films: [patterned], rules: { ...job.rules, work } };
    expect([600, 1000]).toContain(places(free)['wide']?.[0]);
  });
});

describe('what each place counts', () => {
  const job = jobOf(
    [
      pane('wide', 1600, { alike: 'g' }),
      pane('twin', 1600, { alike: 'g' }),
      pane('strip', 400),
      pane('more', 400),
    ],
    SEAM_LOOKS.weighed,
  );
  const equal = { ...job, rules: { ...job.rules, seamPlaces: 'equal' as const } };
  const of = (paneId: string, within = job) => placeCosts(paneId, within, plan(equal), solver, () => false);

  test('falls where the rest beside a panel takes another strip, and says by how much', () => {
    const costs = of('wide');
    expect(costs?.copies).toBe(2);
    const [curve, ...others] = costs?.curves ?? [];
    expect([curve?.axis, curve?.panels, others.length]).toEqual(['vertical', 2, 0]);
    const at = (mm: number) => curve?.points.find(({ atMm: [first] }) => Math.abs((first ?? 0) - mm) < 0.06);
    // Two panels of 800 take a roll each: 4 × 2 m² for two panes. At 600 the strips of 400 stand beside the narrow panels.
    expect(at(800)?.film).toBeGreaterThan((at(600)?.film ?? Infinity) + 1);
    expect(at(600)?.film).toBeCloseTo(at(1000)?.film ?? -1, 6);
    for (const { film: takes, looks, total } of curve?.points ?? [])
      expect(total).toBeCloseTo(takes + looks, 9);
    const ends = [curve?.points[0]?.atMm[0], curve?.points.at(-1)?.atMm[0]];
    expect(ends).toEqual([600, 1000]);
  });

  test('places with a name come once, the cheapest first', () => {
    const named = of('wide')?.named ?? [];
    const names = named.flatMap((place) => place.names);
    expect(names).toEqual(expect.arrayContaining(['now', 'best', 'equal', 'leastFilm']));
    expect(new Set(names).size).toBe(names.length);
    expect(named[0]?.names).toContain('best');
    expect(named.find((place) => place.names.includes('now'))?.atMm).toEqual([800]);
    expect(named.map(({ total }) => total)).toEqual(named.map(({ total }) => total).sort((a, b) => a - b));
  });

  test('nothing is said of what goes whole, has no price, or where looks don’t count', () => {
    expect(of('strip')).toBeNull();
    expect(of('nobody')).toBeNull();
    expect(of('wide', { ...job, rules: { ...job.rules, work } })).toBeNull();
    expect(of('wide', { ...job, films: [{ ...film, rolls: [{ width: 1000, length: 50_000 }] }] })).toBeNull();
  });
});

describe('what can’t be is named, and the rest is planned', () => {
  const reasons = (
    panes: PaneForPlan[],
    more: Partial<typeof film> & { pattern?: PlanJob['films'][number]['pattern'] } = {},
  ) => {
    const job = jobOf([...panes, pane('small', 400)], SEAM_LOOKS.weighed);
    const made = plan({ ...job, films: [{ ...film, ...more }] });
    expect(made.pulls.flatMap(({ pieces }) => pieces).some(({ paneId }) => paneId === 'small')).toBe(true);
    return made.unplaced.map(({ paneId, reason }) => [paneId, reason]);
  };

  test('panels under the least width, seams forbidden in the only direction, a pattern larger than the roll', () => {
    // Two panels of 550, where none may be under 600.
    const narrow = jobOf([pane('narrow', 1100), pane('small', 400)], SEAM_LOOKS.weighed);
    const strict = { ...narrow, rules: { ...narrow.rules, minPanel: 600 } };
    expect(plan(strict).unplaced).toEqual([{ paneId: 'narrow', copy: 1, reason: 'seam.minPanel' }]);
    expect(reasons([pane('level', 1600, { axis: 'horizontal' })])).toEqual([['level', 'seam.axis']]);
    expect(
      reasons([pane('deep', 1600)], { turn: 'none' as never, pattern: { across: 1500, along: 300 } }),
    ).toEqual([['deep', 'seam.pattern']]);
    expect(reasons([pane('never', 1600, { allowed: false })])).toEqual([['never', 'seam.notAllowed']]);
  });
});
