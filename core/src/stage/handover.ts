import type { StageRules } from './stage.ts';

/** What is done is handed over with the day from which it is dry. */
export const handoverStage: StageRules<'handover', never, never> = {
  id: 'handover',
  records: {},
  standing: ({ cure }) => (cure ? 'done' : 'open'),
  next: () => null,
  figures: () => [],
};
