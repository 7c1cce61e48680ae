import { visitRecords } from '../job/index.ts';
import type { GoTo, StageRules } from './stage.ts';

export type DayStep = GoTo<'toWork'>;

/** Who works where and when: the plan of the days, if one was kept. */
export const dayStage: StageRules<'day', DayStep, never> = {
  id: 'day',
  records: visitRecords,
  standing: () => 'open',
  next: () => ({ code: 'goTo', stage: 'fitting', because: 'toWork' }),
  figures: () => [],
};
