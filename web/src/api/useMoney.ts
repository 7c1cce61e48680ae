import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';
import { formatMoney } from '@neat-sill/core/units';
import { useShopQuery } from './api.ts';

/** How an amount of money is shown: in the shop's currency. */
export function useMoney(): (amount: number) => string {
  const { data: shop } = useShopQuery();
  const { currency } = shop?.details ?? NEW_SHOP_DETAILS;
  return (amount) => formatMoney(amount, currency);
}
