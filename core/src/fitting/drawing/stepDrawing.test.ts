import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { outlineOf } from '../../survey/outline.ts';
import { paneToFitForTest } from '../../testing/fitting.ts';
import {
  fittingPlan,
  handAt,
  handsWay,
  sideLengths,
  stepDrawing,
  type Mark,
  type PaneToFit,
  type Point,
  type StepCode,
  type Stroke,
} from '../index.ts';
import { drawnIn, outlinePoints } from './outlines.ts';
import { lanes } from './stepDrawing.ts';

const [rules] = DEFAULT_RULE_SETS;
const { fitting } = rules;

function drawn(pane: PaneToFit, code: StepCode, panel?: number, block?: number) {
  const plan = fittingPlan(pane.asked, rules, pane.more);
  const step = plan.visits
    .flatMap(({ steps }) => steps)
    .find((each) => each.code === code && (panel === undefined || each.figures['panel'] === panel));
  if (!step) throw new Error(`no ${code}`);
  return stepDrawing({ step, pane, plan, rules, ...(block === undefined ? {} : { block }) });
}
const strokes = (marks: readonly Mark[], role: Stroke['role']) =>
  marks.flatMap((mark) => (mark.kind === 'stroke' && mark.role === role ? [mark] : []));
const labels = (marks: readonly Mark[]) =>
  marks.flatMap((mark) => (mark.kind === 'label' ? [mark.says] : []));
const first = ({ path }: Stroke) => path[0] as Point;
const last = ({ path }: Stroke) => path.at(-1) as Point;

const SPLICED = paneToFitForTest({
  pane: { widthMm: 2300, heightMm: 2000, handle: null },
  piece: { panels: 2 },
  more: {
    seams: [{ axis: 'vertical', seamMm: 1150, edgeMm: 1160, overlapMm: 20 }],
    factoryEdges: ['right', null],
  },
});
const LEVEL = paneToFitForTest({
  pane: { widthMm: 1400, heightMm: 2400 },
  piece: { panels: 2 },
  more: {
    seams: [{ axis: 'horizontal', seamMm: 1200, edgeMm: 1210, overlapMm: 20 }],
    factoryEdges: [null, null],
  },
});
const ARCH = outlineOf([
  { x: 0, y: 400, bulge: Math.tan(Math.PI / 4) },
  { x: 800, y: 400, bulge: 0 },
  { x: 800, y: 1400, bulge: 0 },
  { x: 0, y: 1400, bulge: 0 },
]);

describe('relief cuts', () => {
  test('run from where the gaps meet outward through the excess, never into what stays', () => {
    const cuts = strokes(drawn(paneToFitForTest(), 'reliefCut').marks, 'relief');
    expect(cuts).toHaveLength(4);
    for (const cut of cuts) {
      const [from, to] = [first(cut), last(cut)];
      expect(Math.min(from.x, 900 - from.x)).toBeCloseTo(fitting.lightGapMm, 9);
      expect(Math.min(from.y, 1400 - from.y)).toBeCloseTo(fitting.lightGapMm, 9);
      expect(to.x < 0 || to.x > 900).toBe(true);
      expect(to.y < 0 || to.y > 1400).toBe(true);
    }
  });

  test('are made at no corner of the roll’s edge or of a seam', () => {
    const edge = paneToFitForTest({
      piece: { school: 'factoryEdge', factoryEdge: 'left' },
      more: { factoryEdges: ['left'] },
    });
    const cuts = strokes(drawn(edge, 'reliefCut').marks, 'relief');
    expect(cuts.map((cut) => first(cut).x > 450)).toEqual([true, true]);
    expect(strokes(drawn(SPLICED, 'reliefCut', 1).marks, 'relief').every((cut) => first(cut).x < 100)).toBe(
      true,
    );
    expect(strokes(drawn(SPLICED, 'reliefCut', 2).marks, 'relief').every((cut) => first(cut).x > 2200)).toBe(
      true,
    );
  });
});

