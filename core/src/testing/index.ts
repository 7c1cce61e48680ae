export { filmsForTest, southWestPane } from './films.ts';
export { bookForTest, jobFileForTest, readingsForTest, recordsForTest, silverForTest } from './jobs.ts';
export { filmForTest, jobForTest, paneForTest, randomJob } from './planJobs.ts';
export { BLUNDERS, syntheticSurvey, withBlunders, type Blunder } from './syntheticSurvey.ts';
export { THUMB_SLIPS, unevenHouse, withThumbSlips } from './unevenHouse.ts';
export { quoteForTest, quoteOptionForTest } from './quotes.ts';
export { leastLength } from './leastLength.ts';
export { syntheticShop, timesDefaultsForTest, type ShopTraits, type SyntheticShop } from './syntheticShop.ts';
