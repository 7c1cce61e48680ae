import { filmRecords } from '../film/index.ts';
import type { GoTo, StageRules } from './stage.ts';

export type FilmStep =
  | { readonly code: 'chooseFilm'; readonly paneId: string; readonly panesWithout: number }
  | GoTo<'allFilmed' | 'nothingMeasured'>;

/** Each pane has a film that may go on its glass, in its place. */
export const filmStage: StageRules<'film', FilmStep, never> = {
  id: 'film',
  records: filmRecords,
  standing: ({ verdict }) => {
    switch (verdict?.kind) {
      case undefined:
        return 'open';
      case 'allowed':
        return 'done';
      case 'ask':
        return 'doubt';
      case 'refused':
        return 'refused';
    }
  },
  next: ({ panes }) => {
    if (panes.length === 0) return { code: 'goTo', stage: 'survey', because: 'nothingMeasured' };
    const without = panes.filter(({ record }) => record.filmId === null);
    const [first] = without;
    return first
      ? { code: 'chooseFilm', paneId: first.id, panesWithout: without.length }
      : { code: 'goTo', stage: 'cuts', because: 'allFilmed' };
  },
  figures: () => [],
};
