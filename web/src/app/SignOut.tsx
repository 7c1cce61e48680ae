import { countOf } from '@neat-sill/core/units';
import { useSignOutMutation, sentenceOf } from '../api/api.ts';
import { useAppDispatch, useAppSelector, sendWaiting, useWaitingWork } from '../features/job/index.ts';
import { Button } from '../ui/Button.tsx';
import { Note } from '../ui/Note.tsx';
import { Sheet } from '../ui/Sheet.tsx';

/** Signs out; asks first where something is on this device only, since nothing of it stays behind. */
export function SignOutSheet({ onClose }: { onClose: () => void }) {
  const [signOut, { error, isLoading }] = useSignOutMutation();
  const dispatch = useAppDispatch();
  const openJobId = useAppSelector((state) => state.job.jobId);
  const { jobs, pictures } = useWaitingWork();
  const edits = jobs.reduce((sum, job) => sum + job.edits, 0);
  const waits = edits + pictures > 0;
  const leave = async () => {
    const out = await signOut();
    // Loaded anew, the page has nothing in mind either of whoever was here.
    if (!out.error) window.location.assign('/sign-in');
  };
  return (
    <Sheet title="Sign out" open onClose={onClose}>
      {waits ? (
        <Note tone="doubt" role="status">
          {[edits > 0 && countOf(edits, 'change'), pictures > 0 && countOf(pictures, 'photograph')]
            .filter(Boolean)
            .join(' and ')}{' '}
          of yours {edits + pictures === 1 ? 'is' : 'are'} on this device only. Signing out loses them.
        </Note>
      ) : (
        <p>All you did is on the server. Nothing of it stays readable on this device.</p>
      )}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      <div className="flex flex-wrap justify-end gap-3">
        <Button onClick={onClose}>Stay signed in</Button>
        {waits && <Button onClick={() => void sendWaiting(openJobId, dispatch)}>Send them now</Button>}
        <Button weight={waits ? 'danger' : 'act'} disabled={isLoading} onClick={() => void leave()}>
          {waits ? 'Sign out and lose them' : 'Sign out'}
        </Button>
      </div>
    </Sheet>
  );
}
