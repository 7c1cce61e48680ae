export { noteInAudit, noteRefusal, readAudit } from './audit.ts';
