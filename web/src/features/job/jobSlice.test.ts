import type { Pane } from '@neat-sill/core/survey';
import { patchRecord, withRecord } from '@neat-sill/core/record';
import { recordKey, type JobAnswer, type StaleRecord } from '@neat-sill/core/contract';
import { type Change, type JobRecords } from '@neat-sill/core/job';
import { recordsForTest, readingsForTest } from '@neat-sill/core/testing';
import { seededRandom } from '@neat-sill/core/units';
import { EMPTY_DRAFT } from './draftStore.ts';
import { jobActions, jobSlice, type JobState } from './jobSlice.ts';
import { clashesOf } from './rebase.ts';

const reduce = jobSlice.reducer;

/** What the server does with edits, reduced to the part that clients depend on. */
class FakeServer {
  records: JobRecords = recordsForTest();
  readonly versions = new Map<string, number>();

  version = (kind: string, id: string) => this.versions.get(`${kind}/${id}`) ?? 1;

  answer(): JobAnswer {
    const keys = ['p1', 'p2', 'p3'].map((id) => recordKey('pane', id));
    return {
      id: 'job',
      records: this.records,
      versions: Object.fromEntries(keys.map((key) => [key, this.versions.get(key) ?? 1])),
      revision: 0,
    };
  }

  write({ edit, baseVersions }: JobState['outbox'][number]): StaleRecord[] {
    const stale = edit.changes
      .filter(({ kind, id }) => this.version(kind, id) !== baseVersions[recordKey(kind, id)])
      .map(({ kind, id }) => ({
        kind,
        id,
        version: this.version(kind, id),
        theirs: this.records[kind][id] ?? null,
      }));
    if (stale.length > 0) return stale;
    for (const change of edit.changes) {
      this.records = withRecord(this.records, change);
      this.versions.set(recordKey(change.kind, change.id), this.version(change.kind, change.id) + 1);
    }
    return [];
  }
}

const opened = (server: FakeServer) =>
  reduce(undefined, jobActions.opened({ answer: server.answer(), draft: EMPTY_DRAFT }));

function edited(state: JobState, id: string, paneId: string, patch: Partial<Pane>): JobState {
  const change = patchRecord(state.records, 'pane', paneId, patch);
  return change ? reduce(state, jobActions.edited({ id, label: 'Edit', changes: [change] })) : state;
}

let ids = 0;
const newId = () => `edit-${(ids += 1)}`;

function sendFirst(state: JobState, server: FakeServer, choice: 'mine' | 'theirs'): JobState {
  const [first] = state.outbox;
  if (!first) return state;
  const stale = server.write(first);
  return stale.length === 0
    ? reduce(state, jobActions.sent({ editId: first.edit.id, at: '2026-05-04T15:00:00Z', revision: 0 }))
    : reduce(state, jobActions.resolved({ stale, choice, newIds: state.outbox.map(newId) }));
}

