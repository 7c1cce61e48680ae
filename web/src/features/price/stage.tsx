import { priceStage } from '@neat-sill/core/stage';
import { SHOWS_NOTHING, SILENT, type StageModule } from '../job/index.ts';
import { PriceBench } from './PriceBench.tsx';

export const priceModule: StageModule = {
  id: priceStage.id,
  name: 'Price',
  hint: 'The price follows from the cuts.',
  rules: priceStage,
  Bench: PriceBench,
  wallShare: 45,
  ownKeys: 'never',
  shows: { ...SHOWS_NOTHING, pieces: 'seams' },
  says: () => SILENT,
  next: ({ derived }, acts) => {
    const step = priceStage.next(derived);
    if (!step) return null;
    const run = () => acts.goTo(step.stage);
    return step.because === 'planKept'
      ? { name: 'Plan the day', detail: 'the plan is kept', run }
      : { name: 'See the cuts', detail: 'no plan is kept yet', run };
  },
  figures: () => [],
};
