import { fittingRecords } from '../fitting/index.ts';
import { beforeFilm, type BeforeFilm } from '../survey/index.ts';
import type { DerivedPane } from '../job/index.ts';
import type { GoTo, StageRules } from './stage.ts';

export type FittingStageStep =
  | { readonly code: 'fitPane'; readonly paneId: string; readonly panesLeft: number }
  | GoTo<'allFitted' | 'nothingMeasured'>;

export type FittingFigure =
  | { readonly code: 'twoPeople'; readonly panes: number }
  | { readonly code: 'panesLeft'; readonly left: number; readonly of: number }
  | { readonly code: 'faults'; readonly count: number }
  | ({ readonly code: 'beforeFilm' } & BeforeFilm);

const isBegun = ({ fitting }: DerivedPane) => Object.keys(fitting.ticks).length + fitting.blocks.size > 0;
const isToFit = ({ toFit, fitting }: DerivedPane) => toFit !== null && fitting.doneAt === null;

/** Film is hung pane by pane; a pane with a fault is not through until it is settled. */
export const fittingStage: StageRules<'fitting', FittingStageStep, FittingFigure> = {
  id: 'fitting',
  records: fittingRecords,
  standing: (pane) => {
    if (pane.fitting.openFaults.length > 0) return 'refused';
    if (pane.fitting.doneAt !== null) return 'done';
    return isBegun(pane) ? 'begun' : 'open';
  },
  next: ({ panes }) => {
    if (panes.length === 0) return { code: 'goTo', stage: 'survey', because: 'nothingMeasured' };
    const left = panes.filter(isToFit);
    const [first] = left;
    return first
      ? { code: 'fitPane', paneId: first.id, panesLeft: left.length }
      : { code: 'goTo', stage: 'handover', because: 'allFitted' };
  },
  figures: ({ panes }) => {
    const count = (test: (pane: DerivedPane) => boolean) => panes.filter(test).length;
    const twoPeople = count(
      ({ fittingPlan, fitting }) => fitting.doneAt === null && fittingPlan?.hands === 2,
    );
    const faults = panes.reduce((sum, { fitting }) => sum + fitting.openFaults.length, 0);
    const left = count(({ fitting }) => fitting.doneAt === null);
    const before = beforeFilm(
      panes.flatMap(({ record, fitting }) => (fitting.doneAt === null ? record : [])),
    );
    return [
      ...(twoPeople > 0 ? [{ code: 'twoPeople' as const, panes: twoPeople }] : []),
      { code: 'panesLeft', left, of: panes.length },
      ...(before.undecided + before.toFix > 0 ? [{ code: 'beforeFilm' as const, ...before }] : []),
      ...(faults > 0 ? [{ code: 'faults' as const, count: faults }] : []),
    ];
  },
};
