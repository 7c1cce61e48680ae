export { ShopBuys } from './ShopBuys.tsx';
export { ToBuy } from './ToBuy.tsx';
