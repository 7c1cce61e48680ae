export { ARCHIVE_TABLES, NOT_IN_ARCHIVE } from './format.ts';
export { ArchiveProblem, readArchive } from './read.ts';
export { archiveRoutes } from './routes.ts';
