export { boundOfPlan, planDay, type DayEffort } from './planDay.ts';
export { joined, within, type Span } from './intervals.ts';
