import loadHighs from 'highs';
import { SEAM_LOOKS, type SeamLooksRules } from '../../rules/index.ts';
import { paneForTest } from '../../testing/planJobs.ts';
import { NO_WORK, pricedRowFilm, rowJob } from '../../testing/rowJobs.ts';
import { solverOfText, type FilmForPlan, type PaneForPlan, type PlanJob } from '../index.ts';
import { planCostLowerBound } from './planCostLowerBound.ts';

/** Sold by the metre: a row 1000 high counts 10. */
const film: FilmForPlan = {
  ...pricedRowFilm,
  rolls: [{ width: 1000, length: 50_000, price: 500, soldBy: 'metre' }],
};
const looks: SeamLooksRules = {
  ...SEAM_LOOKS.weighed,
  ...{ perMetre: 4, onLineTimes: 0.5, nearLineTimes: 2, levelTimes: 3, narrowPanel: 0, unevenFilmShare: 0 },
};
const pane = (
  id: string,
  width: number,
  seams: Partial<PaneForPlan['seams']> = {},
  more: Partial<PaneForPlan> = {},
) =>
  paneForTest({
    ...{ id, label: id, width, height: 1000 },
    seams: { allowed: true, axis: 'vertical', ...seams },
    ...more,
  });
const jobOf = (
  panes: readonly PaneForPlan[],
  work: PlanJob['rules']['work'] = NO_WORK,
  of: FilmForPlan = film,
  more: Partial<PlanJob> = {},
  bookValue = 1,
): PlanJob => rowJob(panes, of, work, { bookValue }, more);
const solver = solverOfText(await loadHighs());
const bound = (...of: Parameters<typeof jobOf>) => {
  const job = jobOf(...of);
  return planCostLowerBound(job.films[0] ?? film, job, solver, () => false);
};

test('film by the cross-sections, and one pull', () => {
  expect(bound([pane('a', 600, {}, { count: 3 })])).toBeCloseTo(30, 3);
  expect(bound([pane('a', 600, {}, { count: 3 })], { ...NO_WORK, perPull: 2 })).toBeCloseTo(32, 3);
});

test('seams at the best sight there is about their pane, by what they are long', () => {
  const work = { ...NO_WORK, seams: looks };
  // 1100 takes a row for its wider panel, the other may stand beside something: 1.1 rows, and 4 for the seam.
  const of = (more: Partial<PaneForPlan['seams']> = {}, width = 1100, count = 1) =>
    bound([pane('a', width, more, { count })], work);
  expect(of()).toBeCloseTo(11 + 4, 3);
  expect(of({}, 1100, 2)).toBeCloseTo(22 + 8, 3);
  expect(of({}, 2100)).toBeCloseTo(21 + 8, 3);
  const line = { axis: 'vertical' as const, at: 300 };
  const hidden = { axis: 'vertical' as const, from: 290, to: 310 };
  expect(of({ about: { hidden: [], lines: [line] } })).toBeCloseTo(11 + 2, 3);
  expect(of({ about: { hidden: [hidden], lines: [line] } })).toBeCloseTo(11, 3);
  // What runs the other way hides nothing.
  const across = {
    hidden: [{ ...hidden, axis: 'horizontal' as const }],
    lines: [{ ...line, axis: 'horizontal' as const }],
  };
  expect(of({ about: across })).toBeCloseTo(11 + 4, 3);
});

test('a level seam counts by the width and its times, the cheaper way where either goes', () => {
  const work = { ...NO_WORK, seams: looks };
  const turned = { ...film, turn: 'any' as const };
  const wide = (axis: 'horizontal' | 'any', height: number, width: number) =>
    bound([pane('a', width, { axis }, { height })], work, turned);
  // 1200 high, 1500 wide: lying, one level seam of 1.5 m at three times 4.
  expect(wide('horizontal', 1200, 1500)).toBeCloseTo(18 + 18, 3);
  expect(wide('any', 1200, 1500)).toBeCloseTo(18 + 4.8, 3);
});

test('with equal panels the film and looks of the ways there are', () => {
  const job = jobOf([pane('a', 1100)], { ...NO_WORK, seams: looks });
  const equal = { ...job, rules: { ...job.rules, seamPlaces: 'equal' as const } };
  // Two panels of 550: a row each.
  expect(planCostLowerBound(film, equal, solver, () => false)).toBeCloseTo(20 + 4, 3);
});

test('what is free beside the pieces is taken for leftovers of the highest worth', () => {
  // Half its worth: 600 of a row is used at 10 a m², the other 400 gives back 5 a m².
  expect(bound([pane('a', 600)], { ...NO_WORK, leftoverWorth: 0.5 })).toBeCloseTo(10 - 0.4 * 5, 3);
});

