import { surveyRecords, type ReadingPlace } from '../survey/index.ts';
import type { GoTo, StageRules } from './stage.ts';

export type SurveyStep =
  | { readonly code: 'addOpening' }
  | { readonly code: 'measure'; readonly paneId: string; readonly place: ReadingPlace }
  | { readonly code: 'lookAtDoubt'; readonly paneId: string }
  | GoTo<'allMeasured'>;

export type SurveyFigure =
  { readonly code: 'glass'; readonly areaMm2: number } | { readonly code: 'inDoubt'; readonly count: number };

/** Glass is measured, and what is odd is asked about, before anything is reckoned with it. */
export const surveyStage: StageRules<'survey', SurveyStep, SurveyFigure> = {
  id: 'survey',
  records: surveyRecords,
  standing: ({ isInDoubt, sizes, nextPlace }) => {
    if (isInDoubt) return 'doubt';
    if (!sizes) return 'open';
    return nextPlace === null ? 'done' : 'begun';
  },
  next: ({ walls, panes }) => {
    if (walls.length === 0) return null;
    if (panes.length === 0) return { code: 'addOpening' };
    const unread = panes.find(({ nextPlace }) => nextPlace !== null);
    if (unread?.nextPlace) return { code: 'measure', paneId: unread.id, place: unread.nextPlace };
    const doubtful = panes.find(({ isInDoubt }) => isInDoubt);
    if (doubtful) return { code: 'lookAtDoubt', paneId: doubtful.id };
    return { code: 'goTo', stage: 'film', because: 'allMeasured' };
  },
  figures: ({ panes }) => {
    const asked = panes.reduce(
      (sum, { doubts, glassDoubt }) => sum + doubts.length + (glassDoubt ? 1 : 0),
      0,
    );
    return [
      { code: 'glass', areaMm2: panes.reduce((sum, { sizes }) => sum + (sizes?.areaMm2 ?? 0), 0) },
      ...(asked > 0 ? [{ code: 'inDoubt' as const, count: asked }] : []),
    ];
  },
};
