export { shapeOfText, textOfShape } from './shapeText.ts';
export { droppedAt, insertedBefore, mayStandOver, movedAlong } from './arrange.ts';
export {
  ALL_PLACES,
  DIAGONAL_PLACES,
  READING_TOOLS,
  lengthsAt,
  readingOf,
  type AnyPlace,
  type DiagonalPlace,
  type ReadingTool,
  type TakenLength,
  CIRCUMSTANCES,
  type Circumstance,
  FRAME_KINDS,
  GLASS_JOINTS,
  PANE_STRENGTHS,
  type GlassJoint,
  type PaneStrength,
  GLASS_KINDS,
  NO_READINGS,
  OPENING_KINDS,
  READING_PLACES,
  SIDES,
  axisOf,
  type Axis,
  type FrameKind,
  type GlassKind,
  type OpeningKind,
  type Reading,
  type ReadingPlace,
  type Readings,
  type Side,
  type Size,
} from './pane.ts';
export { nextReadingPlace, paneSizes, type PaneSizes, type SizeRules } from './sizes.ts';
export {
  arcsOf,
  crossingsAt,
  outlinePoints,
  svgPath,
  type Outline,
  type OutlineCorner,
  type StruckArc,
} from './outline.ts';
export {
  RECTANGLE,
  SHAPE_KINDS,
  blockFaces,
  paneOutline,
  placesOfShape,
  roundedRectangle,
  sizeOfBlocks,
  type PaneShape,
  type ShapeKind,
  type ShapeProblem,
} from './shape.ts';
export { doubtsOfSurvey, surveyDoubts, type SurveyDoubts } from './doubt/doubts.ts';
export type { Unevenness } from './doubt/house.ts';
export { doubtsCaseFormat, doubtsResult, doubtsResultSchema, type DoubtsCase } from './doubt/doubtsCase.ts';
export type { Doubt, DoubtCode, DoubtRules, SurveyedPane } from './doubt/surveyed.ts';
export type { Slip } from './doubt/slips.ts';
export {
  BARE_UNITS,
  parseOpeningLine,
  type BareUnit,
  type LineProblem,
  type OpeningLine,
} from './openingLine.ts';
export { equalGridCells, gridLeaves, type Grid, type GridCell } from './grid.ts';
export { dropDoubtful, keepDoubtful, acceptLikely } from './answerDoubt.ts';
export {
  DRAWING_UNITS,
  likelyDrawingUnit,
  openingsOfOutlines,
  type DrawingUnit,
  type DrawnOpening,
  type Point,
} from './elevation.ts';
export { trueBearing, type TrueBearing } from './bearing.ts';
export {
  ALARMS,
  CONDITION_KINDS,
  FIXTURE_KINDS,
  HIDING_THINGS,
  type ConditionKind,
  type FixtureKind,
  type HidingThing,
} from './condition.ts';
export {
  beforeFilm,
  isToFix,
  usualFixMinutes,
  withRemedy,
  type BeforeFilm,
  type Defect,
  type Remedy,
} from './defects.ts';
export { USUAL_LASER, standInAnswer, type LaserAnswer, type LaserMeter } from './laser.ts';
export {
  USUAL_PROBES,
  standInDetector,
  standInMeter,
  type GlassDetected,
  type GlassInstrument,
  type GlassMetered,
  type ProbeAnswer,
} from './glassProbe.ts';
export { fitPane, type Corner, type FittedPane } from './squareness.ts';
export { bearingOnPlan, endsOnPlan, facesOnPlan, layOut, type WallOnPlan } from './sitePlan.ts';
export { placeOpenings, type OpeningToPlace, type PlacedOpening } from './wall.ts';
export { outlineInside } from './outlineInside.ts';
export {
  NEW_PANE,
  NEW_ROOM,
  NEW_WALL,
  panesOfWall,
  wallNames,
  wallTitle,
  surveyRecords,
  type Coverage,
  type GlassProbe,
  type Leading,
  type Pane,
  type Room,
  type SurveyChange,
  type SurveyRecords,
  type Wall,
} from './records.ts';
export type { SurveyRules } from './surveyRules.ts';
export { readOnceAlone } from './doubt/readOnce.ts';
export { doubtsOfPanes, jobDoubts, type JobDoubts } from './doubt/doubtsOfPanes.ts';
export { NO_WANTS, WANTS, WANT_LEVELS, type Want, type WantLevel, type Wants } from './wants.ts';
export {
  likelySillMm,
  copyOfRoom,
  copyOfWall,
  emptyOpening,
  gridsOfPanes,
  openingsOfLine,
  sameAsPane,
  twinsOfPanes,
  type TakeOff,
} from './takeOff.ts';
export {
  missingPaneColumns,
  paneColumnNames,
  paneListOf,
  panesOfRows,
  readPaneLines,
  unitOfList,
  type PaneColumn,
  type PaneRow,
  type PaneWords,
} from './paneList.ts';
export { northTurned, wallMoved, wallOnPlan, wallsLaidOut } from './wallsOnPlan.ts';
export { wallAdded, wallChanged, type WallSaid } from './wallEdits.ts';
