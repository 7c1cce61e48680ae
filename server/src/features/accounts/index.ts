export { networkOf } from './brakes.ts';
export { makeLink } from './links.ts';
export { accountRoutes } from './routes.ts';
export { hashPassword } from './passwords.ts';
export { identifyCaller, removeExpiredSessions } from './sessions.ts';
