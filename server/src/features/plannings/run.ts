import type { CutPlan } from '@neat-sill/core/cuts';
import { Worker } from 'node:worker_threads';
import type { Database } from '../../db/database.ts';
import type { QueuedTasks } from '../../queue/queue.ts';
import type { ThreadMessage, ThreadOrder } from './planThread.ts';
import { finish, keepBetter, claimPlanning } from './store.ts';

/** How often the best plan so far is written, and it is looked whether somebody has stopped. */
const LOOK_EVERY_MS = 700;

/** Built, it lies beside the worker as JavaScript; from source, a thread starts plain and has TypeScript read from there. */
function startThread(order: ThreadOrder): Worker {
  if (!import.meta.url.endsWith('.ts'))
    return new Worker(new URL('./planThread.js', import.meta.url), { workerData: order });
  const source = new URL('./planThread.ts', import.meta.url).href;
  const start = `import('tsx/esm/api').then(({ register }) => { register(); return import('${source}'); });`;
  return new Worker(start, { eval: true, workerData: order });
}

interface Best {
  readonly plan: CutPlan;
  readonly afterSeconds: number;
}

/**
 * Plans the cuts of a job that was handed over, in a thread of its own; writes the best plan as better ones come, and
 * ends when somebody stops it. A worker that dies meanwhile leaves the best plan, and the queue begins it again.
 */
export async function runPlanning(
  db: Database,
  { shopId, planningId }: QueuedTasks['planning'],
  now: () => Date,
): Promise<void> {
  const taken = await db.inShop(shopId, (tx) => claimPlanning(tx, planningId, now()));
  if (!taken) return;
  const stop = new SharedArrayBuffer(4);
  const order: ThreadOrder = { ...taken, stop };
  const thread = startThread(order);
  let best: Best | null = null;
  let found = 0;
  let written = 0;
  let problem: string | null = null;
  const ended = new Promise<void>((resolve, reject) => {
    thread.on('message', (message: ThreadMessage) => {
      if (message.kind === 'better') {
        best = message;
        found += 1;
      } else if (message.kind === 'wrong')
        problem = `The plan did not pass its check (${[...new Set(message.codes)].join(', ')}); tell whoever runs Neat Sill.`;
    });
    thread.once('error', reject);
    thread.once('exit', () => resolve());
  });
  const write = async (): Promise<void> => {
    const newer = found > written ? (best as Best | null) : null;
    written = found;
    const goesOn = await db.inShop(shopId, (tx) =>
      keepBetter(tx, planningId, newer && { plan: newer.plan, afterSeconds: newer.afterSeconds, found }),
    );
    if (!goesOn) Atomics.store(new Int32Array(stop), 0, 1);
  };
  let writing: Promise<void> = Promise.resolve();
  let failed: unknown = null;
  const timer = setInterval(() => {
    writing = writing.then(write).catch((error: unknown) => {
      // Without its database nothing can be kept: the queue begins it again.
      failed = error;
      Atomics.store(new Int32Array(stop), 0, 1);
    });
  }, LOOK_EVERY_MS);
  try {
    await ended;
  } finally {
    clearInterval(timer);
    await writing;
  }
  if (failed) throw failed;
  await write();
  const state = problem === null ? 'ready' : 'failed';
  await db.inShop(shopId, (tx) => finish(tx, planningId, { state, problem, now: now() }));
}
