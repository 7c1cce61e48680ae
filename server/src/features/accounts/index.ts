export { networkOf } from './brakes.ts';
export { makeLink } from './links.ts';
export { accountRoutes } from './routes.ts';
export { hashPassword } from './passwords.ts';
export { callerOfSession, cookieOptions, identifyCaller, removeExpiredSessions } from './sessions.ts';
