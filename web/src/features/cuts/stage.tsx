import { cutsStage } from '@neat-sill/core/stage';
import { countOf, formatArea, formatShare } from '@neat-sill/core/units';
import { SHOWS_NOTHING, SILENT, figure, type StageModule } from '../job/index.ts';
import { CutsBench } from './CutsBench.tsx';

export const cutsModule: StageModule = {
  id: cutsStage.id,
  name: 'Cuts',
  hint: 'Arrows show which end comes off the roll first; on the roll, where the top points. A seam is dashed; drag it.',
  rules: cutsStage,
  Bench: CutsBench,
  wallShare: 35,
  ownKeys: 'never',
  shows: { ...SHOWS_NOTHING, pieces: 'named', hand: true },
  says: () => SILENT,
  next: ({ derived }, acts) => {
    const step = cutsStage.next(derived);
    switch (step?.code) {
      case undefined:
        return null;
      case 'keepPlan':
        return acts.keepPlan && { name: 'Keep this plan', detail: 'as it is shown', run: acts.keepPlan };
      case 'cutPull':
        return {
          name: `Pull ${step.pullId} is cut`,
          detail: countOf(step.pieces, 'piece'),
          run: () => acts.tickPull(step.pullId),
        };
      case 'goTo':
        return step.because === 'allCut'
          ? { name: 'Go fitting', detail: 'all pulls are cut', run: () => acts.goTo(step.stage) }
          : { name: 'Choose films', detail: 'nothing to cut yet', run: () => acts.goTo(step.stage) };
    }
  },
  figures: ({ live, unit }) => {
    const films = live?.plan?.summary.byFilm ?? [];
    const used = films.reduce((sum, film) => sum + film.usedArea, 0);
    const net = films.reduce((sum, film) => sum + film.netArea, 0);
    const seams =
      live?.plan?.pulls.flatMap(({ pieces }) => pieces).filter(({ panel }) => panel > 1).length ?? 0;
    return [
      ...(used > 0
        ? [
            figure('film', 'Film to cut', formatArea(used / 1e6, unit)),
            figure('yield', 'Yield', formatShare(net / used)),
          ]
        : []),
      ...(seams > 0 ? [figure('seams', 'Seams', String(seams))] : []),
    ];
  },
};
