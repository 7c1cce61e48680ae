import { checkPlan } from '../../check/index.ts';
import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { cutList, planCuts, type PaneForPlan, type Piece, type PlanJob, type Pull } from '../index.ts';
import { AS_PLANNED, handPull, type HandRules } from './handCuts.ts';

const INCH = 25.4 / 16;
const hands: HandRules = { ...AS_PLANNED, stepMm: 1, keepUnderMm: 50 };
const job = (panes: PaneForPlan[], allowance = 25): PlanJob =>
  jobForTest({ panes, rules: { ...jobForTest().rules, allowance, seamOverlap: 20 } });
/** A piece of a whole pane of its size less its margins, lying upright at a place of the pull. */
const piece = (id: string, x: number, y: number, w: number, l: number, more: Partial<Piece> = {}): Piece => ({
  ...{ id, paneId: id, copy: 1, panel: 1, panels: 1, x, y, w, l, turn: 0 as const },
  cover: { left: 0, top: 0, width: w - 50, height: l - 50 },
  factoryEdge: null,
  seamEdges: {},
  ...more,
});
const paneOf = ({ id, w, l }: Piece, margin = 50) =>
  paneForTest({ id, width: w - margin, height: l - margin });
const pull = (length: number, pieces: Piece[]): Pull => ({
  id: '1',
  sourceId: 'R',
  start: 0,
  length,
  pieces,
  offcuts: [],
});
const cut = (
  length: number,
  pieces: Piece[],
  by: Partial<HandRules> = {},
  panes = pieces.map((each) => paneOf(each)),
) => handPull(pull(length, pieces), 914, job(panes), { ...hands, ...by });

describe('what a slit would leave', () => {
  test('stays on the piece under the rule: full width, no knife', () => {
    const narrow = cut(1400, [piece('a', 0, 0, 900, 1400)]);
    expect(narrow.knifeAtMm).toEqual([]);
    expect(narrow.strips[0]?.pieces[0]).toMatchObject({
      cutWidthMm: 914,
      trimToMm: null,
      crossCutAtMm: null,
    });
    expect(cut(1400, [piece('a', 0, 0, 865, 1400)]).knifeAtMm).toEqual([]);
    expect(cut(1400, [piece('a', 0, 0, 864, 1400)]).knifeAtMm).toEqual([864]);
    expect(cut(1400, [piece('a', 0, 0, 900, 1400)], { keepUnderMm: 0 }).knifeAtMm).toEqual([900]);
  });

  test('is slit off a net piece, off the side of a factory edge, and off a seam that is butted', () => {
    const net = piece('a', 0, 0, 900, 1400);
    const knives = (of: Piece, allowance: number, overlap = 20, margin = 50) => {
      const { rules, ...rest } = job([paneOf(of, margin)], allowance);
      return handPull(pull(1400, [of]), 914, { ...rest, rules: { ...rules, seamOverlap: overlap } }, hands)
        .knifeAtMm;
    };
    expect(knives({ ...net, cover: { left: 0, top: 0, width: 900, height: 1400 } }, 0, 20, 0)).toEqual([900]);
    expect(knives({ ...net, factoryEdge: 'right' }, 25)).toEqual([900]);
    expect(knives({ ...net, factoryEdge: 'left' }, 25)).toEqual([]);
    // Its right is a seam: the pane goes on there.
    const wide = { width: 1500, height: 1350 };
    const panel = { ...net, panels: 2, cover: { left: 0, top: 0, width: 875, height: 1350 } };
    const seam = (overlap: number, more: Partial<Piece> = {}) => {
      const { rules, ...rest } = job([paneForTest({ id: 'a', ...wide })]);
      return handPull(
        pull(1400, [{ ...panel, ...more }]),
        914,
        { ...rest, rules: { ...rules, seamOverlap: overlap } },
        hands,
      ).knifeAtMm;
    };
    expect([seam(20), seam(0), seam(20, { seamEdges: { right: 'right' } })]).toEqual([[], [900], [900]]);
  });

  test('between two strips stays on the one that is trimmed there, beside and behind in a strip on its piece', () => {
    const [left, right] = [piece('a', 0, 0, 400, 1400), piece('b', 430, 0, 484, 1400)];
    const between = cut(1400, [left, right]);
    expect(between.knifeAtMm).toEqual([430]);
    expect(between.strips.map(({ fromMm, widthMm }) => [fromMm, widthMm])).toEqual([
      [0, 430],
      [430, 484],
    ]);
    const netLeft = cut(1400, [{ ...left, factoryEdge: 'right' }, right]);
    expect(netLeft.strips.map(({ fromMm, widthMm }) => [fromMm, widthMm])).toEqual([
      [0, 400],
      [400, 514],
    ]);
    const stacked = cut(1500, [
      piece('a', 0, 0, 500, 700),
      piece('b', 0, 700, 470, 770),
      piece('c', 500, 0, 300, 1500),
    ]);
    const [, second] = stacked.strips[0]?.pieces ?? [];
    expect(second).toMatchObject({ trimToMm: null, crossCutAtMm: null, cutWidthMm: 500, cutLengthMm: 800 });
    const far = cut(1600, [
      piece('a', 0, 0, 500, 700),
      piece('b', 0, 700, 440, 770),
      piece('c', 500, 0, 300, 1600),
    ]);
    expect(far.strips[0]?.pieces[1]).toMatchObject({ trimToMm: 440, crossCutAtMm: 1470, cutLengthMm: 770 });
  });
});

