/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import type { Edit } from '@neat-sill/core/job';
import { recordsForTest } from '@neat-sill/core/testing';
import { configureStore } from '@reduxjs/toolkit';
import type { AppDispatch } from '../../app/store.ts';
import { api } from '../../api/api.ts';
import {
  deviceBelongsTo,
  deviceDatabase,
  forgetPerson,
  setSignOutWaits,
  sharedDatabase,
  signOutWaits,
} from '../../device/store.ts';
import { queuePicture } from '../../device/pictures.ts';
import { fakeServer, ok } from '../../testing/fetching.ts';
import { keepHistory, keepOutbox, keepSeenJob, readDraft } from './draftStore.ts';
import type { QueuedEdit } from './rebase.ts';
import { sendWaiting, waitingWork } from './waiting.ts';

/* What is on a device belongs to a person, leaves from anywhere, and goes with them. */

const JOB = '00000000-0000-4000-8000-000000000001';
const OTHER = '00000000-0000-4000-8000-000000000002';
const ANSWER = { id: JOB, records: recordsForTest(), versions: {}, revision: 0 };
const EVERYTHING = ['drafts', 'jobs', 'pictures', 'answers'] as const;

const queued = (id: string): QueuedEdit => ({
  edit: {
    id,
    label: 'Name',
    changes: [{ kind: 'room', id: 'r1', before: null, after: { ...recordsForTest().room['r1'], name: id } }],
  } as Edit,
  baseVersions: {},
});
const storeOf = () =>
  configureStore({
    reducer: { api: api.reducer },
    middleware: (get) => get({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  });
const send = (openJobId: string | null = null) =>
  sendWaiting(openJobId, storeOf().dispatch as unknown as AppDispatch);
const written = ok({ versions: {}, notices: [], revision: 1 });

beforeEach(() => deviceBelongsTo('marit'));
afterEach(async () => {
  for (const person of ['marit', 'osei']) {
    deviceBelongsTo(person);
    await deviceDatabase();
    await forgetPerson();
  }
});

test('what one person has not sent, another neither sees nor sends', async () => {
  await keepOutbox(JOB, [queued('a')]);
  await keepSeenJob(ANSWER);
  const edit = queued('b').edit;
  await keepHistory(JOB, { done: [], undone: [] }, { done: [edit], undone: [] });
  deviceBelongsTo('osei');
  expect(await readDraft(JOB)).toEqual({ outbox: [], done: [], undone: [] });
  expect((await waitingWork()).jobs).toEqual([]);
  const server = fakeServer({});
  await send();
  expect(server.sent).toEqual([]);
  deviceBelongsTo('marit');
  expect((await readDraft(JOB)).done).toHaveLength(1);
  expect(await waitingWork()).toEqual({
    jobs: [{ jobId: JOB, name: 'Lantern Quay Library, Reading room', edits: 1, problem: null }],
    pictures: 0,
  });
});

test('what waits is sent in order from any page, but that of an open job by itself', async () => {
  await keepOutbox(JOB, [queued('a'), queued('b')]);
  await keepOutbox(OTHER, [queued('c')]);
  const server = fakeServer({ [`POST /jobs/${JOB}/edits`]: written });
  await send(OTHER);
  expect(server.sent.map(({ body }) => (body as { editId: string }).editId)).toEqual(['a', 'b']);
  expect((await waitingWork()).jobs.map(({ jobId }) => jobId)).toEqual([OTHER]);
});

test('without network it stays; what is refused says why and holds up no other job', async () => {
  await keepOutbox(JOB, [queued('a'), queued('b')]);
  await keepOutbox(OTHER, [queued('c')]);
  const server = fakeServer({ [`POST /jobs/${JOB}/edits`]: () => 'away' });
  await send();
  expect((await waitingWork()).jobs.map(({ edits }) => edits)).toEqual([2, 1]);
  const detail = 'Somebody has changed the same thing.';
  server.answers = {
    [`POST /jobs/${JOB}/edits`]: () => ({
      status: 409,
      body: { type: 'about:blank', title: 'Changed', status: 409, detail },
    }),
    [`POST /jobs/${OTHER}/edits`]: written,
  };
  await send();
  expect((await waitingWork()).jobs).toMatchObject([{ jobId: JOB, edits: 2, problem: detail }]);
});

test('whoever signs out leaves nothing behind', async () => {
  await keepOutbox(JOB, [queued('a')]);
  await keepSeenJob(ANSWER);
  await queuePicture(JOB, new Blob(['x']));
  await (await sharedDatabase()).put('answers', { person: { id: 'marit' } }, '/session');
  await forgetPerson();
  deviceBelongsTo('marit');
  for (const store of EVERYTHING) {
    expect(await (await deviceDatabase()).count(store)).toBe(0);
    expect(await (await sharedDatabase()).count(store)).toBe(0);
  }
});

describe('signing out', () => {
  const someone = {
    person: { id: 'marit', name: 'Marit', role: 'owner', shop: 'B', unit: 'mm', mustSetCode: false },
    csrfToken: 't',
    failedBefore: 0,
    demoSignIn: null,
  };
  const nobody = { ...someone, person: null, csrfToken: '' };
  const ask = (store: ReturnType<typeof storeOf>) =>
    store.dispatch(api.endpoints.session.initiate(undefined, { forceRefetch: true, subscribe: false }));

  test('works without network, and the server hears of it when there is one', async () => {
    const server = fakeServer({ 'GET /session': ok(someone), 'DELETE /session': () => 'away' });
    const store = storeOf();
    await ask(store);
    await keepSeenJob(ANSWER);
    server.answers['GET /session'] = () => 'away';
    const out = await store.dispatch(api.endpoints.signOut.initiate());
    expect(out.data?.person).toBeNull();
    expect((await ask(store)).data?.person).toBeNull();
    server.answers = { 'GET /session': ok(someone), 'DELETE /session': ok(nobody) };
    const before = server.sent.length;
    expect((await ask(storeOf())).data?.person).toBeNull();
    expect(server.sent.slice(before).map(({ method }) => method)).toEqual(['GET', 'DELETE']);
    expect(await signOutWaits()).toBe(false);
  });

  test('that the server could not be told is not forgotten', async () => {
    await setSignOutWaits(true);
    fakeServer({ 'GET /session': ok(someone), 'DELETE /session': () => 'away' });
    expect((await ask(storeOf())).data?.person).toBeNull();
    expect(await signOutWaits()).toBe(true);
    await setSignOutWaits(false);
  });
});
