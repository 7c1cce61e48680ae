export { monthOf } from './directSun.ts';
export { localDay, riseAndSet, sunPosition, type Site, type SunPosition } from './sunPosition.ts';
export {
  OPEN_SKY,
  cosIncidence,
  horizonAt,
  areInLeaf,
  inMonth,
  sunOnPoint,
  type PaneInSun,
  type Shade,
} from './shade.ts';
export { directSun, type DayStretch, type SunStretch } from './directSun.ts';
export { openWallSun, wallSun, wallSunUncertainty, type WallInSun } from './wallSun.ts';
export {
  sunCaseFormat,
  sunCaseSchema,
  sunResult,
  sunResultSchema,
  type SunCase,
  type SunResult,
} from './sunCase.ts';
export {
  clearDay,
  clearSunOnGlass,
  sunOfYear,
  type AngleResponse,
  type Sky,
  type SunYear,
} from './clearSky.ts';
export { formatMapPosition, readMapPosition, type MapPosition } from './mapPosition.ts';
export { placeFields } from './place.ts';
export { sunOfWall, sunUncertaintyOfWall } from './sunOfWall.ts';
