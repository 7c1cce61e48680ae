import { checkPlan } from '@neat-sill/core/check';
import { cutPlanFormat } from '@neat-sill/core/cuts';
import { jobFileFormat } from '@neat-sill/core/job';
import { describePlanFault } from '@neat-sill/core/words';
import { readInput, say } from './files.ts';

/** Checks a plan against its job; gives the exit code: 0 nothing against it, 1 one line per fault. */
export async function checkCommand(jobFile: string, planFile: string): Promise<number> {
  const job = await readInput(jobFile, jobFileFormat);
  const plan = await readInput(planFile, cutPlanFormat);
  const faults = checkPlan(job, plan);
  for (const found of faults) say({ code: found.code, path: found.path, sentence: describePlanFault(found) });
  return faults.length > 0 ? 1 : 0;
}
