import { checkPlan } from '@neat-sill/core/check';
import { writeFileSync } from 'node:fs';
import { planCuts, strayStrips } from '@neat-sill/core/cuts';
import { jobFileFormat } from '@neat-sill/core/job';
import { seededRandom } from '@neat-sill/core/units';
import { describePlanFault, describeUnplaced } from '@neat-sill/core/words';
import { readInput, say } from './files.ts';
import { loadSolver } from './solver.ts';

const SEED = 20261125;
const MOST_STEPS = 1_000_000_000;
/** Of the time there is, for each piece. */
const KEPT_BACK_MS = 0.3;

export interface PlanOptions {
  readonly jobFile: string;
  readonly outFile: string | null;
  readonly seconds: number;
}

/** Plans a job; gives the exit code: 0 all panes are laid, 1 some are not. */
export async function planCommand({ jobFile, outFile, seconds }: PlanOptions): Promise<number> {
  const job = await readInput(jobFile, jobFileFormat);
  const start = performance.now();
  const pieces = job.panes.reduce((sum, { count }) => sum + count, 0);
  // Writing down and checking a plan of thousands of pieces takes its time as well.
  const searchMs = seconds * 1000 - Math.min(seconds * 200, pieces * KEPT_BACK_MS);
  if (seconds === 0)
    say({
      code: 'time.none',
      path: '',
      sentence:
        'There is no time to look for a better plan: this is the first one. Give more with --seconds.',
    });
  for (const { paneId, at, fromMm, toMm } of strayStrips(job.panes))
    say({
      code: 'seam.hiddenOutside',
      path: `panes.${paneId}.seams.about.hidden[${at}]`,
      sentence: `The hidden strip from ${fromMm} to ${toMm} mm lies outside its pane and hides no seam; measure it from the pane's left or top.`,
    });
  const plan = planCuts(job, {
    random: seededRandom(SEED),
    rounds: MOST_STEPS,
    solver: await loadSolver(),
    secondsLeft: () => (start + searchMs - performance.now()) / 1000,
    shouldStop: (share = 1) => performance.now() >= start + searchMs * share,
  });
  const faults = checkPlan(job, plan);
  if (faults.length > 0)
    throw new Error(
      `The planner made a plan that its checker refuses: ${faults.map(describePlanFault).join(' ')}`,
    );
  const text = `${JSON.stringify(plan, null, 2)}\n`;
  if (outFile === null) process.stdout.write(text);
  else writeFileSync(outFile, text);
  for (const { paneId, copy, reason } of plan.unplaced)
    say({ code: reason, path: `panes.${paneId}.${copy}`, sentence: describeUnplaced(reason) });
  return plan.unplaced.length > 0 ? 1 : 0;
}
