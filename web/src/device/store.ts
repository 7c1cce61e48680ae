import { openDB, type IDBPDatabase } from 'idb';

export type DeviceStore = 'drafts' | 'jobs' | 'answers' | 'pictures';

/** What this device keeps: unsent work, jobs as last seen, the shop's answers, pictures that are not sent yet. */
export const deviceDatabase = (): Promise<IDBPDatabase> =>
  openDB('neat-sill', 3, {
    upgrade: (db) => {
      for (const store of ['drafts', 'jobs', 'answers', 'pictures'] satisfies DeviceStore[])
        if (!db.objectStoreNames.contains(store)) db.createObjectStore(store);
    },
  });

/** Forgets what was seen on this device, when somebody signs out; unsent work stays. */
export async function forgetSeen(): Promise<void> {
  const db = await deviceDatabase();
  await Promise.all([db.clear('jobs'), db.clear('answers')]);
}
