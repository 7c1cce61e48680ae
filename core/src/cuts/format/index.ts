export {
  checkReferences,
  planJobFields,
  allowanceAt,
  planJobFormat,
  planJobSchema,
  stockSchema,
  type FilmForPlan,
  type PaneForPlan,
  type PlanJob,
  type PlanRules,
  type RollEdge,
  type StockForPlan,
} from './planJob.ts';
export {
  cutPlanFormat,
  cutPlanSchema,
  HUNG_SIDES,
  offcutSchema,
  sourceSchema,
  type CutPlan,
  type FilmSummary,
  type HungSide,
  type Piece,
  type PlanOffcut,
  type PlanSource,
  type Pull,
  type Turn,
} from './cutPlan.ts';
export { type SeamSurroundings } from './seamsOfPane.ts';
export { wantedSizeSchema, type WantedSize } from './work.ts';
