import loadHighs from 'highs';
import { seededRandom } from '../../units/index.ts';
import type { Supply } from '../cost/demand.ts';
import { solverOfText } from '../index.ts';
import { boundByPrices, type CutWay, type PaneWays } from './combinedPrices.ts';
import { bestPricesFor, pricesFilledBy, stepsOf, stepsOfRoll, type WantedWidth } from './widthPrices.ts';

const solver = solverOfText(await loadHighs());
const go = () => false;
const roll = (widthMm: number, costPerMm: number, index = 0): Supply => ({
  ...{ index, kind: 'new', id: null, widthMm, lengthMm: 50_000, longestPullMm: 50_000 },
  ...{ costPerMm, countPerMm: costPerMm, opening: 0, factoryEdges: ['left', 'right'] },
});

test('widths are counted in steps of half a millimetre, rounded down; a roll a hair too narrow is a whole one', () => {
  expect([0, 0.49, 0.5, 1.5, 380, 0.1 + 0.4].map(stepsOf)).toEqual([0, 0, 1, 3, 760, 1]);
  expect([1000, 999.995, 999.98].map((widthMm) => stepsOfRoll({ widthMm }))).toEqual([2000, 2000, 1999]);
});

describe('prices by what fills a width', () => {
  // 400 mm is worth 4 and 300 mm 2.5: a roll of 1000 holds 9, by one of the wide and two of the narrow.
  const pieces = [
    { steps: 800, worth: 4 },
    { steps: 600, worth: 2.5 },
  ];

  test('up to half a roll it is what fills it, beyond what could not stand beside it', () => {
    const one = roll(1000, 9);
    const prices = pricesFilledBy(pieces, [one])(one);
    expect(prices).toHaveLength(2001);
    const at = [0, 599, 600, 799, 800, 999, 1000, 1001, 1200, 1201, 1400, 1401, 2000];
    expect(at.map((steps) => prices[steps])).toEqual(
      [0, 0, 2.5, 2.5, 4, 4, 4.5, 5, 5, 6.5, 6.5, 9, 9].map((worth) => expect.closeTo(worth, 9)),
    );
  });

  test('no cross-section is worth more than its film', () => {
    const random = seededRandom(3);
    const one = roll(1000, 7);
    const prices = pricesFilledBy(pieces, [one])(one);
    expect(prices[2000]).toBeCloseTo(7, 9);
    for (let round = 0; round < 3000; round += 1) {
      let [left, sum] = [2000, 0];
      while (left > 0) {
        const steps = 1 + Math.floor(random() * left);
        sum += prices[steps] ?? 0;
        left -= steps;
      }
      expect(sum).toBeLessThanOrEqual(7 + 1e-9);
    }
  });

  test('of several rolls none holds more than it costs', () => {
    const [narrow, wide] = [roll(1000, 10), roll(1200, 11, 1)];
    const prices = pricesFilledBy(pieces, [narrow, wide]);
    // 1200 holds three of 400, 12 for 11; by that scale 1000 holds 8.25.
    expect([prices(narrow)[2000], prices(wide)[2400], prices(wide)[800]]).toEqual(
      [8.25, 11, 11 / 3].map((worth) => expect.closeTo(worth, 9)),
    );
  });

  test('of pieces that are worth nothing nothing is worth anything', () => {
    const one = roll(1000, 9);
    expect(Math.max(...pricesFilledBy([{ steps: 10, worth: 0 }], [one])(one))).toBe(0);
  });
});

describe('the best prices for what is wanted', () => {
  const worthOf = (wanted: readonly WantedWidth[], supplies: readonly Supply[]) => {
    const prices = bestPricesFor(wanted, supplies, solver, go);
    if (!prices) throw new Error('it was not solved');
    return wanted.map(({ steps }) =>
      Math.min(...supplies.map((supply) => prices(supply)[steps] ?? Infinity)),
    );
  };

  test('are those of the programme over cross-sections', () => {
    const one = [roll(1000, 1)];
    // Two of 380 a row, one of 630; 350, 350 and 300 fill one together.
    expect(
      worthOf(
        [
          { steps: 760, lengthMm: 4000 },
          { steps: 1260, lengthMm: 2000 },
        ],
        one,
      ),
    ).toEqual([0.5, 1].map((worth) => expect.closeTo(worth, 4)));
    const [wide = 0, narrow = 0] = worthOf(
      [
        { steps: 700, lengthMm: 2000 },
        { steps: 600, lengthMm: 1000 },
      ],
      one,
    );
    expect(2 * wide + narrow).toBeCloseTo(1, 4);
  });

  test('what goes on one of the rolls only is worth what that costs', () => {
    const two = [roll(1000, 1), roll(1200, 2, 1)];
    const [narrow = 0, wide = 0] = worthOf(
      [
        { steps: 1800, lengthMm: 500 },
        { steps: 2200, lengthMm: 500 },
      ],
      two,
    );
    expect([narrow, wide]).toEqual([expect.closeTo(1, 4), expect.closeTo(2, 4)]);
  });

  test('there are none for what goes on no roll, without time, or where it was not solved', () => {
    const one = [roll(1000, 1)];
    const wanted = [{ steps: 700, lengthMm: 1000 }];
    expect(bestPricesFor(wanted, one, solver, go)).not.toBeNull();
    expect(bestPricesFor([...wanted, { steps: 2001, lengthMm: 10 }], one, solver, go)).toBeNull();
    expect(bestPricesFor(wanted, one, solver, () => true)).toBeNull();
    expect(bestPricesFor(wanted, one, { solve: () => null }, go)).toBeNull();
  });
});

