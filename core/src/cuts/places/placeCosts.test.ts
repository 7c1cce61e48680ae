import loadHighs from 'highs';
import { SEAM_LOOKS, type SeamLooksRules } from '../../rules/index.ts';
import { paneForTest } from '../../testing/planJobs.ts';
import { NO_WORK, pricedRowFilm as film, rowJob, withLooks } from '../../testing/rowJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { planCuts, solverOfText, type FilmForPlan, type PaneForPlan, type PlanJob } from '../index.ts';
import { placeCosts } from './placeCosts.ts';

/** A metre of seam in the open counts 1, on a line half of it. */
const looks: SeamLooksRules = {
  ...SEAM_LOOKS.leastFilm,
  ...{ perMetre: 1, onLineTimes: 0.5, nearLineMm: 6, nearLineTimes: 1 },
};
const pane = (
  id: string,
  width: number,
  seams: Partial<PaneForPlan['seams']> = {},
  more: Partial<PaneForPlan> = {},
) =>
  paneForTest({
    ...{ id, label: id, width, height: 2000, allowances: { left: 0, right: 0, top: 0, bottom: 0 } },
    seams: { allowed: true, axis: 'vertical', ...seams },
    ...more,
  });
const strips = [pane('strip', 400), pane('more', 400)];
const jobOf = (
  panes: readonly PaneForPlan[],
  of: FilmForPlan = film,
  more: Partial<PlanJob['rules']> = {},
): PlanJob => rowJob(panes, of, withLooks(looks), more);
const solver = solverOfText(await loadHighs());
/** The first plan there is, with equal panels: what each place counts is told beside it. */
const firstPlan = (job: PlanJob) =>
  planCuts(
    { ...job, rules: { ...job.rules, seamPlaces: 'equal' } },
    { random: seededRandom(1), rounds: 0, solver: null, shouldStop: () => false },
  );
const costsOf = (paneId: string, job: PlanJob, plan = firstPlan(job)) =>
  placeCosts(paneId, job, plan, solver, () => false);
const curveOf = (paneId: string, job: PlanJob) => {
  const [curve, ...others] = costsOf(paneId, job)?.curves ?? [];
  if (!curve || others.length > 0) throw new Error('one curve is wanted');
  const at = (mm: number) => curve.points.find(({ atMm: [first] }) => Math.abs((first ?? 0) - mm) < 0.06);
  return { ...curve, at, firsts: curve.points.map(({ atMm: [first] }) => first ?? 0) };
};

test('film of a place is its row less what could stand beside its panels', () => {
  const { at, axis, panels, points } = curveOf('wide', jobOf([pane('wide', 1600), ...strips]));
  expect([axis, panels]).toEqual(['vertical', 2]);
  // A strip of 400 is half a row, 10: at 600 one stands beside the narrow panel; 800 takes a row of its own, twice.
  const film_ = [600, 610, 800, 1000].map((mm) => at(mm)?.film);
  expect(film_).toEqual([30, 40, 40, 30].map((money) => expect.closeTo(money, 4)));
  for (const point of points) expect(point.total).toBeCloseTo(point.film + 2, 9);
});

test('places stand every 10 mm between what the roll and the least panel permit, and where something fits', () => {
  const all = curveOf('wide', jobOf([pane('wide', 1603), ...strips])).firsts;
  expect(all[0]).toBe(603);
  expect(all.at(-1)).toBe(1000);
  expect(all).toEqual([...all].sort((a, b) => a - b));
  // The raster; a full roll, and the rest of it; equal panels; thirds are outside; beside one strip and beside two.
  const off = all.filter((mm) => mm % 10 !== 0);
  expect(off).toEqual([603, 801.5]);
  expect(all.filter((mm) => mm % 10 === 0)).toHaveLength(40);
  const narrow = curveOf('wide', jobOf([pane('wide', 1100), ...strips])).firsts;
  expect([narrow[0], narrow.at(-1)]).toEqual([150, 950]);
});

test('margins and overlap are counted, and places are told in mm of the glass', () => {
  const margins = { allowances: { left: 20, right: 30, top: 25, bottom: 25 } };
  const job = jobOf([pane('wide', 1600, {}, margins), ...strips], film, { seamOverlap: 10 });
  const { at, firsts } = curveOf('wide', job);
  // 1660 together: 660 first, whose seam is 20 and half the overlap less; 2050 high at 10 a m.
  expect([firsts[0], firsts.at(-1)]).toEqual([660 - 25, 1000 - 25]);
  expect(at(975)?.film).toBeCloseTo(20.5 + 20.5, 4);
  expect(at(800)?.film).toBeCloseTo(41, 4);
});

test('of three panels the middle one is a full width', () => {
  const { at, panels } = curveOf('wide', jobOf([pane('wide', 2600), ...strips]));
  expect(panels).toBe(3);
  expect(at(600)).toMatchObject({ atMm: [600, 1600], film: expect.closeTo(20 + 20 + 10, 4), looks: 4 });
});

