export { makePaper } from './make.ts';
export { paperRoutes } from './routes.ts';
