import { openDB, type IDBPDatabase } from 'idb';

export type DeviceStore = 'drafts' | 'jobs' | 'answers' | 'pictures';

let opened: Promise<IDBPDatabase> | null = null;

/** What this device keeps: unsent work, jobs as last seen, the shop's answers, pictures that are not sent yet. */
export function deviceDatabase(): Promise<IDBPDatabase> {
  opened ??= openDB('neat-sill', 3, {
    upgrade: (db) => {
      for (const store of ['drafts', 'jobs', 'answers', 'pictures'] satisfies DeviceStore[])
        if (!db.objectStoreNames.contains(store)) db.createObjectStore(store);
    },
    // Another tab wants a newer version, or the browser closed it: the next call opens it anew.
    blocking: (_current, _blocked, event) => {
      (event.target as IDBDatabase).close();
      opened = null;
    },
    terminated: () => {
      opened = null;
    },
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
}

/** Forgets what was seen on this device, when somebody signs out; unsent work stays. */
export async function forgetSeen(): Promise<void> {
  const db = await deviceDatabase();
  await Promise.all([db.clear('jobs'), db.clear('answers')]);
}