describe('the T and the lanes', () => {
  test('a T for each panel in its own middle, none down the seam', () => {
    const tees = ([1, 2] as const).map((panel) =>
      strokes(drawn(SPLICED, 'anchorStroke', panel).marks, 'set'),
    );
    expect(
      tees.map(([across, down]) => [
        first(across as Stroke).x,
        last(across as Stroke).x,
        first(down as Stroke).x,
      ]),
    ).toEqual([
      [25, 1150, 575],
      [1150, 2275, 1725],
    ]);
  });

  test('lanes overlap by half, from the middle outward and the top down, short of what is not cut yet', () => {
    const pane = paneToFitForTest();
    const way = handsWay(drawn(pane, 'squeegeeFirst').marks);
    const rows = way.filter((_, at) => at % 2 === 0).map((each) => first(each).y);
    for (const [at, y] of rows.slice(1).entries()) {
      expect(y).toBeGreaterThan(rows[at] ?? 0);
      expect(y - (rows[at] ?? 0)).toBeLessThanOrEqual(fitting.squeegeeMm / 2 + 1e-9);
    }
    expect(rows[0]).toBeCloseTo(fitting.stopShortMm + fitting.squeegeeMm / 2, 9);
    expect(rows.at(-1)).toBeCloseTo(1400 - fitting.stopShortMm - fitting.squeegeeMm / 2, 9);
    for (const each of way) {
      expect(first(each).x).toBe(450);
      expect([fitting.stopShortMm, 900 - fitting.stopShortMm]).toContain(last(each).x);
    }
    expect(labels(drawn(pane, 'squeegeeFirst').marks)).toEqual([{ code: 'stopShort', mm: 25 }]);
  });

  test('one goes right out over the roll’s edge, and everywhere after the trim', () => {
    const edge = paneToFitForTest({
      piece: { school: 'factoryEdge', factoryEdge: 'left' },
      more: { factoryEdges: ['left'] },
    });
    expect(new Set(handsWay(drawn(edge, 'squeegeeFirst').marks).map((each) => last(each).x))).toEqual(
      new Set([0, 875]),
    );
    expect(new Set(handsWay(drawn(edge, 'squeegeeSecond').marks).map((each) => last(each).x))).toEqual(
      new Set([0, 900]),
    );
    expect(labels(drawn(edge, 'squeegeeSecond').marks)).toEqual([]);
  });

  test('printed film from the middle up, then down, then out', () => {
    const printed = paneToFitForTest({ film: { kind: 'printed', thicknessUm: 160 } });
    const [up, down, beside] = handsWay(drawn(printed, 'squeegeeFirst').marks);
    expect([first(up as Stroke).y, first(down as Stroke).y]).toEqual([700, 700]);
    expect(last(up as Stroke).y).toBeLessThan(700);
    expect(last(down as Stroke).y).toBeGreaterThan(700);
    expect(Math.abs(first(beside as Stroke).x - 450)).toBeGreaterThan(
      Math.abs(first(up as Stroke).x - 450) - 1e-9,
    );
  });

  test('under an arch lanes end at the curve', () => {
    const arch = paneToFitForTest({ pane: { widthMm: 800, heightMm: 1400 }, more: { outline: ARCH } });
    for (const each of strokes(drawn(arch, 'squeegeeFirst').marks, 'squeegee')) {
      const { x, y } = last(each);
      if (y < 400) expect(Math.hypot(x - 400, y - 400)).toBeLessThan(400);
    }
  });

  test.each([
    [0, 900, 150],
    [10, 100, 150],
    [0, 151, 150],
    [300, 2300, 120],
  ])('lanes from %i to %i with a tool of %i cover all and stay within', (from, to, tool) => {
    const all = lanes(from, to, tool);
    if (to - from <= tool) {
      expect(all).toEqual([(from + to) / 2]);
      return;
    }
    expect((all[0] ?? 0) - tool / 2).toBeCloseTo(from, 9);
    expect((all.at(-1) ?? 0) + tool / 2).toBeCloseTo(to, 9);
    for (const [at, lane] of all.slice(1).entries())
      expect(lane - (all[at] ?? 0)).toBeLessThanOrEqual(tool / 2 + 1e-9);
  });
});

