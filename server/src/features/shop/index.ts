export { shopRoutes } from './routes.ts';
export { bookOf, readShopBook } from './store.ts';