describe('the most that panes are worth by a mean of prices', () => {
  const one = roll(1000, 1);
  const way = (steps: number, lengthMm = 1000, more: readonly number[] = []): CutWay => ({
    supply: one,
    strips: [steps, ...more].map((each) => ({ steps: each, lengthMm })),
    area: (([steps, ...more].reduce((sum, each) => sum + each, 0) / 2) * lengthMm) / 1000,
  });
  const whole = (copies: number, ...ways: CutWay[]): PaneWays => ({ copies, ways, seams: [] });
  const seam = (togetherMm: number, fullPanels = 0) => ({
    ...{ supply: one, togetherMm, alongMm: 1000, fullPanels },
    area: togetherMm + fullPanels * 1000,
  });
  const rows = (panes: readonly PaneWays[], shouldStop = go, by = solver) =>
    boundByPrices(panes, [one], [], by, shouldStop) / 1000;
  const both = [whole(4, way(760)), whole(2, way(1260))];

  test('comes to the rows that cross-sections make of them; to their area without time, or unsolved', () => {
    expect(rows(both)).toBeCloseTo(4, 3);
    expect(rows(both, () => true)).toBeCloseTo(4 * 0.38 + 2 * 0.63, 9);
    expect(rows(both, go, { solve: () => null })).toBeCloseTo(4 * 0.38 + 2 * 0.63, 9);
    expect(rows([whole(3, way(700, 2000))])).toBeCloseTo(3, 3);
    expect(rows([])).toBe(0);
  });

  test('a pane goes the way it is worth least, on what is there', () => {
    expect(rows([whole(2, way(1260), way(760, 3000), way(1400))])).toBeCloseTo(2, 3);
    // Two panels of 600 take two rows; 300 and 900 may share one with others like them.
    expect(rows([whole(2, way(1200, 1000, [1200]))])).toBeCloseTo(4, 3);
    expect(rows([whole(1, way(1260)), whole(5)])).toBeCloseTo(1, 3);
  });

  test('a seam is where that is worth least; full panels take a row each', () => {
    const free = (togetherMm: number, fullPanels = 0, ways: CutWay[] = []): PaneWays => ({
      ...{ copies: 2, ways },
      seams: [seam(togetherMm, fullPanels)],
    });
    // Beside panes of 380 and 630 a width of 390 is half a row.
    expect(rows([...both, free(1390)])).toBeCloseTo(4 + 2 * 1.5, 2);
    expect(rows([...both, free(1390, 1)])).toBeCloseTo(4 + 2 * 2.5, 2);
    // 1100: the wider panel is over half a roll wherever the seam is, the other one next to nothing.
    expect(rows([free(1100), whole(4, way(1002))])).toBeCloseTo(4 + 2, 1);
    expect(rows([...both, free(1390, 0, [way(200)])])).toBeLessThan(4 + 2 * 0.3);
    // As wide as two rolls it takes both.
    expect(rows([free(2000)])).toBeCloseTo(4, 2);
  });

  test('prices to begin with are as good as those that are found', () => {
    const prices = pricesFilledBy(
      [
        { steps: 760, worth: 0.5 },
        { steps: 1260, worth: 1 },
      ],
      [one],
    );
    let solved = 0;
    const counting = {
      solve: (...of: Parameters<typeof solver.solve>) => {
        solved += 1;
        return solver.solve(...of);
      },
    };
    expect(boundByPrices(both, [one], [prices], counting, go) / 1000).toBeCloseTo(4, 9);
    const withThem = solved;
    solved = 0;
    boundByPrices(both, [one], [], counting, go);
    expect(withThem).toBeLessThanOrEqual(solved);
  });
});