describe('the trim', () => {
  test('stops before each corner and comes back from it to meet the cut, the top first', () => {
    const way = handsWay(drawn(paneToFitForTest(), 'trim').marks);
    expect(way.map(({ role }) => role)).toEqual(Array.from({ length: 4 }, () => ['cut', 'meet']).flat());
    const [top, meet] = way as [Stroke, Stroke];
    const gap = fitting.lightGapMm;
    expect([first(top), last(top)]).toEqual([
      { x: gap, y: gap },
      { x: 900 - gap - fitting.cornerStopMm, y: gap },
    ]);
    expect([first(meet), last(meet)]).toEqual([{ x: 900 - gap, y: gap }, last(top)]);
    expect(labels(drawn(paneToFitForTest(), 'trim').marks)).toEqual([
      { code: 'changeHands' },
      { code: 'gap', mm: gap },
    ]);
  });

  test('a band is cut level where no frame is, with its measures and no gap', () => {
    const band = paneToFitForTest({
      more: { freeSides: [{ side: 'top', fromEdgeMm: 300, overFloorMm: 1500 }] },
    });
    const { marks } = drawn(band, 'trim');
    const [level] = strokes(marks, 'level');
    expect(level?.path).toEqual([
      { x: 0, y: 0 },
      { x: 900, y: 0 },
    ]);
    expect(strokes(marks, 'cut')).toHaveLength(3);
    expect(labels(marks)).toContainEqual({ code: 'level', side: 'top', mm: 300, overFloorMm: 1500 });
  });

  test('an arch is cut in one pull along its curve, a gap inside of it', () => {
    const arch = paneToFitForTest({ pane: { widthMm: 800, heightMm: 1400 }, more: { outline: ARCH } });
    const [cut] = strokes(drawn(arch, 'trim').marks, 'cut');
    for (const { x, y } of cut?.path ?? [])
      if (y < 399) expect(400 - Math.hypot(x - 400, y - 400)).toBeCloseTo(fitting.lightGapMm, 1);
    expect(cut?.path[0]).toEqual(cut?.path.at(-1));
    expect(drawn(arch, 'reliefCut').marks).toEqual([]);
  });

  test('a raked light is drawn in side by side', () => {
    const square = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 50 },
      { x: 0, y: 50 },
    ];
    expect(drawnIn(square, 2)).toEqual([
      { x: 2, y: 2 },
      { x: 98, y: 2 },
      { x: 98, y: 48 },
      { x: 2, y: 48 },
    ]);
  });
});

describe('seams', () => {
  test('are marked from both corners and cut from mark to mark, the straight edge laid as often as it takes', () => {
    const { marks } = drawn(SPLICED, 'seamCut', 2);
    expect(strokes(marks, 'seam').map(({ path }) => path)).toEqual([
      [
        { x: 1150, y: 0 },
        { x: 1150, y: 2000 },
      ],
    ]);
    expect(marks.filter((mark) => mark.kind === 'spot' && mark.role === 'mark')).toHaveLength(2);
    expect(labels(marks)).toEqual([
      { code: 'straightEdge', moves: 2 },
      { code: 'overlap', mm: 20 },
    ]);
    expect(marks.filter((mark) => mark.kind === 'spot' && mark.role === 'moveStraightEdge')).toMatchObject([
      { at: { x: 1150, y: 1000 } },
    ]);
  });

  test('a panel is marked where its edge comes to lie; a level seam lies level', () => {
    expect(labels(drawn(SPLICED, 'hang', 1).marks)).toEqual(
      expect.arrayContaining([{ code: 'seamAt', mm: 1160 }, { code: 'factoryEdge' }]),
    );
    expect(strokes(drawn(LEVEL, 'seamCut', 2).marks, 'seam')[0]?.path).toEqual([
      { x: 0, y: 1200 },
      { x: 1400, y: 1200 },
    ]);
    const sides = fittingPlan(LEVEL.asked, rules, LEVEL.more).visits[0]?.steps.flatMap(({ code, figures }) =>
      code === 'trim' ? [figures['sides']] : [],
    );
    expect(sides).toEqual([
      ['left', 'top', 'right'],
      ['left', 'right', 'bottom'],
    ]);
  });

  test('each panel’s film stands over the sides that are still to be trimmed, and ends at the gap after', () => {
    expect(drawn(SPLICED, 'hang', 1).film).toEqual([{ left: -25, top: -25, width: 1175, height: 2050 }]);
    expect(drawn(SPLICED, 'hang', 2).film).toEqual([
      { left: 0, top: 0, width: 1150, height: 2000 },
      { left: 1150, top: -25, width: 1175, height: 2050 },
    ]);
    expect(drawn(SPLICED, 'mix').film).toEqual([]);
  });
});

