import type { Planning } from '@neat-sill/core/contract';
import type { CutPlan, PlanJob } from '@neat-sill/core/cuts';
import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils';
import { useCallback, useEffect, useMemo, useState } from 'react';
import {
  sentenceOf,
  useLazyLastPlanningQuery,
  useStartPlanningMutation,
  useStopPlanningMutation,
} from '../../api/api.ts';
import { goneSeconds, isOpen, toldPlanning } from './serverPlan.ts';

const ASK_EVERY_MS = 1000;

/** Planning on the server: how it stands, and its best plan as far as it is one of the job as it is now. */
export interface ServerPlanning {
  readonly planning: Planning | null;
  readonly plan: CutPlan | null;
  /** For so long it has been at it, when it was last asked. */
  readonly goneSeconds: number;
  readonly problem: string | null;
  readonly handOver: (seconds: number) => void;
  readonly stop: () => void;
}

const keyOf = (job: PlanJob) => bytesToHex(sha256(utf8ToBytes(JSON.stringify(job))));

/** What was answered last, as it stood at that moment. */
interface Known {
  readonly goneSeconds: number;
  readonly open: boolean;
  readonly jobId: string;
  readonly planning: Planning;
  readonly plan: CutPlan | null;
}

function standing(planning: Planning): Pick<Known, 'planning' | 'open' | 'goneSeconds'> {
  const nowMs = Date.now();
  return {
    planning: toldPlanning(planning, nowMs),
    open: isOpen(planning, nowMs),
    goneSeconds: goneSeconds(planning, nowMs),
  };
}

/** Follows the planning of a job on the server. It goes on there when the page is closed, and is found again. */
export function useServerPlanning(jobId: string | null, job: PlanJob | null): ServerPlanning {
  const [ask] = useLazyLastPlanningQuery();
  const [start, started] = useStartPlanningMutation();
  const [end, ended] = useStopPlanningMutation();
  const [known, setKnown] = useState<Known | null>(null);
  const [asked, setAsked] = useState(0);
  const here = known?.jobId === jobId ? known : null;
  const seen = here?.planning.found ?? 0;
  const open = here?.open ?? false;
  useEffect(() => {
    if (jobId === null) return;
    let left = false;
    const look = async () => {
      const { data } = await ask({ jobId, seen: here && here.plan ? seen : 0 });
      const planning = data?.planning;
      if (left) return;
      if (!planning) {
        // Without network it is asked again as long as something may come.
        if (here) setAsked((count) => count + 1);
        return;
      }
      setKnown((before) => {
        const same = before?.jobId === jobId && before.planning.id === planning.id;
        const plan = planning.plan ?? (same ? before.plan : null);
        return { jobId, plan, ...standing(planning) };
      });
      setAsked((count) => count + 1);
    };
    const timer = setTimeout(() => void look(), here === null ? 0 : ASK_EVERY_MS);
    if (here !== null && !open) clearTimeout(timer);
    return () => {
      left = true;
      clearTimeout(timer);
    };
    // Asked again after each answer while it is open.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `here` changes with each answer, `asked` says so once
  }, [jobId, open, asked, ask]);
  const asks = here !== null;
  const key = useMemo(() => (job && asks ? keyOf(job) : null), [job, asks]);
  const fits = here !== null && here.planning.workKey === key;
  const handOver = useCallback(
    (seconds: number) => {
      if (jobId === null || !job) return;
      void start({ jobId, body: { work: job, workKey: keyOf(job), seconds } }).then(({ data }) => {
        if (data) setKnown({ jobId, plan: null, ...standing(data) });
      });
    },
    [jobId, job, start],
  );
  const stop = useCallback(() => {
    if (jobId === null) return;
    void end(jobId).then(({ data }) => {
      const planning = data?.planning;
      if (planning) setKnown({ jobId, plan: planning.plan, ...standing(planning) });
    });
  }, [jobId, end]);
  const error = started.error ?? ended.error;
  return useMemo(
    () => ({
      planning: fits ? here.planning : null,
      plan: fits ? here.plan : null,
      goneSeconds: fits ? here.goneSeconds : 0,
      problem: error ? sentenceOf(error) : null,
      handOver,
      stop,
    }),
    [fits, here, error, handOver, stop],
  );
}
