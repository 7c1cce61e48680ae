export { VISIT_ID, visitPlanSchema, visitRecords, type RoomSplit, type VisitPlan } from './visitRecord.ts';
export {
  questionText,
  CUSTOMER_LANGUAGES,
  quoteRecords,
  quotedPaneSchema,
  quotedPriceSchema,
  quotedWallSchema,
  signedSchema,
  type Acceptance,
  type CustomerLanguage,
  type Question,
  type Quote,
  type QuoteOption,
  type QuotedPane,
  type QuotedPrice,
  type QuotedWall,
} from './quoteRecord.ts';
export {
  EMPTY_RECORDS,
  RECORD_KINDS,
  headerOf,
  jobRecordsSchema,
  recordKinds,
  rulesOfKind,
  type Change,
  type JobRecords,
  type RecordData,
  type RecordKind,
} from './records.ts';
export {
  HEADER_ID,
  NEW_HEADER,
  NO_PRICING,
  NO_VISIT,
  siteSchema,
  type JobHeader,
  type Pricing,
} from './header.ts';
export {
  applyEdit,
  danglingRecords,
  altersLog,
  invertEdit,
  repeatEdit,
  removeWithDependents,
  type Edit,
  type EditProblem,
} from './edit.ts';
export { mergeData, type MergeConflict, type Merged } from './merge.ts';
export { frozenWith, ruleSetOf, ruleSetOfPane, shopDataOfJob, type ShopData } from './shopData.ts';
export {
  jobFileFormat,
  jobFileSchema,
  readJobRecords,
  writeJobFile,
  type JobFile,
  type NewSite,
  type ReadRecords,
} from './jobFile.ts';
export {
  deriveJob,
  type DerivedJob,
  type DerivedPane,
  type DerivedWall,
  type DoubtsByPane,
} from './derived/job.ts';
export {
  measuredPane,
  paneByItself,
  professionalFor,
  verdictFor,
  type LeftOutReason,
} from './derived/pane.ts';
export { benchShapeOf } from './derived/benchShape.ts';
export { againstFitting, type AgainstFitting, type Hindrance } from './derived/readiness.ts';
export { type LeftOut, type PlanInput, type PlanStanding } from './derived/planInput.ts';
export {
  JOB_STANDINGS,
  jobOutlineSchema,
  outlineOfJob,
  type JobOutline,
  type JobStanding,
} from './derived/summary.ts';
