import type { SentEdit } from '@neat-sill/core/contract';
import { problemOf, sentenceOf, statusOf, type ApiError } from '../../api/api.ts';
import type { SyncState } from './jobSlice.ts';
import { clashesOf, type QueuedEdit } from './rebase.ts';

/** An edit as the server takes it: each record with the version it was made on. */
export function sentEdit({ edit, baseVersions }: QueuedEdit): SentEdit {
  const changes = edit.changes.map(({ kind, id, after }) => ({
    kind,
    id,
    baseVersion: baseVersions[`${kind}/${id}`] ?? 0,
    after,
  }));
  return { editId: edit.id, label: edit.label, changes: changes as SentEdit['changes'] };
}

/** A server that fails so often on one edit will fail on it for good. */
const MOST_FAILURES = 5;

/**
 * What an error makes of an edit on its way: it waits and is tried again (no network, the server or its database is down,
 * too many requests), somebody has to choose or sign in, it can be merged by itself, or the server will never take it:
 * it says so, or has failed on it `failures` times and more.
 */
export function heldBack(
  error: ApiError,
  queued: QueuedEdit,
  retryAtMs: number,
  failures: number,
): Exclude<SyncState, { kind: 'idle' | 'sending' }> | 'merge' {
  const status = statusOf(error);
  const stale = problemOf(error)?.stale ?? [];
  if (status === 409 && stale.length > 0) {
    const clash = clashesOf(queued.edit, stale).some(({ conflicts }) => conflicts.length > 0);
    return clash ? { kind: 'clash', stale } : 'merge';
  }
  if (status === 'away' || status > 500 || status === 429 || (status === 500 && failures < MOST_FAILURES))
    return { kind: 'away', sentence: sentenceOf(error), retryAt: retryAtMs };
  return { kind: status === 401 ? 'signedOut' : 'refused', sentence: sentenceOf(error) };
}
