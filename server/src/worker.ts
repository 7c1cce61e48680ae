import { openDatabase } from './db/database.ts';
import { readEnvironment } from './environment.ts';
import { removeExpiredSessions } from './features/accounts/index.ts';
import { runDayPlanning } from './features/dayPlannings/index.ts';
import { backUpNightly } from './features/operating/index.ts';
import { eraseOldJobs, tellStaleJobs } from './features/jobs/index.ts';
import { tellLateEdits } from './features/live/index.ts';
import { makePaper, removeOldPapers } from './features/papers/index.ts';
import { runPlanning } from './features/plannings/index.ts';
import { endWithParent } from './lifetime.ts';
import { makeLog } from './log.ts';
import { takeUpLost, withClaim } from './queue/claims.ts';
import { openQueue, senderOf, type QueuedTasks } from './queue/queue.ts';

const LOOK_FOR_LOST_EVERY_MS = 10_000;
/** Plannings that one worker does beside each other: one shop's long one does not keep the others waiting. */
const PLANNINGS_AT_ONCE = 3;

const environment = readEnvironment(process.env);
const log = makeLog(environment.LOG_LEVEL);
const db = openDatabase(environment.DATABASE_URL, (error) =>
  log.warn({ err: error }, 'database connection lost'),
);
const boss = await openQueue(environment.DATABASE_URL, (error) => log.warn({ err: error }, 'queue'));

await boss.work<QueuedTasks['paper']>('paper', { pollingIntervalSeconds: 0.5 }, async (works) => {
  for (const { data } of works)
    await withClaim(db, { task: 'paper', id: data.paperId, work: data }, () => makePaper(db, data));
});
for (let at = 0; at < PLANNINGS_AT_ONCE; at += 1)
  await boss.work<QueuedTasks['planning']>('planning', { pollingIntervalSeconds: 0.5 }, async (works) => {
    for (const { data } of works)
      await withClaim(db, { task: 'planning', id: data.planningId, work: data }, () =>
        runPlanning(db, data, () => new Date()),
      );
  });
await boss.work<QueuedTasks['day-planning']>(
  'day-planning',
  { pollingIntervalSeconds: 0.5 },
  async (works) => {
    for (const { data } of works)
      await withClaim(db, { task: 'day-planning', id: data.planningId, work: data }, () =>
        runDayPlanning(db, data, () => new Date()),
      );
  },
);
await boss.work('clean-sessions', async () => {
  await removeExpiredSessions(db, new Date());
  await removeOldPapers(db, new Date());
  await eraseOldJobs(db, new Date());
});
await boss.schedule('clean-sessions', '17 4 * * *');
const { BACKUP_FOLDER, BACKUP_KEEP } = environment;
if (BACKUP_FOLDER === undefined) await boss.unschedule('backup');
else {
  await boss.work('backup', () =>
    backUpNightly(environment.DATABASE_URL, BACKUP_FOLDER, BACKUP_KEEP, new Date()),
  );
  await boss.schedule('backup', '43 2 * * *');
}
/** A transaction may come through a moment after the time that stands in it. */
const OVERLAP_MS = 3_000;
let toldUntil = Date.now();
const looking = setInterval(() => {
  const since = new Date(toldUntil - OVERLAP_MS);
  toldUntil = Date.now();
  tellLateEdits(db, since).catch((error: unknown) => log.warn({ err: error }, 'telling edits again'));
  tellStaleJobs(db, new Date()).catch((error: unknown) => log.warn({ err: error }, 'telling jobs anew'));
  takeUpLost(db, senderOf(boss)).catch((error: unknown) => log.warn({ err: error }, 'looking for lost work'));
}, LOOK_FOR_LOST_EVERY_MS);
process.stdout.write('Worker is ready\n');

endWithParent(() => {
  clearInterval(looking);
  return [boss.stop({ graceful: true, timeout: 5000 }), db.close()];
});
