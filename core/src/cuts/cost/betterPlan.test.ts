import { jobForTest, paneForTest } from '../../testing/planJobs.ts';
import { seededRandom } from '../../units/index.ts';
import { betterPlan, planCuts, type CutPlan } from '../index.ts';

const job = jobForTest({ panes: [paneForTest({ count: 4 }), paneForTest({ id: 'P2', width: 500 })] });
const planOf = (rounds: number): CutPlan =>
  planCuts(job, { random: seededRandom(2), rounds, shouldStop: () => false });

test('of two plans the one that leaves less undone is better, whatever it costs', () => {
  const whole = planOf(0);
  const less: CutPlan = {
    ...whole,
    pulls: [],
    unplaced: [{ paneId: 'P2', copy: 1, reason: 'pane.tooLarge' }],
  };
  expect(betterPlan(job, less, whole)).toBe(whole);
  expect(betterPlan(job, whole, less)).toBe(whole);
  expect(betterPlan(job, null, less)).toBe(less);
});

test('of two whole plans the cheaper; of two alike the one in hand', () => {
  const cheap = planOf(20);
  const [first, ...others] = cheap.pulls;
  if (!first) throw new Error('nothing to cut');
  const dear: CutPlan = {
    ...cheap,
    pulls: [
      { ...first, length: first.length + 900 },
      ...others.map((pull) => ({ ...pull, start: pull.start + 900 })),
    ],
  };
  expect(betterPlan(job, dear, cheap)).toBe(cheap);
  expect(betterPlan(job, cheap, dear)).toBe(cheap);
  expect(betterPlan(job, cheap, structuredClone(cheap))).toBe(cheap);
});
