export {
  checkReferences,
  cutPlanFormat,
  cutPlanSchema,
  offcutSchema,
  planJobFields,
  planJobFormat,
  planJobSchema,
  sourceSchema,
  stockSchema,
  wantedSizeSchema,
  type CutPlan,
  type FilmForPlan,
  type PaneForPlan,
  type Piece,
  type PlanJob,
  type PlanOffcut,
  type PlanSource,
  type Pull,
  type RollEdge,
  type StockForPlan,
  type WantedSize,
} from './format/index.ts';
export { divide, type Division, type UnplacedReason } from './lay/layouts.ts';
export {
  seamOptions,
  seamProblem,
  type SeamOption,
  type SeamProblem,
  type SeamReason,
} from './byHand/seamOptions.ts';
export { strayStrips } from './looks/strayStrips.ts';
export { alikePanes, surroundingsOf, type PaneAmongOthers } from './looks/surroundings.ts';
export { withSurroundings, type WallOfPanes } from './looks/withSurroundings.ts';
export { coversOf, looksOf, spanOf, type PlaceLooks, type SeamPlace, type SeamSight } from './looks/looks.ts';
export {
  placeCosts,
  type NamedPlace,
  type PlaceCost,
  type PlaceCosts,
  type PlaceCurve,
  type PlaceName,
} from './places/placeCosts.ts';
export { seamsOfPlan, type PlacedSeams } from './looks/seamsOfPlan.ts';
export { rollSideOf } from './lay/lay.ts';
export { atMostCheaper, type CostAndBound } from './cost/cheaper.ts';
export { lotsByRoom, costPlan, type PlanCost } from './cost/costPlan.ts';
export { worthOnHand } from './cost/counting.ts';
export { planCostLowerBound } from './places/planCostLowerBound.ts';
export { planCuts } from './search/planner.ts';
export type { PlanEffort } from './search/planEffort.ts';
export { AS_PLANNED, type HandRules } from './after/handCuts.ts';
export {
  cutList,
  pieceName,
  type CutPiece,
  type CutStep,
  type CutStrip,
  type SheetToCut,
} from './after/cutList.ts';
export { solverOfText, type LinearSolver, type LpTextSolver } from './cost/linearSolver.ts';
export { arrivedRoll } from './after/arrivedRoll.ts';
export { plannedPatternStart, wishedPatternStart, type PatternStart } from './after/patternStart.ts';
export { shapeOnBench, type Offset, type ShapeOnBench } from './after/shapeOffsets.ts';
export { rackNames } from './after/rackNames.ts';
export { consume, consumedBack, type Consumed, type TooShort } from './after/consume.ts';
export { plotOf, plotSvg, type PlotOutline, type PlotRect } from './after/plot.ts';
export { freezeAndReplan, type Remainder } from './byHand/replan.ts';
export { movePiece, type MoveProblem, type Moved, type NewPlace } from './byHand/rearrange.ts';
export { filmForPlan } from './fromFilm.ts';
export {
  askedOfFilm,
  divisionOf,
  paneForPlan,
  handRulesOf,
  planRulesOf,
  coveredPartsOf,
  type AskedOfFilm,
  type MeasuredPane,
} from './fromPane.ts';
export { middleOf, piecesOfPane, seamsBetween, type Seam } from './lay/seams.ts';
export { seamMarks, type FrameMark, type SeamMarks } from './after/seamMarks.ts';
export { netPlot } from './after/netPlot.ts';
export { moveSeam, seamPlaces, seamsNow, snapSeam, type SeamPlaces } from './byHand/seamPlaces.ts';
export { PLAN_ID, cutsRecords, type KeptPlan } from './records.ts';
export {
  pullsJustCut,
  pullsNoLongerCut,
  type PullOfRoll,
  usedByPlan,
  type UsedByPlan,
} from './after/rackOfPlan.ts';
export { planFigures, type PlanFigures } from './cost/planFigures.ts';
export { betterPlan } from './cost/betterPlan.ts';
