import { createListenerMiddleware, isAnyOf } from '@reduxjs/toolkit';
import { api, problemOf, sentenceOf, statusOf } from '../../api/api.ts';
import { dropWaiting, waitingPictures } from '../../device/pictures.ts';
import { keepHistory, keepOutbox, keepSeenJob, readDraft, readSeenJob } from './draftStore.ts';
import { jobActions, type JobState } from './jobSlice.ts';
import { heldBack, sentEdit } from './sending.ts';

interface SyncRoot {
  readonly job: JobState;
}

const FIRST_RETRY_MS = 2_000;
const LAST_RETRY_MS = 30_000;

export const syncMiddleware = createListenerMiddleware<SyncRoot>();

/** Keeps what is to be sent on the device at every change, before anything is sent. */
syncMiddleware.startListening({
  predicate: (_action, now, before) => now.job.outbox !== before.job.outbox,
  effect: async (_action, { getState }) => {
    const { jobId, outbox } = getState().job;
    if (jobId) await keepOutbox(jobId, outbox);
  },
});

/** Keeps what undo needs beside it; opening a job reads it and closing one leaves it. */
syncMiddleware.startListening({
  predicate: (_action, now, before) =>
    now.job.jobId !== null &&
    now.job.jobId === before.job.jobId &&
    (now.job.done !== before.job.done || now.job.undone !== before.job.undone),
  effect: async (_action, { getState, getOriginalState }) => {
    const { jobId, done, undone } = getState().job;
    if (jobId) await keepHistory(jobId, getOriginalState().job, { done, undone });
  },
});

/** Sends the outbox, one edit after the other; without network or database it waits and tries again. */
syncMiddleware.startListening({
  matcher: isAnyOf(
    jobActions.opened,
    jobActions.edited,
    jobActions.undone,
    jobActions.redone,
    jobActions.resolved,
    jobActions.gaveUp,
    jobActions.sent,
  ),
  effect: async (_action, { getState, dispatch, delay }) => {
    let wait = FIRST_RETRY_MS;
    let failures = 0;
    for (;;) {
      const { jobId, outbox, sync } = getState().job;
      const [next] = outbox;
      if (!jobId || !next || sync.kind !== 'idle') return;
      dispatch(jobActions.sending());
      const result = await dispatch(
        api.endpoints.editJob.initiate({ jobId, body: sentEdit(next) }, { track: false }),
      );
      if (getState().job.jobId !== jobId) return;
      if (!result.error) {
        const { revision } = result.data;
        dispatch(jobActions.sent({ editId: next.edit.id, at: new Date().toISOString(), revision }));
        if (result.data.notices.length > 0) dispatch(jobActions.noticed(result.data.notices.join(' ')));
        return;
      }
      if (statusOf(result.error) === 500) failures += 1;
      const held = heldBack(result.error, next, Date.now() + wait, failures);
      if (held === 'merge') {
        const stale = problemOf(result.error)?.stale ?? [];
        dispatch(
          jobActions.resolved({ stale, choice: 'mine', newIds: outbox.map(() => crypto.randomUUID()) }),
        );
        return;
      }
      dispatch(jobActions.heldBack(held));
      if (held.kind !== 'away') return;
      await Promise.race([delay(wait), backOnline()]);
      wait = Math.min(wait * 2, LAST_RETRY_MS);
      if (getState().job.sync.kind === 'away') dispatch(jobActions.retried());
    }
  },
});

function backOnline(): Promise<void> {
  return new Promise((resolve) => {
    window.addEventListener('online', () => resolve(), { once: true });
  });
}

type Dispatch = Parameters<Parameters<typeof syncMiddleware.startListening>[0]['effect']>[1]['dispatch'];

async function fetchJob(jobId: string, dispatch: Dispatch) {
  const query = dispatch(api.endpoints.job.initiate(jobId, { forceRefetch: true, subscribe: false }));
  return query;
}

/** Opens a job: the server's records with this device's unsent edits on top; without network as it was last seen. */
export async function openJob(jobId: string, dispatch: Dispatch): Promise<{ problem: string } | null> {
  const draft = await readDraft(jobId);
  const result = await fetchJob(jobId, dispatch);
  if (result.data) {
    await keepSeenJob(result.data);
    dispatch(jobActions.opened({ answer: result.data, draft }));
    return null;
  }
  const error = result.error ?? { status: 500, data: null };
  const status = statusOf(error);
  const seen = status === 'away' || status === 503 ? await readSeenJob(jobId) : null;
  if (!seen) return { problem: sentenceOf(error) };
  dispatch(jobActions.opened({ answer: seen, draft }));
  return null;
}

/** Looks what others have done since, on coming back to the page. */
export async function refreshJob(jobId: string, dispatch: Dispatch): Promise<void> {
  const result = await fetchJob(jobId, dispatch);
  if (!result.data) return;
  await keepSeenJob(result.data);
  dispatch(jobActions.refreshed(result.data));
}

/** Gives up the one edit that the server refuses, on the job as it stands there; the others are sent. */
export async function giveUpChange(jobId: string, dispatch: Dispatch): Promise<void> {
  const result = await fetchJob(jobId, dispatch);
  if (result.data) dispatch(jobActions.gaveUp(result.data));
  else {
    const sentence = sentenceOf(result.error ?? { status: 500, data: null });
    dispatch(jobActions.heldBack({ kind: 'refused', sentence }));
  }
}

/** Sends photographs that wait on this device; those the server refuses are given up and said so. */
export async function sendPictures(dispatch: Dispatch): Promise<void> {
  for (const { id, jobId, blob } of await waitingPictures()) {
    const result = await dispatch(api.endpoints.putPicture.initiate({ jobId, id, blob }, { track: false }));
    const status = result.error ? statusOf(result.error) : 200;
    if (status === 'away' || status >= 500 || status === 401 || status === 429) return;
    await dropWaiting(id);
    if (result.error) dispatch(jobActions.noticed(`A photograph was not taken. ${sentenceOf(result.error)}`));
  }
}

syncMiddleware.startListening({
  matcher: isAnyOf(jobActions.opened, jobActions.sent),
  effect: (_action, { dispatch }) => sendPictures(dispatch),
});

/** Reads anew what somebody else has changed, as soon as nothing of ours is on its way. */
syncMiddleware.startListening({
  predicate: (_action, { job: now }, { job: before }) =>
    isBehind(now) &&
    // Told of more while it was reading, or having read less than it was told of, it reads once more.
    (!isBehind(before) || now.toldRevision !== before.toldRevision || now.revision !== before.revision),
  effect: async (_action, { getState, dispatch, cancelActiveListeners }) => {
    cancelActiveListeners();
    const { jobId } = getState().job;
    if (jobId) await refreshJob(jobId, dispatch);
  },
});

function isBehind({ jobId, outbox, sync, revision, toldRevision, missed }: JobState): boolean {
  return jobId !== null && (missed || toldRevision > revision) && outbox.length === 0 && sync.kind === 'idle';
}
