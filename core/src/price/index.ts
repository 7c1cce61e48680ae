export { currencySchema, decimalsOf } from './currency.ts';
export {
  PRICE_WARNINGS,
  TRAVEL_ID,
  priceCaseFormat,
  priceCaseSchema,
  priceHouseSchema,
  priceResultSchema,
  type PriceCase,
  type PriceHouse,
  type PriceResult,
  type PriceWarning,
} from './priceCase.ts';
export { priceOf } from './price.ts';
