import { recordKey, type DayPlanning, type NewDayPlanning, type PlannedJobs } from '@neat-sill/core/contract';
import { VISIT_ID } from '@neat-sill/core/job';
import { daysToKeep } from '@neat-sill/core/visits';
import { useEffect, useState } from 'react';
import {
  sentenceOf,
  useEditJobMutation,
  useLazyJobQuery,
  useLazyLastDayPlanningQuery,
  useStartDayPlanningMutation,
  useStopDayPlanningMutation,
} from '../../../api/api.ts';

const ASK_EVERY_MS = 1000;

const isOpen = ({ state }: DayPlanning) => state === 'waiting' || state === 'working';

/** Follows the planning of several jobs on the server: it goes on there when the page is closed, and is found again. */
export function useDayPlanning() {
  const [ask] = useLazyLastDayPlanningQuery();
  const [start, started] = useStartDayPlanningMutation();
  const [end, ended] = useStopDayPlanningMutation();
  /** Undefined until the server has answered; null: there is none. */
  const [known, setKnown] = useState<DayPlanning | null | undefined>(undefined);
  const [asked, setAsked] = useState(0);
  const [away, setAway] = useState<string | null>(null);
  const waits = known === undefined || (known !== null && isOpen(known));
  const seen = known?.planned ? known.found : 0;
  useEffect(() => {
    if (!waits) return;
    let left = false;
    const look = async () => {
      const { data, error } = await ask(seen);
      if (left) return;
      setAway(error ? sentenceOf(error) : null);
      if (data)
        setKnown((before) => {
          const { planning } = data;
          const same = before?.id === planning?.id ? (before?.planned ?? null) : null;
          return planning && { ...planning, planned: planning.planned ?? same };
        });
      setAsked((count) => count + 1);
    };
    const timer = setTimeout(() => void look(), asked === 0 ? 0 : ASK_EVERY_MS);
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [waits, seen, asked, ask]);
  const error = started.error ?? ended.error;
  return {
    planning: known ?? null,
    isOpen: known ? isOpen(known) : false,
    problem: error ? sentenceOf(error) : away,
    start: (body: NewDayPlanning) =>
      void start(body).then(({ data }) => {
        if (data) setKnown(data);
      }),
    stop: () =>
      void end().then(({ data }) => {
        if (data?.planning) setKnown(data.planning);
      }),
  };
}

/** How far keeping the days is: which jobs found no place in them, and which could not get theirs and why. */
export type KeptDays =
  | { readonly kind: 'none' }
  | { readonly kind: 'keeping' }
  | {
      readonly kind: 'done';
      readonly without: readonly string[];
      readonly refused: readonly { readonly job: string; readonly why: string }[];
    };

/** Writes to each job its own days: each for itself, so that one that was changed meanwhile does not hold up the others. */
export function useKeepDays() {
  const [readJob] = useLazyJobQuery();
  const [edit] = useEditJobMutation();
  const [kept, setKept] = useState<KeptDays>({ kind: 'none' });
  const keep = async ({ jobs }: PlannedJobs) => {
    setKept({ kind: 'keeping' });
    const keptAt = new Date().toISOString();
    const refused: { job: string; why: string }[] = [];
    const without: string[] = [];
    for (const { jobId, job, visit } of jobs) {
      const answer = await readJob(jobId);
      if (!answer.data) {
        refused.push({ job, why: answer.error ? sentenceOf(answer.error) : 'It is not there any more.' });
        continue;
      }
      const after = daysToKeep(answer.data.records.visit[VISIT_ID], visit, keptAt);
      if (!after) without.push(job);
      if (after === undefined) continue;
      const baseVersion = answer.data.versions[recordKey('visit', VISIT_ID)] ?? 0;
      const { error } = await edit({
        jobId,
        body: {
          ...{ editId: crypto.randomUUID(), label: 'Keep the plan of the days, with other jobs' },
          changes: [{ kind: 'visit', id: VISIT_ID, baseVersion, after }],
        },
      });
      if (error) refused.push({ job, why: sentenceOf(error) });
    }
    setKept({ kind: 'done', without, refused });
  };
  return { kept, keep: (planned: PlannedJobs) => void keep(planned) };
}
