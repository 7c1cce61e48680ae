export { readUsage, refuseOverQuota } from './quotas.ts';
