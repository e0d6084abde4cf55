import { useCallback, useSyncExternalStore } from 'react';

/** Whether a page is as a query asks, and again when that changes. */
export function useMedia(query: MediaQueryList): boolean {
  const subscribe = useCallback(
    (onChange: () => void) => {
      query.addEventListener('change', onChange);
      return () => query.removeEventListener('change', onChange);
    },
    [query],
  );
  return useSyncExternalStore(subscribe, () => query.matches);
}
