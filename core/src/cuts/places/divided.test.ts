import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { demandOf } from '../cost/demand.ts';
import type { FilmForPlan, PaneForPlan, PlanJob } from '../index.ts';
import { dividedPanes, dividesAny, firstsThatLookWell, isPermitted, seamsAt } from './divided.ts';

/** Rolls 1000 wide, 10 m long. Margins 20 left and right, 30 above and below, overlap 10. */
const film: FilmForPlan = {
  ...filmForTest,
  ...{ turn: 'half', matchEdges: false, rolls: [{ width: 1000, length: 10_000 }] },
};
const allowances = { left: 20, right: 25, top: 30, bottom: 35 };
const pane = (width: number, height: number, more: Partial<PaneForPlan> = {}) =>
  paneForTest({
    ...{ id: 'p', label: 'p', width, height, allowances },
    seams: { allowed: true, axis: 'vertical' },
    ...more,
  });
const jobOf = (
  panes: readonly PaneForPlan[],
  of: FilmForPlan = film,
  more: Partial<PlanJob> = {},
): PlanJob => {
  const job = jobForTest({ films: [of], panes: [...panes], ...more });
  const rules = { allowance: 0, factoryEdgeAllowance: 0, minPanel: 150, seamOverlap: 10 };
  return { ...job, rules: { ...job.rules, ...rules } };
};
const dividedOf = (panes: readonly PaneForPlan[], of: FilmForPlan = film, more: Partial<PlanJob> = {}) => {
  const job = jobOf(panes, of, more);
  return { job, divided: dividedPanes(of, job, demandOf(of, job).supplies) };
};

test('two panels cover the pane, its margins and one overlap together, and reach over its height and margins', () => {
  const { divided, job } = dividedOf([pane(1500, 2000)]);
  expect(divided).toHaveLength(1);
  expect(divided[0]).toMatchObject({
    ...{ axis: 'vertical', panels: 2, firstMarginMm: 20, lastMarginMm: 25 },
    ...{ togetherMm: 1500 + 20 + 25 + 10, alongMm: 2000 + 30 + 35 },
  });
  expect([dividesAny(film, job), dividesAny(film, jobOf([pane(900, 2000)]))]).toEqual([true, false]);
  expect(dividesAny({ ...film, id: 'other' }, job)).toBe(false);
});

test('of three panels the middle one is a full roll, and the others share the rest', () => {
  const { divided, job } = dividedOf([pane(2600, 2000)]);
  expect(divided[0]).toMatchObject({ panels: 3, togetherMm: 2600 + 45 + 20 - 1000 });
  const [of] = divided;
  if (!of) throw new Error('it is divided');
  // The first seam half an overlap behind the first panel, the next a roll less an overlap further on.
  expect(seamsAt(of, 900, job)).toEqual([900 - 20 - 5, 900 - 20 - 5 + 990]);
});

test('level seams go by the margins above and below', () => {
  const level = pane(1500, 2000, { seams: { allowed: true, axis: 'horizontal' } });
  const { divided, job } = dividedOf([level], { ...film, turn: 'any' });
  expect(divided[0]).toMatchObject({
    ...{ axis: 'horizontal', firstMarginMm: 30, lastMarginMm: 35, panels: 3 },
    ...{ togetherMm: 2000 + 65 + 20 - 1000, alongMm: 1500 + 45 },
  });
  const [of] = divided;
  expect(of && seamsAt(of, 500, job)[0]).toBe(500 - 30 - 5);
});

test('no free place has what somebody placed, an edge of its own, a pattern, or another film', () => {
  const none = (one: PaneForPlan, of: FilmForPlan = film) => dividedOf([one], of).divided.length;
  expect(none(pane(1500, 2000, { seams: { allowed: true, axis: 'vertical', at: [700] } }))).toBe(0);
  expect(none(pane(1500, 2000, { factoryEdge: 'left' }))).toBe(0);
  expect(none(pane(1500, 2000), { ...film, turn: 'none', pattern: { across: 200, along: 100 } })).toBe(0);
  expect(none(pane(900, 2000))).toBe(0);
  expect(none(pane(1500, 2000, { seams: { allowed: false, axis: 'vertical' } }))).toBe(0);
  const { job } = dividedOf([pane(1500, 2000)]);
  expect(dividedPanes({ ...film, id: 'other' }, job, demandOf(film, job).supplies)).toEqual([]);
});

test('only film that is long and wide enough is one, and where the pane may come off it', () => {
  const stock = (width: number, length: number) => [
    { id: 'o', filmId: film.id, kind: 'offcut' as const, width, length, factoryEdges: [] },
  ];
  const ids = (width: number, length: number, more: Partial<PaneForPlan> = {}) =>
    dividedOf([pane(1500, 2000, more)], film, { stock: stock(width, length) }).divided.map(
      ({ supply }) => supply.id,
    );
  expect(ids(800, 2065)).toEqual(['o', null]);
  expect(ids(800, 2064)).toEqual([null]);
  expect(ids(777.5, 3000)).toEqual(['o', null]);
  expect(ids(777, 3000)).toEqual([null]);
  expect(ids(800, 3000, { from: { kind: 'onHand', id: 'o' } })).toEqual(['o']);
});

test('a first panel is permitted that fits the roll and leaves both panels wide enough', () => {
  const { divided, job } = dividedOf([pane(1500, 2000)]);
  const [of] = divided;
  if (!of) throw new Error('it is divided');
  // 1555 together: the other one is at most 1000 wide, and covers 150 at least beside its margin.
  const permitted = [554, 555, 700, 1000, 1001].map((mm) => isPermitted(of, mm, job));
  expect(permitted).toEqual([false, true, true, true, false]);
  const narrow = dividedOf([pane(1060, 2000)]);
  const [small] = narrow.divided;
  if (!small) throw new Error('it is divided');
  // 1115 together: 170 first covers 150, 940 leaves 175 for the last, which covers 150.
  expect([169, 170, 940, 941].map((mm) => isPermitted(small, mm, narrow.job))).toEqual([
    false,
    true,
    true,
    false,
  ]);
});

test('places that look well: thirds of two panels, the middle of hidden strips inside the pane, lines of the building', () => {
  const about = {
    hidden: [
      { axis: 'vertical' as const, from: 690, to: 710 },
      { axis: 'horizontal' as const, from: 300, to: 400 },
      { axis: 'vertical' as const, from: 1400, to: 1700 },
      { axis: 'vertical' as const, from: -100, to: 40 },
    ],
    lines: [
      { axis: 'vertical' as const, at: 1200 },
      { axis: 'vertical' as const, at: 1500 },
      { axis: 'vertical' as const, at: 0 },
      { axis: 'horizontal' as const, at: 900 },
    ],
  };
  const seams = { allowed: true, axis: 'vertical' as const, about };
  const { divided, job } = dividedOf([pane(1500, 2000, { seams })]);
  const [of] = divided;
  expect(of && firstsThatLookWell(of, job)).toEqual(
    [500, 1000, 700, 1450, 20, 1200].map((at) => at + 20 + 5),
  );
  const three = dividedOf([pane(2600, 2000)]);
  expect(three.divided[0] && firstsThatLookWell(three.divided[0], three.job)).toEqual([]);
});
