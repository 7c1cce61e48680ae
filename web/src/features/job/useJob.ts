import type { Doubt, Pane, Wall } from '@neat-sill/core/survey';
import {
  deriveJob,
  headerOf,
  ruleSetOf,
  shopDataOfJob,
  type Change,
  type DerivedJob,
  type JobHeader,
  type JobRecords,
  type ShopData,
} from '@neat-sill/core/job';
import { shopDataFor } from '@neat-sill/core/contract';
import type { RuleSet } from '@neat-sill/core/rules';
import type { LengthUnit } from '@neat-sill/core/units';
import { createContext, useContext, useMemo } from 'react';
import { useSessionQuery, useShopBookQuery } from '../../api/api.ts';
import { today } from '../../ui/format.ts';
import { useDoubts } from './doubts.ts';
import { useAppDispatch, useAppSelector } from './hooks.ts';
import { jobActions } from './jobSlice.ts';

export type PaneWithId = Pane & { readonly id: string };

/** The open job as the benches use it. */
export interface OpenJob {
  readonly jobId: string;
  readonly records: JobRecords;
  readonly header: JobHeader;
  /** As this job goes by it: films keep what they were sold with. */
  readonly jobShopData: ShopData;
  /** As the shop has it now. */
  readonly currentShopData: ShopData;
  readonly rules: RuleSet;
  readonly walls: readonly (Wall & { readonly id: string })[];
  readonly wall: (Wall & { readonly id: string }) | null;
  readonly wallPanes: readonly PaneWithId[];
  readonly allPanes: readonly PaneWithId[];
  readonly selected: readonly PaneWithId[];
  /** Readings that are asked about, by pane. */
  readonly doubts: ReadonlyMap<string, readonly Doubt[]>;
  /** What the frames of this house are uneven by, one standard deviation, mm; null where it is nothing to speak of. */
  readonly unevenMm: number | null;
  /** All that follows from the records, worked out when first asked for. */
  readonly derived: DerivedJob;
  readonly edit: (label: string, changes: readonly (Change | null)[]) => void;
}

export function useUnit(): LengthUnit {
  const { data } = useSessionQuery();
  return data?.person?.unit ?? 'mm';
}

/** The job that the frame has opened; throws outside of it. */
export function useJob(): OpenJob {
  const job = useOpenJob();
  if (!job) throw new Error('There is no open job here');
  return job;
}

export function useOpenJob(): OpenJob | null {
  return useContext(OpenJobContext);
}

export const OpenJobContext = createContext<OpenJob | null>(null);
/** The open job as it stands now, also beneath what follows a moment later (`Settled`). */
export const LiveJobContext = createContext<OpenJob | null>(null);

/** What follows from the records alone: computed once a change, not at each look. */
function useJobData() {
  const jobId = useAppSelector((state) => state.job.jobId);
  const records = useAppSelector((state) => state.job.records);
  const { data: answer } = useShopBookQuery();
  const currentShopData = useMemo(
    (): ShopData | null => (answer ? shopDataFor(answer, jobId) : null),
    [answer, jobId],
  );
  const { sold, plan } = records;
  const jobShopData = useMemo(
    (): ShopData | null => currentShopData && shopDataOfJob({ sold, plan }, currentShopData, today()),
    [currentShopData, sold, plan],
  );
  const rules = jobShopData && headerOf(records) ? ruleSetOf(records, jobShopData) : null;
  const { byPane: doubts, unevenMm } = useDoubts(records, rules);
  return useMemo(() => {
    const header = headerOf(records);
    if (!jobId || !header || !jobShopData || !currentShopData || !rules) return null;
    const derived = deriveJob(records, jobShopData, doubts);
    return {
      jobId,
      records,
      header,
      jobShopData,
      currentShopData,
      rules,
      doubts,
      unevenMm,
      derived,
      walls: derived.walls.map(({ id, record }) => ({ ...record, id })),
      allPanes: derived.panes.map(({ id, record }) => ({ ...record, id })),
    };
  }, [jobId, records, jobShopData, currentShopData, rules, doubts, unevenMm]);
}

/** The open job with what the person looks at; the frame provides it to all below. */
export function useOpenJobValue(): OpenJob | null {
  const dispatch = useAppDispatch();
  const data = useJobData();
  const wallId = useAppSelector((state) => state.view.wallId);
  const chosen = useAppSelector((state) => state.view.selected);
  return useMemo(() => {
    if (!data) return null;
    const wall = data.walls.find(({ id }) => id === wallId) ?? data.walls[0] ?? null;
    const wallPanes = wall ? data.allPanes.filter((pane) => pane.wallId === wall.id) : [];
    return {
      ...data,
      wall,
      wallPanes,
      selected: wallPanes.filter(({ id }) => chosen.includes(id)),
      edit: (label, changes) => {
        const real = changes.filter((change) => change !== null);
        if (real.length > 0) dispatch(jobActions.edited({ id: crypto.randomUUID(), label, changes: real }));
      },
    };
  }, [data, wallId, chosen, dispatch]);
}
