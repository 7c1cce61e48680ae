import type { Pane } from '../../survey/index.ts';
import { PLAN_ID, planCuts, seamMarks } from '../index.ts';
import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../../testing/jobs.ts';
import { seededRandom } from '../../units/index.ts';
import { stepWords } from '../../words/index.ts';
import { deriveJob, measuredPane, type ShopData } from '../../job/index.ts';

const rules = DEFAULT_RULE_SETS[0];
// Broader below than above, as frames are that have settled.
const readings = readingsForTest([2300, 2303, 2306, 2000, 2000, 2000]);

function marksOf(changes: Partial<Pane>, book: ShopData = bookForTest) {
  const records = recordsForTest({ panes: { p1: { readings, ...changes } } });
  const derived = deriveJob(records, book);
  const pane = derived.pane('p1');
  const measured = pane && measuredPane(pane);
  if (!measured) throw new Error('no pane');
  const { job } = derived.plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  return { marks: seamMarks(measured, 'p1', plan), asked: job.panes.find(({ id }) => id === 'p1') };
}

test('the mark is where the first panel ends, told from both corners of each side as it was read', () => {
  const { marks } = marksOf({});
  const middle = 2306 / 2;
  expect(marks).toMatchObject([{ axis: 'vertical', seamMm: middle, edgeMm: middle + 10, overlapMm: 20 }]);
  expect(marks[0]?.marks).toEqual([
    { side: 'top', fromFirstMm: middle + 10, fromSecondMm: 2300 - middle - 10 },
    { side: 'bottom', fromFirstMm: middle + 10, fromSecondMm: 2306 - middle - 10 },
  ]);
});

test('panels that butt by the house rule meet at the mark, with nothing over it', () => {
  const butt = { ...rules, cutting: { ...rules.cutting, seam: 'butt' as const } };
  const { marks } = marksOf({}, { ...bookForTest, ruleSets: [butt] });
  expect(marks).toMatchObject([{ seamMm: 1153, edgeMm: 1153, overlapMm: 0 }]);
});

test('glass behind an outside frame that is left bare makes the piece smaller and shifts the seam', () => {
  const hidden = [
    { side: 'left' as const, depthMm: 60, behind: 'outsideFrame' as const, bare: true },
    { side: 'top' as const, depthMm: 40, behind: 'outsideFrame' as const, bare: true },
    { side: 'right' as const, depthMm: 90, behind: 'curtain' as const, bare: false },
  ];
  const { marks, asked } = marksOf({ hidden });
  expect(asked).toMatchObject({ width: 2306 - 60, height: 2000 - 40 });
  expect(marks[0]?.seamMm).toBe(60 + (2306 - 60) / 2);
});

/** Marks of panels that somebody laid, on a pane of which 40 mm at the top stay bare. */
function marksOfPanels(
  read: Pane['readings'],
  covers: readonly (readonly [number, number, number, number])[],
) {
  const hidden = [{ side: 'top' as const, depthMm: 40, behind: 'outsideFrame' as const, bare: true }];
  const records = recordsForTest({ panes: { p1: { readings: read, hidden } } });
  const pane = deriveJob(records, bookForTest).pane('p1');
  const measured = pane && measuredPane(pane);
  if (!measured) throw new Error('no pane');
  const pieces = covers.map(([left, top, width, height], at) => ({
    paneId: 'p1',
    copy: 1,
    panel: at + 1,
    cover: { left, top, width, height },
  }));
  return seamMarks(measured, 'p1', { pulls: [{ pieces }] } as never);
}

test('a level seam is marked at the left and at the right; a side not read is as long as the pane is cut', () => {
  const read = readingsForTest([2300, 2303, 2306, 2002, 2010, 2006]);
  const level = [
    [0, 0, 2306, 995],
    [0, 975, 2306, 995],
  ] as const;
  const edge = 40 + 995;
  const marks = marksOfPanels(read, level);
  expect(marks).toMatchObject([{ axis: 'horizontal', edgeMm: edge, seamMm: edge - 10, overlapMm: 20 }]);
  expect(marks[0]?.marks).toEqual([
    { side: 'left', fromFirstMm: edge, fromSecondMm: 2002 - edge },
    { side: 'right', fromFirstMm: edge, fromSecondMm: 2006 - edge },
  ]);
  const upright = [
    [0, 0, 1163, 1970],
    [1143, 0, 1163, 1970],
  ] as const;
  const others = (all: Pane['readings'], covers: typeof level | typeof upright) =>
    marksOfPanels(all, covers)[0]?.marks.map(({ fromSecondMm }) => fromSecondMm);
  const sidesUnread = { ...read, heightLeft: null, heightRight: null };
  expect(others(sidesUnread, level)).toEqual([2010 - edge, 2010 - edge]);
  const endsUnread = { ...read, widthTop: null, widthBottom: null };
  expect(others(endsUnread, upright)).toEqual([2303 - 1163, 2303 - 1163]);
});

test('a pane of which nothing is filmed has no marks', () => {
  const records = recordsForTest({ panes: { p1: { readings } } });
  const pane = deriveJob(records, bookForTest).pane('p1');
  const measured = pane && measuredPane(pane);
  if (!measured) throw new Error('no pane');
  expect(seamMarks({ ...measured, covered: [] }, 'p1', { pulls: [] })).toEqual([]);
});

test('what is left bare can save a seam', () => {
  const narrow = readingsForTest([1500, 1500, 1500, 1700, 1700, 1700]);
  const hidden = [{ side: 'right' as const, depthMm: 80, behind: 'outsideFrame' as const, bare: true }];
  expect(marksOf({ readings: narrow }).marks).toHaveLength(1);
  expect(marksOf({ readings: narrow, hidden }).marks).toHaveLength(0);
});

test('the fitter reads the mark, the overlap and how it is cut, where the step is', () => {
  const records = recordsForTest({ panes: { p1: { readings } } });
  const { job } = deriveJob(records, bookForTest).plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const kept = { job, plan, keptAt: '2027-03-01T10:00:00Z', cutPullIds: [], lockedPullIds: [], frozen: null };
  const one = deriveJob({ ...records, plan: { [PLAN_ID]: kept } }, bookForTest).pane('p1');
  const [fit, steps] = [one?.toFit, one?.fittingPlan];
  if (!fit || !steps) throw new Error('nothing to fit');
  const said = (code: 'hang' | 'seamCut', panel: number) => {
    const step = steps.visits[0]?.steps.find((each) => each.code === code && each.figures['panel'] === panel);
    return step && stepWords({ step, pane: fit, plan: steps, rules, unit: 'mm' });
  };
  expect(said('hang', 1)?.text).toContain(
    'Mark the frame 1163 mm from the left, above and below; its edge comes to the mark.',
  );
  expect(said('hang', 2)?.text).toContain(
    'Lay it 20 mm over the panel before, seam at 1153 mm from the left.',
  );
  expect(said('seamCut', 2)).toMatchObject({
    text: 'At 1153 mm: a new blade, straight edge, both layers in one line over 2000 mm.',
    more: expect.stringContaining('The overlap is 20 mm.') as string,
  });
});
