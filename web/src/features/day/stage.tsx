import { dayStage } from '@neat-sill/core/stage';
import { showMinute, today } from '../../ui/format.ts';
import { SHOWS_NOTHING, SILENT, figure, type StageModule } from '../job/index.ts';
import { DayBench } from './DayBench.tsx';

export const dayModule: StageModule = {
  id: dayStage.id,
  name: 'Day',
  hint: 'Which way the wall faces decides when to work at it.',
  rules: dayStage,
  Bench: DayBench,
  wallShare: 26,
  ownKeys: 'never',
  shows: SHOWS_NOTHING,
  says: () => SILENT,
  next: ({ derived }, acts) => {
    const step = dayStage.next(derived);
    return step && { name: 'Go fitting', detail: 'pane by pane', run: () => acts.goTo(step.stage) };
  },
  figures: ({ job: { wall, derived } }) => {
    if (!wall) return [];
    const [first] = derived.sunOf(wall.id, today());
    return [figure('sun', 'First sun', first ? showMinute(first.fromMinute) : 'none today')];
  },
};
