import loadHighs from 'highs';
import { SEAM_LOOKS, type SeamLooksRules } from '../../rules/index.ts';
import { paneForTest } from '../../testing/planJobs.ts';
import { pricedRowFilm as priced, rowFilm as film, rowJob, withLooks } from '../../testing/rowJobs.ts';
import { demandOf } from '../cost/demand.ts';
import {
  solverOfText,
  type FilmForPlan,
  type LinearSolver,
  type PaneForPlan,
  type PlanJob,
} from '../index.ts';
import { demandWithFreePlaces } from './freePlaces.ts';

const pane = (
  id: string,
  width: number,
  seams: Partial<PaneForPlan['seams']> = {},
  more: Partial<PaneForPlan> = {},
) =>
  paneForTest({
    ...{ id, label: id, width, height: 2000 },
    seams: { allowed: true, axis: 'vertical', ...seams },
    ...more,
  });
const jobOf = (
  panes: readonly PaneForPlan[],
  of: FilmForPlan = film,
  more: Partial<PlanJob['rules']> = {},
  looks: SeamLooksRules | null = null,
): PlanJob => rowJob(panes, of, looks && withLooks(looks), more);
const solver = solverOfText(await loadHighs());
const found = (job: PlanJob, by: LinearSolver | null = solver, shouldStop = () => false) =>
  demandWithFreePlaces(job.films[0] ?? film, job, by, shouldStop);
const firstsOf = (of: ReturnType<typeof found>, id: string) =>
  of.demand.kinds
    .filter(({ pane: each }) => each.id === id)
    .flatMap(({ ways }) => ways.map(({ place }) => Math.round((place?.atMm[0] ?? -1) * 10) / 10));

test('a full width with the rest is tried from both sides, beside equal panels', () => {
  const firsts = firstsOf(found(jobOf([pane('wide', 1600)])), 'wide');
  expect(firsts).toEqual(expect.arrayContaining([800, 1000, 600]));
});

test('places are found at which a panel leaves just what something else fills, or two of it, or is as wide as it', () => {
  // 1700: a full width leaves 700. Beside 650 stands 350, beside 300 two of 350; 720 is as wide as another pane.
  const job = jobOf([pane('wide', 1700), pane('strip', 350, {}, { count: 2 }), pane('other', 720)]);
  const firsts = firstsOf(found(job), 'wide');
  expect(firsts.filter((mm) => mm === 720 || mm === 980)).not.toEqual([]);
  const narrow = jobOf([pane('wide', 1250), pane('strip', 350, {}, { count: 4 })]);
  const beside = firstsOf(found(narrow), 'wide');
  // 300 with two strips, 950 alone; or 650 with one and 600 with one.
  expect(beside.some((mm) => [300, 950, 650, 600].includes(mm))).toBe(true);
});

test('margins and overlap lie between the panel and its seam', () => {
  const margins = { allowances: { left: 20, right: 30, top: 0, bottom: 0 } };
  const firsts = firstsOf(found(jobOf([pane('wide', 1600, {}, margins)], film, { seamOverlap: 10 })), 'wide');
  // 1660 together: 1000 first ends 975 into the glass; 660 first at 635.
  expect(firsts).toEqual(expect.arrayContaining([975, 635]));
});

test('it ends at the programme over all that was tried: what parts are worth adds up to it', () => {
  // 1600 and a strip of 400: 1000 alone, 600 with the strip: two rows for both, 4 m².
  const { demand, worth } = found(jobOf([pane('wide', 1600), pane('strip', 400)]));
  if (!worth) throw new Error('it was solved');
  expect(worth).toHaveLength(demand.parts.length);
  const least = demand.kinds.reduce(
    (sum, { copies, ways }) =>
      sum +
      copies.length *
        Math.min(...ways.map(({ parts }) => parts.reduce((all, part) => all + (worth[part] ?? 0), 0))),
    0,
  );
  expect(least / 1e6).toBeCloseTo(4, 1);
});

