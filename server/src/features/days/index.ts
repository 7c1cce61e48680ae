export { calendarFeedRoute, dayRoutes } from './routes.ts';
