export { catalogueLines, readCatalogue, type FilmLineProblem, type ReadCatalogue } from './catalogue.ts';
export { catalogueFileSchema, linesOfFile } from './catalogueFile.ts';
export { FILM_COLUMNS, type FilmColumn, type FilmText } from './filmCells.ts';
export { OPTICS_KEYS, filmSchema } from './filmSchema.ts';
export {
  FILM_KINDS,
  SOLD_BY,
  isOffered,
  isSheet,
  isSoldAsSheet,
  pricedOn,
  solarAbsorptance,
  type Cast,
  type Film,
  type FilmOptics,
  type FilmKind,
  type FilmTurn,
  type Pattern,
  type RollOnSale,
  type SoldBy,
} from './film.ts';
export { glassVerdict, type GlassVerdict } from './glassVerdict.ts';
export {
  coveredParts,
  leadOn,
  patternOverWall,
  pieceSize,
  type CoveredPart,
  type DoorMarking,
  type LeadNeeded,
} from './coverage.ts';
export {
  FACINGS,
  panesOfRule,
  parseFillRule,
  type Facing,
  type FillProblem,
  type FillRule,
  type FillWords,
} from './fillRule.ts';
export { isHeavy, lightGapOf, type LightGapRules } from './lightGap.ts';
export { filmRecords, type FilmChange, type FilmRecords } from './records.ts';
export {
  filmsChangedSinceSale,
  filmsOfJob,
  pinFilms,
  unpinFilm,
  type FilmChangedSinceSale,
} from './soldFilms.ts';
