export {
  CAUTION_TEXTS,
  FAULT_NAMES,
  FAULT_STANDING_NAMES,
  GROUP_NAMES,
  HANG_NAMES,
  KIT_NAMES,
  FILM_KIND_NAMES,
  CONDITION_NAMES,
  FIXTURE_NAMES,
  JOINT_NAMES,
  STRENGTH_NAMES,
  FRAME_NAMES,
  HIDING_NAMES,
  GLASS_NAMES,
  HANDS_REASONS,
  MONTH_NAMES,
  OPENING_NAMES,
  READING_NAMES,
  SCHOOL_NAMES,
  SHAPE_NAMES,
  SIDE_NAMES,
  STEP_NAMES,
} from './names.ts';
export {
  LEFT_OUT,
  describeDoubt,
  describeUneven,
  describeLineProblem,
  describeShapeProblem,
  readBackLine,
  describeFilmReason,
  describeLengthProblem,
  describePlanFault,
  describeUnplaced,
} from './problems.ts';
export { describeHanging, describeMixing, stepWords, type StepAsked, type StepWords } from './stepWords.ts';
export { describeCellProblem } from './cellWords.ts';
export {
  describeAgainstFitting,
  describeAnchoring,
  describeRefusal,
  describeTakenOn,
} from './fittingPlanWords.ts';
export { describeBought, describeSheet, describeTrimOff } from './sheetWords.ts';
export {
  COST_PARTS,
  COST_PART_NAMES,
  PRICE_WARNING_TEXTS,
  costPartOf,
  describeMinutes,
  figuresOfCost,
  nameOfCost,
  type CostPart,
} from './priceWords.ts';
export { describeDifferences, describeOption, priceRows } from './customer/quoteWords.ts';
export { customerTexts } from './customer/texts.ts';
export type { CustomerTexts } from './customer/english.ts';
export {
  describeNotThere,
  describeTask,
  describeUnplacedTask,
  describeWhyThere,
  nameOfRoom,
  nameOfTask,
} from './dayWords.ts';
export { describeForCustomer } from './customer/customerWords.ts';
export { describeMark } from './markWords.ts';
export { PANE_WORDS } from './paneWords.ts';
export { describeBeforeFilm, describePlaceOnPane, describeRemedy } from './defectWords.ts';
export {
  RACK_COLUMN_NAMES,
  describeRackProblem,
  type RackColumn,
  type RackLineProblem,
} from './rackWords.ts';
export {
  BREAKAGE_NAMES,
  MOUNT_NAMES,
  WANT_NAMES,
  describeBreakage,
  describeOut,
  describeProfessional,
  describeRank,
  describeUncertainty,
  describeSeen,
  describeView,
  describeWants,
  formatFadingSlowed,
} from './filmWords.ts';
export { FILM_COLUMN_NAMES, describeFilmLineProblem } from './catalogueWords.ts';
export {
  CIRCUMSTANCE_NAMES,
  describeColour,
  describeCoverage,
  describeFillProblem,
  describeGlare,
  describeGlassDoubt,
  describeSeatWarmth,
  readBackRule,
} from './placeWords.ts';
export {
  describeNamedPlace,
  describeSeamOption,
  describeSeamPlace,
  describeSeamProblem,
} from './seamWords.ts';
export { describeMoveProblem } from './moveWords.ts';
export { describeRateProblem, ruleName, ruleOptionName, ruleUnit, SEAM_LOOKS_NAMES } from './ruleWords.ts';
export { describeCheaper, describePlan, type PlanVerdict } from './planWords.ts';
