import type { GoTo, StageRules } from './stage.ts';

export type DayStep = GoTo<'toWork'>;

/** When to work at which wall follows from the sun; nothing is noted here yet. */
export const dayStage: StageRules<'day', DayStep, never> = {
  id: 'day',
  records: {},
  standing: () => 'open',
  next: () => ({ code: 'goTo', stage: 'fitting', because: 'toWork' }),
  figures: () => [],
};
