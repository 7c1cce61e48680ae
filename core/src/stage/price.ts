import { quoteRecords } from '../job/index.ts';
import type { GoTo, StageRules } from './stage.ts';

export type PriceStep = GoTo<'noPlanKept' | 'planKept'>;

/** What the job costs follows from its plan; what a customer was offered is noted here. */
export const priceStage: StageRules<'price', PriceStep, never> = {
  id: 'price',
  records: quoteRecords,
  standing: () => 'open',
  next: ({ kept }) =>
    kept.kind === 'holds'
      ? { code: 'goTo', stage: 'day', because: 'planKept' }
      : { code: 'goTo', stage: 'cuts', because: 'noPlanKept' },
  figures: () => [],
};
