import { paneProgress } from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { countOf } from '@neat-sill/core/units';
import { fittingStage } from '@neat-sill/core/stage';
import { describeBeforeFilm } from '@neat-sill/core/words';
import { SHOWS_NOTHING, SILENT, doubtfulFigure, figure, type StageModule } from '../job/index.ts';
import { FittingBench } from './FittingBench.tsx';

/** How far a pane that is begun has come. */
function stepsDone({ fittingPlan, fitting }: DerivedPane): string {
  const progress = fittingPlan && paneProgress(fittingPlan, fitting);
  return progress ? `${progress.done} of ${countOf(progress.of, 'step')}` : 'begun';
}

export const fittingModule: StageModule = {
  id: fittingStage.id,
  name: 'Fitting',
  hint: 'Click the pane you are at.',
  rules: fittingStage,
  Bench: FittingBench,
  wallShare: 50,
  ownKeys: 'always',
  shows: { ...SHOWS_NOTHING, pieces: 'seams', faults: true, work: true },
  says: (pane, { derived }) => {
    switch (fittingStage.standing(pane, derived)) {
      case 'refused':
        return { tone: 'no', under: countOf(pane.fitting.openFaults.length, 'fault') };
      case 'done':
        return { tone: 'good', under: 'done' };
      case 'begun':
        return { tone: 'doubt', under: stepsDone(pane) };
      default:
        return SILENT;
    }
  },
  next: ({ derived, selected }, acts) => {
    const step = fittingStage.next(derived);
    switch (step?.code) {
      case undefined:
        return null;
      case 'fitPane':
        return selected[0]?.id === step.paneId
          ? null
          : {
              name: `Fit pane ${derived.pane(step.paneId)?.record.label ?? ''}`,
              detail: `${countOf(step.panesLeft, 'pane')} left`,
              run: () => acts.show(step.paneId),
            };
      case 'goTo':
        return step.because === 'nothingMeasured'
          ? { name: 'Survey', detail: 'there is no pane yet', run: () => acts.goTo(step.stage) }
          : { name: 'Hand over', detail: 'no pane left to fit', run: () => acts.goTo(step.stage) };
    }
  },
  figures: ({ job }) =>
    fittingStage.figures(job.derived).map((each) => {
      switch (each.code) {
        case 'twoPeople':
          return figure('hands', 'Two people', countOf(each.panes, 'pane'));
        case 'panesLeft':
          return figure('left', 'Panes left', `${each.left} of ${each.of}`);
        case 'beforeFilm':
          return doubtfulFigure('beforeFilm', 'Before film', describeBeforeFilm(each));
        case 'faults':
          return doubtfulFigure('faults', 'Faults', String(each.count));
      }
    }),
};
