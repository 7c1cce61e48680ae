import type { DayCase, DayPlan } from '@neat-sill/core/day';
import { useEffect, useMemo, useState } from 'react';
import type { DayMessage, DayOrder } from '../../workers/day.worker.ts';

export type PlannedDays =
  | { readonly kind: 'none' }
  | { readonly kind: 'planning'; readonly plan: DayPlan | null }
  | { readonly kind: 'ready'; readonly plan: DayPlan }
  | { readonly kind: 'wrong'; readonly sentence: string };

const SEARCH_MS = 4_000;

/** Plans days in a worker as the case changes; null where there is nothing to plan. */
export function usePlannedDays(day: DayCase | null): PlannedDays {
  // By content: the job is derived anew at every answer of the server, what is to be done hardly ever changes.
  const asked = useMemo(() => JSON.stringify(day), [day]);
  const [found, setFound] = useState<{ asked: string; state: PlannedDays }>({
    asked: '',
    state: { kind: 'none' },
  });
  useEffect(() => {
    const order = JSON.parse(asked) as DayCase | null;
    if (!order) return;
    const worker = new Worker(new URL('../../workers/day.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<DayMessage>) =>
      setFound({
        asked,
        state:
          data.kind === 'wrong'
            ? data
            : data.kind === 'finished'
              ? { kind: 'ready', plan: data.plan }
              : { kind: 'planning', plan: data.plan },
      });
    const message: DayOrder = { day: order, milliseconds: SEARCH_MS };
    worker.postMessage(message);
    return () => worker.terminate();
  }, [asked]);
  if (!day) return { kind: 'none' };
  return found.asked === asked ? found.state : { kind: 'planning', plan: null };
}
