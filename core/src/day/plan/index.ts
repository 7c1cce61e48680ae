export { planDay, type DayEffort } from './planDay.ts';
