export { factsOfLog, type LogAsked } from './factsOfLog.ts';
export {
  SECOND_PART,
  visitCase,
  visitClock,
  visitTaskOf,
  type VisitAsked,
  type VisitCase,
  type VisitTask,
  type Worker,
} from './visitCase.ts';
export { whyThere, type WhyThere } from './why.ts';
