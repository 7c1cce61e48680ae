export { buyingRoutes } from './routes.ts';
export { standInFeeds, type SupplierFeed } from './suppliers.ts';
