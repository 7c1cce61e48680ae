export {
  checkReferences,
  planJobFields,
  planJobFormat,
  planJobSchema,
  stockSchema,
  type FilmForPlan,
  type PaneForPlan,
  type PlanJob,
  type RollEdge,
  type StockForPlan,
} from './planJob.ts';
export {
  cutPlanFormat,
  cutPlanSchema,
  offcutSchema,
  sourceSchema,
  type CutPlan,
  type Piece,
  type PlanOffcut,
  type PlanSource,
  type Pull,
} from './cutPlan.ts';
export { divide, type Division, type UnplacedReason } from './layouts.ts';
export {
  NOTHING_ABOUT,
  spliceOptions,
  spliceProblem,
  type Splice,
  type SpliceProblem,
  type SpliceReason,
  type SpliceSurroundings,
} from './splice.ts';
export { rollSideOf } from './lay.ts';
export { wantedSizeSchema, type WantedSize } from './work.ts';
export { lotsByRoom, weighPlan, type PlanCount } from './weighPlan.ts';
export { worthOnHand } from './counting.ts';
export { leastCount } from './leastCount.ts';
export { planCuts } from './planner.ts';
export type { PlanEffort } from './planEffort.ts';
export { checkPlan } from './checkPlan.ts';
export type { PlanFault } from './planFault.ts';
export { cutList, pieceName, type CutPiece, type CutStep, type CutStrip } from './cutList.ts';
export { solverOfText, type LinearSolver, type LpTextSolver } from './optimise/linearSolver.ts';
export { consume, type Consumed, type TooShort } from './consume.ts';
export { plotOf, plotSvg, type PlotOutline, type PlotRect } from './plot.ts';
export { restOf, type Rest } from './replan.ts';
export { movePiece, type MoveProblem, type Moved, type NewPlace } from './rearrange.ts';
