import type { FileAnswer, FileOrder, ReadOf } from '../workers/file.worker.ts';
import { UnreadableFile } from './unreadable.ts';

/** A file of the sizes that are taken is read in a second or two; one that is not is no file of ours. */
const LONGEST_MS = 20_000;

/** Reads a file off the page's thread, which a file that unfolds without end would stop; gives up on such a one. */
export function readApart<Order extends FileOrder>(order: Order): Promise<ReadOf<Order>> {
  const worker = new Worker(new URL('../workers/file.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<ReadOf<Order>>((resolve, reject) => {
    const giveUp = (sentence: string) => reject(new UnreadableFile(sentence));
    const timer = setTimeout(
      () => giveUp(`“${order.name}” can’t be read in ${LONGEST_MS / 1000} seconds; is it the right file?`),
      LONGEST_MS,
    );
    worker.onmessage = ({ data }: MessageEvent<FileAnswer>) => {
      clearTimeout(timer);
      if (data.kind === 'unreadable') giveUp(data.sentence);
      else resolve(data.read as ReadOf<Order>);
    };
    worker.onerror = () => {
      clearTimeout(timer);
      giveUp(`“${order.name}” can’t be read: it is too large for this device. Save only what is needed.`);
    };
    worker.postMessage(order);
  }).finally(() => worker.terminate());
}
