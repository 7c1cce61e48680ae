export { FAULT_KINDS, type FaultKind } from './faults/kinds.ts';
export {
  TOOLS,
  USED_UP,
  kitFor,
  loadedItems,
  type Kit,
  type KitLine,
  type Tool,
  type UsedUp,
} from './kit/kit.ts';
export {
  DIAGNOSIS,
  diagnosisPaths,
  diagnosisSchema,
  type Diagnosis,
  type DiagnosisEnd,
  type DiagnosisPath,
  type DiagnosisQuestion,
} from './faults/diagnosis.ts';
export { replacementFor, type Replacement } from './faults/replacement.ts';
export { viewingVerdict, type Seen, type ViewingVerdict } from './faults/viewing.ts';
export { cureDays, cureOf, dayAt, isHungDry, type Cure } from './cure.ts';
export { EARLIER_STEPS, NO_EARLIER_FITTING, fittingRecords, type EarlierFitting } from './records.ts';
export {
  FAULT_STATES,
  logEntrySchema,
  type Doer,
  type FaultStanding,
  type FittingLog,
  type LogEntry,
  type LogSays,
} from './log/entries.ts';
export {
  NOTHING_FITTED,
  entriesByPane,
  entriesInForce,
  fittingState,
  minutesBySteps,
  tickOf,
  workedMinutes,
  type FittingState,
  type KnownEntry,
  type PaneFault,
  type Tick,
} from './log/state.ts';
export {
  doneSays,
  groupsToDo,
  isForNow,
  paneToLookAt,
  stepsToDo,
  tickedAfterwards,
  type GroupToDo,
  type StepToDo,
} from './log/progress.ts';
export { clockOfStep, paneProgress, type PaneProgress, type StepClock } from './log/clocks.ts';
export { whereabouts, type Whereabouts } from './log/whereabouts.ts';
export { fittingCaseFormat, fittingCaseSchema, rulesOfCase, type FittingCase } from './plan/fittingCase.ts';
export { anchoringOf, beadLengthMm, type Anchoring } from './plan/anchoring.ts';
export { BEADS } from './plan/beads.ts';
export { graceOf } from './plan/grace.ts';
export { topMm } from './plan/paneAtHand.ts';
export {
  NOTHING_MORE,
  USUAL_SITE,
  type Asked,
  type FreeSide,
  type MoreAtHand,
  type PaneToFit,
} from './plan/paneAtHand.ts';
export { fittingPlan, type FittingPlan } from './plan/fittingPlan.ts';
export { type RefusalCode } from './plan/refusals.ts';
export { mixed, type Solution } from './plan/solution.ts';
export {
  STEP_CODES,
  STEP_GROUPS,
  groupOf,
  stepKey,
  type Caution,
  type PlannedStep,
  type StepCode,
  type StepGroup,
} from './plan/steps.ts';
export { HANGS, type Hang } from './plan/hangs.ts';
export { type Hanging, type HandsReason } from './plan/ways.ts';
export {
  handAt,
  handsWay,
  type Area,
  type Label,
  type Mark,
  type Point,
  type Stroke,
} from './drawing/marks.ts';
export {
  LABEL_HEIGHT_PX,
  STROKE_LOOKS,
  placedLabels,
  strokeWidthPx,
  type MarkColour,
} from './drawing/looks.ts';
export { sideLengths } from './drawing/outlines.ts';
export { stepDrawing, type StepDrawing } from './drawing/stepDrawing.ts';
export { fittingPlanSchema, fittingResult, type FittingResult } from './plan/fittingResult.ts';
