export { elsewhere } from './elsewhere.ts';
export { calendarFeedRoute, dayRoutes } from './routes.ts';
