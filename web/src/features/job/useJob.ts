import {
  headerOf,
  inOrder,
  jobDoubts,
  panesOfWall,
  ruleSetOf,
  type Change,
  type JobHeader,
  type JobRecords,
  type Pane,
  type ShopBook,
  type Wall,
} from '@neat-sill/core/job';
import type { RuleSet } from '@neat-sill/core/rules';
import type { Doubt } from '@neat-sill/core/survey';
import type { LengthUnit } from '@neat-sill/core/units';
import { useMemo } from 'react';
import { useSessionQuery, useShopBookQuery } from '../../api/api.ts';
import { useAppDispatch, useAppSelector } from './hooks.ts';
import { jobActions } from './jobSlice.ts';

export type PaneWithId = Pane & { readonly id: string };

/** The open job as the benches use it. */
export interface OpenJob {
  readonly jobId: string;
  readonly records: JobRecords;
  readonly header: JobHeader;
  readonly book: ShopBook;
  readonly rules: RuleSet;
  readonly walls: readonly (Wall & { readonly id: string })[];
  readonly wall: (Wall & { readonly id: string }) | null;
  readonly wallPanes: readonly PaneWithId[];
  readonly allPanes: readonly PaneWithId[];
  readonly selected: readonly PaneWithId[];
  /** Readings that are asked about, by pane. */
  readonly doubts: ReadonlyMap<string, readonly Doubt[]>;
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
  const dispatch = useAppDispatch();
  const jobId = useAppSelector((state) => state.job.jobId);
  const records = useAppSelector((state) => state.job.records);
  const view = useAppSelector((state) => state.view);
  const { data: answer } = useShopBookQuery();
  return useMemo(() => {
    const header = headerOf(records);
    if (!jobId || !header || !answer) return null;
    const book: ShopBook = {
      films: answer.films,
      stock: answer.stock,
      ruleSets: answer.ruleSets.map(({ rules }) => rules),
    };
    const walls = inOrder(records.wall);
    const wall = walls.find(({ id }) => id === view.wallId) ?? walls[0] ?? null;
    const rules = ruleSetOf(records, book);
    const wallPanes = wall ? panesOfWall(records, wall.id) : [];
    return {
      jobId,
      records,
      header,
      book,
      rules,
      doubts: jobDoubts(records, rules),
      walls,
      wall,
      wallPanes,
      allPanes: walls.flatMap(({ id }) => panesOfWall(records, id)),
      selected: wallPanes.filter(({ id }) => view.selected.includes(id)),
      edit: (label, changes) => {
        const real = changes.filter((change) => change !== null);
        if (real.length > 0) dispatch(jobActions.edited({ id: crypto.randomUUID(), label, changes: real }));
      },
    };
  }, [jobId, records, answer, view.wallId, view.selected, dispatch]);
}
