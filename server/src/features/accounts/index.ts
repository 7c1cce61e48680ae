export { brakeOn, networkOf } from './brakes.ts';
export { hashOf, newToken } from './tokens.ts';
export { makeLink } from './links.ts';
export { accountRoutes } from './routes.ts';
export { hashPassword } from './passwords.ts';
export { callerOfSession, cookieOptions, identifyCaller, removeExpiredSessions } from './sessions.ts';
