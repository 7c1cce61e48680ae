import { planCuts, type LinearSolver, type PlanJob } from '@neat-sill/core/cuts';
import { filmForTest, jobForTest, paneForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { printTable } from './table.ts';

const RASTER_MM = 10;
const STEPS = 120;

/** A pane that must be divided and up to three that need not, or one more of its size. */
function spliced(seed: number): PlanJob {
  const random = seededRandom(Math.imul(seed, 0x85ebca6b));
  const between = (from: number, to: number) => Math.round(from + random() * (to - from));
  const wide = paneForTest({
    id: 'wide',
    label: 'wide',
    width: between(1500, 2900),
    height: between(900, 2600),
    count: random() < 0.3 ? 2 : 1,
    seams: { allowed: true, axis: 'vertical' },
  });
  const others = Array.from({ length: between(0, 3) }, (_, at) =>
    paneForTest({ id: `P${at}`, label: String(at), width: between(250, 1200), height: between(400, 2400) }),
  );
  return jobForTest({
    films: [{ ...filmForTest, turn: 'half', matchEdges: false }],
    panes: [wide, ...others],
  });
}

const usedBy = (job: PlanJob, solver: LinearSolver | null) =>
  planCuts(job, { random: seededRandom(1), rounds: STEPS, solver, shouldStop: () => false }).summary.byFilm[0]
    ?.usedLength ?? Infinity;

/** Small spliced jobs against every place of the seam on a raster, each planned as long. */
export function benchEveryPlace(solver: LinearSolver | null, jobs: number): void {
  let [equal, better, worst] = [0, 0, 0];
  for (let seed = 1; seed <= jobs; seed += 1) {
    const job = spliced(seed);
    const free = usedBy(job, solver);
    const [wide] = job.panes;
    let least = Infinity;
    for (let at = RASTER_MM; wide && at < wide.width; at += RASTER_MM) {
      const panes = job.panes.map((pane) =>
        pane.id === 'wide' ? { ...pane, seams: { ...pane.seams, at: [at] } } : pane,
      );
      const plan = planCuts(
        { ...job, panes },
        { random: seededRandom(1), rounds: STEPS, solver: null, shouldStop: () => false },
      );
      if (plan.unplaced.length === 0) least = Math.min(least, plan.summary.byFilm[0]?.usedLength ?? Infinity);
    }
    if (free <= least + 0.5) equal += 1;
    if (free < least - 0.5) better += 1;
    if (Number.isFinite(least)) worst = Math.max(worst, free / least - 1);
  }
  printTable('Cuts: small spliced jobs against every place of the seam on a raster of 10 mm', [
    {
      jobs,
      'equal or better': `${((100 * equal) / jobs).toFixed(1)} %`,
      better: `${((100 * better) / jobs).toFixed(1)} %`,
      'worst over': `${(100 * worst).toFixed(2)} %`,
    },
  ]);
}
