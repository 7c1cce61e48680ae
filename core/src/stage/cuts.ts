import { cutsRecords } from '../cuts/index.ts';
import type { GoTo, StageRules } from './stage.ts';

export type CutsStep =
  | { readonly code: 'keepPlan' }
  | { readonly code: 'cutPull'; readonly pullId: string; readonly pieces: number }
  | GoTo<'nothingToCut' | 'allCut'>;

/** A plan that still fits the job is kept, then cut pull by pull. */
export const cutsStage: StageRules<'cuts', CutsStep, never> = {
  id: 'cuts',
  records: cutsRecords,
  standing: ({ planned, leftOut }, { kept }) => {
    if (leftOut === 'pane.filmRefused' || leftOut === 'pane.coverageOffGlass') return 'refused';
    if (!planned) return 'open';
    return kept.kind === 'holds' ? 'done' : 'begun';
  },
  next: ({ kept, plan }) => {
    if (kept.kind !== 'holds')
      return plan.job.panes.length > 0
        ? { code: 'keepPlan' }
        : { code: 'goTo', stage: 'film', because: 'nothingToCut' };
    const { kept: record } = kept;
    const pull = record.plan.pulls.find(({ id }) => !record.cutPullIds.includes(id));
    return pull
      ? { code: 'cutPull', pullId: pull.id, pieces: pull.pieces.length }
      : { code: 'goTo', stage: 'fitting', because: 'allCut' };
  },
  figures: () => [],
};