describe('marks of the rule', () => {
  test('knives and lengths stand on whole millimetres, each strip as wide as its piece or a little more', () => {
    const made = cut(1035.5, [
      piece('a', 0, 0, 300.4, 500.2),
      piece('b', 0, 500.2, 300.4, 535.3),
      piece('c', 300.4, 0, 310.3, 1035.5),
    ]);
    expect([made.knifeAtMm, made.pullOutMm]).toEqual([[301, 612], 1037]);
    expect(
      made.strips[0]?.pieces.map(({ crossCutAtMm, cutLengthMm }) => [crossCutAtMm, cutLengthMm]),
    ).toEqual([
      [501, 501],
      [null, 536],
    ]);
    // Nothing to round where the plan says whole millimetres.
    expect(cut(1035, [piece('a', 0, 0, 300, 1035)])).toMatchObject({ knifeAtMm: [300], pullOutMm: 1035 });
  });

  test('or on sixteenths of an inch; where rounding up leaves no room, on the nearest, or where the plan has it', () => {
    const made = cut(1000, [piece('a', 0, 0, 300, 1000)], { stepMm: INCH });
    expect((made.knifeAtMm[0] ?? 0) / INCH).toBeCloseTo(Math.ceil(300 / INCH), 9);
    expect(made.pullOutMm / INCH).toBeCloseTo(Math.ceil(1000 / INCH), 9);
    const full = cut(1000, [
      piece('a', 0, 0, 304.6, 1000),
      piece('b', 304.6, 0, 304.7, 1000),
      piece('c', 609.3, 0, 304.7, 1000),
    ]);
    expect(full.knifeAtMm).toEqual([305, 609]);
    const tight = cut(1000, [
      piece('a', 0, 0, 304.6, 1000, { factoryEdge: 'right' }),
      piece('b', 304.6, 0, 609.4, 1000),
    ]);
    expect(tight.knifeAtMm).toEqual([304.6]);
  });
});

test('no strip and no piece of random plans is cut smaller than planned, and knives never cross', () => {
  const random = seededRandom(5);
  const size = (from: number, to: number) => Math.round((from + random() * (to - from)) * 10) / 10;
  for (let round = 0; round < 10; round += 1) {
    const of = jobForTest({
      films: [{ ...filmForTest, turn: 'half' as const, matchEdges: false }],
      panes: Array.from({ length: 6 }, (_, at) =>
        paneForTest({ id: `p${at}`, width: size(200, 900), height: size(400, 1900) }),
      ),
    });
    const plan = planCuts(of, { random: seededRandom(round), rounds: 30, shouldStop: () => false });
    expect(checkPlan(of, plan)).toEqual([]);
    for (const step of cutList(plan, of, round % 2 ? hands : { ...hands, stepMm: INCH })) {
      expect(step.pullOutMm).toBeGreaterThanOrEqual(step.pull.length - 1e-6);
      expect(step.pullOutMm).toBeLessThan(step.pull.length + 8 * INCH);
      expect([...step.knifeAtMm].sort((a, b) => a - b)).toEqual(step.knifeAtMm);
      let end = 0;
      for (const { fromMm, widthMm, pieces } of step.strips) {
        expect(fromMm).toBeGreaterThanOrEqual(end - 1e-6);
        end = fromMm + widthMm;
        for (const { piece: planned, cutWidthMm, cutLengthMm } of pieces) {
          // To the nearest mark where there is margin to spare.
          expect(cutWidthMm).toBeGreaterThanOrEqual(planned.w - INCH);
          expect(cutLengthMm).toBeGreaterThanOrEqual(planned.l - 0.2);
          expect(cutWidthMm).toBeLessThan(planned.w + 50 + INCH);
        }
      }
      expect(end).toBeLessThanOrEqual(step.source.width + 1e-6);
    }
  }
});