describe('panes that are alike', () => {
  const line = { hidden: [], lines: [{ axis: 'vertical' as const, at: 700 }] };
  const group = [
    pane('wide', 1600, { alike: 'g' }, { count: 2 }),
    pane('twin', 1600, { alike: 'g', mirrored: true, about: line }),
    pane('other', 1600, { alike: 'else' }),
  ];

  test('count together, each as it stands', () => {
    const job = jobOf([...group, ...strips]);
    const costs = costsOf('wide', job);
    expect(costs?.copies).toBe(3);
    const { at } = curveOf('wide', job);
    // Three copies at two rows; two seams in the open. The mirrored twin’s is on its line where the others’ is at 900.
    expect(at(850)).toMatchObject({ film: expect.closeTo(120, 4), looks: 3 * 2 });
    expect(at(900)).toMatchObject({ looks: 2 * 2 + 1 });
    expect(at(700)).toMatchObject({ looks: 3 * 2 });
    expect(curveOf('twin', job).at(700)).toMatchObject({ looks: 2 * 2 + 1 });
    expect(costsOf('other', job)?.copies).toBe(1);
  });

  test('what other panes have in the plan stays, and what could stand beside it counts', () => {
    // The other one stays at 800, as planned: rows of 800 with room for a strip of 200 each.
    const job = jobOf([...group.slice(2), pane('wide', 1800), pane('thin', 200)]);
    const { at } = curveOf('wide', job);
    // A strip of 200 has more room than it needs beside those of 800, and is worth nothing; equal panels of 900 and a full one with 800 take two rows.
    expect(at(900)?.film).toBeCloseTo(40, 4);
    expect(at(800)?.film).toBeCloseTo(40, 4);
  });
});

test('places with a name: each once, the cheapest of its name, in rising total', () => {
  const about = {
    hidden: [{ axis: 'vertical' as const, from: 690, to: 710 }],
    lines: [{ axis: 'vertical' as const, at: 900 }],
  };
  const job = jobOf([pane('wide', 1600, { about }), ...strips]);
  const named = costsOf('wide', job)?.named ?? [];
  const at = (name: string) => named.filter(({ names }) => names.some((each) => each === name));
  expect(at('now').map(({ atMm }) => atMm)).toEqual([[800]]);
  expect(at('equal').map(({ atMm }) => atMm)).toEqual([[800]]);
  expect(at('onLine')).toMatchObject([{ atMm: [900], looks: 1, total: expect.closeTo(41, 4) }]);
  expect(at('hidden')).toMatchObject([{ looks: 0, film: expect.closeTo(40, 4) }]);
  expect(at('best')).toMatchObject([{ total: expect.closeTo(32, 4), names: ['best', 'leastFilm'] }]);
  const totals = named.map(({ total }) => total);
  expect(totals).toEqual([...totals].sort((a, b) => a - b));
  expect(named[0]?.seen.seams).toHaveLength(1);
  expect(at('third')).toEqual([]);
  // At a third of 1200, and seen so.
  const third = costsOf('wide', jobOf([pane('wide', 1200), ...strips]))?.named ?? [];
  expect(third.find(({ names }) => names.includes('third'))?.atMm[0]).toBeCloseTo(400, 6);
});

test('the place a pane has now is one of them, wherever it is', () => {
  const job = jobOf([pane('wide', 1600), ...strips]);
  const placed = pane('wide', 1600, { at: [733.4] });
  const plan = firstPlan(jobOf([placed, ...strips]));
  const named = placeCosts('wide', job, plan, solver, () => false)?.named ?? [];
  expect(named.find(({ names }) => names.includes('now'))?.atMm[0]).toBeCloseTo(733.4, 6);
});

test('both directions where a pane may be divided either way', () => {
  const turned = { ...film, turn: 'any' as const };
  const job = jobOf([pane('wide', 1600, { axis: 'any' }, { height: 1500 }), ...strips], turned);
  const curves = costsOf('wide', job)?.curves ?? [];
  expect(curves.map(({ axis }) => axis).sort()).toEqual(['horizontal', 'vertical']);
  for (const { axis, points } of curves) expect(points.every((point) => point.axis === axis)).toBe(true);
});

test('of two rolls the cheaper way at each place', () => {
  // 1200 wide at 10 a m²: 1100 and 500 need it, one row of 24 and one of 20.
  const rolls = [...film.rolls, { width: 1200, length: 50_000, price: 600 }];
  const both = jobOf([pane('wide', 1600)], { ...film, rolls });
  const { at, firsts } = curveOf('wide', both);
  expect([firsts[0], firsts.at(-1)]).toEqual([400, 1200]);
  expect(at(800)?.film).toBeCloseTo(40, 4);
  expect(at(1100)?.film).toBeCloseTo(48, 4);
});

test('nothing is said of what goes whole, is not there, has no price, or where looks don’t count', () => {
  const panes = [pane('wide', 1600), ...strips];
  const job = jobOf(panes);
  const plan = firstPlan(job);
  expect(costsOf('wide', job)).not.toBeNull();
  expect(costsOf('strip', job)).toBeNull();
  expect(costsOf('nobody', job)).toBeNull();
  const free = { ...film, rolls: [{ width: 1000, length: 50_000 }] };
  expect(costsOf('wide', jobOf(panes, free), plan)).toBeNull();
  expect(costsOf('wide', { ...job, rules: { ...job.rules, work: NO_WORK } }, plan)).toBeNull();
  expect(costsOf('wide', { ...job, films: [] }, plan)).toBeNull();
  const unsolved = { solve: () => null };
  expect(placeCosts('wide', job, plan, unsolved, () => false)).toBeNull();
});
