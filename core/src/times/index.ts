export {
  SET_ASIDE_REASONS,
  timesCaseFormat,
  timesDefaultsSchema,
  timesRecordSchema,
  timesResultSchema,
  type RateRange,
  type SetAsideReason,
  type TimesAsk,
  type TimesCase,
  type TimesDefaults,
  type TimesRecord,
  type TimesResult,
} from './timesCase.ts';
export { fitTimes, type FittedTimes } from './fitTimes.ts';
export { durationOf, ratesOf, timesResult, type Duration } from './times.ts';
