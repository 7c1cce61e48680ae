import { countOf } from '@neat-sill/core/units';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Note } from '../../ui/Note.tsx';
import { waitingWork, type WaitingJob } from './waiting.ts';

const LOOK_EVERY_MS = 2000;

/** What of this person is on this device only, looked at while it is shown. */
export function useWaitingWork(): { readonly jobs: readonly WaitingJob[]; readonly pictures: number } {
  const [waiting, setWaiting] = useState<Awaited<ReturnType<typeof waitingWork>>>({ jobs: [], pictures: 0 });
  useEffect(() => {
    let isGone = false;
    const look = () =>
      void waitingWork().then((found) => {
        if (!isGone) setWaiting(found);
      });
    look();
    const timer = setInterval(look, LOOK_EVERY_MS);
    return () => {
      isGone = true;
      clearInterval(timer);
    };
  }, []);
  return waiting;
}

/** The changes that are not on the server yet, job by job; nothing where there are none. */
export function WaitingHere() {
  const { jobs, pictures } = useWaitingWork();
  if (jobs.length === 0 && pictures === 0) return null;
  return (
    <Note tone="doubt" role="status">
      <p className="font-semibold">On this device only; it is sent as soon as there is a connection:</p>
      <ul className="list-disc pl-5">
        {jobs.map(({ jobId, name, edits, problem }) => (
          <li key={jobId}>
            <Link className="underline" to={`/jobs/${jobId}/survey`}>
              {name}
            </Link>
            : {countOf(edits, 'change')}. {problem && `${problem} Open the job to choose.`}
          </li>
        ))}
        {pictures > 0 && <li>{countOf(pictures, 'photograph')}</li>}
      </ul>
    </Note>
  );
}
