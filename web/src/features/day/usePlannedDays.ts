import type { DayCase, DayPlan, Replanned } from '@neat-sill/core/day';
import type { Slot } from '@neat-sill/core/visits';
import { useEffect, useMemo, useState } from 'react';
import type { DayMessage, DayOrder } from '../../workers/day.worker.ts';

export type PlannedDays =
  | { readonly kind: 'none' }
  | { readonly kind: 'planning'; readonly plan: DayPlan | null }
  | { readonly kind: 'ready'; readonly plan: DayPlan }
  | { readonly kind: 'wrong'; readonly sentence: string };

const SEARCH_MS = 4_000;
const REPLAN_MS = 3_000;

/** Gives a worker an order, and hears what comes of it; ends it when there is another. */
export function useDayWorker(
  order: DayOrder | null,
  hear: (asked: string, message: DayMessage) => void,
): string {
  // By content: the job is derived anew at every answer of the server, what is to be done hardly ever changes.
  const asked = useMemo(() => JSON.stringify(order), [order]);
  useEffect(() => {
    const message = JSON.parse(asked) as DayOrder | null;
    if (!message) return;
    const worker = new Worker(new URL('../../workers/day.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<DayMessage>) => hear(asked, data);
    worker.postMessage(message);
    return () => worker.terminate();
  }, [asked, hear]);
  return asked;
}

/** Plans days in a worker as the case changes; null where there is nothing to plan. */
export function usePlannedDays(day: DayCase | null): PlannedDays {
  const [found, setFound] = useState<{ asked: string; state: PlannedDays } | null>(null);
  const order = useMemo((): DayOrder | null => day && { kind: 'plan', day, milliseconds: SEARCH_MS }, [day]);
  const [hear] = useState(() => (of: string, message: DayMessage) => {
    if (message.kind === 'wrong') setFound({ asked: of, state: message });
    else if (message.kind === 'finished' || message.kind === 'better')
      setFound({
        asked: of,
        state: { kind: message.kind === 'finished' ? 'ready' : 'planning', plan: message.plan },
      });
  });
  const asked = useDayWorker(order, hear);
  if (!day) return { kind: 'none' };
  return found?.asked === asked ? found.state : { kind: 'planning', plan: null };
}

export type ReplanOrder = Omit<Extract<DayOrder, { readonly kind: 'replan' }>, 'kind' | 'milliseconds'>;
export type ReplannedDays =
  | { readonly kind: 'none' | 'planning' }
  | { readonly kind: 'ready'; readonly replanned: Replanned }
  | { readonly kind: 'wrong'; readonly sentence: string };

/** Plans the rest of a day anew in a worker; null: nothing is asked. */
export function useReplannedDays(asked: ReplanOrder | null): ReplannedDays {
  const [found, setFound] = useState<{ asked: string; state: ReplannedDays } | null>(null);
  const order = useMemo(
    (): DayOrder | null => asked && { kind: 'replan', ...asked, milliseconds: REPLAN_MS },
    [asked],
  );
  const [hear] = useState(() => (of: string, message: DayMessage) => {
    if (message.kind === 'replanned')
      setFound({ asked: of, state: { kind: 'ready', replanned: message.replanned } });
    else if (message.kind === 'wrong') setFound({ asked: of, state: message });
  });
  const key = useDayWorker(order, hear);
  if (!asked) return { kind: 'none' };
  return found?.asked === key ? found.state : { kind: 'planning' };
}

export type BookOrder = Omit<Extract<DayOrder, { readonly kind: 'book' }>, 'kind' | 'milliseconds'>;
export type BookedDays =
  { readonly kind: 'none' | 'looking' } | { readonly kind: 'found'; readonly slots: readonly Slot[] };

/** Looks in a worker for the earliest days on which the job can be done; null: nobody asks. */
export function useSlots(asked: BookOrder | null): BookedDays {
  const [found, setFound] = useState<{ asked: string; slots: readonly Slot[] } | null>(null);
  const order = useMemo(
    (): DayOrder | null => asked && { kind: 'book', ...asked, milliseconds: SEARCH_MS },
    [asked],
  );
  const [hear] = useState(() => (of: string, message: DayMessage) => {
    if (message.kind === 'booked') setFound({ asked: of, slots: message.slots });
  });
  const key = useDayWorker(order, hear);
  if (!asked) return { kind: 'none' };
  return found?.asked === key ? { kind: 'found', slots: found.slots } : { kind: 'looking' };
}
