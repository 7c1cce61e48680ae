export {
  FAULT_KINDS,
  FITTING_STEPS,
  fittingFigures,
  isHungDry,
  stepsFor,
  type FaultKind,
  type FittingFigures,
  type FittingStep,
  type HandsReason,
  type PaneToFit,
} from './steps.ts';
export { cureDays, cureOf, dayAt, type Cure } from './cure.ts';
export { NO_FITTING, fittingRecords, type Fitting, type PaneFault } from './records.ts';
export { faultFixed, fittingChange, noteFault, stepNow, tickStep, untickStep } from './edits.ts';
export { fittingCaseFormat, fittingCaseSchema, rulesOfCase, type FittingCase } from './plan/fittingCase.ts';
export { beadLengthMm, type Anchoring } from './plan/anchoring.ts';
export {
  STEP_CODES,
  fittingPlan,
  type FittingPlan,
  type PlannedStep,
  type RefusalCode,
  type StepCode,
} from './plan/fittingPlan.ts';
export { fittingPlanSchema, fittingResult, type FittingResult } from './plan/fittingResult.ts';
