import { useSyncExternalStore } from 'react';

const query = '(max-width: 767px)';

/** Whether the page is as narrow as a phone held upright. */
export function useIsPhone(): boolean {
  return useSyncExternalStore(
    (onChange) => {
      const media = window.matchMedia(query);
      media.addEventListener('change', onChange);
      return () => media.removeEventListener('change', onChange);
    },
    () => window.matchMedia(query).matches,
  );
}
