export { eraseOldJobs, tellStaleJobs } from './keeping.ts';
export { jobRoutes } from './routes.ts';
export { readHeaders, readJob } from './records.ts';
export { insertJob } from './make.ts';
