import type { JobAnswer } from '@neat-sill/core/contract';
import type { Edit } from '@neat-sill/core/job';
import { deviceDatabase } from '../../device/store.ts';
import type { JobDraft } from './jobSlice.ts';

export const EMPTY_DRAFT: JobDraft = { outbox: [], done: [], undone: [] };

const editKey = (jobId: string, editId: string) => `${jobId} edit ${editId}`;
const historyKey = (jobId: string) => `${jobId} history`;

/** Keeps on this device what is not on the server yet, by job. */
export async function keepOutbox(jobId: string, outbox: JobDraft['outbox']): Promise<void> {
  await (await deviceDatabase()).put('drafts', outbox, jobId);
}

type History = Pick<JobDraft, 'done' | 'undone'>;

/** Undo and redo as ids; the edits themselves, which may be large, are kept one by one under their own. */
interface KeptHistory {
  readonly done: readonly string[];
  readonly undone: readonly string[];
}

const idsOf = ({ done, undone }: History): KeptHistory => ({
  done: done.map(({ id }) => id),
  undone: undone.map(({ id }) => id),
});

/** Keeps what undo and redo need: writes the edits that are new since `before` and drops those that are gone. */
export async function keepHistory(jobId: string, before: History, now: History): Promise<void> {
  const editsOf = ({ done, undone }: History) => new Map([...done, ...undone].map((edit) => [edit.id, edit]));
  const [old, current] = [editsOf(before), editsOf(now)];
  const written = (await deviceDatabase()).transaction('drafts', 'readwrite');
  const { store } = written;
  const added = [...current].filter(([id]) => !old.has(id));
  const gone = [...old.keys()].filter((id) => !current.has(id));
  await Promise.all([
    ...added.map(([id, edit]) => store.put(edit, editKey(jobId, id))),
    ...gone.map((id) => store.delete(editKey(jobId, id))),
    store.put(idsOf(now), historyKey(jobId)),
    written.done,
  ]);
}

async function readHistory(jobId: string): Promise<History> {
  const { store } = (await deviceDatabase()).transaction('drafts');
  const kept = (await store.get(historyKey(jobId))) as Partial<KeptHistory> | undefined;
  const editsOf = async (entries: readonly (string | Edit)[] = []): Promise<Edit[]> => {
    const edits = await Promise.all(
      // An earlier version kept the edits themselves in their place.
      entries.map((entry) => (typeof entry === 'string' ? store.get(editKey(jobId, entry)) : entry)),
    );
    return edits.filter((edit): edit is Edit => edit !== undefined);
  };
  return { done: await editsOf(kept?.done), undone: await editsOf(kept?.undone) };
}

export async function readDraft(jobId: string): Promise<JobDraft> {
  const kept: unknown = await (await deviceDatabase()).get('drafts', jobId);
  // An earlier version kept the outbox inside the whole draft.
  const outbox = Array.isArray(kept) ? (kept as unknown) : (kept as Partial<JobDraft> | undefined)?.outbox;
  return {
    ...(await readHistory(jobId)),
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