describe('whole rolls', () => {
  const whole = (price: number, width = 1000, length = 50_000): FilmForPlan['rolls'][number] => ({
    ...{ width, length, price },
    soldBy: 'roll',
  });
  const with_ = (rolls: FilmForPlan['rolls']) => ({ ...film, rolls });

  test('one is bought at the least; more by their share', () => {
    // 500 a roll, of which 300 stay worth something: 200 for opening it, and 6 a row.
    expect(bound([pane('a', 600)], NO_WORK, with_([whole(500)]), {}, 0.6)).toBeCloseTo(200 + 6, 3);
    // 120 rows off rolls of 50: 1000 a roll's length at 10.
    expect(bound([pane('a', 600, {}, { count: 120 })], NO_WORK, with_([whole(500)]), {}, 0.6)).toBeCloseTo(
      1200,
      3,
    );
  });

  test('the dear one where a piece goes on no other, the cheapest else', () => {
    const rolls = [whole(500), whole(900, 1500)];
    const at = (width: number) =>
      bound([pane('a', width, { allowed: false })], NO_WORK, with_(rolls), {}, 0.5);
    // On the narrow one 250 for opening and 5 a row; 1200 wide needs the wide one: 450, and 9 a row.
    expect(at(600)).toBeGreaterThanOrEqual(250);
    expect(at(600)).toBeLessThanOrEqual(255 + 1e-6);
    expect(at(1200)).toBeCloseTo(450 + 9, 3);
  });

  test('none where what is on hand may be enough', () => {
    const roll = { id: 'r', filmId: film.id, kind: 'roll' as const, width: 1000, length: 3000 };
    const stock = [{ ...roll, factoryEdges: [] }];
    const few = bound([pane('a', 600)], NO_WORK, with_([whole(500)]), { stock }, 0.5);
    expect(few ?? 0).toBeLessThan(6);
    const many = bound([pane('a', 600, {}, { count: 6 })], NO_WORK, with_([whole(500)]), { stock }, 0.5);
    // 3.6 m² where there are 3: one is bought.
    expect(many).toBeGreaterThanOrEqual(250);
  });
});

test('a leftover worth more than the film on hand it comes off is given once', () => {
  const offcut = { id: 'o', filmId: film.id, kind: 'offcut' as const, width: 900, length: 1000 };
  const stock = [{ ...offcut, factoryEdges: [] }];
  const work = { ...NO_WORK, leftoverWorth: 0.5 };
  expect(bound([pane('a', 600)], work, film, { stock })).toBeLessThanOrEqual(4.5 - 0.3 * 5 + 1e-6);
  // Too short to be kept it counts nothing, yet the room on it could be worth 5 a m²: 2.25 for its 0.45 m². One of two panes
  // comes off it; the other takes 500 mm at 10 a m less 5 for the leftover, and both cover 0.6 m² that is no leftover.
  const small = { stock: [{ ...offcut, length: 500, factoryEdges: [] }] };
  const panes = (count: number) => [pane('a', 600, {}, { height: 500, count })];
  expect(bound(panes(2), work, film, small)).toBeCloseTo(2.5 - 2.25 + 3, 3);
  expect(bound(panes(1), work, film, small)).toBeNull();
});

describe('nothing is said', () => {
  test('of sheets, patterns, films without prices or panes, or what can’t all be laid', () => {
    const one = [pane('a', 600)];
    expect(bound(one)).not.toBeNull();
    const job = jobOf(one);
    const uncounted = { ...job, rules: { ...job.rules, work: undefined } };
    expect(planCostLowerBound(film, uncounted, solver, () => false)).toBeNull();
    const sheets = [{ name: 's', width: 700, height: 1200, price: 9 }] as never;
    expect(bound(one, NO_WORK, { ...film, sheets })).toBeNull();
    expect(bound(one, NO_WORK, { ...film, rolls: [{ width: 1000, length: 50_000 }] })).toBeNull();
    const pattern = { across: 300, along: 300 };
    expect(bound([pane('a', 1100)], NO_WORK, { ...film, pattern })).toBeNull();
    expect(bound([])).toBeNull();
    expect(bound([pane('a', 600, {}, { filmId: 'other' })])).toBeNull();
    expect(bound([...one, pane('b', 1100, { allowed: false })])).toBeNull();
  });

  test('of more than 120 different parts', () => {
    const panes = (count: number) => Array.from({ length: count }, (_, at) => pane(`p${at}`, 600 + at));
    expect(bound(panes(120))).not.toBeNull();
    expect(bound(panes(121))).toBeNull();
  });
});