describe('the end of a roll that is out of square', () => {
  const of = (allowance: number) => {
    const panes = [
      paneForTest({ id: 'P1', width: 700, height: 1000 }),
      paneForTest({ id: 'P2', width: 1300, height: 1000 }),
    ];
    const film = {
      ...filmForTest,
      turn: 'half' as const,
      rolls: [{ width: 1524, length: 30_000, price: 400 }],
    };
    return jobForTest({ films: [film], panes, rules: { ...jobForTest().rules, allowance } });
  };
  const list = (allowance: number, by: Partial<HandRules>) => {
    const made = of(allowance);
    const plan = planCuts(made, { random: seededRandom(1), rounds: 20, shouldStop: () => false });
    const [source] = plan.sources;
    return cutList(plan, made, { ...hands, rollEnds: { [source?.id ?? '']: 2 }, ...by });
  };

  test('is cut off once, before the first pull, where a piece ends at it', () => {
    const steps = list(0, { squaring: { by: 'cut', mm: 10 } });
    expect(steps.map(({ squaring }) => squaring)).toEqual([
      { mm: 10, outMm: 2 },
      ...steps.slice(1).map(() => null),
    ]);
    expect(list(0, { squaring: { by: 'cut', mm: 1 } })[0]?.squaring).toEqual({ mm: 2, outMm: 2 });
    // What is trimmed on the glass needs no square end, and nobody cuts off what was not looked at.
    expect(list(25, { squaring: { by: 'cut', mm: 10 } })[0]?.squaring).toBeNull();
    expect(list(0, { squaring: { by: 'cut', mm: 10 }, rollEnds: {} })[0]?.squaring).toBeNull();
  });

  test('or is added to net pieces', () => {
    const [added] = list(0, { squaring: { by: 'add' } });
    expect([added?.squaring, added?.pullOutMm]).toEqual([null, 1002]);
    expect(list(25, { squaring: { by: 'add' } })[0]?.pullOutMm).toBe(1050);
  });
});

test('no pull is longer than the floor, and what needs a longer one is named', () => {
  const panes = [
    paneForTest({ id: 'long', width: 600, height: 4000 }),
    paneForTest({ id: 'a', width: 500, height: 1900, count: 4 }),
  ];
  const film = { ...filmForTest, turn: 'half' as const, matchEdges: false };
  const on = (longestPull?: number) => {
    const { rules, ...rest } = jobForTest({ films: [film], panes });
    const made = { ...rest, rules: { ...rules, ...(longestPull ? { longestPull } : {}) } };
    const plan = planCuts(made, { random: seededRandom(2), rounds: 60, shouldStop: () => false });
    expect(checkPlan(made, plan)).toEqual([]);
    return plan;
  };
  expect(on().unplaced).toEqual([]);
  const short = on(2500);
  expect(Math.max(...short.pulls.map(({ length }) => length))).toBeLessThanOrEqual(2500);
  expect(short.unplaced).toEqual([{ paneId: 'long', copy: 1, reason: 'pull.tooLong' }]);
  expect(on(4050).unplaced).toEqual([]);
});

