import { checkPlan } from '@neat-sill/core/check';
import { planCuts, planJobSchema, solverOfText, type CutPlan } from '@neat-sill/core/cuts';
import { seededRandom } from '@neat-sill/core/units';
import loadHighs from 'highs';
import { parentPort, workerData } from 'node:worker_threads';

/** Plans cuts in a thread of its own: the worker process goes on answering. Set `stop` to end early. */

export interface ThreadOrder {
  readonly work: unknown;
  readonly seconds: number;
  /** One 32-bit number, 0 while planning may go on. */
  readonly stop: SharedArrayBuffer;
}

export type ThreadMessage =
  | { readonly kind: 'better'; readonly plan: CutPlan; readonly afterSeconds: number }
  | { readonly kind: 'finished' }
  /** The checker refuses the plan: nothing of it is shown. */
  | { readonly kind: 'wrong'; readonly codes: readonly string[] };

const SEED = 20261125;
const MOST_STEPS = 1_000_000_000;

async function plan({ work, seconds, stop }: ThreadOrder): Promise<void> {
  const job = planJobSchema.parse(work);
  const flag = new Int32Array(stop);
  const start = performance.now();
  const gone = () => (performance.now() - start) / 1000;
  const tell = (message: ThreadMessage) => parentPort?.postMessage(message);
  const show = (better: CutPlan) => {
    const faults = checkPlan(job, better);
    if (faults.length > 0) tell({ kind: 'wrong', codes: faults.map(({ code }) => code) });
    else tell({ kind: 'better', plan: better, afterSeconds: Math.round(gone()) });
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

await plan(workerData as ThreadOrder);
