import { countOf } from '@neat-sill/core/units';
import { filmStage } from '@neat-sill/core/stage';
import { SHOWS_NOTHING, type StageModule } from '../job/index.ts';
import { FilmBench } from './FilmBench.tsx';

export const filmModule: StageModule = {
  id: filmStage.id,
  name: 'Film',
  hint: 'Choose panes here and a film beside; with none chosen a film goes on the whole wall.',
  rules: filmStage,
  Bench: FilmBench,
  wallShare: 42,
  ownKeys: 'never',
  shows: { ...SHOWS_NOTHING, looks: true },
  says: (pane, { derived }) => {
    const letter = pane.film?.letter ?? '';
    switch (filmStage.standing(pane, derived)) {
      case 'refused':
        return { tone: 'no', under: 'refused' };
      case 'doubt':
        return { tone: 'doubt', under: `${letter}, ask first` };
      case 'done':
        return { tone: 'good', under: letter };
      default:
        return { tone: 'plain', under: 'no film' };
    }
  },
  next: ({ derived }, acts) => {
    const step = filmStage.next(derived);
    switch (step?.code) {
      case undefined:
        return null;
      case 'chooseFilm':
        return {
          name: `Film for pane ${derived.pane(step.paneId)?.record.label ?? ''}`,
          detail: `${countOf(step.panesWithout, 'pane')} without`,
          run: () => acts.show(step.paneId),
        };
      case 'goTo':
        return step.because === 'nothingMeasured'
          ? { name: 'Survey', detail: 'there is no pane yet', run: () => acts.goTo(step.stage) }
          : { name: 'See the cuts', detail: 'every pane has a film', run: () => acts.goTo(step.stage) };
    }
  },
  figures: () => [],
};
