import { checkPlan, planCuts, type LinearSolver, type PlanJob } from '@neat-sill/core/cuts';
import { jobForTest, paneForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { printTable } from './table.ts';

/** All ways to part a list into groups. */
function* partings<Item>(items: readonly Item[]): Generator<Item[][]> {
  const [first, ...others] = items;
  if (first === undefined) {
    yield [];
    return;
  }
  for (const groups of partings(others)) {
    yield [[first], ...groups];
    for (let at = 0; at < groups.length; at += 1)
      yield groups.map((group, each) => (each === at ? [first, ...group] : group));
  }
}

/** The least length for a few pieces, by trying everything: turns, strips, and which strips share a pull. */
function leastLength(pieces: readonly (readonly [number, number])[], rollMm: number): number {
  let least = Infinity;
  for (let turns = 0; turns < 2 ** pieces.length; turns += 1) {
    const lying = pieces.map(([a, b], at) => ((turns >> at) & 1 ? { w: b, l: a } : { w: a, l: b }));
    if (lying.some(({ w }) => w > rollMm)) continue;
    for (const strips of partings(lying)) {
      const sizes = strips.map((strip) => ({
        w: Math.max(...strip.map(({ w }) => w)),
        l: strip.reduce((sum, { l }) => sum + l, 0),
      }));
      for (const pulls of partings(sizes)) {
        if (pulls.some((pull) => pull.reduce((sum, { w }) => sum + w, 0) > rollMm)) continue;
        least = Math.min(
          least,
          pulls.reduce((sum, pull) => sum + Math.max(...pull.map(({ l }) => l)), 0),
        );
      }
    }
  }
  return least;
}

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
