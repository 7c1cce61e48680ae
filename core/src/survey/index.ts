export {
  FRAME_KINDS,
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
  type SeamWish,
  type Side,
} from './pane.ts';
export { nextReadingPlace, paneSizes, type PaneSizes, type Size } from './sizes.ts';
export { doubtsOf, type Doubt } from './doubts.ts';
export { placeOpenings, type OpeningToPlace, type PlacedOpening } from './wall.ts';
