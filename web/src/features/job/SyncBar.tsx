import { endSession } from '../../api/api.ts';
import { showTime } from '../../ui/format.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { useAppDispatch, useAppSelector } from './hooks.ts';
import { ClashSheet } from './Clash.tsx';
import { jobActions } from './jobSlice.ts';
import { giveUpChange } from './sync.ts';

/** One quiet line in the head: saved, being saved, or waiting on this device. */
export function SavedLine() {
  const { sync, outbox, lastSavedAt } = useAppSelector((state) => state.job);
  const text =
    sync.kind === 'away'
      ? `${outbox.length} waiting on this device`
      : outbox.length > 0
        ? 'Saving'
        : lastSavedAt
          ? `Saved ${showTime(lastSavedAt)}`
          : 'Saved';
  return (
    <span
      role="status"
      className={`text-sm whitespace-nowrap ${sync.kind === 'away' ? 'font-semibold text-ochre-text' : 'text-quiet'}`}
    >
      {text}
    </span>
  );
}

/** What keeps changes from the server, in a sentence, with what can be done. */
export function SyncBar() {
  const { sync, jobId, notice } = useAppSelector((state) => state.job);
  const dispatch = useAppDispatch();
  if (sync.kind === 'clash') return <ClashSheet stale={sync.stale} />;
  if (sync.kind === 'away')
    return (
      <Note tone="doubt" role="status">
        {sync.sentence} It is tried again by itself.
      </Note>
    );
  if (sync.kind === 'signedOut')
    return (
      <Note tone="doubt" role="alert">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <span>{sync.sentence}</span>
          <Button onClick={() => dispatch(endSession())}>Sign in</Button>
        </div>
      </Note>
    );
  if (sync.kind === 'refused')
    return (
      <Note tone="no" role="alert">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <span>The last change can’t be saved. {sync.sentence}</span>
          <span className="flex flex-wrap gap-2">
            <Button
              onClick={() => {
                dispatch(jobActions.retried());
                dispatch(jobActions.resolved({ stale: [], choice: 'mine', newIds: [] }));
              }}
            >
              Try again
            </Button>
            <Button
              weight="danger"
              onClick={() => {
                if (jobId) void giveUpChange(jobId, dispatch);
              }}
            >
              Discard unsaved change
            </Button>
          </span>
        </div>
      </Note>
    );
  if (notice)
    return (
      <Note tone="doubt" role="alert">
        <span className="flex flex-wrap items-center justify-between gap-3">
          {notice}
          <Button onClick={() => dispatch(jobActions.noticeRead())}>All right</Button>
        </span>
      </Note>
    );
  return null;
}
