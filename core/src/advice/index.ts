export {
  filmVerdict,
  type FilmReason,
  type PlaceReason,
  type FilmVerdict,
  type PaneToSuit,
} from './verdict.ts';
export {
  filmOnBuild,
  filmOnPane,
  paneCase,
  type FilmFigures,
  lessThanBare,
  type GlassFigures,
  type PaneCase,
  type PaneForFilm,
} from './filmOnPane.ts';
export { atSeat, paneInView, wallInView, type AtSeat, type GlareFelt, type Seat } from './seat.ts';
export { heatOfYear, type MonthOfHeat } from './year.ts';
export { colourShift, type ColourShift, type Tone } from './colour.ts';
export {
  firstAnswers,
  pricePerM2,
  rankFilms,
  wantsOrUsual,
  type FirstAnswers,
  type OutReason,
  type Ranked,
} from './ranking.ts';
export {
  isHiddenByDay,
  looksOf,
  privacyByDay,
  privacyEndsAt,
  drawnLight,
  seenFrom,
  unevenFront,
  type Lighting,
  type Looks,
} from './seen.ts';
export { meterVerdict, throughPane, type MeterVerdict, type Through } from './metered.ts';
export { paneForFilm } from './paneForFilm.ts';
export { leaveToProfessional, type PaneToFit, type ProfessionalReason } from './alone.ts';