describe('edits on their way', () => {
  test('fields that only one of two people changed are kept of both', () => {
    const server = new FakeServer();
    let mine = opened(server);
    sendFirst(edited(opened(server), newId(), 'p1', { frame: 'steel' }), server, 'mine');
    mine = edited(mine, newId(), 'p1', { glass: 'laminated' });
    mine = edited(mine, newId(), 'p1', { sillMm: 450.5 });
    for (let at = 0; at < 3; at += 1) mine = sendFirst(mine, server, 'mine');
    expect(mine.outbox).toEqual([]);
    expect(server.records.pane['p1']).toMatchObject({ frame: 'steel', glass: 'laminated', sillMm: 450.5 });
    expect(mine.records).toEqual(server.records);
  });

  test('of a reading that both changed the chosen one stands', () => {
    for (const choice of ['mine', 'theirs'] as const) {
      const server = new FakeServer();
      const [mine, theirs] = [opened(server), opened(server)];
      sendFirst(edited(theirs, newId(), 'p1', { readings: readingsForTest([801]) }), server, 'mine');
      let after = edited(mine, newId(), 'p1', { readings: readingsForTest([802.25]) });
      after = sendFirst(sendFirst(after, server, choice), server, choice);
      expect(after.outbox).toEqual([]);
      const expected = choice === 'mine' ? 802.25 : 801;
      expect(server.records.pane['p1']?.readings.widthTop?.mm).toBe(expected);
      expect(after.records.pane['p1']?.readings.widthTop?.mm).toBe(expected);
    }
  });

  test('my change of what somebody took away meanwhile, by choice, puts it back or lets it go', () => {
    for (const choice of ['mine', 'theirs'] as const) {
      const server = new FakeServer();
      const mine = edited(opened(server), newId(), 'p3', { frame: 'pvc' });
      const before = server.records.pane['p3'] ?? null;
      const gone = { kind: 'pane', id: 'p3', before, after: null } as Change;
      server.write({ edit: { id: newId(), label: 'Away', changes: [gone] }, baseVersions: { 'pane/p3': 1 } });
      const after = sendFirst(sendFirst(mine, server, choice), server, choice);
      expect(server.records.pane['p3']?.frame).toBe(choice === 'mine' ? 'pvc' : undefined);
      expect(after.records).toEqual(server.records);
    }
  });

  test('of a refused edit only what hangs on it goes with it', () => {
    const server = new FakeServer();
    const [pane] = Object.values(server.records.pane);
    if (!pane) throw new Error('no pane');
    const wall = { ...Object.values(server.records.wall)[0], name: 'New wall' };
    const made = (id: string, label: string, change: object) =>
      jobActions.edited({ id, label, changes: [{ before: null, ...change } as Change] });
    let state = opened(server);
    state = reduce(state, made('e1', 'Add the wall', { kind: 'wall', id: 'w9', after: wall }));
    state = reduce(
      state,
      made('e2', 'Add a pane', { kind: 'pane', id: 'p9', after: { ...pane, wallId: 'w9' } }),
    );
    state = edited(state, 'e3', 'p1', { label: '1a' });
    state = edited(state, 'e4', 'p9', { label: '9a' });
    // Meanwhile somebody else has changed another field of the same pane.
    const other = edited(opened(server), 'theirs', 'p1', { sillMm: 321 });
    sendFirst(other, server, 'mine');
    state = reduce(state, jobActions.gaveUp(server.answer()));
    expect(state.outbox.map(({ edit, baseVersions }) => [edit.id, baseVersions['pane/p1']])).toEqual([
      ['e3', 2],
    ]);
    expect(state.records.pane['p1']).toMatchObject({ label: '1a', sillMm: 321 });
    expect([state.records.wall['w9'], state.records.pane['p9']]).toEqual([undefined, undefined]);
    expect(state.done.map(({ id }) => id)).toEqual(['e3']);
    expect(state.notice).toBe('Given up with it, since it hung on it: “Add a pane” and “Edit”.');
    const undone = reduce(state, jobActions.undone({ id: 'e5' }));
    expect(undone.records.pane['p1']).toMatchObject({ label: pane.label, sillMm: 321 });
  });

  test('what somebody else has changed as well is asked after giving up, not overwritten', () => {
    const server = new FakeServer();
    let state = edited(opened(server), 'refused', 'p2', { label: '2a' });
    state = edited(state, 'mine', 'p1', { sillMm: 100 });
    sendFirst(edited(opened(server), 'theirs', 'p1', { sillMm: 321 }), server, 'mine');
    state = reduce(state, jobActions.gaveUp(server.answer()));
    const [mine] = state.outbox;
    if (!mine) throw new Error('nothing is left');
    expect(server.write(mine)).toMatchObject([{ id: 'p1', version: 2 }]);
    expect(clashesOf(mine.edit, server.write(mine))[0]?.conflicts).toMatchObject([{ path: ['sillMm'] }]);
    expect(server.records.pane['p1']?.sillMm).toBe(321);
  });

  test('undo and redo walk back and forth exactly, and undo refuses what others changed since', () => {
    const server = new FakeServer();
    const start = opened(server);
    let state = edited(start, newId(), 'p1', { readings: readingsForTest([32.5 * 25.4]) });
    const first = state.records;
    state = edited(state, newId(), 'p2', { filmId: null });
    state = reduce(state, jobActions.undone({ id: newId() }));
    expect(state.records).toEqual(first);
    state = reduce(reduce(state, jobActions.undone({ id: newId() })), jobActions.redone({ id: newId() }));
    expect(state.records).toEqual(first);
    const others = withRecord(state.records, {
      kind: 'pane',
      id: 'p1',
      before: null,
      after: { ...start.records.pane['p1'], label: '7' },
    } as Change);
    state = reduce(
      { ...state, outbox: [] },
      jobActions.refreshed({ id: 'job', records: others, versions: {}, revision: 0 }),
    );
    state = reduce(state, jobActions.undone({ id: newId() }));
    expect(state.notice).toMatch(/somebody has changed/);
    expect(state.records).toEqual(others);
  });

  test.each(Array.from({ length: 40 }, (_, seed) => seed))(
    'two devices that edit, undo and send in any order end with what the server has (seed %i)',
    (seed) => {
      const random = seededRandom(seed);
      const pick = <Item>(items: readonly Item[]) => items[Math.floor(random() * items.length)] as Item;
      const server = new FakeServer();
      let devices = [opened(server), opened(server)];
      for (let step = 0; step < 60; step += 1) {
        const at = Math.floor(random() * 2);
        devices = devices.map((state, index) => {
          if (index !== at) return state;
          const paneId = pick(['p1', 'p2', 'p3']);
          switch (pick(['edit', 'edit', 'undo', 'redo', 'send', 'send'])) {
            case 'edit':
              return edited(
                state,
                newId(),
                paneId,
                pick([
                  { frame: pick(['steel', 'pvc', 'timber']) },
                  { sillMm: Math.round(random() * 9000) / 10 },
                  { readings: readingsForTest([25.4 * (1 + Math.floor(random() * 640) / 16)]) },
                ] as Partial<Pane>[]),
              );
            case 'undo':
              return reduce(state, jobActions.undone({ id: newId() }));
            case 'redo':
              return reduce(state, jobActions.redone({ id: newId() }));
            default:
              return sendFirst(state, server, pick(['mine', 'theirs']));
          }
        });
      }
      devices = devices.map((state) => {
        let rest = state;
        for (let tries = 0; rest.outbox.length > 0 && tries < 500; tries += 1)
          rest = sendFirst(rest, server, 'mine');
        return rest;
      });
      for (const state of devices) {
        expect(state.outbox).toEqual([]);
        expect(reduce(state, jobActions.refreshed(server.answer())).records).toEqual(server.records);
      }
    },
  );
});

