import { useCallback, useEffect, useRef } from 'react';
import type { CodeAnswer, CodeOrder } from '../workers/code.worker.ts';

export type FoundCode = NonNullable<CodeAnswer['found']>;

/** Looks for a code in pictures, one at a time, off the page's thread. */
export function useCodeReader(): (picture: Blob | ImageData) => Promise<FoundCode | null> {
  const worker = useRef<Worker | null>(null);
  const waiting = useRef(new Map<number, (found: FoundCode | null) => void>());
  const turn = useRef(0);
  useEffect(() => {
    const started = new Worker(new URL('../workers/code.worker.ts', import.meta.url), { type: 'module' });
    const answers = waiting.current;
    started.onmessage = ({ data }: MessageEvent<CodeAnswer>) => {
      answers.get(data.turn)?.(data.found);
      answers.delete(data.turn);
    };
    // Whoever waits for a picture that can’t be read is told that nothing was found in it.
    started.onerror = () => {
      for (const answer of answers.values()) answer(null);
      answers.clear();
    };
    worker.current = started;
    return () => {
      started.terminate();
      worker.current = null;
    };
  }, []);
  return useCallback(
    (picture) =>
      new Promise((resolve) => {
        turn.current += 1;
        waiting.current.set(turn.current, resolve);
        worker.current?.postMessage({ turn: turn.current, picture } satisfies CodeOrder);
      }),
    [],
  );
}
