import type { FilmForPlan, PaneForPlan, PlanJob, StockForPlan } from '../cuts/index.ts';
import { seededRandom } from '../units/index.ts';

export const filmForTest: FilmForPlan = {
  id: 'F1',
  name: 'Gannet Silver 20',
  rolls: [{ width: 1524, length: 30480, price: 412 }],
  turn: 'any',
  matchEdges: true,
  pattern: null,
};

export function paneForTest(changes: Partial<PaneForPlan> = {}): PaneForPlan {
  return {
    id: 'P1',
    label: 'North 1',
    filmId: 'F1',
    width: 742,
    height: 1388,
    count: 1,
    factoryEdge: 'none',
    seams: { allowed: true, axis: 'any' },
    ...changes,
  };
}

export function jobForTest(changes: Partial<PlanJob> = {}): PlanJob {
  return {
    format: 'neat-sill/job',
    version: 1,
    name: 'Reading room',
    films: [filmForTest],
    stock: [],
    panes: [paneForTest()],
    rules: {
      allowance: 25,
      factoryEdgeAllowance: -1.5,
      seamOverlap: 20,
      minPanel: 150,
      minOffcut: { width: 300, length: 600 },
    },
    ...changes,
  };
}

/** A made-up job of up to 14 panes with the numbers that people bring: mm, tenths, inches, oversize, odd stock. */
export function randomJob(seed: number): PlanJob {
  const random = seededRandom(seed);
  const pick = <Item>(items: readonly [Item, ...Item[]]): Item =>
    items[Math.floor(random() * items.length)] ?? items[0];
  const length = (from: number, to: number) => {
    const mm = from + random() * (to - from);
    return pick([Math.round(mm), Math.round(mm * 10) / 10, Math.round((mm / 25.4) * 16) * (25.4 / 16)]);
  };
  const films = ['F1', 'F2'].map((id): FilmForPlan => {
    const pattern =
      random() < 0.2
        ? { across: 300, along: length(250, 700), drop: pick(['straight', 'half'] as const) }
        : null;
    const sold = [914, 1219, 1524, 1829].filter(() => random() < 0.5);
    return {
      id,
      name: id,
      rolls: (sold.length > 0 ? sold : [1524]).map((width) => ({
        width,
        length: pick([7600, 30480]),
        price: random() < 0.8 ? Math.round(100 + random() * 400) : null,
      })),
      turn: pick(['any', 'half', 'none'] as const),
      matchEdges: random() < 0.5,
      pattern,
    };
  });
  const stock = Array.from({ length: Math.floor(random() * 4) }, (_, at): StockForPlan => ({
    id: `R${at}`,
    filmId: pick(['F1', 'F2']),
    kind: pick(['roll', 'offcut'] as const),
    width: pick([1524, 914, 701.5]),
    length: length(500, 9000),
    factoryEdges: pick<StockForPlan['factoryEdges']>([['left', 'right'], ['left'], []]),
  }));
  const panes = Array.from({ length: 1 + Math.floor(random() * 6) }, (_, at) =>
    paneForTest({
      id: `P${at}`,
      filmId: pick(['F1', 'F2']),
      width: length(120, random() < 0.3 ? 4200 : 1400),
      height: length(150, random() < 0.2 ? 9000 : 2600),
      count: 1 + Math.floor(random() * 3),
      factoryEdge: pick(['none', 'none', 'left', 'right', 'top', 'bottom', 'any'] as const),
      seams: { allowed: random() < 0.8, axis: pick(['any', 'vertical', 'horizontal'] as const) },
    }),
  );
  return jobForTest({ films, stock, panes });
}
