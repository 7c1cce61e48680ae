import { paneForTest } from '../../testing/planJobs.ts';
import { rowFilm, rowJob } from '../../testing/rowJobs.ts';
import { demandOf } from '../cost/demand.ts';
import type { Filling } from '../cost/filling.ts';
import type { PaneForPlan } from '../index.ts';
import { dividedPanes } from './divided.ts';
import { MOST_FIRSTS, NEW_FIRSTS, nextFirsts, pricedFirsts, WELL_LOOKING_FIRSTS } from './pricedFirsts.ts';

/** Nothing else is worth anything beside a panel. */
const NOTHING: Filling = { worthAt: () => 0, sums: [] };
/** A strip of 350 fills whatever leaves room for it: its mm is worth the whole roll's width. */
const STRIP: Filling = { worthAt: (widthMm) => (widthMm >= 350 ? 0.4 : 0), sums: [350] };

function firstsFor(
  filling: Filling,
  widths: readonly number[],
  looks: (firstMm: number) => number = () => 0,
  about?: PaneForPlan['seams']['about'],
) {
  const pane = paneForTest({
    ...{ id: 'a', label: 'a', width: 1600, height: 2000 },
    seams: { allowed: true, axis: 'vertical', ...(about ? { about } : {}) },
  });
  const job = rowJob([pane], rowFilm);
  const { supplies } = demandOf(rowFilm, job);
  const [of] = dividedPanes(rowFilm, job, supplies);
  if (!of) throw new Error('it is divided');
  const priced = pricedFirsts(of, filling, widths, job, looks);
  return { priced, firsts: priced.map(({ firstMm }) => firstMm), perMm: of.supply.costPerMm };
}
/** At thirds a seam looks well: 533 leaves too much for the other panel, or is too much. */
const ROLL = [600, 1000];

describe('first panels that are priced', () => {
  test('are a roll’s width, what something else leaves or is as wide as, each from both sides', () => {
    expect(firstsFor(NOTHING, []).firsts).toEqual(ROLL);
    expect(firstsFor(NOTHING, [720]).firsts).toEqual([600, 720, 880, 1000]);
    // 350 is too narrow for a panel here; beside it 650 is left.
    expect(firstsFor(STRIP, []).firsts.sort((a, b) => a - b)).toEqual([600, 650, 950, 1000]);
    expect(firstsFor(NOTHING, [500, 720.0004, 720]).firsts).toEqual([600, 720, 880, 1000]);
  });

  test('and those whose seam looks well', () => {
    const about = { hidden: [], lines: [{ axis: 'vertical' as const, at: 777 }] };
    expect(firstsFor(NOTHING, [], () => 0, about).firsts).toEqual([600, 777, 823, 1000]);
  });

  test('in rising price of both panels’ film less what fills beside them, and of looks; of one price the narrower', () => {
    const { priced, firsts, perMm } = firstsFor(STRIP, [720]);
    const [whole, beside] = [2000 * perMm, 2000 * (perMm - 0.4)];
    // Up to 650 a panel leaves room for the strip; 1600 less 720 leaves none.
    expect(firsts).toEqual([600, 650, 950, 1000, 720, 880]);
    expect(priced.map(({ price }) => price)).toEqual([
      ...Array.from({ length: 4 }, () => whole + beside),
      ...Array.from({ length: 2 }, () => 2 * whole),
    ]);
    const looks = (firstMm: number) => (firstMm === 880 ? 0 : 3000 - firstMm);
    expect(firstsFor(STRIP, [720], looks).firsts).toEqual([880, 1000, 950, 650, 600, 720]);
  });
});

describe('first panels that are tried next', () => {
  const pricedAt = (prices: Readonly<Record<number, number>>) =>
    Object.entries(prices)
      .map(([firstMm, price]) => ({ firstMm: Number(firstMm), price }))
      .sort((a, b) => a.price - b.price);
  const none = { tried: [], taken: [], well: [] };

  test('are a few new ones, the cheapest first', () => {
    const priced = pricedAt({ 600: 9, 610: 1, 620: 2, 630: 3, 640: 4, 650: 5 });
    expect(nextFirsts(priced, none)).toEqual([610, 620, 630, 640]);
    expect(nextFirsts(priced, none)).toHaveLength(NEW_FIRSTS);
    expect(nextFirsts([], none)).toEqual([]);
  });

  test('beside what the programme takes, and of what was tried what costs hardly more than the cheapest', () => {
    const priced = pricedAt({ 600: 100, 610: 101, 620: 101.1, 630: 150, 640: 160 });
    expect(nextFirsts(priced, { ...none, tried: [600, 610, 620, 640], taken: [640] })).toEqual([
      640, 600, 610, 630,
    ]);
    // Looks may pay for film: the cheapest counts nothing.
    expect(
      nextFirsts(pricedAt({ 600: 0, 610: 1e-10, 620: 0.1 }), { ...none, tried: [600, 610, 620] }),
    ).toEqual([600, 610]);
  });

  test('so many at the most, what is taken before what is cheap, what is cheap before what is new', () => {
    const priced = pricedAt({ 600: 1, 610: 1, 620: 1, 630: 1, 640: 1, 650: 0.5, 660: 0.6, 670: 0.7 });
    const tried = [600, 610, 620, 630, 640];
    const next = nextFirsts(
      priced.map((each) => ({ ...each, price: 100 + each.price / 10 })),
      { ...none, tried, taken: [640, 630] },
    );
    expect(next).toEqual([640, 630, 600, 610, 620]);
    const two = nextFirsts(priced.map((each) => ({ ...each, price: 100 + each.price })).slice(0, 4), {
      ...none,
      tried: [600],
    });
    expect(two).toEqual([600, 650, 660, 670]);
    expect(
      nextFirsts(pricedAt({ 1: 1, 2: 1, 3: 1, 4: 1, 5: 1, 6: 1, 7: 1 }), {
        ...none,
        tried: [1, 2, 3, 4, 5, 6, 7],
      }),
    ).toHaveLength(MOST_FIRSTS);
  });

  test('and beside these those that look well, the cheapest of them', () => {
    const priced = pricedAt({ 600: 1, 610: 2, 620: 3, 630: 4, 640: 5, 650: 6, 660: 7, 670: 8, 680: 9 });
    const well = [680, 640.004, 650, 660, 670, 600];
    const next = nextFirsts(priced, { ...none, tried: [600, 610, 620, 630, 640], well });
    expect(next).toEqual([600, 650, 660, 670, 680, 640]);
    expect(nextFirsts(priced, { ...none, well }).slice(NEW_FIRSTS)).toHaveLength(WELL_LOOKING_FIRSTS - 1);
  });
});
