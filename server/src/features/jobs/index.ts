export { eraseOldJobs, tellStaleJobs } from './keeping.ts';
export { jobRoutes } from './routes.ts';
export { readJob } from './records.ts';
export { insertJob } from './make.ts';
