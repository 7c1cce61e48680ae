export { buyingRoutes, wantedByShop } from './routes.ts';
export { standInFeeds, type SupplierFeed } from './suppliers.ts';
