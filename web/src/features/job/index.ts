export { jobActions, jobSlice } from './jobSlice.ts';
export { viewActions, viewSlice, type SeenBy, type SurveyDevice } from './viewSlice.ts';
export { syncMiddleware, openJob, refreshJob, sendPictures } from './sync.ts';
export { WaitingHere, useWaitingWork } from './WaitingHere.tsx';
export { sendWaiting, waitingWork } from './waiting.ts';
export {
  LiveJobContext,
  OpenJobContext,
  useJob,
  useOpenJobValue,
  useUnit,
  type OpenJob,
  type PaneWithId,
} from './useJob.ts';
export { LiveJob, DeferredJob } from './DeferredJob.tsx';
export { LivePlanProvider, searchMs, useLivePlan, useOptionalLivePlan, type LivePlan } from './livePlan.tsx';
export { useAppDispatch, useAppSelector } from './hooks.ts';
export { useAddOpening, useTakeOff } from './addOpening.ts';
export { useKeepPlan } from './keepPlan.ts';
export { SavedLine, SyncBar } from './SyncBar.tsx';
export { useCosts } from './useCosts.ts';
export { panesSharing, putSeams, setAlone } from './seamEdits.ts';
export {
  SHOWS_NOTHING,
  SILENT,
  doubtfulFigure,
  figure,
  type FigureSource,
  type NextAct,
  type PaneSays,
  type ShownFigure,
  type StageActs,
  type StageModule,
  type WallShows,
} from './stageModule.ts';
