export { offerRoutes } from './routes.ts';