describe('an edit that was made looking at records a moment old', () => {
  const start = opened(new FakeServer());
  const onOld = (patch: Partial<Pane>) => {
    const change = patchRecord(start.records, 'pane', 'p1', patch);
    if (!change) throw new Error('Nothing changes');
    return jobActions.edited({ id: newId(), label: 'Edit', changes: [change] });
  };

  test('keeps what came between, and undo takes back its own part only', () => {
    const between = edited(start, newId(), 'p1', { sillMm: 700 });
    const both = reduce(between, onOld({ gapBeforeMm: 333 }));
    expect(both.records.pane['p1']).toMatchObject({ sillMm: 700, gapBeforeMm: 333 });
    const undone = reduce(both, jobActions.undone({ id: newId() }));
    expect(undone.records).toEqual(between.records);
  });

  test('is refused, and said so, where it would overwrite what came between', () => {
    const between = edited(start, newId(), 'p1', { sillMm: 700 });
    const refused = reduce(between, onOld({ sillMm: 800 }));
    expect(refused.records).toBe(between.records);
    expect(refused.outbox).toBe(between.outbox);
    expect(refused.notice).toMatch(/somebody has changed the same thing since/);
  });

  test('never brings back what has been taken away', () => {
    const { p1 } = start.records.pane;
    if (!p1) throw new Error('There is a pane');
    const gone = reduce(
      start,
      jobActions.edited({
        id: newId(),
        label: 'Take away',
        changes: [{ kind: 'pane', id: 'p1', before: p1, after: null }],
      }),
    );
    expect(reduce(gone, onOld({ sillMm: 800 })).records.pane['p1']).toBeUndefined();
  });
});
