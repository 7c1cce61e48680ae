import { cutsModule } from '../features/cuts/stage.tsx';
import { dayModule } from '../features/day/stage.tsx';
import { filmModule } from '../features/film/stage.tsx';
import { fittingModule } from '../features/fitting/stage.tsx';
import { handoverModule } from '../features/handover/stage.tsx';
import type { StageModule } from '../features/job/index.ts';
import { priceModule } from '../features/price/stage.tsx';
import { surveyModule } from '../features/survey/stage.tsx';

/** The stages of a job, in the order of the trade; the first nine have the keys Alt+1 to Alt+9. */
export const STAGE_MODULES: readonly [StageModule, ...StageModule[]] = [
  surveyModule,
  filmModule,
  cutsModule,
  priceModule,
  dayModule,
  fittingModule,
  handoverModule,
];
