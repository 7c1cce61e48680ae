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
