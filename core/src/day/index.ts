export {
  UNPLACED,
  dayCaseFormat,
  dayCaseSchema,
  dayPlanFormat,
  dayPlanSchema,
  durationFor,
  endOfPlan,
  type Assignment,
  type DayCase,
  type DayPlan,
  type DayTask,
  type Person,
  type Stretch,
  type WhyUnplaced,
} from './format/index.ts';
export { checkDay, type DayFault } from './check/index.ts';
export { planDay, type DayEffort } from './plan/index.ts';
export {
  EARLIEST,
  afterWhatHappened,
  costOfDay,
  happenedSchema,
  moveTask,
  replanDay,
  withPins,
  type DayEvent,
  type Fact,
  type Happened,
  type Move,
  type MovedByHand,
  type ReplanAsked,
  type Replanned,
} from './replan/index.ts';
