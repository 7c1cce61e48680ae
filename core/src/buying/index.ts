export {
  filmWantedBy,
  shoppingList,
  type FilmWanted,
  type Offer,
  type ShoppingLine,
  type ShoppingList,
  type SupplierOffers,
} from './shoppingList.ts';
export {
  STAND_IN_SUPPLIERS,
  standInDelayMs,
  standInFeed,
  type FeedAnswer,
  type FilmAsked,
  type StandInSupplier,
} from './supplierFeed.ts';
