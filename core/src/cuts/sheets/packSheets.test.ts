import { checkPlan } from '../../check/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { planCuts, type FilmForPlan, type PlanJob } from '../index.ts';
import { waysOnSheets, type SheetSize } from '../lay/onSheets.ts';
import { leastForSheets, packSheets, type SheetCopy } from './packSheets.ts';

const net = { ...jobForTest().rules, allowance: 0, factoryEdgeAllowance: 0 };
const SMALL = { width: 500, height: 1000, price: 20 };
const LARGE = { width: 1000, height: 2000, price: 70 };
const filmOf = (sheets: readonly SheetSize[], turn: FilmForPlan['turn'] = 'none'): FilmForPlan => ({
  ...filmForTest,
  ...{ rolls: [], sheets: [...sheets], turn, matchEdges: false },
});
const copies = (film: FilmForPlan, ...sizes: readonly (readonly [number, number])[]): SheetCopy[] =>
  sizes.map(([width, height], at) => ({
    key: `p${at}`,
    ways: waysOnSheets(paneForTest({ id: `p${at}`, width, height }), film, net),
  }));
const packed = (
  film: FilmForPlan,
  sizes: readonly (readonly [number, number])[],
  { rounds = 40, priced = true, mostStrips = Infinity } = {},
) =>
  packSheets(copies(film, ...sizes), film.sheets ?? [], {
    ...{ random: seededRandom(3), rounds, priced, mostStrips },
  });
const costOf = (sheets: readonly { sheet: SheetSize }[]) =>
  sheets.reduce((sum, { sheet }) => sum + (sheet.price ?? 0), 0);
const many = (count: number, width: number, height: number) =>
  Array.from({ length: count }, () => [width, height] as const);

test('equal pieces on one size: as many to a sheet as go side by side and behind each other', () => {
  const film = filmOf([LARGE]);
  for (const [width, height] of [
    [500, 1000],
    [334, 500],
    [333, 667],
    [1000, 2000],
    [260, 2000],
  ] as const) {
    const each = Math.floor(1000 / width) * Math.floor(2000 / height);
    for (const count of [1, each, each + 1, 2 * each])
      expect([width, height, count, packed(film, many(count, width, height)).length]).toEqual([
        ...[width, height, count],
        Math.ceil(count / each),
      ]);
  }
});

test('strips lie side by side from the left, pieces behind each other, the widest first', () => {
  const [sheet, ...others] = packed(filmOf([LARGE]), [
    [400, 1200],
    [400, 800],
    [600, 2000],
  ]);
  expect(others).toEqual([]);
  expect(sheet?.pieces.map(({ key, x, y }) => [key, x, y])).toEqual([
    ['p2', 0, 0],
    ['p0', 600, 0],
    ['p1', 600, 1200],
  ]);
});

test('a piece that may be turned lies as it goes, also in a strip that is there already', () => {
  const sizes = [
    [500, 1000],
    [1000, 500],
    [500, 1000],
    [500, 1000],
  ] as const;
  expect(packed(filmOf([LARGE], 'any'), sizes)).toHaveLength(1);
  expect(packed(filmOf([LARGE]), sizes)).toHaveLength(2);
});

test('no more strips than there are knives for', () => {
  const sizes = many(3, 300, 1900);
  expect(packed(filmOf([LARGE]), sizes)).toHaveLength(1);
  expect(packed(filmOf([LARGE]), sizes, { mostStrips: 2 })).toHaveLength(2);
  expect(packed(filmOf([LARGE]), sizes, { mostStrips: 1 })).toHaveLength(3);
});

test('of two sizes the cheaper mix: small ones alone, large ones for many, the last as small as will do', () => {
  const film = filmOf([SMALL, LARGE]);
  const cost = (count: number) => costOf(packed(film, many(count, 500, 1000)));
  expect([1, 2, 3, 4, 5, 6, 7, 8].map(cost)).toEqual([20, 40, 60, 70, 90, 110, 130, 140]);
  // By area, where film has no price: as much film as there is glass.
  const areas = packed(film, many(3, 500, 1000), { priced: false }).map(({ sheet }) => sheet.width);
  expect(areas).toEqual([500, 500, 500]);
});

