import { useEffect, useState } from 'react';

/** The moment it is, renewed every so many seconds while the page is looked at. */
export function useNow(everySeconds: number): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everySeconds * 1000);
    return () => clearInterval(timer);
  }, [everySeconds]);
  return now;
}
