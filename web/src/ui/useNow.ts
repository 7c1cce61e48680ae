import { useEffect, useState } from 'react';

/** The moment it is, renewed every so many seconds while the page is looked at. */
export function useNow(everySeconds: number): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const renew = () => setNow(Date.now());
    const soon = setTimeout(renew);
    const timer = setInterval(renew, everySeconds * 1000);
    return () => {
      clearTimeout(soon);
      clearInterval(timer);
    };
  }, [everySeconds]);
  return now;
}
