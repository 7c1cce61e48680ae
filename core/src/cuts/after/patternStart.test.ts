import { filmForTest, jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { plannedPatternStart, planCuts, wishedPatternStart, type Piece, type Pull } from '../index.ts';

test('a corner that lies so far into the repeat has its first line by what is left of it', () => {
  const pattern = { acrossMm: 300, alongMm: 400, drop: 'straight' as const };
  const at = (acrossMm: number, alongMm: number) => wishedPatternStart({ acrossMm, alongMm }, pattern);
  expect(at(0, 0)).toEqual({ fromLeftMm: 0, fromTopMm: 0 });
  expect(at(50, 100)).toEqual({ fromLeftMm: 250, fromTopMm: 300 });
  expect(at(300, 399)).toEqual({ fromLeftMm: 0, fromTopMm: 1 });
});

test('panels tell it by where they lie on the roll, the margin before the glass taken off; what goes whole is free', () => {
  const film = {
    ...filmForTest,
    turn: 'none' as const,
    matchEdges: false,
    pattern: { across: 300, along: 400 } as const,
  };
  const wide = paneForTest({
    id: 'wide',
    width: 2200,
    height: 1500,
    seams: { allowed: true, axis: 'vertical' },
  });
  const whole = paneForTest({ id: 'whole', width: 600, height: 900 });
  const job = jobForTest({ films: [film], panes: [wide, whole] });
  const plan = planCuts(job, { random: seededRandom(1), rounds: 30, shouldStop: () => false });
  const start = plannedPatternStart(plan, wide, job);
  for (const pull of plan.pulls)
    for (const piece of pull.pieces.filter(({ paneId }) => paneId === 'wide')) {
      // The line at the roll's left edge, brought to the glass: the first panel's glass begins a margin behind its edge.
      const fromLeft = piece.cover.left - piece.x - (piece.panel === 1 ? job.rules.allowance : 0);
      expect((((fromLeft - (start?.fromLeftMm ?? -1)) % 300) + 300) % 300).toBeCloseTo(0, 6);
      const fromTop = -(pull.start + piece.y) - job.rules.allowance;
      expect((((fromTop - (start?.fromTopMm ?? -1)) % 400) + 400) % 400).toBeCloseTo(0, 6);
    }
  expect(start?.fromLeftMm).toBeCloseTo(275, 6);
  expect(plannedPatternStart(plan, whole, job)).toBeNull();
  expect(plannedPatternStart(plan, wide, { ...job, films: [{ ...film, pattern: null }] })).toBeNull();
});

test('where a pull and a piece begin, and what lies outside the glass, move the first line', () => {
  const pattern = { across: 300, along: 400 } as const;
  const film = { ...filmForTest, pattern };
  const pane = paneForTest({ id: 'wide', width: 2200, height: 1500 });
  const job = jobForTest({ films: [{ ...filmForTest, id: 'F0' }, film], panes: [pane] });
  const start = (more: Partial<Piece>, pullStart = 130) => {
    const piece: Piece = {
      ...{ id: 'wide.1-1', paneId: 'wide', copy: 1, panel: 1, panels: 2, x: 40, y: 25, w: 900, l: 1550 },
      ...{ turn: 0, cover: { left: 0, top: 0, width: 1110, height: 1500 }, factoryEdge: null, seamEdges: {} },
      ...more,
    };
    const other: Pull = { id: '1', sourceId: 'R', start: 0, length: pullStart, pieces: [], offcuts: [] };
    const own: Pull = { ...other, id: '2', start: pullStart, length: 1600, pieces: [piece] };
    return plannedPatternStart({ pulls: [other, own] }, pane, job);
  };
  expect(start({})).toEqual({ fromLeftMm: 300 - 40 - 25, fromTopMm: 400 - 130 - 25 - 25 });
  expect(start({ factoryEdge: 'left' })?.fromLeftMm).toBeCloseTo(300 - 40 + 1.5, 9);
  expect(start({ factoryEdge: 'top' })?.fromTopMm).toBeCloseTo(400 - 130 - 25 + 1.5, 9);
  expect(start({ x: 275 + 1e-9 })?.fromLeftMm).toBe(0);
  expect(start({}, 500)?.fromTopMm).toBe(250);
  expect(start({ turn: 180 })).toBeNull();
  expect(start({ panels: 1 })).toBeNull();
});
