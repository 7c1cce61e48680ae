export { insertEmptyShop, type NewShop } from './newShop.ts';
export { readShop } from './details.ts';
export { readOpenQuotes } from './openQuotes.ts';
export { shopRoutes } from './routes.ts';
export { rackFollowsPlan, readRack, writeRack } from './rack.ts';
export {
  filmsAndRulesOf,
  makeKnownBooks,
  readFilmsAndRules,
  readShopBook,
  readStamps,
  stampsOf,
  type KnownBooks,
  type StampRow,
} from './store.ts';