test('what looks well is tried first where looks count, and not where they don’t', () => {
  const about = { hidden: [{ axis: 'vertical' as const, from: 690, to: 710 }], lines: [] };
  const job = (looks: SeamLooksRules | null) => jobOf([pane('wide', 1600, { about })], priced, {}, looks);
  expect(firstsOf(found(job(SEAM_LOOKS.weighed)), 'wide')).toContain(700);
  expect(
    firstsOf(
      found(job(SEAM_LOOKS.weighed), solver, () => true),
      'wide',
    ),
  ).toContain(700);
  expect(
    firstsOf(
      found(job(null), solver, () => true),
      'wide',
    ),
  ).not.toContain(700);
});

test('what is tried for one pane is tried for those that are alike, mirrored ones from the other side', () => {
  const about = { hidden: [{ axis: 'vertical' as const, from: 690, to: 710 }], lines: [] };
  const group = [
    pane('a', 1600, { alike: 'g', about }),
    pane('b', 1650, { alike: 'g' }),
    pane('c', 1600, { alike: 'g', mirrored: true }),
    pane('d', 1600),
  ];
  const of = found(jobOf(group, priced, {}, { ...SEAM_LOOKS.weighed, unlikePane: 1000 }));
  expect(firstsOf(of, 'b')).toContain(700);
  expect(firstsOf(of, 'c')).toContain(900);
  // And the group takes one of them.
  expect([...of.chosen.keys()]).toEqual(['g']);
  expect(of.chosen.get('g')?.axis).toBe('vertical');
  expect(found(jobOf(group, priced)).chosen.size).toBe(0);
});

test('what the programme takes stays, whatever else is tried', () => {
  const job = jobOf([
    pane('a', 1600),
    pane('b', 1720),
    pane('c', 1890),
    pane('s', 400),
    pane('t', 310, {}, { count: 2 }),
    pane('u', 130),
  ]);
  const { demand, worth } = found(job);
  // Six panels take a row each; beside the narrowest there is room for one strip, the others need a seventh.
  const least = demand.kinds.reduce(
    (sum, { copies, ways }) =>
      sum +
      copies.length *
        Math.min(...ways.map(({ parts }) => parts.reduce((all, part) => all + (worth?.[part] ?? 0), 0))),
    0,
  );
  expect(least / 2e6).toBeCloseTo(7, 1);
});

test('without a solver, or time, there are the first places; the same demand where there is nothing to choose', () => {
  const job = jobOf([pane('wide', 1600), pane('strip', 400)]);
  const unsolved = found(job, null);
  expect(unsolved.worth).toBeNull();
  expect(firstsOf(unsolved, 'wide')).toEqual(expect.arrayContaining([600, 1000]));
  // By film alone it is seen as well what a strip leaves: 1000 - 280 beside two widths that the rules permit.
  const beside = jobOf([pane('wide', 1600), pane('strip', 280)]);
  expect(firstsOf(found(beside, null), 'wide').sort((a, b) => a - b)).toEqual([600, 720, 800, 880, 1000]);
  const looks = jobOf(
    [pane('a', 1600, { alike: 'g' }), pane('b', 1650, { alike: 'g' })],
    priced,
    {},
    SEAM_LOOKS.weighed,
  );
  expect(found(looks, null).chosen.size).toBe(0);
  const stopped = found(job, solver, () => true);
  expect(stopped.worth).toBeNull();
  expect(firstsOf(stopped, 'wide').sort((a, b) => a - b)).toEqual([600, 800, 1000]);
  const equal = jobOf([pane('wide', 1600)], film, { seamPlaces: 'equal' });
  expect(found(equal)).toEqual({ demand: demandOf(film, equal), worth: null, chosen: new Map() });
  const whole = jobOf([pane('small', 600)]);
  expect(found(whole)).toEqual({ demand: demandOf(film, whole), worth: null, chosen: new Map() });
  const patterned = { ...film, pattern: { across: 200, along: 100 } };
  expect(found(jobOf([pane('wide', 1600)], patterned)).worth).toBeNull();
});

test('of a house with more pieces than a programme can take, places are found by film alone', () => {
  const panes = Array.from({ length: 60 }, (_, at) => pane(`p${at}`, 1200 + 7 * at));
  const never: LinearSolver = {
    solve: () => {
      throw new Error('too many to be asked about');
    },
  };
  const { demand, worth } = found(jobOf(panes), never);
  expect(worth).toBeNull();
  expect(demand.kinds.every(({ ways }) => ways.length > 3)).toBe(true);
});
