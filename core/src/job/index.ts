export {
  EMPTY_RECORDS,
  HEADER_ID,
  NEW_PANE,
  NEW_ROOM,
  NEW_WALL,
  NEW_HEADER,
  NO_VISIT,
  NO_FITTING,
  PLAN_ID,
  RECORD_KINDS,
  headerOf,
  inOrder,
  panesOfWall,
  recordIdSchema,
  recordSchemas,
  siteSchema,
  type Coverage,
  type Fitting,
  type GlassProbe,
  type Leading,
  type SoldFilm,
  type JobHeader,
  type JobRecords,
  type KeptPlan,
  type Pane,
  type PaneFault,
  type RecordData,
  type RecordKind,
  type Room,
  type Wall,
} from './records.ts';
export {
  addRecord,
  applyEdit,
  invertEdit,
  patchRecord,
  recordAt,
  removeWithDependents,
  sameData,
  withRecord,
  type Change,
  type Edit,
  type EditProblem,
} from './edit.ts';
export {
  jobDoubts,
  paneVerdict,
  planJobOf,
  planRulesOf,
  ruleSetOf,
  sizesOf,
  type LeftOut,
  type ShopBook,
} from './planning.ts';
export { jobFigures, keptPlan, paneToFit, type JobFigures } from './figures.ts';
export {
  danglingRecords,
  jobFileFormat,
  jobFileSchema,
  jobRecordsSchema,
  readJobRecords,
  writeJobFile,
  type JobFile,
  type NewSite,
  type ReadRecords,
} from './jobFile.ts';
export { mergeData, type MergeConflict, type Merged } from './merge.ts';
export { sunOfWall, sunUncertaintyOfWall } from './sunOfWall.ts';
export {
  copyOfRoom,
  lightsOfPanes,
  copyOfWall,
  sameAsPane,
  emptyOpening,
  openingsOfLine,
  twinsOfPanes,
  type TakeOff,
} from './takeOff.ts';
export {
  PANE_COLUMNS,
  guessColumns,
  paneListOf,
  panesOfRows,
  readPaneRows,
  type BadRow,
  type CellProblem,
  type ColumnMap,
  type PaneColumn,
  type PaneRow,
  type PaneWords,
} from './paneList.ts';
export { northTurned, wallMoved, wallOnPlan, wallsLaidOut } from './sitePlan.ts';
export {
  coveredStrips,
  leadOn,
  patternOverWall,
  pieceSize,
  type CoveredStrip,
  type LeadNeeded,
} from './coverage.ts';
export { bookOfJob, sell, soldOtherwise, unsell, type SoldOtherwise } from './soldFilms.ts';
export {
  FACINGS,
  facingOf,
  panesOfRule,
  parseFillRule,
  type Facing,
  type FillProblem,
  type FillRule,
  type FillWords,
} from './fillRule.ts';
export { asProbed, glassDoubt, type GlassDisagreement, type GlassDoubt } from './glassDoubt.ts';
export { paneForFilm } from './paneForFilm.ts';
export { moveSeam, seamsNow, snapSeam, spliceOfPane, type SpliceOfPane } from './spliceOfPane.ts';
export { seamMarks, type FrameMark, type SeamMarks } from './seamMarks.ts';
export { netPlot } from './netPlot.ts';
