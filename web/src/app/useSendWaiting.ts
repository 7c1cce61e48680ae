import { useEffect } from 'react';
import { useAppDispatch, useAppSelector, sendPictures, sendWaiting } from '../features/job/index.ts';

const LOOK_EVERY_MS = 30_000;

/** Sends from anywhere what this person has done on this device without network, as soon as there is one. */
export function useSendWaiting(isSignedIn: boolean): void {
  const dispatch = useAppDispatch();
  const openJobId = useAppSelector((state) => state.job.jobId);
  useEffect(() => {
    if (!isSignedIn) return;
    let isAtIt = false;
    const send = async () => {
      if (isAtIt || !navigator.onLine) return;
      isAtIt = true;
      try {
        await sendWaiting(openJobId, dispatch);
        await sendPictures(dispatch);
      } finally {
        isAtIt = false;
      }
    };
    const look = () => void send();
    look();
    const timer = setInterval(look, LOOK_EVERY_MS);
    window.addEventListener('online', look);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', look);
    };
  }, [dispatch, isSignedIn, openJobId]);
}
