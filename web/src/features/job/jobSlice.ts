import { recordAt, sameData, withRecord } from '@neat-sill/core/record';
import { recordKey, type JobAnswer, type StaleRecord } from '@neat-sill/core/contract';
import {
  EMPTY_RECORDS,
  applyEdit,
  invertEdit,
  mergeData,
  repeatEdit,
  type Change,
  type Edit,
  type JobRecords,
} from '@neat-sill/core/job';
import { createSlice, original, type Draft, type PayloadAction } from '@reduxjs/toolkit';
import { listOf } from '@neat-sill/core/units';
import { rebaseEdits, withoutFirst, type Choice, type QueuedEdit } from './rebase.ts';

export type SyncState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'sending' }
  | { readonly kind: 'away'; readonly sentence: string; readonly retryAt: number }
  | { readonly kind: 'clash'; readonly stale: readonly StaleRecord[] }
  | { readonly kind: 'signedOut'; readonly sentence: string }
  | { readonly kind: 'refused'; readonly sentence: string };

/** What is kept on the device: edits on their way, and what undo and redo need. */
export interface JobDraft {
  readonly outbox: readonly QueuedEdit[];
  readonly done: readonly Edit[];
  readonly undone: readonly Edit[];
}

export interface JobState extends JobDraft {
  readonly jobId: string | null;
  /** As the person sees it: the server's records with the edits on their way applied. */
  readonly records: JobRecords;
  /** The versions that the server will have once the outbox is sent. */
  readonly versions: Readonly<Record<string, number>>;
  readonly sync: SyncState;
  /** What undo could not do, and why; null when there is nothing to say. */
  readonly notice: string | null;
  readonly lastSavedAt: string | null;
  /** Of the job on the server, as far as this page has it. */
  readonly revision: number;
  /** The newest of which the page was told. */
  readonly toldRevision: number;
  /** The page was cut off for a while: what it was not told of has to be looked for. */
  readonly missed: boolean;
}

const NOTHING: JobState = {
  jobId: null,
  records: EMPTY_RECORDS,
  versions: {},
  outbox: [],
  done: [],
  undone: [],
  sync: { kind: 'idle' },
  notice: null,
  lastSavedAt: null,
  revision: 0,
  toldRevision: 0,
  missed: false,
};

const MOST_UNDO = 200;

function overlay(records: JobRecords, queue: readonly QueuedEdit[]): JobRecords {
  return queue.flatMap(({ edit }) => edit.changes).reduce(withRecord, records);
}

function versionsAfter(versions: Readonly<Record<string, number>>, queue: readonly QueuedEdit[]) {
  const after: Record<string, number> = { ...versions };
  for (const { edit, baseVersions } of queue)
    for (const { kind, id } of edit.changes)
      after[recordKey(kind, id)] = (baseVersions[recordKey(kind, id)] ?? 0) + 1;
  return after;
}

function enqueued(state: JobState, edit: Edit): Pick<JobState, 'outbox' | 'versions'> {
  const keys = edit.changes.map(({ kind, id }) => recordKey(kind, id));
  const baseVersions = Object.fromEntries(keys.map((key) => [key, state.versions[key] ?? 0]));
  const queued = { edit, baseVersions };
  return { outbox: [...state.outbox, queued], versions: versionsAfter(state.versions, [queued]) };
}

function applied(
  state: JobState,
  edit: Edit,
  lists: Pick<JobState, 'done' | 'undone'>,
  failed: string,
): JobState {
  const result = applyEdit(state.records, edit);
  if (!result.ok) return { ...state, notice: failed };
  return { ...state, records: result.value, ...enqueued(state, edit), ...lists, notice: null };
}

/** The state itself, not the draft of it: looking through a job of 600 panes by drafts takes longer than a keystroke. */
function plain(state: Draft<JobState>): JobState {
  return original(state) as JobState;
}

/**
 * An edit that was made looking at records a moment old, put on those that stand now: what only one of both changed is
 * kept. Where both changed the same thing the edit stays as it was and is refused.
 */
function onNewest(records: JobRecords, edit: Edit): Edit {
  const changes = edit.changes.map((change): Change => {
    const now = recordAt(records, change.kind, change.id);
    if (sameData(now, change.before)) return change;
    const { conflicts, preferMine } = mergeData(change.before, change.after, now);
    return conflicts.length > 0 ? change : ({ ...change, before: now, after: preferMine } as Change);
  });
  return { ...edit, changes };
}

const CHANGED_SINCE = 'That can’t be undone: somebody has changed the same thing since.';

