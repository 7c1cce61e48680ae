export { placeRoutes } from './routes.ts';
