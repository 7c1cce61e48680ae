import cluster, { type Worker } from 'node:cluster';
import { endWithParent } from './lifetime.ts';
import { CAN_NOT_LISTEN } from './serve.ts';

const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 15_000;
/** Whoever has served for so long begins with a short pause again. */
const SETTLED_MS = 60_000;

const endOf = (worker: Worker) =>
  worker.isDead() ? undefined : new Promise((resolve) => worker.once('exit', resolve));

/**
 * Several processes that serve at one port, so that a server uses several cores: they keep nothing but what the database
 * tells them to forget. One that ends by itself is begun again; all of them end with this process. Says where they are as
 * soon as the first of them listens.
 */
export function keepServing(processes: number, sayAddress: (port: number) => void): void {
  let isEnding = false;
  let isListening = false;
  const timers = new Set<NodeJS.Timeout>();

  const begin = (pauseMs: number) => {
    const began = Date.now();
    const worker = cluster.fork();
    worker.once('exit', (code, signal) => {
      if (isEnding) return;
      // Another program has the port: the same would happen to each.
      if (code === CAN_NOT_LISTEN) process.exit(CAN_NOT_LISTEN);
      const ownPauseMs = Date.now() - began > SETTLED_MS ? FIRST_PAUSE_MS : pauseMs;
      process.stderr.write(
        `A process of the server has ended (${signal || code}); it is started again in ${ownPauseMs / 1000} s.\n`,
      );
      const timer = setTimeout(() => {
        timers.delete(timer);
        begin(Math.min(ownPauseMs * 2, LONGEST_PAUSE_MS));
      }, ownPauseMs);
      timers.add(timer);
    });
  };

  cluster.on('listening', (_worker, { port }) => {
    if (!isListening) sayAddress(port);
    isListening = true;
  });
  for (let at = 0; at < processes; at += 1) begin(FIRST_PAUSE_MS);

  endWithParent(() => {
    isEnding = true;
    for (const timer of timers) clearTimeout(timer);
    const all = Object.values(cluster.workers ?? {}).flatMap((worker) => worker ?? []);
    const ends = all.map(endOf);
    for (const worker of all) worker.process.kill('SIGTERM');
    return ends.map((end) => Promise.resolve(end));
  });
}
