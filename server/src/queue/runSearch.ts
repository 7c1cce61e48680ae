import { Worker } from 'node:worker_threads';

/** How often the best plan so far is written, and it is looked whether somebody has stopped. */
const LOOK_EVERY_MS = 700;

/** What a thread that searches tells: each better plan, or why there can be none. */
export type SearchMessage<Better> =
  | { readonly kind: 'better'; readonly better: Better; readonly afterSeconds: number }
  | { readonly kind: 'finished' }
  | { readonly kind: 'none'; readonly sentence: string };

/** What a thread is started with: what it works on, and one 32-bit number, 0 while it may go on. */
export interface SearchOrder<Work> {
  readonly work: Work;
  readonly stop: SharedArrayBuffer;
}

/** The best so far: its plan, after how many seconds, and how many were found up to it. */
export interface Found<Better> {
  readonly better: Better;
  readonly afterSeconds: number;
  readonly found: number;
}

/** Built, it lies beside the worker as JavaScript; from source, a thread starts plain and has TypeScript read from there. */
function startThread(threadUrl: string, order: SearchOrder<unknown>): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL(`${threadUrl}.js`), { workerData: order });
  const start = `import('tsx/esm/api').then(({ register }) => { register(); return import('${threadUrl}.ts'); });`;
  return new Worker(start, { eval: true, workerData: order });
}

/**
 * Searches in a thread of its own, so that the process goes on answering. `keep` writes what is better (null: nothing new) and
 * says whether to go on. Gives why there can be no plan, in a sentence; null where there is nothing against it. Throws where
 * nothing can be written.
 */
export async function runSearch<Work, Better>(
  threadUrl: string,
  work: Work,
  keep: (newer: Found<Better> | null) => Promise<boolean>,
): Promise<string | null> {
  const stop = new SharedArrayBuffer(4);
  const thread = startThread(threadUrl, { work, stop });
  let best: Omit<Found<Better>, 'found'> | null = null;
  let found = 0;
  let written = 0;
  let problem: string | null = null;
  const ended = new Promise<void>((resolve, reject) => {
    thread.on('message', (message: SearchMessage<Better>) => {
      if (message.kind === 'better') {
        best = message;
        found += 1;
      } else if (message.kind === 'none') problem = message.sentence;
    });
    thread.once('error', reject);
    thread.once('exit', () => resolve());
  });
  const write = async (): Promise<void> => {
    const newer = found > written ? (best as Omit<Found<Better>, 'found'> | null) : null;
    written = found;
    const goesOn = await keep(newer && { ...newer, found });
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
  return problem;
}
