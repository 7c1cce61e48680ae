import { checkPlan } from '@neat-sill/core/check';
import { planCuts, type LinearSolver, type PlanJob } from '@neat-sill/core/cuts';
import { jobForTest, leastLength, paneForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { printTable } from './table.ts';

function smallJob(seed: number, most: number): PlanJob {
  const random = seededRandom(Math.imul(seed, 0x9e3779b1));
  const panes = Array.from({ length: 1 + Math.floor(random() * most) }, (_, at) =>
    paneForTest({
      id: `P${at}`,
      label: String(at),
      width: 300 + Math.floor(random() * 1100),
      height: 300 + Math.floor(random() * 1100),
    }),
  );
  return jobForTest({ panes });
}

/** Small jobs against trying everything: refused, below the bound, equal to the best, and by how much the others miss. */
export function benchEveryOrder(solver: LinearSolver | null, jobs: number): void {
  const rows = [4, 5, 6].map((most) => {
    // Six pieces take long to go through.
    const count = most === 6 ? Math.ceil(jobs / 20) : Math.ceil(jobs / 2);
    let [refused, below, equal, worst] = [0, 0, 0, 0];
    for (let seed = 1; seed <= count; seed += 1) {
      const job = smallJob(seed * 7 + most, most);
      const plan = planCuts(job, { random: seededRandom(1), rounds: 120, solver, shouldStop: () => false });
      if (checkPlan(job, plan).length > 0) refused += 1;
      const [film] = plan.summary.byFilm;
      const best = leastLength(
        job.panes.map(({ width, height }) => [width + 50, height + 50] as const),
        1524,
      );
      const used = film?.usedLength ?? 0;
      if (used < best - 0.05 || (film?.lowerBoundLength ?? 0) > best + 0.05) below += 1;
      if (used <= best + 0.05) equal += 1;
      worst = Math.max(worst, used / best - 1);
    }
    return {
      'pieces up to': most,
      jobs: count,
      'refused by the checker': refused,
      'below the bound': below,
      'equal to the best': `${((100 * equal) / count).toFixed(2)} %`,
      'worst over': `${(100 * worst).toFixed(2)} %`,
    };
  });
  printTable('Cuts: small jobs against trying everything', rows);
}
