import { listOf } from '@neat-sill/core/units';
import { PLAN_ID, freezeAndReplan, type CutPlan, type KeptPlan } from '@neat-sill/core/cuts';
import { recordAt } from '@neat-sill/core/record';
import { checkPlan } from '@neat-sill/core/check';
import { useEffect, useRef, useState } from 'react';
import { useJob, useLivePlan } from '../job/index.ts';
import type { PlanMessage, PlanOrder } from '../../workers/plan.worker.ts';

const LONGEST_MS = 2_500;

export interface Replan {
  readonly state: 'idle' | 'planning' | 'wrong';
  /** Where what is made again comes from, once it is planned; null otherwise. */
  readonly remade: string | null;
  /** Plans what is left to lay, and keeps it behind what was cut; spoiled pieces are made again. */
  readonly replan: (kept: KeptPlan, spoiledPieceIds: readonly string[]) => void;
}

/** Off what the spoiled pieces are made again: an offcut or roll on hand by its name, else new film. */
function whereFrom(plan: CutPlan, before: KeptPlan, spoiledPieceIds: readonly string[]): string | null {
  const copies = new Set(
    before.plan.pulls.flatMap(({ pieces }) =>
      pieces.filter(({ id }) => spoiledPieceIds.includes(id)).map(({ paneId, copy }) => `${paneId} ${copy}`),
    ),
  );
  const pulls = plan.pulls.filter(({ pieces }) =>
    pieces.some(({ paneId, copy }) => copies.has(`${paneId} ${copy}`)),
  );
  const names = new Set(
    pulls.map(({ sourceId }) => {
      const source = plan.sources.find(({ id }) => id === sourceId);
      if (source?.kind === 'offcut') return `the offcut ${source.id}`;
      return source?.kind === 'roll' ? `the roll ${source.id}` : 'new film';
    }),
  );
  return names.size > 0 ? `It is made again off ${listOf(names)}.` : null;
}

/** Freezes what was cut and plans only the rest, in a worker. */
export function useReplan(): Replan {
  const job = useJob();
  const live = useLivePlan();
  const [state, setState] = useState<Replan['state']>('idle');
  const [remade, setRemade] = useState<string | null>(null);
  const worker = useRef<Worker | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);
  const replan: Replan['replan'] = (kept, spoiledPieceIds) => {
    worker.current?.terminate();
    const rest = freezeAndReplan(kept, live.job, spoiledPieceIds);
    setState('planning');
    setRemade(null);
    const started = new Worker(new URL('../../workers/plan.worker.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    started.onmessage = ({ data }: MessageEvent<PlanMessage>) => {
      if (data.kind === 'better' || data.kind === 'least') return;
      started.terminate();
      if (data.kind === 'wrong') {
        setState('wrong');
        return;
      }
      const merged = rest.merge(data.plan);
      if (checkPlan(merged.job, merged.plan).length > 0) {
        setState('wrong');
        return;
      }
      setState('idle');
      setRemade(whereFrom(merged.plan, kept, spoiledPieceIds));
      const before = recordAt(job.records, 'plan', PLAN_ID);
      // It stays the plan that was kept then: what was cut of it is not taken off the rack again.
      const after = { ...kept, job: merged.job, plan: merged.plan };
      job.edit('Plan the rest', [{ kind: 'plan', id: PLAN_ID, before, after }]);
    };
    const order: PlanOrder = { job: rest.job, milliseconds: LONGEST_MS };
    started.postMessage(order);
  };
  return { state, remade, replan };
}
