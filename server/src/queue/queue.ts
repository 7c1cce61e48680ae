import PgBoss from 'pg-boss';

/** Work that a worker process takes over, on PostgreSQL. */
export interface QueuedTasks {
  /** `origin`: where the asker's browser finds Neat Sill, for codes on labels. */
  readonly paper: { readonly shopId: string; readonly paperId: string; readonly origin: string };
  readonly planning: { readonly shopId: string; readonly planningId: string };
  readonly 'day-planning': { readonly shopId: string; readonly planningId: string };
  readonly 'clean-sessions': Record<string, never>;
  readonly backup: Record<string, never>;
}

export type TaskName = keyof QueuedTasks;

export interface TaskQueue {
  readonly send: <Name extends TaskName>(name: Name, work: QueuedTasks[Name]) => Promise<void>;
}

/** What is still at work after so long was lost with its worker, and is begun again. */
const LOST_AFTER_S: Readonly<Record<TaskName, number>> = {
  paper: 900,
  planning: 2400,
  'day-planning': 1200,
  'clean-sessions': 900,
  backup: 7200,
};

const TASK_NAMES: readonly TaskName[] = ['paper', 'planning', 'day-planning', 'clean-sessions', 'backup'];

/** Starts the queue's client; both server and worker have one. Its own errors (a lost connection) are passed on. */
export async function openQueue(url: string, onError: (error: Error) => void): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: url });
  boss.on('error', onError);
  await boss.start();
  return boss;
}

/** Makes the queues; once, under the lock of the migrations, since two processes that do so at once deadlock. */
export async function makeQueues(url: string): Promise<void> {
  const boss = new PgBoss({ connectionString: url, supervise: false, schedule: false });
  boss.on('error', () => undefined); // what matters is thrown by the calls below
  await boss.start();
  for (const name of TASK_NAMES)
    await boss.createQueue(name, {
      name,
      retryLimit: 3,
      retryDelay: 5,
      retryBackoff: true,
      expireInSeconds: LOST_AFTER_S[name],
    });
  await boss.stop({ graceful: false });
}

export function senderOf(boss: PgBoss): TaskQueue {
  return {
    send: async (name, work) => {
      await boss.send(name, work);
    },
  };
}
