export { shopRoutes } from './routes.ts';
export { readShopBook } from './store.ts';
