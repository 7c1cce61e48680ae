import type { PlaceCosts } from '@neat-sill/core/cuts';
import { useEffect, useState } from 'react';
import { useLivePlan } from '../job/index.ts';
import type { SeamsAnswer, SeamsOrder } from '../../workers/seams.worker.ts';

/** What the places of a pane's seams count beside the plan on the screen; null until it is known, or where it can't be. */
export function usePlaceCosts(paneId: string): PlaceCosts | null {
  const { job, plan, state } = useLivePlan();
  const [costs, setCosts] = useState<PlaceCosts | null>(null);
  // While better plans come by the second the last answer stays.
  const settled = state.kind === 'ready' ? plan : null;
  useEffect(() => {
    if (!settled) return;
    const worker = new Worker(new URL('../../workers/seams.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<SeamsAnswer>) => setCosts(data.costs);
    const order: SeamsOrder = { paneId, job, plan: settled };
    worker.postMessage(order);
    return () => worker.terminate();
  }, [paneId, job, settled]);
  return costs?.paneId === paneId ? costs : null;
}
