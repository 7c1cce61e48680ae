import type { JobAnswer } from '@neat-sill/core/contract';
import { deviceDatabase } from '../../device/store.ts';
import type { JobDraft } from './jobSlice.ts';

export const EMPTY_DRAFT: JobDraft = { outbox: [], done: [], undone: [] };

const historyKey = (jobId: string) => `${jobId} history`;

/** Keeps on this device what is not on the server yet, by job. */
export async function keepOutbox(jobId: string, outbox: JobDraft['outbox']): Promise<void> {
  await (await deviceDatabase()).put('drafts', outbox, jobId);
}

/** Keeps what undo and redo need; it may be large, so it is kept when there is time. */
export async function keepHistory(
  jobId: string,
  { done, undone }: Pick<JobDraft, 'done' | 'undone'>,
): Promise<void> {
  await (await deviceDatabase()).put('drafts', { done, undone }, historyKey(jobId));
}

export async function readDraft(jobId: string): Promise<JobDraft> {
  const db = await deviceDatabase();
  const kept: unknown = await db.get('drafts', jobId);
  // An earlier version kept the outbox inside the whole draft.
  const outbox = Array.isArray(kept) ? (kept as unknown) : (kept as Partial<JobDraft> | undefined)?.outbox;
  const history: unknown = await db.get('drafts', historyKey(jobId));
  return {
    ...EMPTY_DRAFT,
    ...(history as Pick<JobDraft, 'done' | 'undone'> | undefined),
    outbox: Array.isArray(outbox) ? (outbox as JobDraft['outbox']) : [],
  };
}

/** Keeps a job as it was last seen on the server, for when there is no network. */
export async function keepSeenJob(answer: JobAnswer): Promise<void> {
  await (await deviceDatabase()).put('jobs', answer, answer.id);
}

export async function readSeenJob(jobId: string): Promise<JobAnswer | null> {
  const answer: unknown = await (await deviceDatabase()).get('jobs', jobId);
  return (answer as JobAnswer | undefined) ?? null;
}
