import { SEAM_LOOKS } from '../../rules/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import type { PaneForPlan, Piece, PlanJob, Pull } from '../format/index.ts';
import { looksOfPlan, seamsOfPlan, unlikeSeams } from './seamsOfPlan.ts';

/** A pane of 1500 by 2000 mm, alike with others where it says so. */
const pane = (id: string, seams: Partial<PaneForPlan['seams']> = {}, more: Partial<PaneForPlan> = {}) =>
  paneForTest({
    ...{ id, width: 1500, height: 2000, count: 1 },
    seams: { allowed: true, axis: 'any', ...seams },
    ...more,
  });

/** A pane in two panels with an overlap of 20, its seam in the middle of that; told in the wrong order. */
function panels(id: string, atMm: number, copy = 1, level = false): Piece[] {
  const [span, other] = level ? [2000, 1500] : [1500, 2000];
  const part = (from: number, to: number) =>
    level
      ? { left: 0, top: from, width: other, height: to - from }
      : { left: from, top: 0, width: to - from, height: other };
  const piece = (panel: number, from: number, to: number): Piece => ({
    ...{ id: `${id}.${copy}-${panel}`, paneId: id, copy, panel, panels: 2, x: 0, y: 0, w: 1, l: 1, turn: 0 },
    ...{ cover: part(from, to), factoryEdge: null, seamEdges: {} },
  });
  return [piece(2, atMm - 10, span), piece(1, 0, atMm + 10)];
}
const whole = (id: string): Piece => ({
  ...{ id: `${id}.1`, paneId: id, copy: 1, panel: 1, panels: 1, x: 0, y: 0, w: 1, l: 1, turn: 0 },
  ...{ cover: { left: 0, top: 0, width: 1500, height: 2000 }, factoryEdge: null, seamEdges: {} },
});
const pulls = (...pieces: Piece[]): { pulls: Pull[] } => ({
  // Each piece in a pull of its own: panels of one pane need not lie together.
  pulls: pieces.map((piece, at) => ({
    ...{ id: String(at), sourceId: 'R', start: 0, length: 1, pieces: [piece], offcuts: [] },
  })),
});
const jobOf = (...panes: PaneForPlan[]): PlanJob => jobForTest({ panes });
const found = (job: PlanJob, plan: { pulls: Pull[] }) =>
  seamsOfPlan(filmForTest, job, plan).map(({ pane: of, copy, place }) => [
    of.id,
    copy,
    place.axis,
    place.atMm,
  ]);

test('the seams of each copy, in the middle of their overlap; what goes whole or is of another film has none', () => {
  const job = jobOf(
    pane('a', {}, { count: 2 }),
    pane('b'),
    pane('whole'),
    pane('other', {}, { filmId: 'F2' }),
  );
  const plan = pulls(
    ...panels('a', 500),
    ...panels('a', 600, 2),
    ...panels('b', 900, 1, true),
    whole('whole'),
    ...panels('other', 700),
  );
  expect(found(job, plan)).toEqual([
    ['a', 1, 'vertical', [500]],
    ['a', 2, 'vertical', [600]],
    ['b', 1, 'horizontal', [900]],
  ]);
});

test('of panes that are alike those count that are elsewhere than most; mirrored ones are told from the right', () => {
  const alike = (id: string, mirrored = false) =>
    pane(id, { alike: 'pair', ...(mirrored ? { mirrored } : {}) });
  const unlike = (job: PlanJob, ...pieces: Piece[]) =>
    unlikeSeams(seamsOfPlan(filmForTest, job, pulls(...pieces)));
  const three = jobOf(alike('a'), alike('b'), alike('c'));
  expect(unlike(three, ...panels('a', 500), ...panels('b', 500), ...panels('c', 500))).toBe(0);
  expect(unlike(three, ...panels('a', 500), ...panels('b', 600), ...panels('c', 500))).toBe(1);
  expect(unlike(three, ...panels('a', 500), ...panels('b', 600), ...panels('c', 700))).toBe(2);
  const pair = jobOf(alike('a'), alike('b', true));
  expect(unlike(pair, ...panels('a', 500), ...panels('b', 1000))).toBe(0);
  expect(unlike(pair, ...panels('a', 500), ...panels('b', 500))).toBe(1);
  // Two groups are held against themselves, and panes of none against nobody.
  const groups = jobOf(alike('a'), alike('b'), pane('x', { alike: 'others' }), pane('free'));
  expect(
    unlike(groups, ...panels('a', 500), ...panels('b', 500), ...panels('x', 700), ...panels('free', 800)),
  ).toBe(0);
});

test('seams count by how they are seen, and more where panes that are alike have them elsewhere', () => {
  const seams = {
    ...SEAM_LOOKS.weighed,
    ...{ perMetre: 10, levelTimes: 2, atEyesTimes: 1, narrowPanel: 0, unevenFilmShare: 0, unlikePane: 7 },
  };
  const { rules, ...rest } = jobOf(pane('a', { alike: 'pair' }), pane('b', { alike: 'pair' }));
  const work = {
    ...{ perPull: 1, perKnifeSetting: 1, mostSlits: 4, leftoverWorth: 0.2, perExtraLot: 10 },
    sliver: { underMm: 20, cost: 1 },
  };
  const job = { ...rest, rules: { ...rules, work: { ...work, seams } } };
  const plan = pulls(...panels('a', 500), ...panels('b', 700));
  expect(looksOfPlan(filmForTest, job, plan)).toEqual({ count: 2, looks: 40, unlike: 7, cost: 47 });
  expect(looksOfPlan(filmForTest, { ...rest, rules: { ...rules, work } }, plan)).toEqual({
    ...{ count: 0, looks: 0, unlike: 0, cost: 0 },
  });
  expect(looksOfPlan(filmForTest, { ...rest, rules }, plan).count).toBe(0);
});
