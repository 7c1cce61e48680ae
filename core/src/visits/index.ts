export {
  visitCase,
  visitClock,
  visitTaskOf,
  type VisitAsked,
  type VisitCase,
  type VisitTask,
  type Worker,
} from './visitCase.ts';
export { whyThere, type WhyThere } from './why.ts';
