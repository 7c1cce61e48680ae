import { handoverStage } from '@neat-sill/core/stage';
import { showDay } from '../../ui/format.ts';
import { SHOWS_NOTHING, type StageModule } from '../job/index.ts';
import { HandoverBench } from './HandoverBench.tsx';

export const handoverModule: StageModule = {
  id: handoverStage.id,
  name: 'Handover',
  hint: 'Each pane with the day from which it is dry.',
  rules: handoverStage,
  Bench: HandoverBench,
  wallShare: 45,
  ownKeys: 'never',
  shows: { ...SHOWS_NOTHING, faults: true },
  says: ({ cure }) =>
    cure ? { tone: 'good', under: `dry ${showDay(cure.on)}` } : { tone: 'plain', under: 'not done' },
  next: () => null,
  figures: () => [],
};
