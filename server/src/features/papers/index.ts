export { makePaper, removeOldPapers } from './make.ts';
export { paperRoutes } from './routes.ts';
