import type { JobRecords } from '@neat-sill/core/job';
import type { RuleSet } from '@neat-sill/core/rules';
import type { JobDoubts } from '@neat-sill/core/survey';
import { useEffect, useRef, useState } from 'react';
import type { DoubtsAnswer, DoubtsOrder } from '../../workers/doubts.worker.ts';

/** After the paint of the key that made the change. */
const POST_WAIT_MS = 60;
const NO_DOUBTS: JobDoubts = { byPane: new Map(), unevenMm: null };

/** Looks at all readings of a job off the page's thread; gives what was found last until the newest is known. */
export function useDoubts(records: Pick<JobRecords, 'pane' | 'wall'>, rules: RuleSet | null): JobDoubts {
  const [doubts, setDoubts] = useState<JobDoubts>(NO_DOUBTS);
  const worker = useRef<Worker | null>(null);
  const turn = useRef(0);
  const { pane, wall } = records;
  useEffect(() => {
    const started = new Worker(new URL('../../workers/doubts.worker.ts', import.meta.url), {
      type: 'module',
    });
    started.onmessage = ({ data }: MessageEvent<DoubtsAnswer>) => {
      if (data.turn === turn.current) setDoubts(data.doubts);
    };
    worker.current = started;
    return () => {
      started.terminate();
      worker.current = null;
    };
  }, []);
  useEffect(() => {
    if (!rules) return;
    turn.current += 1;
    // Posted after the page has been painted: copying a large job takes a moment.
    const timer = setTimeout(() => {
      const order: DoubtsOrder = { turn: turn.current, records: { pane, wall }, rules };
      worker.current?.postMessage(order);
    }, POST_WAIT_MS);
    return () => clearTimeout(timer);
  }, [pane, wall, rules]);
  return doubts;
}