test('more tries never cost more, and the same chance gives the same sheets', () => {
  const random = seededRandom(8);
  for (let round = 0; round < 12; round += 1) {
    const sizes = Array.from(
      { length: 9 },
      () => [Math.round(150 + 700 * random()), Math.round(200 + 1500 * random())] as const,
    );
    const film = filmOf([SMALL, LARGE, { width: 700, height: 1400, price: 38 }], 'any');
    const few = packed(film, sizes, { rounds: 0 });
    const more = packed(film, sizes);
    expect(costOf(more)).toBeLessThanOrEqual(costOf(few));
    expect(packed(film, sizes)).toEqual(more);
    expect(costOf(more)).toBeGreaterThanOrEqual(leastForSheets(copies(film, ...sizes), true) - 1e-9);
    expect(more.flatMap(({ pieces }) => pieces.map(({ key }) => key)).sort()).toEqual(
      sizes.map((_, at) => `p${at}`),
    );
  }
});

test('what sheets cost at the least: by area, or a sheet for each that shares none', () => {
  const film = filmOf([LARGE]);
  const least = (...sizes: readonly (readonly [number, number])[]) =>
    leastForSheets(copies(film, ...sizes), true);
  expect(least([500, 500], [500, 500])).toBeCloseTo(17.5, 9);
  expect(least([900, 1900])).toBe(70);
  expect(least([900, 1900], [600, 1900], [700, 1600])).toBe(210);
  // Just half of the largest may share it.
  expect(least([500, 2000], [500, 2000])).toBeCloseTo(70, 9);
  expect(leastForSheets(copies(film, [500, 500]), false)).toBe(250_000);
  expect(leastForSheets(copies(film, [1001, 100]), true)).toBe(0);
  const motif = filmOf([{ ...SMALL, motif: true }]);
  expect(leastForSheets(copies(motif, [100, 100], [100, 100]), true)).toBe(40);
  const both = filmOf([SMALL, LARGE]);
  expect(leastForSheets(copies(both, [500, 1000]), true)).toBeCloseTo(17.5, 9);
});

test('a piece goes where it wastes least: behind others in a strip of its width before it opens one', () => {
  const keysAt = (sizes: readonly (readonly [number, number])[]) =>
    packed(filmOf([LARGE]), sizes, { rounds: 0 }).map(({ pieces }) =>
      pieces.map(({ key, x, y }) => [key, x, y]),
    );
  // The narrow one fits behind the wide one or behind the one of its own width.
  expect(
    keysAt([
      [600, 1400],
      [400, 1500],
      [390, 500],
    ]),
  ).toEqual([
    [
      ['p0', 0, 0],
      ['p1', 600, 0],
      ['p2', 600, 1500],
    ],
  ]);
  // Behind in the strip it wastes 100 × 500; beside it would claim a strip of its own.
  expect(
    keysAt([
      [600, 1400],
      [500, 500],
    ]),
  ).toEqual([
    [
      ['p0', 0, 0],
      ['p1', 0, 1400],
    ],
  ]);
});

test('the sheet that is not filled gives way to the least that holds all on it', () => {
  const MIDDLE = { width: 700, height: 1400, price: 38 };
  const size = (...sizes: readonly (readonly [number, number])[]) =>
    packed(filmOf([LARGE, SMALL, MIDDLE]), sizes).map(({ sheet }) => sheet.price);
  expect(size([350, 1400], [350, 1300])).toEqual([38]);
  expect(size([350, 1400], [351, 1300])).toEqual([70]);
  expect(size([350, 1401], [350, 1300])).toEqual([70]);
  // The same price for more film is no reason to take it, and a motif holds only its own.
  const dear = { ...MIDDLE, price: 70 };
  expect(packed(filmOf([LARGE, dear]), [[600, 1300]])[0]?.sheet).toEqual(LARGE);
  const motif = { ...SMALL, price: 5, motif: true };
  expect(packed(filmOf([LARGE, motif]), many(2, 250, 1000)).map(({ pieces }) => pieces.length)).toEqual([
    1, 1,
  ]);
});

