export {
  NO_SKILL,
  dayCaseFormat,
  dayCaseSchema,
  durationFor,
  type DayCase,
  type DayTask,
  type Person,
  type Stretch,
} from './dayCase.ts';
export {
  UNPLACED,
  dayPlanFormat,
  dayPlanSchema,
  endOfPlan,
  endsIn,
  shiftsWorked,
  type Assignment,
  type DayPlan,
  type WhyUnplaced,
  type WorkedShift,
} from './dayPlan.ts';
export { waysIn, type Ways } from './ways.ts';
