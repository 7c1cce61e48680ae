export { costOfJob, type CostAsked, type CostLine, type CostOfJob, type PaneWork } from './costOfJob.ts';
export { ACCESS_WAYS, accessOf, askOf, timesDefaults, type AccessWay } from './paneTimes.ts';
export { quoteOption, type OptionAsked, type OptionTexts } from './option.ts';
export {
  acceptancesOf,
  againstAccepting,
  makeQuote,
  nextVersion,
  numberOfQuote,
  quoteNumber,
  optionsDiffer,
  questionsOf,
  quotesOf,
  type AgainstAccepting,
  type OptionsDiffer,
  type QuoteAsked,
} from './quote.ts';
