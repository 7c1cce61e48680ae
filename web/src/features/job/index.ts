export { jobActions, jobSlice } from './jobSlice.ts';
export { viewActions, viewSlice } from './viewSlice.ts';
export { syncMiddleware } from './sync.ts';
export { useJob, useUnit, type OpenJob } from './useJob.ts';
export { JobFrame, useStage, type StageId } from './JobFrame.tsx';
export { useLivePlan } from './livePlan.tsx';
