import { jobForTest, paneForTest } from '../testing/planJobs.ts';
import { seededRandom } from '../units/index.ts';
import {
  consume,
  consumedBack,
  cutList,
  planCuts,
  plotOf,
  plotSvg,
  solverOfText,
  type LpTextSolver,
  type PlanSource,
} from './index.ts';

const source = { id: 'N1', filmId: 'F1', kind: 'new', width: 1524, length: 30_480 } as const;
const keep = { x: 900, y: 0, w: 624, l: 1400, factoryEdges: ['right' as const], keep: true };
const ids = { source: 'G-120', offcut: (at: number) => `G-12${at}` };

describe('a cut pull and the rack', () => {
  test('a new roll is opened, its leftovers worth keeping go to the rack, scraps do not', () => {
    const pull = { id: '1', length: 1400, offcuts: [keep, { ...keep, w: 40, keep: false }] };
    expect(consume(source, null, pull, ids)).toEqual({
      source: {
        id: 'G-120',
        filmId: 'F1',
        kind: 'roll',
        width: 1524,
        length: 29_080,
        factoryEdges: ['left', 'right'],
      },
      offcuts: [
        { id: 'G-121', filmId: 'F1', kind: 'offcut', width: 624, length: 1400, factoryEdges: ['right'] },
      ],
    });
  });

  test('a roll of which nothing of use is left is gone, and one that is too short is said', () => {
    const stands = {
      id: 'G-7',
      filmId: 'F1',
      kind: 'roll' as const,
      width: 1524,
      length: 1450,
      factoryEdges: [],
    };
    const roll = { ...source, id: 'G-7', kind: 'roll' as const };
    expect(consume(roll, stands, { id: '1', length: 1400, offcuts: [] }, ids)).toEqual({
      source: null,
      offcuts: [],
    });
    expect(consume(roll, stands, { id: '1', length: 1500, offcuts: [] }, ids)).toEqual({
      code: 'stock.tooShort',
      id: 'G-7',
      lengthMm: 1450,
      pullMm: 1500,
    });
  });
});

describe('a pull that is taken back', () => {
  const stands = (length: number) =>
    ({ id: 'G-7', filmId: 'F1', kind: 'roll', width: 1524, length, factoryEdges: ['left'] }) as const;
  const stock = (length: number) => ({ ...stands(length), factoryEdges: [...stands(length).factoryEdges] });
  const roll = { ...source, id: 'G-7', kind: 'roll' as const, length: 3000 };
  const back = (onRack: number | null, before: number | null, pullMm: number, of: PlanSource = roll) =>
    consumedBack(
      of,
      {
        onRack: onRack === null ? null : stock(onRack),
        before: before === null ? null : stock(before),
        id: 'G-7',
      },
      { length: pullMm },
    );

  test('is on its roll again, whatever was cut off that since', () => {
    expect(back(1600, 3000, 1400)).toEqual(stock(3000));
    expect(back(200, 3000, 1400)).toEqual(stock(1600));
  });

  test('that used its roll up leaves it as it was; one that another used up since has its own length only', () => {
    expect(back(null, 1450, 1400)).toEqual(stock(1450));
    expect(back(null, 3000, 1400)).toEqual(stock(1400));
  });

  test('of a new roll is as much of that', () => {
    const fresh = { ...source, length: 5000 };
    expect(back(2200, null, 1400, fresh).length).toBe(3600);
    expect(back(null, null, 1400, fresh)).toMatchObject({ id: 'G-7', kind: 'roll', length: 1400 });
    expect(back(null, null, 4950, fresh).length).toBe(5000);
  });
});

test('a plot has every piece at its size, inside its pull, and names that can’t break the file', () => {
  const job = jobForTest({
    panes: [
      paneForTest({ label: '<1> & "2"', count: 3 }),
      paneForTest({ id: 'P2', width: 500, height: 700 }),
    ],
  });
  const steps = cutList(planCuts(job, { random: seededRandom(1), rounds: 20, shouldStop: () => false }), job);
  const rects = plotOf(steps);
  const pulls = rects.filter(({ kind }) => kind === 'pull');
  const pieces = rects.filter(({ kind }) => kind === 'piece');
  expect(pieces).toHaveLength(4);
  for (const { x, y, w, l } of pieces)
    expect(
      pulls.some((pull) => y >= pull.y - 0.01 && y + l <= pull.y + pull.l + 0.01 && x + w <= pull.w + 0.01),
    ).toBe(true);
  // Pulls do not lie on each other.
  pulls.forEach((pull, at) =>
    expect(pull.y).toBeGreaterThanOrEqual((pulls[at - 1]?.y ?? -1e9) + (pulls[at - 1]?.l ?? 0)),
  );
  const svg = plotSvg(rects);
  expect(svg.match(/<rect /g)).toHaveLength(rects.length);
  expect(svg).toContain('&lt;1> &amp; &quot;2&quot;');
  expect(svg).toMatch(/width="1524mm"/);
});

describe('a solver that is lent', () => {
  const model = {
    columns: [
      { cost: 2, entries: [[0, 1]] as const, whole: true },
      {
        cost: 3,
        entries: [
          [0, 2],
          [1, 1],
        ] as const,
        whole: false,
        atMost: 4,
      },
    ],
    rows: [
      { sense: '>=', bound: 3 },
      { sense: '<=', bound: 5 },
    ] as const,
  };
  const lent = (answer: Partial<ReturnType<LpTextSolver['solve']>>) => {
    const asked: string[] = [];
    const solver = solverOfText({
      solve: (text) => {
        asked.push(text);
        return { Status: 'Optimal', ObjectiveValue: 7, Columns: {}, Rows: [], ...answer };
      },
    });
    return { answer: solver.solve(model, { seconds: 1, nodes: 10 }), text: asked[0] ?? '' };
  };

  test('is asked in the LP format, with bounds and whole columns', () => {
    const { text } = lent({});
    expect(text).toMatch(/Minimize[\s\S]*Subject To[\s\S]*Bounds[\s\S]*General[\s\S]*End/);
    expect(text).toMatch(/0 <= x1 <= 4/);
    expect(text).toMatch(/General\n x0\nEnd/);
  });

  test('its answer is taken by name, and no answer where it found none', () => {
    const found = lent({
      Columns: { x0: { Primal: 1 }, x1: { Primal: 2 } },
      Rows: [{ Dual: 0.5 }, { Dual: 0 }],
    });
    expect(found.answer).toEqual({ objective: 7, values: [1, 2], duals: [0.5, 0] });
    expect(lent({ Status: 'Infeasible' }).answer).toBeNull();
    // Stopped by its limit before it found anything.
    expect(lent({ Status: 'Time limit reached' }).answer).toBeNull();
  });
});