test('what lies on a large sheet is taken apart where small ones cost less, and not where they cost as much', () => {
  const prices = (small: number) =>
    packed(filmOf([LARGE, { ...SMALL, price: small }]), many(2, 500, 1000))
      .map(({ sheet }) => sheet.price)
      .sort();
  expect(prices(34)).toEqual([34, 34]);
  expect(prices(36)).toEqual([70]);
});

test('shaken orders find what the largest first does not', () => {
  // Largest first puts the two of 600 together; the others then want a sheet more.
  const sizes = [
    ...many(2, 600, 900),
    ...many(2, 400, 1100),
    ...many(2, 600, 1100),
    ...many(2, 400, 900),
  ] as const;
  const film = filmOf([LARGE]);
  expect(packed(film, sizes, { rounds: 60 })).toHaveLength(2);
  const random = seededRandom(5);
  let better = 0;
  for (let round = 0; round < 20; round += 1) {
    const made = Array.from(
      { length: 10 },
      () => [Math.round(200 + 500 * random()), Math.round(300 + 1200 * random())] as const,
    );
    const [few, more] = [0, 60].map((rounds) => costOf(packed(film, made, { rounds })));
    if ((more ?? 0) < (few ?? 0)) better += 1;
  }
  expect(better).toBeGreaterThan(2);
});

test('a copy that goes on no sheet is left out, and one that may lie two ways is counted by the least', () => {
  const film = filmOf([SMALL, LARGE]);
  expect(
    packed(film, [
      [500, 1000],
      [1200, 300],
    ]).map(({ pieces }) => pieces.map(({ key }) => key)),
  ).toEqual([['p0']]);
  const print = filmOf([
    { ...LARGE, motif: true },
    { ...SMALL, motif: true },
  ]);
  expect(leastForSheets(copies(print, [400, 900]), true)).toBe(20);
  // On a motif or on a plain sheet: it may share the plain one.
  const mixed = filmOf([{ ...SMALL, motif: true }, LARGE]);
  expect(leastForSheets(copies(mixed, [400, 500], [400, 500]), true)).toBeCloseTo(0.4 * 35, 6);
});

