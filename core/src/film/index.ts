export {
  FILM_KINDS,
  solarAbsorptance,
  type Film,
  type FilmKind,
  type FilmTurn,
  type Pattern,
  type RollOnSale,
} from './film.ts';
export { glassVerdict, type GlassVerdict } from './glassVerdict.ts';