export const jobSlice = createSlice({
  name: 'job',
  initialState: NOTHING,
  reducers: {
    opened(_state, { payload }: PayloadAction<{ answer: JobAnswer; draft: JobDraft }>): JobState {
      const { answer, draft } = payload;
      return {
        ...NOTHING,
        ...draft,
        jobId: answer.id,
        records: overlay(answer.records, draft.outbox),
        versions: versionsAfter(answer.versions, draft.outbox),
        revision: answer.revision ?? 0,
      };
    },
    /** What the server has now, seen on coming back to the page: taken where nothing of ours is on its way. */
    refreshed(state, { payload }: PayloadAction<JobAnswer>): JobState {
      if (state.jobId !== payload.id || state.outbox.length > 0) return plain(state);
      const { records, versions, revision } = payload;
      return { ...plain(state), records, versions, revision, missed: false };
    },
    /** Changes may have been told while nobody heard. */
    cutOff(state) {
      if (state.jobId !== null) state.missed = true;
    },
    /** Somebody, here or elsewhere, has changed a job. */
    told(state, { payload }: PayloadAction<{ id: string; revision: number }>) {
      if (state.jobId === payload.id) state.toldRevision = Math.max(state.toldRevision, payload.revision);
    },
    closed(): JobState {
      return NOTHING;
    },
    edited(state, { payload }: PayloadAction<Edit>): JobState {
      const now = plain(state);
      if (payload.changes.length === 0) return now;
      const edit = onNewest(now.records, payload);
      return applied(now, edit, { done: [...now.done, edit].slice(-MOST_UNDO), undone: [] }, CHANGED_SINCE);
    },
    undone(state, { payload }: PayloadAction<{ id: string }>): JobState {
      const now = plain(state);
      const last = now.done.at(-1);
      if (!last) return now;
      const lists = { done: now.done.slice(0, -1), undone: [...now.undone, last] };
      const after = applied(now, invertEdit(last, payload.id), lists, CHANGED_SINCE);
      return after.notice ? { ...after, done: lists.done } : after;
    },
    redone(state, { payload }: PayloadAction<{ id: string }>): JobState {
      const now = plain(state);
      const next = now.undone.at(-1);
      if (!next) return now;
      const again = repeatEdit(next, payload.id);
      const lists = { done: [...now.done, again], undone: now.undone.slice(0, -1) };
      const after = applied(now, again, lists, CHANGED_SINCE);
      return after.notice ? { ...after, undone: lists.undone } : after;
    },
    sending(state) {
      state.sync = { kind: 'sending' };
    },
    sent(state, { payload }: PayloadAction<{ editId: string; at: string; revision: number }>): JobState {
      const now = plain(state);
      const outbox = now.outbox.filter(({ edit }) => edit.id !== payload.editId);
      // Where others have written in between, this page has not all of what stands there.
      const revision = payload.revision === now.revision + 1 ? payload.revision : now.revision;
      return { ...now, outbox, sync: { kind: 'idle' }, lastSavedAt: payload.at, revision };
    },
    heldBack(state, { payload }: PayloadAction<Exclude<SyncState, { kind: 'idle' | 'sending' }>>): JobState {
      return { ...plain(state), sync: payload };
    },
    retried(state) {
      state.sync = { kind: 'idle' };
    },
    /** A stale edit is put on top of what stands now, by the person's choice (or of itself, where nothing clashes). */
    resolved(
      state,
      {
        payload,
      }: PayloadAction<{ stale: readonly StaleRecord[]; choice: Choice; newIds: readonly string[] }>,
    ): JobState {
      const now = plain(state);
      const ids = [...payload.newIds];
      const outbox = rebaseEdits(now.outbox, payload.stale, payload.choice, () => ids.shift() ?? '');
      const theirs = payload.stale.reduce(
        (records, { kind, id, theirs: after }) => withRecord(records, { kind, id, after } as Change),
        now.records,
      );
      const staleVersions = Object.fromEntries(
        payload.stale.map(({ kind, id, version }) => [recordKey(kind, id), version]),
      );
      return {
        ...now,
        outbox,
        records: overlay(theirs, outbox),
        versions: versionsAfter({ ...now.versions, ...staleVersions }, outbox),
        sync: { kind: 'idle' },
      };
    },
    /** The edit the server refuses is given up, and what hangs on it; all others are put on what the server has. */
    gaveUp(state, { payload }: PayloadAction<JobAnswer>): JobState {
      const now = plain(state);
      const [refused] = now.outbox;
      if (!refused || now.jobId !== payload.id) return now;
      const { kept, lost } = withoutFirst(now.outbox, payload);
      const gone = new Set([refused.edit, ...lost].map(({ id }) => id));
      const moved = new Map(kept.map(({ edit }) => [edit.id, edit]));
      return {
        ...now,
        outbox: kept,
        records: overlay(payload.records, kept),
        versions: versionsAfter(payload.versions, kept),
        done: now.done.filter(({ id }) => !gone.has(id)).map((edit) => moved.get(edit.id) ?? edit),
        undone: [],
        sync: { kind: 'idle' },
        notice:
          lost.length === 0
            ? null
            : `Given up with it, since it hung on it: ${listOf(lost.map(({ label }) => `“${label}”`))}.`,
      };
    },
    noticed(state, { payload }: PayloadAction<string>) {
      state.notice = payload;
    },
    noticeRead(state) {
      state.notice = null;
    },
  },
});

export const jobActions = jobSlice.actions;
