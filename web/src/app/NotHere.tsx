import { isRouteErrorResponse, Link, useRouteError } from 'react-router';
import { Note } from '../ui/Note.tsx';

/** What is shown where there is no page, or where a page failed. What was entered is kept on the device. */
export function NotHere() {
  const error = useRouteError();
  const missing = !error || (isRouteErrorResponse(error) && error.status === 404);
  return (
    <div className="m-6 flex max-w-xl flex-col items-start gap-4">
      <h1 className="text-2xl font-bold">{missing ? 'Nothing here' : 'That did not work'}</h1>
      <Note tone={missing ? 'doubt' : 'no'} role="alert">
        {missing
          ? 'There is no page at this address.'
          : `This page could not be shown (${error instanceof Error ? error.message : 'unknown cause'}). What you entered is kept on this device.`}
      </Note>
      <Link to="/" reloadDocument={!missing} className="underline">
        Go to Today
      </Link>
    </div>
  );
}
