export { listenToChanges, tellLateEdits, type LiveChanges } from './listen.ts';
export { liveRoutes } from './routes.ts';
