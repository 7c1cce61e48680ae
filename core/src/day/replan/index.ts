export { costOfDay, moveTask, planWith, withPins, type MovedByHand } from './byHand.ts';
export {
  EARLIEST,
  afterWhatHappened,
  dayEventSchema,
  happenedSchema,
  type DayEvent,
  type Fact,
  type Happened,
} from './happened.ts';
export { replanDay, type Move, type ReplanAsked, type Replanned } from './replanDay.ts';
