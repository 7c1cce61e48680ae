import type { Pane } from '../../survey/index.ts';
import { cutList, netPlot, planCuts, plotSvg } from '../index.ts';
import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../../testing/jobs.ts';
import { seededRandom } from '../../units/index.ts';
import { deriveJob, measuredPane } from '../../job/index.ts';

const rules = DEFAULT_RULE_SETS[0];
const gap = rules.fitting.lightGapMm;

function plotted(changes: Partial<Pane>) {
  const records = recordsForTest({ panes: { p1: changes } });
  const only = { ...records, pane: { p1: records.pane['p1'] as Pane } };
  const derived = deriveJob(only, bookForTest);
  const { job } = derived.plan;
  const paneOf = (id: string) => {
    const pane = derived.pane(id);
    return pane && measuredPane(pane);
  };
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  return { shapes: netPlot(cutList(plan, job), job, paneOf, () => gap), plan, job };
}

const box = (corners: readonly { x: number; y: number }[]) => {
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  return [
    Math.max(...xs) - Math.min(...xs),
    Math.max(...ys) - Math.min(...ys),
    Math.min(...xs),
    Math.min(...ys),
  ];
};

test('a rounded pane keeps its arcs, lies inside its margins and is smaller by the light gap', () => {
  const readings = readingsForTest([800, 800, 800, 1200, 1200, 1200]);
  const { shapes, plan } = plotted({ readings, shape: { kind: 'rectangle', cornerRadiusMm: 60 } });
  const [piece] = plan.pulls.flatMap(({ pieces }) => pieces);
  const [shape] = shapes;
  const [w, l, x, y] = box(shape?.corners ?? []);
  const sizes = piece && piece.turn % 180 === 0 ? [800, 1200] : [1200, 800];
  expect([w, l]).toEqual(sizes.map((mm) => expect.closeTo(mm - 2 * gap, 6)));
  expect([x, y]).toEqual([expect.closeTo((piece?.x ?? 0) + 25 + gap, 6), expect.closeTo(25 + gap, 6)]);
  expect(shape?.corners.filter(({ bulge }) => bulge !== 0)).toHaveLength(4);
  expect(plotSvg([], shapes).match(/A[\d.]+ /g)).toHaveLength(4);
});

test('panels end at their seam without a gap, and at the frame with one', () => {
  const readings = readingsForTest([2300, 2300, 2300, 2000, 2000, 2000]);
  const { shapes, plan } = plotted({ readings });
  const pieces = plan.pulls.flatMap((pull) => pull.pieces);
  expect(shapes).toHaveLength(2);
  for (const [at, piece] of pieces.entries()) {
    const [w, l] = box(shapes[at]?.corners ?? []);
    // One side of the seam each; both ends of its height at the frame.
    expect([w, l]).toEqual([
      expect.closeTo(piece.cover.width - gap, 6),
      expect.closeTo(piece.cover.height - 2 * gap, 6),
    ]);
  }
});
