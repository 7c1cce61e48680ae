import { checkPlan, planCuts, type PaneForPlan, type PlanJob } from '@neat-sill/core/cuts';
import { jobForTest, paneForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { heapMb, printTable, timed } from './table.ts';

const WIDTHS = [420, 560, 742, 819.15, 901, 1120, 1640];
const HEIGHTS = [610, 915, 1200, 1388, 1325.5, 2260];

/** A building of panes: most come in sets of twins, as windows do. */
function building(count: number, seed: number): PlanJob {
  const random = seededRandom(seed);
  const pick = (values: readonly number[]) => values[Math.floor(random() * values.length)] ?? 700;
  const panes: PaneForPlan[] = [];
  for (let left = count; left > 0;) {
    const twins = Math.min(left, 1 + Math.floor(random() * 6));
    const id = `P${panes.length + 1}`;
    panes.push(paneForTest({ id, label: id, width: pick(WIDTHS), height: pick(HEIGHTS), count: twins }));
    left -= twins;
  }
  return jobForTest({ panes });
}

/** How long the first plan and a full search take, how near the bound they come, and how long the proof takes. */
export function benchCuts(): void {
  const rows = [6, 30, 120, 600].map((count) => {
    const job = building(count, count);
    const plan = (rounds: number) =>
      timed(() => {
        const end = performance.now() + 10_000;
        return planCuts(job, { random: seededRandom(1), rounds, shouldStop: () => performance.now() > end });
      });
    const gap = (ms: ReturnType<typeof plan>) =>
      `${(Number(ms.value.summary.byFilm[0]?.gap ?? 0) * 100).toFixed(1)} %`;
    const first = plan(0);
    const searched = plan(300);
    const check = timed(() => checkPlan(job, searched.value));
    if (check.value.length > 0) throw new Error(`seed ${count}: the plan is wrong`);
    return {
      panes: count,
      'first plan ms': Math.round(first.ms),
      'over bound': gap(first),
      '300 rounds ms': Math.round(searched.ms),
      'over bound then': gap(searched),
      'check ms': Math.round(check.ms),
      'heap MB': heapMb(),
    };
  });
  printTable('Cuts: one film, roll 1524 mm, margin all round', rows);
}
