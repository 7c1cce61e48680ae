import type { JobAnswer } from '@neat-sill/core/contract';
import { deviceDatabase } from '../../device/store.ts';
import type { JobDraft } from './jobSlice.ts';

export const EMPTY_DRAFT: JobDraft = { outbox: [], done: [], undone: [] };

/** Keeps on this device what is not on the server yet, by job. */
export async function keepDraft(jobId: string, draft: JobDraft): Promise<void> {
  await (await deviceDatabase()).put('drafts', draft, jobId);
}

export async function readDraft(jobId: string): Promise<JobDraft> {
  const draft: unknown = await (await deviceDatabase()).get('drafts', jobId);
  return (draft as JobDraft | undefined) ?? EMPTY_DRAFT;
}

/** Keeps a job as it was last seen on the server, for when there is no network. */
export async function keepSeenJob(answer: JobAnswer): Promise<void> {
  await (await deviceDatabase()).put('jobs', answer, answer.id);
}

export async function readSeenJob(jobId: string): Promise<JobAnswer | null> {
  const answer: unknown = await (await deviceDatabase()).get('jobs', jobId);
  return (answer as JobAnswer | undefined) ?? null;
}
