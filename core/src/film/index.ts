export {
  FILM_COLUMNS,
  catalogueLines,
  readCatalogue,
  type BadFilmLine,
  type FilmColumn,
  type FilmLine,
  type FilmLineProblem,
  type ReadCatalogue,
} from './catalogue.ts';
export { catalogueFileSchema, linesOfFile, linesOfTable, type SheetLines } from './catalogueFile.ts';
export { OPTICS_KEYS, filmSchema } from './filmSchema.ts';
export {
  FILM_KINDS,
  pricedOn,
  solarAbsorptance,
  type Cast,
  type Film,
  type FilmOptics,
  type FilmKind,
  type FilmTurn,
  type Pattern,
  type RollOnSale,
} from './film.ts';
export { glassVerdict, type GlassVerdict } from './glassVerdict.ts';
