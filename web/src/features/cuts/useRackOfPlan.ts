import type { KeptPlan } from '@neat-sill/core/cuts';
import { useEffect, useRef, useState } from 'react';
import {
  sentenceOf,
  statusOf,
  useCutPullMutation,
  useReserveMutation,
  useShopBookQuery,
  type ApiError,
} from '../../api/api.ts';
import { useJob } from '../job/index.ts';

/** What the server refuses is said; without network it is told again later, and cutting goes on. */
function refusal(error: ApiError | undefined): string | null {
  if (!error || statusOf(error) === 'away' || statusOf(error) === 503) return null;
  return sentenceOf(error);
}

/**
 * Keeps the rack in step with the kept plan: reserves what it takes, and takes off what was cut. Told again on coming
 * back; the server counts each pull once. Gives what stands in the way, in a sentence.
 */
export function useRackOfPlan(kept: KeptPlan | null): string | null {
  const { jobId } = useJob();
  const { data: book } = useShopBookQuery();
  const [reserve] = useReserveMutation();
  const [cutPull] = useCutPullMutation();
  const [problem, setProblem] = useState<string | null>(null);
  const told = useRef(new Set<string>());
  const wanted = kept
    ? kept.plan.sources.flatMap(({ id, kind }) => {
        const open = kept.plan.pulls.some(
          (pull) => pull.sourceId === id && !kept.cutPullIds.includes(pull.id),
        );
        return kind !== 'new' && open ? [id] : [];
      })
    : [];
  const key = JSON.stringify(wanted);
  const reserved = JSON.stringify(
    (book?.rack ?? []).filter(({ reservedBy }) => reservedBy === jobId).map(({ entry }) => entry.id),
  );
  const known = book !== undefined;
  useEffect(() => {
    const [stockIds, has] = [JSON.parse(key) as string[], JSON.parse(reserved) as string[]];
    // Every write has the whole book read again: nothing is written that stands so already.
    if (!known || (stockIds.length === has.length && stockIds.every((id) => has.includes(id)))) return;
    void reserve({ jobId, stockIds }).then(({ error }) => setProblem(refusal(error)));
  }, [jobId, key, reserved, known, reserve]);
  useEffect(() => {
    if (!kept) return;
    const tell = async () => {
      for (const pull of kept.plan.pulls) {
        const source = kept.plan.sources.find(({ id }) => id === pull.sourceId);
        const name = `${kept.keptAt} ${pull.id}`;
        if (!source || !kept.cutPullIds.includes(pull.id) || told.current.has(name)) continue;
        told.current.add(name);
        const { id, length, offcuts } = pull;
        const pieces = pull.pieces.map(({ w, l }) => ({ w, l }));
        const cut = { keptAt: kept.keptAt, source, pull: { id, length, offcuts, pieces } };
        const { error } = await cutPull({ jobId, cut });
        if (!error) continue;
        told.current.delete(name);
        setProblem(refusal(error));
        return;
      }
    };
    void tell();
  }, [jobId, kept, cutPull]);
  return problem;
}
