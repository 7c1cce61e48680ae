import { openDatabase } from './db/database.ts';
import { readEnvironment } from './environment.ts';
import { removeExpiredSessions } from './features/accounts/index.ts';
import { makePaper } from './features/papers/index.ts';
import { runPlanning } from './features/plannings/index.ts';
import { makeLog } from './log.ts';
import { openQueue, type QueuedTasks } from './queue/queue.ts';

const environment = readEnvironment(process.env);
const log = makeLog(environment.LOG_LEVEL);
const db = openDatabase(environment.DATABASE_URL, (error) =>
  log.warn({ err: error }, 'database connection lost'),
);
const boss = await openQueue(environment.DATABASE_URL, (error) => log.warn({ err: error }, 'queue'));

await boss.work<QueuedTasks['paper']>('paper', { pollingIntervalSeconds: 0.5 }, async (works) => {
  for (const { data } of works) await makePaper(db, data);
});
await boss.work<QueuedTasks['planning']>('planning', { pollingIntervalSeconds: 0.5 }, async (works) => {
  for (const { data } of works) await runPlanning(db, data, () => new Date());
});
await boss.work('clean-sessions', () => removeExpiredSessions(db, new Date()));
await boss.schedule('clean-sessions', '17 4 * * *');
process.stdout.write('Worker is ready\n');

function stop(): void {
  void Promise.allSettled([boss.stop({ graceful: true, timeout: 5000 }), db.close()]).then(() =>
    process.exit(0),
  );
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
