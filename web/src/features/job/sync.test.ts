/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import type { SentEdit } from '@neat-sill/core/contract';
import { patchRecord, withRecord } from '@neat-sill/core/record';
import type { Edit } from '@neat-sill/core/job';
import { readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { configureStore } from '@reduxjs/toolkit';
import { api, endSession } from '../../api/api.ts';
import { fakeServer, ok, type FakeServer } from '../../testing/fetching.ts';
import { keepOutbox, keepSeenJob, readDraft } from './draftStore.ts';
import { jobActions, jobSlice } from './jobSlice.ts';
import { giveUpChange, openJob, refreshJob, syncMiddleware } from './sync.ts';

/* An edit on its way to the server: kept on the device first, sent in order, tried again, merged or refused. */

let jobs = 0;
/** A job of its own for each test: what is kept on the device is by job. */
const nextId = () => `00000000-0000-4000-8000-${String((jobs += 1)).padStart(12, '0')}`;

const stores: { dispatch: (action: ReturnType<typeof jobActions.closed>) => unknown }[] = [];
// A job that is left does not go on trying in the tests that follow.
afterEach(() => {
  for (const store of stores.splice(0)) store.dispatch(jobActions.closed());
});

function storeOf() {
  const store = configureStore({
    reducer: { api: api.reducer, job: jobSlice.reducer },
    middleware: (defaults) =>
      defaults({ immutableCheck: false, serializableCheck: false })
        .prepend(syncMiddleware.middleware)
        .concat(api.middleware),
  });
  stores.push(store);
  return store;
}
type Store = ReturnType<typeof storeOf>;

const edit = (label: string, width: number, base = recordsForTest(), paneId = 'p1'): Edit => {
  const change = patchRecord(base, 'pane', paneId, { readings: readingsForTest([width]) });
  if (!change) throw new Error('nothing changes');
  return { id: crypto.randomUUID(), label, changes: [change] };
};
async function until(test: () => boolean): Promise<void> {
  for (let at = 0; at < 400; at += 1) {
    if (test()) return;
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  throw new Error('it never came to that');
}
const quiet = (store: Store) => () =>
  store.getState().job.outbox.length === 0 && store.getState().job.sync.kind === 'idle';

interface Opened {
  readonly id: string;
  readonly store: Store;
  readonly server: FakeServer;
  readonly edits: () => SentEdit[];
}

async function opened(answers: (id: string) => FakeServer['answers'], id = nextId()): Promise<Opened> {
  const records = recordsForTest();
  const versions = { 'pane/p1': 3, 'pane/p2': 1 };
  const server = fakeServer({ [`GET /jobs/${id}`]: ok({ id, records, versions }), ...answers(id) });
  const store = storeOf();
  await openJob(id, store.dispatch);
  const edits = () =>
    server.sent.filter(({ path }) => path === `/jobs/${id}/edits`).map(({ body }) => body as SentEdit);
  return { id, store, server, edits };
}
const taken = (id: string) => ({ [`POST /jobs/${id}/edits`]: ok({ versions: {}, notices: [] }) });

describe('an edit', () => {
  test('is sent with the version it was made on, and is on the server then', async () => {
    const { store, edits } = await opened(taken);
    const made = edit('Read width', 700);
    store.dispatch(jobActions.edited(made));
    expect(store.getState().job.records.pane['p1']?.readings.widthTop?.mm).toBe(700);
    await until(quiet(store));
    expect(edits()).toEqual([
      {
        editId: made.id,
        label: 'Read width',
        changes: [{ kind: 'pane', id: 'p1', baseVersion: 3, after: made.changes[0]?.after }],
      },
    ]);
    expect(store.getState().job.lastSavedAt).not.toBeNull();
  });

  test('goes after the one before it, each on the version that one leaves', async () => {
    const { store, edits } = await opened(taken);
    store.dispatch(jobActions.edited(edit('one', 700)));
    store.dispatch(jobActions.edited(edit('two', 710, store.getState().job.records)));
    store.dispatch(jobActions.edited(edit('other', 720, store.getState().job.records, 'p2')));
    await until(quiet(store));
    expect(edits().map(({ label, changes }) => [label, changes[0]?.baseVersion])).toEqual([
      ['one', 3],
      ['two', 4],
      ['other', 1],
    ]);
  });

  test('is kept on the device until it is on the server', async () => {
    const { id, store } = await opened((job) => ({ [`POST /jobs/${job}/edits`]: () => 'away' }));
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(() => store.getState().job.sync.kind === 'away');
    const kept = await readDraft(id);
    expect(kept.outbox.map(({ edit: { label } }) => label)).toEqual(['Read width']);
    expect(kept.done.map(({ label }) => label)).toEqual(['Read width']);
  });

  test('that waits for a network is sent when there is one again', async () => {
    let away = true;
    const { store, edits } = await opened((id) => ({
      [`POST /jobs/${id}/edits`]: () =>
        away ? 'away' : { status: 200, body: { versions: {}, notices: [] } },
    }));
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(() => store.getState().job.sync.kind === 'away');
    expect(store.getState().job.sync).toMatchObject({ sentence: expect.stringMatching(/no connection/) });
    expect(store.getState().job.outbox).toHaveLength(1);
    away = false;
    window.dispatchEvent(new Event('online'));
    await until(quiet(store));
    expect(edits().map(({ editId }) => editId)).toEqual([edits()[0]?.editId, edits()[0]?.editId]);
  });

  test.each([503, 500, 429])('that a server answers %i waits as well, with its sentence', async (status) => {
    const { store } = await opened((id) => ({
      [`POST /jobs/${id}/edits`]: () => ({
        status,
        body: { type: 'about:blank', status, title: 'Away', detail: 'The database is away just now.' },
      }),
    }));
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(() => store.getState().job.sync.kind === 'away');
    expect(store.getState().job.sync).toMatchObject({ sentence: 'The database is away just now.' });
  });

  test('what the server says of the rack is shown', async () => {
    const { store } = await opened((id) => ({
      [`POST /jobs/${id}/edits`]: ok({ versions: {}, notices: ['G-118 has 900 mm left.', 'Measure it.'] }),
    }));
    store.dispatch(jobActions.edited(edit('Pull 1 is cut', 700)));
    await until(() => store.getState().job.notice !== null);
    expect(store.getState().job.notice).toBe('G-118 has 900 mm left. Measure it.');
  });
});

describe('an edit that is refused', () => {
  const refused = (id: string) => ({
    [`POST /jobs/${id}/edits`]: () => ({
      status: 403,
      body: { type: 'about:blank', status: 403, title: 'Not allowed', detail: 'Ask the owner.' },
    }),
  });

  test('stays, and says why; nothing is tried again by itself', async () => {
    const { store, edits } = await opened(refused);
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(() => store.getState().job.sync.kind === 'refused');
    window.dispatchEvent(new Event('online'));
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(edits()).toHaveLength(1);
    expect(store.getState().job.sync).toEqual({ kind: 'refused', sentence: 'Ask the owner.' });
  });

  test('given up, the job is as the server has it, and nothing is left on the device', async () => {
    const { id, store } = await opened(refused);
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(() => store.getState().job.sync.kind === 'refused');
    await giveUpChange(id, store.dispatch);
    expect(store.getState().job).toMatchObject({ outbox: [], done: [], sync: { kind: 'idle' } });
    expect(store.getState().job.records.pane['p1']?.readings.widthTop?.mm).toBe(819.15);
    expect((await readDraft(id)).outbox).toEqual([]);
  });

  test('goes alone: what was read after it is sent, and undone alone', async () => {
    const { id, store, server, edits } = await opened(refused);
    store.dispatch(jobActions.edited(edit('Not mine to change', 700)));
    await until(() => store.getState().job.sync.kind === 'refused');
    const later = edit('Read pane 2', 720, store.getState().job.records, 'p2');
    store.dispatch(jobActions.edited(later));
    Object.assign(server.answers, taken(id));
    await giveUpChange(id, store.dispatch);
    await until(quiet(store));
    expect(edits().at(-1)).toMatchObject({ editId: later.id, changes: [{ id: 'p2', baseVersion: 1 }] });
    const { records, done, notice } = store.getState().job;
    expect(records.pane['p1']?.readings.widthTop?.mm).toBe(819.15);
    expect(records.pane['p2']?.readings.widthTop?.mm).toBe(720);
    expect(done.map(({ label }) => label)).toEqual(['Read pane 2']);
    expect(notice).toBeNull();
  });

  test('is still there without network, and it is said', async () => {
    const { id, store, server } = await opened(refused);
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(() => store.getState().job.sync.kind === 'refused');
    server.answers[`GET /jobs/${id}`] = () => 'away';
    await giveUpChange(id, store.dispatch);
    expect(store.getState().job.outbox).toHaveLength(1);
    expect(store.getState().job.sync).toEqual({
      kind: 'refused',
      sentence: expect.stringMatching(/no connection/),
    });
  });
});

describe('an edit that does not get through', () => {
  const problem = (status: number) => (id: string) => ({
    [`POST /jobs/${id}/edits`]: () => ({
      status,
      body: { type: 'about:blank', status, title: 'No', detail: 'Said so.' },
    }),
  });

  test('since nobody is signed in any more waits, and signing in sends it', async () => {
    const { id, store, server, edits } = await opened(problem(401));
    const person = { id: 'm', name: 'Marit', role: 'owner', unit: 'mm', shop: 'B' };
    server.answers['GET /session'] = ok({ person, csrfToken: 't', demoSignIn: null });
    await store.dispatch(api.endpoints.session.initiate());
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(() => store.getState().job.sync.kind === 'signedOut');
    store.dispatch(endSession());
    expect(api.endpoints.session.select()(store.getState()).data?.person).toBeNull();
    Object.assign(server.answers, taken(id));
    await openJob(id, store.dispatch);
    await until(quiet(store));
    expect(edits()).toHaveLength(2);
  });

  test('as the server fails on it time after time is refused in the end, and can be given up', async () => {
    const { store, edits } = await opened(problem(500));
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    for (let tries = 1; tries < 5; tries += 1) {
      await until(() => edits().length === tries && store.getState().job.sync.kind === 'away');
      window.dispatchEvent(new Event('online'));
    }
    await until(() => store.getState().job.sync.kind === 'refused');
    expect(edits()).toHaveLength(5);
  });
});

describe('an edit of what somebody else has changed', () => {
  const stale = (id: string, theirs: unknown) => {
    let first = true;
    return {
      [`POST /jobs/${id}/edits`]: () => {
        if (!first) return { status: 200, body: { versions: {}, notices: [] } };
        first = false;
        return {
          status: 409,
          body: {
            type: 'about:blank',
            status: 409,
            title: 'Changed since',
            detail: 'Somebody has changed the same thing.',
            stale: [{ kind: 'pane', id: 'p1', version: 7, theirs }],
          },
        };
      },
    };
  };
  const pane = recordsForTest().pane['p1'];

  test('in another field is merged and sent again on theirs', async () => {
    const { store, edits } = await opened((id) => stale(id, { ...pane, label: '1b' }));
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(quiet(store));
    expect(edits()).toHaveLength(2);
    expect(edits()[1]?.changes[0]).toMatchObject({ baseVersion: 7, after: { label: '1b' } });
    expect(edits()[1]?.editId).not.toBe(edits()[0]?.editId);
    expect(store.getState().job.records.pane['p1']).toMatchObject({
      label: '1b',
      readings: { widthTop: { mm: 700 } },
    });
  });

  test('in the same field is asked about; the choice is sent', async () => {
    const theirs = { ...pane, readings: readingsForTest([650]) };
    const { store, edits } = await opened((id) => stale(id, theirs));
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(() => store.getState().job.sync.kind === 'clash');
    const { sync } = store.getState().job;
    if (sync.kind !== 'clash') throw new Error('no clash');
    store.dispatch(jobActions.resolved({ stale: sync.stale, choice: 'mine', newIds: [crypto.randomUUID()] }));
    await until(quiet(store));
    expect(edits()[1]?.changes[0]).toMatchObject({
      baseVersion: 7,
      after: { readings: { widthTop: { mm: 700 } } },
    });
  });
});

describe('opening a job', () => {
  test('lays what is still on the device over what the server has, and sends it', async () => {
    const id = nextId();
    const waiting = edit('Read width', 700);
    await keepOutbox(id, [{ edit: waiting, baseVersions: { 'pane/p1': 3 } }]);
    const { store, edits } = await opened(taken, id);
    expect(store.getState().job.records.pane['p1']?.readings.widthTop?.mm).toBe(700);
    await until(quiet(store));
    expect(edits().map(({ editId }) => editId)).toEqual([waiting.id]);
    expect((await readDraft(id)).outbox).toEqual([]);
  });

  test('without network shows it as it was last seen; never seen, it says why not', async () => {
    const id = nextId();
    fakeServer({ [`GET /jobs/${id}`]: () => 'away' });
    const store = storeOf();
    expect(await openJob(id, store.dispatch)).toEqual({ problem: expect.stringMatching(/no connection/) });
    await keepSeenJob({ id, records: recordsForTest(), versions: { 'pane/p1': 2 }, revision: 0 });
    expect(await openJob(id, store.dispatch)).toBeNull();
    expect(store.getState().job).toMatchObject({ jobId: id, versions: { 'pane/p1': 2 }, revision: 0 });
  });

  test('of another shop is refused although it was once seen here', async () => {
    const id = nextId();
    await keepSeenJob({ id, records: recordsForTest(), versions: {}, revision: 0 });
    fakeServer({
      [`GET /jobs/${id}`]: () => ({
        status: 404,
        body: { type: 'about:blank', status: 404, title: 'Not found', detail: 'The job is not there.' },
      }),
    });
    expect(await openJob(id, storeOf().dispatch)).toEqual({ problem: 'The job is not there.' });
  });

  test('again on coming back takes what others did, unless something of ours is on its way', async () => {
    const { id, store, server } = await opened(taken);
    const theirs = withRecord(recordsForTest(), {
      kind: 'room',
      id: 'r1',
      after: { ...recordsForTest().room['r1'], name: 'Hall' },
    });
    server.answers[`GET /jobs/${id}`] = ok({ id, records: theirs, versions: { 'room/r1': 2 } });
    await refreshJob(id, store.dispatch);
    expect(store.getState().job.records.room['r1']?.name).toBe('Hall');
    server.answers[`POST /jobs/${id}/edits`] = () => 'away';
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(() => store.getState().job.sync.kind === 'away');
    server.answers[`GET /jobs/${id}`] = ok({ id, records: recordsForTest(), versions: {} });
    await refreshJob(id, store.dispatch);
    expect(store.getState().job.records.room['r1']?.name).toBe('Hall');
    expect(store.getState().job.records.pane['p1']?.readings.widthTop?.mm).toBe(700);
  });
});

describe('what others change meanwhile', () => {
  const hall = withRecord(recordsForTest(), {
    kind: 'room',
    id: 'r1',
    after: { ...recordsForTest().room['r1'], name: 'Hall' },
  });
  const room = (store: Opened['store']) => store.getState().job.records.room['r1']?.name;

  test('is read as soon as the page is told, once', async () => {
    const { id, store, server } = await opened(taken);
    server.answers[`GET /jobs/${id}`] = ok({ id, records: hall, versions: {}, revision: 3 });
    store.dispatch(jobActions.told({ id: 'another', revision: 9 }));
    store.dispatch(jobActions.told({ id, revision: 3 }));
    await until(() => room(store) === 'Hall');
    store.dispatch(jobActions.told({ id, revision: 2 }));
    store.dispatch(jobActions.told({ id, revision: 3 }));
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(server.sent.filter(({ method }) => method === 'GET')).toHaveLength(2);
  });

  test('is read again where more was told while it was read', async () => {
    const { id, store, server } = await opened(taken);
    server.answers[`GET /jobs/${id}`] = () => {
      // Somebody writes 4 while 3 is on its way here.
      server.answers[`GET /jobs/${id}`] = ok({ id, records: hall, versions: {}, revision: 4 });
      store.dispatch(jobActions.told({ id, revision: 4 }));
      return { status: 200, body: { id, records: recordsForTest(), versions: {}, revision: 3 } };
    };
    store.dispatch(jobActions.told({ id, revision: 3 }));
    await until(() => room(store) === 'Hall');
    expect(store.getState().job.revision).toBe(4);
  });

  test('is looked for after the page was cut off, though nothing was told of it', async () => {
    const { id, store, server } = await opened(taken);
    server.answers[`GET /jobs/${id}`] = ok({ id, records: hall, versions: {}, revision: 3 });
    store.dispatch(jobActions.cutOff());
    await until(() => room(store) === 'Hall');
    expect(store.getState().job.missed).toBe(false);
  });

  test('is not read for one’s own edits, and waits for those on their way', async () => {
    const { id, store, server } = await opened(taken);
    server.answers[`POST /jobs/${id}/edits`] = ok({ versions: {}, notices: [], revision: 1 });
    store.dispatch(jobActions.edited(edit('Read width', 700)));
    await until(quiet(store));
    store.dispatch(jobActions.told({ id, revision: 1 }));
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect(server.sent.filter(({ method }) => method === 'GET')).toHaveLength(1);
    // Somebody else wrote 2 before our 3: that is read once ours is there.
    server.answers[`POST /jobs/${id}/edits`] = ok({ versions: {}, notices: [], revision: 3 });
    server.answers[`GET /jobs/${id}`] = ok({ id, records: hall, versions: {}, revision: 3 });
    store.dispatch(jobActions.edited(edit('Read width', 701)));
    store.dispatch(jobActions.told({ id, revision: 3 }));
    expect(room(store)).not.toBe('Hall');
    await until(() => room(store) === 'Hall');
  });
});

describe('what earlier versions kept on the device', () => {
  test('is read as before: the outbox inside the draft, edits in place of their ids', async () => {
    const { deviceDatabase } = await import('../../device/store.ts');
    const id = nextId();
    const old = edit('Old', 640);
    const db = await deviceDatabase();
    await db.put('drafts', { outbox: [{ edit: old, baseVersions: {} }] }, id);
    await db.put('drafts', { done: [old], undone: [] }, `${id} history`);
    expect(await readDraft(id)).toEqual({
      outbox: [{ edit: old, baseVersions: {} }],
      done: [old],
      undone: [],
    });
    expect(await readDraft(nextId())).toEqual({ outbox: [], done: [], undone: [] });
  });
});
