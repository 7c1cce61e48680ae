import { useEffect, useMemo, useState } from 'react';
import type { CostAnswer, CostOrder, VariantCost } from '../../workers/cost.worker.ts';

/** What several ways to do the same panes cost, by key; planned in a worker, one after the other. */
export function useCosts(variants: CostOrder['variants']): ReadonlyMap<string, VariantCost> {
  const [costs, setCosts] = useState<ReadonlyMap<string, VariantCost>>(new Map());
  // By content: the job is made anew at every answer of the server, what is planned hardly ever is.
  const asked = useMemo(() => JSON.stringify(variants), [variants]);
  useEffect(() => {
    const order: CostOrder = { variants: JSON.parse(asked) as CostOrder['variants'] };
    if (order.variants.length === 0) return;
    const worker = new Worker(new URL('../../workers/cost.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<CostAnswer>) =>
      setCosts(new Map(data.costs.map((cost) => [cost.key, cost])));
    worker.postMessage(order);
    return () => worker.terminate();
  }, [asked]);
  return costs;
}
