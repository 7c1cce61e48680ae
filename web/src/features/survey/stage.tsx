import { surveyStage } from '@neat-sill/core/stage';
import { countOf, formatArea } from '@neat-sill/core/units';
import { READING_NAMES } from '@neat-sill/core/words';
import { SHOWS_NOTHING, doubtfulFigure, figure, type StageModule } from '../job/index.ts';
import { SurveyBench } from './SurveyBench.tsx';

export const surveyModule: StageModule = {
  id: surveyStage.id,
  name: 'Survey',
  hint: 'Click a pane, or use the arrow keys; hold Shift for several. Drag an opening to move it, or above another.',
  rules: surveyStage,
  Bench: SurveyBench,
  wallShare: 60,
  ownKeys: 'withOnePane',
  shows: { ...SHOWS_NOTHING, film: false, condition: true, openings: true },
  says: (pane, { derived }) => {
    switch (surveyStage.standing(pane, derived)) {
      case 'doubt':
        return { tone: 'doubt', under: 'in doubt' };
      case 'done':
        return { tone: 'good', under: null };
      case 'begun':
        return { tone: 'plain', under: `${pane.sizes?.missing.length ?? 0} to read` };
      default:
        return { tone: 'plain', under: 'to measure' };
    }
  },
  next: ({ derived, wall }, acts) => {
    const step = surveyStage.next(derived);
    switch (step?.code) {
      case undefined:
        return null;
      case 'addOpening':
        return { name: 'Add an opening', detail: `on ${wall?.name ?? 'the wall'}`, run: acts.addOpening };
      case 'measure':
        return {
          name: `Measure pane ${derived.pane(step.paneId)?.record.label ?? ''}`,
          detail: READING_NAMES[step.place].toLowerCase(),
          run: () => acts.measure(step.paneId),
        };
      case 'lookAtDoubt':
        return {
          name: `Look at pane ${derived.pane(step.paneId)?.record.label ?? ''}`,
          detail: 'a reading is in doubt',
          run: () => acts.show(step.paneId),
        };
      case 'goTo':
        return {
          name: 'Choose films',
          detail: `${countOf(derived.panes.length, 'pane')} measured`,
          run: () => acts.goTo(step.stage),
        };
    }
  },
  figures: ({ job, unit }) =>
    surveyStage.figures(job.derived).map((each) => {
      switch (each.code) {
        case 'glass':
          return figure('glass', 'Glass', formatArea(each.areaMm2 / 1e6, unit));
        case 'inDoubt':
          return doubtfulFigure('inDoubt', 'In doubt', String(each.count));
      }
    }),
};
