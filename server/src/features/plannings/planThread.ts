import { checkPlan } from '@neat-sill/core/check';
import { planCuts, planJobSchema, solverOfText, type CutPlan } from '@neat-sill/core/cuts';
import { seededRandom } from '@neat-sill/core/units';
import loadHighs from 'highs';
import { parentPort, workerData } from 'node:worker_threads';
import type { SearchMessage, SearchOrder } from '../../queue/runSearch.ts';

/** Plans cuts in a thread of its own: the worker process goes on answering. */

export interface CutWork {
  readonly work: unknown;
  readonly seconds: number;
}

const SEED = 20261125;
const MOST_STEPS = 1_000_000_000;

async function plan({ work: { work, seconds }, stop }: SearchOrder<CutWork>): Promise<void> {
  const job = planJobSchema.parse(work);
  const flag = new Int32Array(stop);
  const start = performance.now();
  const gone = () => (performance.now() - start) / 1000;
  const tell = (message: SearchMessage<CutPlan>) => parentPort?.postMessage(message);
  const show = (better: CutPlan) => {
    const faults = checkPlan(job, better);
    // The checker refuses the plan: nothing of it is shown.
    if (faults.length > 0)
      tell({
        kind: 'none',
        sentence: `The plan did not pass its check (${[...new Set(faults.map(({ code }) => code))].join(', ')}); tell whoever runs Neat Sill.`,
      });
    else tell({ kind: 'better', better, afterSeconds: Math.round(gone()) });
  };
  // Without the solver there is a plan as well, proven less.
  const solver = await loadHighs().then(solverOfText, () => null);
  show(
    planCuts(job, {
      random: seededRandom(SEED),
      rounds: MOST_STEPS,
      solver,
      patient: true,
      secondsLeft: () => seconds - gone(),
      shouldStop: (share = 1) => Atomics.load(flag, 0) !== 0 || gone() > seconds * share,
      onProgress: show,
    }),
  );
  tell({ kind: 'finished' });
}

await plan(workerData as SearchOrder<CutWork>);