describe('in a plan', () => {
  const jobOf = (film: FilmForPlan, panes: PlanJob['panes'], more: Partial<PlanJob> = {}) =>
    jobForTest({ films: [film], panes, rules: net, ...more });
  const planOf = (job: PlanJob) => {
    const plan = planCuts(job, { random: seededRandom(1), rounds: 2, shouldStop: () => false });
    expect(checkPlan(job, plan)).toEqual([]);
    return plan;
  };
  const glass = (id: string, width: number, height: number, more = {}) =>
    paneForTest({ id, width, height, ...more });

  test('what is left of a sheet is kept as anywhere', () => {
    const [pull] = planOf(jobOf(filmOf([LARGE]), [glass('a', 500, 1000)])).pulls;
    expect(pull?.offcuts).toEqual([
      { x: 0, y: 1000, w: 500, l: 1000, factoryEdges: ['left'], keep: true },
      { x: 500, y: 0, w: 500, l: 2000, factoryEdges: ['right'], keep: true },
    ]);
  });

  test('a sheet is pulled off no roll: no floor is too short for it, and its name is its own', () => {
    const stock: PlanJob['stock'] = [
      { id: 'F1-sheet-1', filmId: 'F1', kind: 'offcut', width: 300, length: 300, factoryEdges: [] },
    ];
    const job = jobOf(filmOf([LARGE]), [glass('a', 900, 1900)], {
      stock,
      rules: { ...net, longestPull: 600 },
    });
    expect(planOf(job).sources.map(({ id }) => id)).toEqual(['F1-sheet-2']);
  });

  test('pulls are numbered on behind those of rolls, and the bound is of both', () => {
    const rolls = [{ width: 600, length: 10_000, price: 240 }];
    const job = jobOf({ ...filmOf([LARGE]), rolls }, [glass('r', 600, 1000), glass('s', 900, 1900)]);
    const plan = planOf(job);
    expect(plan.pulls.map(({ id }) => id)).toEqual(['1', '2']);
    const [figures] = plan.summary.byFilm;
    // Glass at the cheapest film there is: 35 a square metre of sheet.
    expect(figures?.lowerBoundCost).toBeCloseTo((0.6 + 1.71) * 35, 6);
    expect(figures?.lowerBoundLength ?? null).toBeNull();
  });

  test('a motif is looked for on a sheet also where film is on hand, and a wish for a roll’s edge is not', () => {
    const motif = filmOf([{ ...LARGE, motif: true }]);
    const stock: PlanJob['stock'] = [
      { id: 'R1', filmId: 'F1', kind: 'roll', width: 1200, length: 9000, factoryEdges: ['left', 'right'] },
    ];
    const panes = [
      glass('m', 500, 1000, { motif: { left: 10, top: 20 } }),
      glass('e', 500, 1000, { factoryEdge: 'left' }),
      glass('f', 500, 1000, { from: { kind: 'onHand', id: 'R1' } }),
    ];
    const plan = planOf(jobOf(motif, panes, { stock }));
    const sourceOf = (paneId: string) =>
      plan.pulls.find(({ pieces }) => pieces.some((piece) => piece.paneId === paneId))?.sourceId;
    expect([sourceOf('m'), sourceOf('e'), sourceOf('f')]).toEqual(['F1-sheet-1', 'R1', 'R1']);
    expect(plan.unplaced).toEqual([]);
  });

  test('of what goes on no sheet the reason is told: its size, where its motif is wished, or the edge it wants', () => {
    const print = filmOf([LARGE, { ...LARGE, motif: true }]);
    const roll = { ...filmForTest, id: 'F2', rolls: [{ width: 600, length: 9000, price: 1 }] };
    const panes = [
      glass('large', 1200, 1900),
      glass('motif', 900, 1900, { motif: { left: 500, top: 0 } }),
      glass('both', 1200, 1900, { motif: { left: 0, top: 0 } }),
      glass('edge', 500, 1000, { factoryEdge: 'left' }),
      glass('wide', 1900, 1900, { filmId: 'F2', seams: { allowed: false, axis: 'any' } }),
    ];
    const plan = planOf(jobForTest({ films: [print, roll], panes, rules: net }));
    expect(Object.fromEntries(plan.unplaced.map(({ paneId, reason }) => [paneId, reason]))).toMatchObject({
      ...{ large: 'sheet.tooSmall', motif: 'sheet.motif', both: 'sheet.tooSmall', edge: 'edge.notAvailable' },
      wide: expect.not.stringContaining('sheet'),
    });
  });

  test('pieces of a pull stand from left to right, and from its beginning on', () => {
    const panes = [glass('a', 400, 1200), glass('b', 400, 800), glass('c', 600, 2000)];
    const [pull] = planOf(jobOf(filmOf([LARGE]), panes)).pulls;
    expect(pull?.pieces.map(({ paneId, x, y }) => [paneId, x, y])).toEqual([
      ['c', 0, 0],
      ['a', 600, 0],
      ['b', 600, 1200],
    ]);
  });

  test('what film is on hand free is taken off the bound, of its own film only', () => {
    const offcut = (id: string, filmId: string, width = 500) => ({
      ...{ id, filmId, kind: 'offcut' as const, width, length: 1000, factoryEdges: [] },
    });
    const bound = (stock: PlanJob['stock'], film = filmOf([LARGE])) =>
      planOf(jobOf(film, [glass('a', 900, 1900)], { stock })).summary.byFilm[0]?.lowerBoundCost;
    expect(bound([])).toBe(70);
    expect(bound([offcut('O', 'F2')])).toBe(70);
    expect(bound([offcut('O', 'F1')])).toBeCloseTo((1.71 - 0.5) * 35, 6);
    const rolls = { ...filmOf([LARGE]), rolls: [{ width: 600, length: 10_000, price: 240 }] };
    expect(bound([], rolls)).toBeCloseTo(1.71 * 35, 6);
  });
});
