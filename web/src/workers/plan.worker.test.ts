import { jest } from '@jest/globals';
import { costPlan, planCuts, type CutPlan } from '@neat-sill/core/cuts';
import { jobForTest, paneForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import type { PlanMessage, PlanOrder } from './plan.worker.ts';

jest.unstable_mockModule('./solver.ts', () => ({ loadSolver: () => Promise.resolve(null) }));

const messages: PlanMessage[] = [];
const worker = {
  onmessage: null as ((event: { data: PlanOrder }) => void) | null,
  postMessage: (message: PlanMessage) => messages.push(message),
};
beforeAll(async () => {
  Object.assign(globalThis, { self: worker });
  await import('./plan.worker.ts');
});

async function finished(order: PlanOrder): Promise<CutPlan[]> {
  messages.length = 0;
  worker.onmessage?.({ data: order });
  while (!messages.some(({ kind }) => kind === 'finished' || kind === 'wrong'))
    await new Promise((resolve) => setTimeout(resolve, 20));
  return messages.flatMap((message) => ('plan' in message ? [message.plan] : []));
}

const job = jobForTest({
  panes: Array.from({ length: 12 }, (_, at) =>
    paneForTest({ id: `P${at}`, label: `${at}`, width: 400 + 61 * at, height: 700 + 83 * at, count: 2 }),
  ),
});
const total = (plan: CutPlan) => costPlan(job, plan).total;

test('plans come as they get better, the last of them at the end', async () => {
  const plans = await finished({ job, milliseconds: 400 });
  expect(plans.length).toBeGreaterThan(1);
  const totals = plans.map(total);
  expect(totals).toEqual([...totals].sort((a, b) => b - a));
});

test('looking longer never shows a plan that counts more than the one in hand', async () => {
  const first = total(planCuts(job, { random: seededRandom(20261125), rounds: 0, shouldStop: () => true }));
  const inHand = planCuts(job, { random: seededRandom(3), rounds: 120, shouldStop: () => false });
  expect(total(inHand)).toBeLessThan(first);
  const plans = await finished({ job, milliseconds: 1, longer: 1, inHand });
  expect(plans).not.toEqual([]);
  for (const plan of plans) expect(total(plan)).toBeLessThanOrEqual(total(inHand));
});
