import { HEADER_ID } from '@neat-sill/core/job';
import type { JobAnswer } from '@neat-sill/core/contract';
import { api, sentenceOf, statusOf } from '../../api/api.ts';
import { deviceDatabase } from '../../device/store.ts';
import { waitingPictures } from '../../device/pictures.ts';
import { keepOutbox, readDraft } from './draftStore.ts';
import type { AppDispatch } from '../../app/store.ts';
import { sentEdit } from './sending.ts';

/** Changes of one job that are on this device only. */
export interface WaitingJob {
  readonly jobId: string;
  readonly name: string;
  readonly edits: number;
  /** Why the first of them can't be sent without somebody looking; null where it only waits. */
  readonly problem: string | null;
}

const problems = new Map<string, string>();

/** What of this person is on this device only, by job. */
export async function waitingWork(): Promise<{
  readonly jobs: readonly WaitingJob[];
  readonly pictures: number;
}> {
  const db = await deviceDatabase();
  const keys = (await db.getAllKeys('drafts')).map(String).filter((key) => !key.includes(' '));
  const found = await Promise.all(
    keys.map(async (jobId): Promise<WaitingJob[]> => {
      const { outbox } = await readDraft(jobId);
      if (outbox.length === 0) return [];
      const seen = (await db.get('jobs', jobId)) as JobAnswer | undefined;
      const header = seen?.records.job[HEADER_ID];
      const name = header ? `${header.customer}, ${header.name}` : 'A job';
      return [{ jobId, name, edits: outbox.length, problem: problems.get(jobId) ?? null }];
    }),
  );
  return { jobs: found.flat(), pictures: (await waitingPictures()).length };
}

/**
 * Sends what waits of jobs that are not open, one edit after the other. What somebody has to look at (changed elsewhere,
 * refused) stays where it is, and is told with its job; an open job sends its own.
 */
export async function sendWaiting(openJobId: string | null, dispatch: AppDispatch): Promise<void> {
  const { jobs } = await waitingWork();
  for (const { jobId } of jobs) {
    if (jobId === openJobId) continue;
    for (;;) {
      const { outbox } = await readDraft(jobId);
      const [next] = outbox;
      if (!next) break;
      const body = sentEdit(next);
      const result = await dispatch(api.endpoints.editJob.initiate({ jobId, body }, { track: false }));
      if (result.error) {
        const status = statusOf(result.error);
        if (status === 'away' || status >= 500 || status === 401 || status === 429) return;
        problems.set(jobId, sentenceOf(result.error));
        break;
      }
      problems.delete(jobId);
      // Opened in another tab meanwhile, the job may have more to send, or have sent this itself: it is written once.
      const now = (await readDraft(jobId)).outbox;
      await keepOutbox(
        jobId,
        now.filter(({ edit }) => edit.id !== next.edit.id),
      );
    }
  }
}
