export { sunOnWall, type DayStretch, type Site } from './sunOnWall.ts';