describe('each knife and each cut', () => {
  const net = (of: Piece): Piece => ({ ...of, cover: { ...of.cover, width: of.w, height: of.l } });
  const cutNet = (length: number, pieces: Piece[], by: Partial<HandRules> = {}, addMm = 0) =>
    handPull(
      pull(length, pieces.map(net)),
      914,
      job(
        pieces.map((each) => paneOf(each, 0)),
        0,
      ),
      { ...hands, ...by },
      addMm,
    );

  test('left of the first strip a rest stays on it as well, unless it is cut to size there', () => {
    expect(cut(1400, [piece('a', 30, 0, 870, 1400)])).toMatchObject({
      knifeAtMm: [],
      strips: [{ fromMm: 0, widthMm: 914 }],
    });
    expect(cut(1400, [piece('a', 50, 0, 850, 1400)]).knifeAtMm).toEqual([50]);
    expect(cutNet(1400, [piece('a', 30, 0, 870, 1400)]).knifeAtMm).toEqual([30, 900]);
    expect(cut(1400, [piece('a', 30, 0, 870, 1400)], { keepUnderMm: 0 }).knifeAtMm).toEqual([30, 900]);
  });

  test('where the roll is full a knife goes to the nearest mark, if both strips are trimmed on the glass', () => {
    const full = [piece('a', 0, 0, 500.4, 1400), piece('b', 500.4, 0, 413.6, 1400)];
    expect(cut(1400, full).knifeAtMm).toEqual([500]);
    expect(cut(1400, full).strips.map(({ fromMm, widthMm }) => [fromMm, widthMm])).toEqual([
      [0, 500],
      [500, 414],
    ]);
    const [sixteenth] = cut(1400, full, { stepMm: INCH }).knifeAtMm;
    expect(sixteenth).toBeCloseTo(Math.round(500.4 / INCH) * INCH, 9);
    expect(cut(1400, full, { stepMm: 0 }).knifeAtMm).toEqual([500.4]);
    expect(cutNet(1400, full).knifeAtMm).toEqual([500.4]);
  });

  test('knives stand in their order and none at the roll’s edges', () => {
    const three = [
      piece('a', 0, 0, 300, 1400),
      piece('b', 300, 0, 250.5, 1400),
      piece('c', 650, 0, 264, 1400),
    ];
    expect(cut(1400, three).knifeAtMm).toEqual([300, 551, 650]);
  });

  test('pieces behind each other are cut across in their turn; only the last keeps what is left behind it', () => {
    const strip = (length: number, last = 699.6) =>
      cut(length, [piece('a', 0, 0, 900, 700.4), piece('b', 0, 700.4, 900, last)]);
    const of = ({ strips }: ReturnType<typeof cut>) =>
      strips[0]?.pieces.map(({ crossCutAtMm, cutLengthMm }) => [crossCutAtMm, cutLengthMm]);
    expect([of(strip(1400)), strip(1400).pullOutMm]).toEqual([
      [
        [701, 701],
        [null, 700],
      ],
      1401,
    ]);
    expect(of(strip(1430))).toEqual([
      [701, 701],
      [null, 729],
    ]);
    expect(of(strip(1451))).toEqual([
      [701, 701],
      [1401, 700],
    ]);
    expect(of(cutNet(1430, [piece('a', 0, 0, 900, 700), piece('b', 0, 700, 900, 700)]))).toEqual([
      [700, 700],
      [1400, 700],
    ]);
  });

  test('net pieces get added what the roll’s end is out; trimmed ones do not', () => {
    const one = piece('a', 0, 0, 900, 1400);
    expect(cutNet(1400, [one], {}, 3).pullOutMm).toBe(1403);
    expect(handPull(pull(1400, [one]), 914, job([paneOf(one)]), hands, 3).pullOutMm).toBe(1400);
    // Its end is a butted seam: the glass goes on there.
    const panel = { ...one, panels: 2, cover: { left: 0, top: 0, width: 850, height: 1375 } };
    const { rules, ...rest } = job([paneForTest({ id: 'a', width: 850, height: 2600 })]);
    const butted = { ...rest, rules: { ...rules, seamOverlap: 0 } };
    expect(handPull(pull(1400, [panel]), 914, butted, hands, 3).pullOutMm).toBe(1403);
  });

  test('beside a narrower piece of a strip the rest stays on it or is trimmed off, to a mark', () => {
    const beside = (w: number, by: Partial<HandRules> = {}) =>
      cut(1400, [piece('a', 0, 0, 900, 700), piece('b', 0, 700, w, 700)], by).strips[0]?.pieces[1];
    expect(beside(865)).toMatchObject({ trimToMm: null, cutWidthMm: 914 });
    expect(beside(864)).toMatchObject({ trimToMm: 864, cutWidthMm: 864 });
    expect(beside(800.3)).toMatchObject({ trimToMm: 801, cutWidthMm: 801 });
    expect(beside(900, { keepUnderMm: 0 })).toMatchObject({ trimToMm: null, cutWidthMm: 900 });
    const netBeside = cutNet(1400, [piece('a', 0, 0, 914, 700), piece('b', 0, 700, 890, 700)]);
    expect(netBeside.strips[0]?.pieces[1]).toMatchObject({ trimToMm: 890 });
  });
});
