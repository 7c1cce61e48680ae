export { planningRoutes } from './routes.ts';
export { runPlanning } from './run.ts';
