export { dayPlanningRoutes } from './routes.ts';
export { runDayPlanning } from './run.ts';
