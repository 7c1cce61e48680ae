import { useEffect, useMemo, useState } from 'react';
import type { CostAnswer, CostOrder, VariantCost } from '../../workers/cost.worker.ts';

/** A first look at several ways: quick, each for itself. */
const FIRST_LOOK = { milliseconds: 700, steps: 200 };

/** What several ways to do the same panes cost, by key; planned in a worker, one after the other, each as long as the next. */
export function useCosts(
  variants: CostOrder['variants'],
  { milliseconds, steps }: Omit<CostOrder, 'variants'> = FIRST_LOOK,
): ReadonlyMap<string, VariantCost> {
  const [costs, setCosts] = useState<ReadonlyMap<string, VariantCost>>(new Map());
  // By content: the job is made anew at every answer of the server, what is planned hardly ever is.
  const asked = useMemo(() => JSON.stringify(variants), [variants]);
  useEffect(() => {
    const order: CostOrder = {
      variants: JSON.parse(asked) as CostOrder['variants'],
      milliseconds,
      steps,
    };
    if (order.variants.length === 0) return;
    const worker = new Worker(new URL('../../workers/cost.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<CostAnswer>) =>
      setCosts(new Map(data.costs.map((cost) => [cost.key, cost])));
    worker.postMessage(order);
    return () => worker.terminate();
  }, [asked, milliseconds, steps]);
  return costs;
}
