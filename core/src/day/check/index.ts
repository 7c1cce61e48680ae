export { checkDay, type DayFault } from './checkDay.ts';
