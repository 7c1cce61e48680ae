export { accountRoutes } from './routes.ts';
export { identifyCaller, removeExpiredSessions } from './sessions.ts';
