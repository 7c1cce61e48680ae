export { shopRoutes } from './routes.ts';
export { rackFollowsPlan } from './rack.ts';
export { readFilmsAndRules, readShopBook } from './store.ts';
