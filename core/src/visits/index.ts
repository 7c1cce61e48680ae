export { earliestSlots, type BookingAsked, type Slot } from './booking.ts';
export { forecastReaches, glassNotFit, type GlassOnDays, type PaneStretches } from './glassNotFit.ts';
export { factsOfLog, factsSoFar, type LogAsked } from './factsOfLog.ts';
export {
  daysOfJobs,
  manyJobsCase,
  type DaysOfJob,
  type JobOfMany,
  type ManyAsked,
  type ManyCase,
  type WhyLeftOut,
} from './manyJobs.ts';
export {
  SECOND_PART,
  SITE,
  visitCase,
  visitClock,
  visitTaskOf,
  type VisitAsked,
  type VisitCase,
  type VisitTask,
  type Worker,
} from './visitCase.ts';
export { avoidedShare, whyThere, type AvoidedBeside, type WhyThere } from './why.ts';
export { daysToKeep } from './daysToKeep.ts';
