import { openDB, type IDBPDatabase } from 'idb';

export type DeviceStore = 'drafts' | 'jobs' | 'answers' | 'pictures';
const STORES = ['drafts', 'jobs', 'answers', 'pictures'] satisfies DeviceStore[];

/* Each person has a database of their own on this device: whoever signs in after them neither reads nor sends what is in it.
   One more belongs to the device itself: who was signed in last. */

const DEVICE = 'neat-sill';
const nameOf = (personId: string) => `${DEVICE} ${personId}`;
const FORMER_OWNER = 'former owner';
const SIGN_OUT_WAITS = 'sign out waits';

const opened = new Map<string, Promise<IDBPDatabase>>();

function open(name: string, version: number, upgrade: Parameters<typeof openDB>[2]): Promise<IDBPDatabase> {
  const known = opened.get(name);
  if (known) return known;
  const opening = openDB(name, version, {
    ...upgrade,
    // Another tab wants a newer version or deletes it, or the browser closed it: the next call opens it anew.
    blocking: (_current, _blocked, event) => {
      (event.target as IDBDatabase).close();
      opened.delete(name);
    },
    terminated: () => opened.delete(name),
  }).catch((error: unknown) => {
    opened.delete(name);
    throw error;
  });
  opened.set(name, opening);
  return opening;
}

/** What belongs to the device and not to a person. */
export function sharedDatabase(): Promise<IDBPDatabase> {
  return open(DEVICE, 4, {
    upgrade: async (db, from, _to, changing) => {
      for (const store of STORES) if (!db.objectStoreNames.contains(store)) db.createObjectStore(store);
      if (from === 0 || from >= 4) return;
      // Until version 3 everything lay here, whoever had made it: it belongs to whoever was signed in last.
      const session: unknown = await changing.objectStore('answers').get('/session');
      const personId = (session as { person?: { id?: string } | null } | undefined)?.person?.id;
      if (personId) await changing.objectStore('answers').put(personId, FORMER_OWNER);
    },
  });
}

/** The page has one session, and so one person whose database is meant. */
let owner: string | null = null;

export function deviceBelongsTo(personId: string | null): void {
  owner = personId;
}

async function takeOver(personId: string, own: IDBPDatabase): Promise<void> {
  const shared = await sharedDatabase();
  if ((await shared.get('answers', FORMER_OWNER)) !== personId) return;
  for (const store of STORES.filter((each) => each !== 'answers')) {
    const keys = await shared.getAllKeys(store);
    for (const key of keys) await own.put(store, await shared.get(store, key), key);
    await shared.clear(store);
  }
  await shared.delete('answers', FORMER_OWNER);
}

const ready = new Map<string, Promise<IDBPDatabase>>();

/** What this device keeps for whoever is signed in: unsent work, jobs as last seen, the shop's answers, pictures on their way. */
export async function deviceDatabase(): Promise<IDBPDatabase> {
  if (owner === null) return sharedDatabase();
  const name = nameOf(owner);
  const personId = owner;
  if (!opened.has(name)) ready.delete(name);
  const known = ready.get(name);
  if (known) return known;
  const opening = open(name, 1, {
    upgrade: (db) => {
      for (const store of STORES) db.createObjectStore(store);
    },
  }).then(async (own) => {
    await takeOver(personId, own);
    return own;
  });
  ready.set(name, opening);
  opening.catch(() => ready.delete(name));
  return opening;
}

/** Leaves nothing of whoever was signed in on this device: no job, no draft, no picture, not even who it was. */
export async function forgetPerson(): Promise<void> {
  const shared = await sharedDatabase();
  await Promise.all(STORES.map((store) => shared.clear(store)));
  if (owner === null) return;
  const name = nameOf(owner);
  const own = await (opened.get(name) ?? null);
  // Emptied first: another tab may keep it from being deleted for a while.
  if (own) await Promise.all(STORES.map((store) => own.clear(store)));
  own?.close();
  opened.delete(name);
  ready.delete(name);
  owner = null;
  await new Promise<void>((resolve) => {
    const gone = indexedDB.deleteDatabase(name);
    gone.onsuccess = gone.onerror = gone.onblocked = () => resolve();
  });
}

/** Somebody has signed out without network: the server is told as soon as there is one. */
export async function signOutWaits(): Promise<boolean> {
  return (await (await sharedDatabase()).get('answers', SIGN_OUT_WAITS)) === true;
}

export async function setSignOutWaits(waits: boolean): Promise<void> {
  const shared = await sharedDatabase();
  if (waits) await shared.put('answers', true, SIGN_OUT_WAITS);
  else await shared.delete('answers', SIGN_OUT_WAITS);
}
