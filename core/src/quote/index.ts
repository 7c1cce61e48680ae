export { costOfJob, type CostAsked, type CostLine, type CostOfJob, type PaneWork } from './costOfJob.ts';
export { ACCESS_WAYS, accessOf, askOf, timesDefaults, type AccessWay } from './paneTimes.ts';
export { makeQuote, quotesOf, sinceQuote, type QuoteAsked, type SinceQuote } from './quote.ts';
