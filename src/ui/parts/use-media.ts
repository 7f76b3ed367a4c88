import { useCallback, useSyncExternalStore } from 'react';

/**
 * Whether a media query holds, followed as it changes.
 * @param unknown what is taken while the page is made on the server
 */
export function useMedia(query: string, unknown: boolean): boolean {
  const follow = useCallback(
    (changed: () => void) => {
      const media = window.matchMedia(query);
      media.addEventListener('change', changed);
      return () => media.removeEventListener('change', changed);
    },
    [query],
  );
  return useSyncExternalStore(
    follow,
    () => window.matchMedia(query).matches,
    () => unknown,
  );
}