test('glass block is drawn face by face, and only the one at hand is worked on', () => {
  const pane = paneToFitForTest({
    pane: {
      ...{ widthMm: 600, heightMm: 400, glass: 'glassBlock', side: 'outside', handle: null },
      blocks: { across: 3, down: 2, faceMm: 190, jointMm: 10, cornerRadiusMm: 12 },
    },
    piece: { school: 'plotted' },
  });
  const at = drawn(pane, 'squeegeeFirst', undefined, 4);
  expect(at.blocks).toHaveLength(6);
  expect(at.blocks[4]).toEqual({ left: 205, top: 205, width: 190, height: 190 });
  for (const { path } of strokes(at.marks, 'squeegee'))
    for (const { x, y } of path) {
      expect(x).toBeGreaterThanOrEqual(205);
      expect(x).toBeLessThanOrEqual(395);
      expect(y).toBeGreaterThanOrEqual(205);
      expect(y).toBeLessThanOrEqual(395);
    }
});

test('the card goes from inside out, the top edge first', () => {
  const wicks = handsWay(drawn(paneToFitForTest(), 'wick').marks);
  expect(first(wicks[0] as Stroke).y).toBe(fitting.wickFromMm);
  expect(last(wicks[0] as Stroke).y).toBe(0);
  for (const each of wicks) {
    const { x, y } = last(each);
    expect([x === 0, x === 900, y === 0, y === 1400].filter(Boolean)).toHaveLength(1);
  }
});

test('a bead is drawn on its sides with both legs, a pattern with its start, lead on its lines', () => {
  const anchored = paneToFitForTest({
    film: { kind: 'security', thicknessUm: 200 },
    anchor: { bead: 'full', sides: ['left', 'right'] },
  });
  const bead = drawn(anchored, 'bead').marks;
  expect(strokes(bead, 'bead').map(({ widthMm }) => widthMm)).toEqual([24, 24]);
  expect(labels(bead)).toEqual([{ code: 'legs', mm: 12 }]);
  const pattern = paneToFitForTest({ more: { patternStart: { acrossMm: 40, alongMm: 15 } } });
  expect(labels(drawn(pattern, 'hang').marks)).toEqual([{ code: 'pattern', acrossMm: 40, alongMm: 15 }]);
  for (const kind of ['squares', 'diamonds'] as const) {
    const lead = paneToFitForTest({
      film: { leadStrips: true },
      more: { leading: { pattern: kind, acrossMm: 200, alongMm: 300 } },
    });
    const lines = strokes(drawn(lead, 'leadStrips').marks, 'lead');
    expect(lines.length).toBeGreaterThan(7);
    for (const { path } of lines)
      for (const { x, y } of path) {
        expect(x).toBeGreaterThanOrEqual(-1e-6);
        expect(x).toBeLessThanOrEqual(900 + 1e-6);
        expect(y).toBeGreaterThanOrEqual(-1e-6);
        expect(y).toBeLessThanOrEqual(1400 + 1e-6);
      }
  }
});

test('the hand runs along all strokes in their order', () => {
  const { marks } = drawn(paneToFitForTest(), 'anchorStroke');
  const [across, down] = handsWay(marks) as [Stroke, Stroke];
  expect(handAt(marks, 0)).toEqual({ at: first(across), stroke: 0, shareOfStroke: 0 });
  expect(handAt(marks, 1)).toEqual({ at: last(down), stroke: 1, shareOfStroke: 1 });
  const half = handAt(marks, 0.2);
  expect(half?.stroke).toBe(0);
  expect(half?.at.x).toBeCloseTo(25 + 0.2 * (850 + 1275), 0);
  expect(handAt([], 0.5)).toBeNull();
});

test('the sides of an outline add up to its round; an arc goes to the sides it faces', () => {
  const lengths = sideLengths(ARCH);
  expect(lengths.bottom).toBe(800);
  expect(lengths.left).toBeGreaterThan(1000);
  const round = Object.values(lengths).reduce((sum, each) => sum + each, 0);
  expect(round).toBeCloseTo(800 + 2000 + Math.PI * 400, -1);
  expect(outlinePoints(ARCH)).toHaveLength(27);
});
